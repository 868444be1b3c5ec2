import { typedNumber } from '../../sheet/typedNumber';
import { columnsOf, type CellPosition, type Cells, type Shape } from './cells';

/** Cells in which a number is missing, of rows that have some. */
export function holesOf(shape: Shape, cells: Cells): CellPosition[] {
  const isGrid = shape === 'grid';
  const width = isGrid ? (cells[0]?.length ?? 0) : columnsOf(shape, cells);
  const columns = Array.from({ length: width }, (_, c) => c).filter(
    (c) => !isGrid || c === 0 || numberAt(cells, 0, c) !== null,
  );
  const values = isGrid ? columns.slice(1) : columns;
  return cells.flatMap((_, row): CellPosition[] =>
    (isGrid && row === 0) || !values.some((c) => numberAt(cells, row, c) !== null)
      ? []
      : columns.filter((c) => numberAt(cells, row, c) === null).map((c) => [row, c]),
  );
}

const numberAt = (cells: Cells, row: number, column: number): number | null => typedNumber(cells[row]?.[column]);

const MOST_NAMED = 4;

/** Which rows wait for which cell, and what it means; a grid waits for its arguments alone. Empty where none does. */
export function holesInWords(shape: Shape, all: readonly CellPosition[]): string {
  const holes = all.filter(([, column]) => shape !== 'grid' || column === 0);
  if (holes.length === 0) return '';
  const named = holes.slice(0, MOST_NAMED).map(([row, column]) => `row ${row + 1}, column ${column + 1}`);
  const more = holes.length > MOST_NAMED ? ` and ${holes.length - MOST_NAMED} more` : '';
  const rows = new Set(holes.map(([row]) => row)).size;
  const are = rows === 1 ? 'This row is' : 'These rows are';
  return `No number in ${named.join('; ')}${more}. ${are} neither drawn nor looked up in until it is there.`;
}

interface Filled {
  cells: Cells;
  /** What was filled, for the notes of the table. */
  note: string;
}

/**
 * A grid with its holes filled by straight lines between the nearest numbers of the row and of the column, the mean of
 * both where both are there. What has no number on two sides stays a hole.
 * @returns undefined: none can be filled
 */
export function filledGrid(cells: Cells): Filled | undefined {
  const made = holesOf('grid', cells).flatMap(([row, column]) => {
    const [x, w] = [numberAt(cells, row, 0), numberAt(cells, 0, column)];
    if (column === 0 || x === null || w === null) return [];
    const along = between(cells[row]!.map((_, c) => point(numberAt(cells, 0, c), numberAt(cells, row, c))).slice(1), w);
    const down = between(cells.map((_, r) => point(numberAt(cells, r, 0), numberAt(cells, r, column))).slice(1), x);
    const found = [along, down].filter((v) => v !== undefined);
    if (found.length === 0) return [];
    const value = found.reduce((sum, v) => sum + v, 0) / found.length;
    return [{ row, column, value: Number(value.toPrecision(12)), place: `${x}, ${w}` }];
  });
  if (made.length === 0) return undefined;
  const at = new Map(made.map((m) => [`${m.row} ${m.column}`, String(m.value)]));
  return {
    cells: cells.map((texts, row) => texts.map((text, column) => at.get(`${row} ${column}`) ?? text)),
    note: `Filled by straight lines between the neighbours in row and column: the value at ${made.map((m) => m.place).join('; ')}.`,
  };
}

interface Known {
  at: number;
  value: number;
}
const point = (at: number | null, value: number | null): Known | undefined =>
  at === null || value === null ? undefined : { at, value };

/** On the straight line between the nearest points at both sides; undefined where one side has none. */
function between(points: readonly (Known | undefined)[], at: number): number | undefined {
  const known = points.filter((p) => p !== undefined).sort((a, b) => a.at - b.at);
  const below = known.findLast((p) => p.at < at);
  const above = known.find((p) => p.at > at);
  return below && above && below.value + ((at - below.at) / (above.at - below.at)) * (above.value - below.value);
}
