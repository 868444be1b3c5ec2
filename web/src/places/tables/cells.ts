import { typedNumber } from '../../sheet/typedNumber';

/** What a table is typed as: x and y; a grid with x down and w across; x, w and y of points anywhere. */
export type Shape = 'curve' | 'grid' | 'scattered';

/** The knots as they are typed, row by row: cells stay text, so that a half-typed number is no error. */
export type Cells = readonly (readonly string[])[];
export type CellPosition = readonly [row: number, column: number];

/** The knots that are numbers, x and w in rising order, and the cell in which each value is typed; null: a hole of a grid. */
export interface TypedKnots {
  x: number[];
  w: number[];
  y: (number | null)[];
  places: CellPosition[];
}

/** The first row of a grid holds the second argument. */
const firstRow = (shape: Shape): number => (shape === 'grid' ? 1 : 0);
export const columnsOf = (shape: Shape, cells: Cells): number =>
  shape === 'curve' ? 2 : shape === 'scattered' ? 3 : Math.max(3, ...cells.map((row) => row.length));

export function emptyCells(shape: Shape): Cells {
  const columns = shape === 'grid' ? 5 : columnsOf(shape, []);
  return Array.from({ length: 6 }, () => Array.from({ length: columns }, () => ''));
}

/** What can be drawn of what is typed: rows of a list with a gap in them wait, and of a grid those without any value. */
export function knotsOf(shape: Shape, cells: Cells): TypedKnots {
  const found = shape === 'grid' ? gridKnots(cells) : listKnots(shape, cells);
  return found.x.length > 0 ? found : { x: [], w: [], y: [], places: [] };
}

function listKnots(shape: Shape, cells: Cells): TypedKnots {
  const last = columnsOf(shape, cells) - 1;
  const rows = cells
    .map((row, at) => ({ at, values: Array.from({ length: last + 1 }, (_, c) => typedNumber(row[c])) }))
    .filter((row): row is { at: number; values: number[] } => row.values.every((v) => v !== null));
  if (shape === 'curve') rows.sort((a, b) => a.values[0]! - b.values[0]!);
  const column = (c: number): number[] => rows.map((row) => row.values[c]!);
  return {
    x: column(0),
    w: shape === 'scattered' ? column(1) : [],
    y: column(last),
    places: rows.map(({ at }) => [at, last]),
  };
}

function gridKnots(cells: Cells): TypedKnots {
  const byValue = (a: { value: number }, b: { value: number }): number => a.value - b.value;
  const numbers = (texts: readonly (string | undefined)[]) =>
    texts
      .flatMap((text, at) => (typedNumber(text) === null || at === 0 ? [] : [{ at, value: typedNumber(text)! }]))
      .sort(byValue);
  const valueAt = (row: number, column: number): number | null => typedNumber(cells[row]?.[column]);
  const [rows, columns] = [numbers(cells.map((row) => row[0])), numbers(cells[0] ?? [])];
  const down = rows.filter((row) => columns.some((column) => valueAt(row.at, column.at) !== null));
  const across = columns.filter((column) => rows.some((row) => valueAt(row.at, column.at) !== null));
  const places = down.flatMap((row): CellPosition[] => across.map((column) => [row.at, column.at]));
  return {
    x: down.map((d) => d.value),
    w: across.map((a) => a.value),
    y: places.map(([row, column]) => valueAt(row, column)),
    places,
  };
}

/** Numbers as cells of a shape: the way back from `knotsOf`. */
export function cellsOf(shape: Shape, { x, w, y }: Omit<TypedKnots, 'places'>): Cells {
  if (shape === 'curve') return x.map((at, i) => [String(at), String(y[i])]);
  if (shape === 'scattered') return x.map((at, i) => [String(at), String(w[i]), String(y[i])]);
  const row = (i: number): string[] => w.map((_, j) => String(y[i * w.length + j] ?? ''));
  return [['', ...w.map(String)], ...x.map((at, i) => [String(at), ...row(i)])];
}

/** The cells in another shape, with everything that it has a place for. */
export function reshaped(from: Shape, to: Shape, cells: Cells): Cells {
  if (from === to) return cells;
  const filled = cells.slice(firstRow(from)).filter((row) => row.some((text) => text.trim() !== ''));
  if (filled.length === 0) return emptyCells(to);
  const cell = (row: readonly string[], c: number): string => row[c] ?? '';
  if (from === 'curve')
    return to === 'grid' ? [['', ''], ...filled] : filled.map((row) => [cell(row, 0), '', cell(row, 1)]);
  if (from === 'scattered') return to === 'grid' ? asGrid(filled) : filled.map((row) => [cell(row, 0), cell(row, 2)]);
  const across = (cells[0] ?? []).slice(1);
  if (to === 'curve') return filled.map((row) => [cell(row, 0), cell(row, 1)]);
  return filled
    .flatMap((row) => across.map((w, j) => [cell(row, 0), w, cell(row, j + 1)]))
    .filter((row) => !isBlank(row[2]));
}

/** Rows of x, w, y as a grid: a cell that no row names stays empty. */
function asGrid(rows: Cells): Cells {
  const unlike = (c: number): string[] =>
    [...new Set(rows.map((row) => (row[c] ?? '').trim()))].filter((text) => text !== '');
  const [down, across] = [unlike(0), unlike(1)];
  const at = new Map(rows.map((row) => [`${row[0]?.trim()} ${row[1]?.trim()}`, row[2] ?? '']));
  return [['', ...across], ...down.map((x) => [x, ...across.map((w) => at.get(`${x} ${w}`) ?? '')])];
}

/** The first cell that has to be mended before the table can be saved. */
export function firstProblem(shape: Shape, cells: Cells): string | undefined {
  const first = firstRow(shape);
  const across =
    shape === 'grid' ? usedColumns(cells) : Array.from({ length: columnsOf(shape, cells) - 1 }, (_, k) => k + 1);
  for (const column of shape === 'grid' ? across : [])
    if (typedNumber(cells[0]?.[column]) === null)
      return `Column ${column + 1} has no number for the second argument in row 1 ("${cells[0]?.[column] ?? ''}"). Fill it in or empty the column.`;
  for (const [row, texts] of cells.entries()) {
    if (row < first || texts.every((text) => text.trim() === '')) continue;
    // A value that a grid does not have is a hole; its argument, and a word instead of a number, are none.
    const needed = [0, ...across].filter((c) => shape !== 'grid' || c === 0 || !isBlank(texts[c]));
    for (const column of needed)
      if (typedNumber(texts[column]) === null)
        return `Row ${row + 1}, column ${column + 1} reads "${texts[column] ?? ''}": a number is needed. Fill it in or empty the row.`;
    if (needed.length === 1) return `Row ${row + 1} has an argument and no value. Fill one in or empty the row.`;
  }
  const empty = shape === 'grid' ? across.find((c) => cells.slice(1).every((row) => isBlank(row[c]))) : undefined;
  return empty === undefined
    ? undefined
    : `Column ${empty + 1} has an argument and no value. Fill one in or empty the column.`;
}

const isBlank = (text: string | undefined): boolean => (text ?? '').trim() === '';

const usedColumns = (cells: Cells): number[] =>
  Array.from({ length: columnsOf('grid', cells) - 1 }, (_, k) => k + 1).filter((column) =>
    cells.some((row) => !isBlank(row[column])),
  );
