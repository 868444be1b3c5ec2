import type { SheetGridRow } from '../../sheet/SheetGrid';
import { columnsOf, emptyCells, reshaped, type Cells, type Shape } from './cells';
import type { TableDraft } from './state';

/** The ± of each knot as it is typed, each where its value stands among the cells. */
export type ErrorCells = Cells;

type Knots = Pick<TableDraft, 'shape' | 'cells' | 'knotErrors'>;

/** Of a grid either its values or their ± are shown; of a list both, side by side. */
export interface KnotSheet {
  rows: Cells;
  /** Columns beside the cells. */
  further: number;
}

/** What the sheet of knots shows. @param ofErrors  of a grid: the ± in the place of the values */
export function sheetOf({ shape, cells, knotErrors }: Knots, ofErrors: boolean): KnotSheet {
  if (!knotErrors || (shape === 'grid' && !ofErrors)) return { rows: cells, further: 0 };
  const errors = knotErrors.cells;
  if (shape === 'grid')
    return {
      further: 0,
      rows: cells.map((row, r) => row.map((text, c) => (r === 0 || c === 0 ? text : (errors[r]?.[c] ?? '')))),
    };
  const last = columnsOf(shape, cells) - 1;
  return { further: 1, rows: cells.map((row, r) => [...padded(row, last + 1), errors[r]?.[last] ?? '']) };
}

/** What a change in the sheet means for the draft; rows carry where they stood before, if anywhere. */
export function changedInSheet(draft: Knots, rows: readonly SheetGridRow[], ofErrors: boolean): Partial<TableDraft> {
  const { shape, knotErrors } = draft;
  const texts = rows.map((row) => row.cells);
  if (!knotErrors) return { cells: texts };
  const moved = (from: Cells): Cells => rows.map(({ id }) => (id === undefined ? [] : (from[id] ?? [])));
  if (shape !== 'grid') {
    const last = columnsOf(shape, draft.cells) - 1;
    return {
      cells: texts.map((row) => row.slice(0, last + 1)),
      knotErrors: { ...knotErrors, cells: texts.map((row) => [...padded([], last), row[last + 1] ?? '']) },
    };
  }
  if (!ofErrors) return { cells: texts, knotErrors: { ...knotErrors, cells: moved(knotErrors.cells) } };
  const before = moved(draft.cells);
  const isAxis = (r: number, c: number): boolean => r === 0 || c === 0;
  const pick = (axes: Cells, values: Cells): Cells =>
    texts.map((row, r) => row.map((_, c) => (isAxis(r, c) ? axes : values)[r]?.[c] ?? ''));
  return { cells: pick(texts, before), knotErrors: { ...knotErrors, cells: pick([], texts) } };
}

const padded = (row: readonly string[], to: number): string[] => Array.from({ length: to }, (_, c) => row[c] ?? '');

/** The ± in another shape of the table: each goes with the arguments at which it stood. */
export function reshapedErrors({ shape, cells, knotErrors }: Knots, to: Shape): TableDraft['knotErrors'] {
  if (!knotErrors) return null;
  const errors = knotErrors.cells;
  const at = new Map<string, string>();
  for (const place of valuePlaces(shape, cells)) at.set(place.key, errors[place.row]?.[place.column] ?? '');
  const shaped = reshaped(shape, to, cells);
  const made = shaped.map((row) => row.map(() => ''));
  for (const place of valuePlaces(to, shaped)) {
    // A curve has no second argument to go by.
    const [x] = place.key.split(SEPARATOR);
    made[place.row]![place.column] = at.get(place.key) ?? at.get(`${x}${SEPARATOR}`) ?? '';
    if (to === 'curve') made[place.row]![place.column] ||= firstOf(at, x!);
  }
  return { ...knotErrors, cells: made };
}

const SEPARATOR = ' | ';
const firstOf = (at: ReadonlyMap<string, string>, x: string): string =>
  [...at].find(([key]) => key.startsWith(`${x}${SEPARATOR}`))?.[1] ?? '';

function valuePlaces(shape: Shape, cells: Cells): { row: number; column: number; key: string }[] {
  const text = (row: number, column: number): string => (cells[row]?.[column] ?? '').trim();
  if (shape === 'grid')
    return cells.flatMap((texts, row) =>
      row === 0
        ? []
        : texts.slice(1).map((_, c) => ({
            ...{ row, column: c + 1 },
            key: `${text(row, 0)}${SEPARATOR}${text(0, c + 1)}`,
          })),
    );
  const column = columnsOf(shape, cells) - 1;
  return cells.map((_, row) => ({
    ...{ row, column },
    key: `${text(row, 0)}${SEPARATOR}${shape === 'scattered' ? text(row, 1) : ''}`,
  }));
}

/** Cells without their arguments. */
export function valuesAlone(shape: Shape, cells: Cells): ErrorCells {
  const values = new Set(valuePlaces(shape, cells).map(({ row, column }) => `${row} ${column}`));
  return cells.map((row, r) => row.map((text, c) => (values.has(`${r} ${c}`) ? text : '')));
}

/** Room for the ± of a table that has none yet. */
export const emptyErrors = (shape: Shape, cells: Cells): ErrorCells =>
  (cells.length > 0 ? cells : emptyCells(shape)).map((row) => row.map(() => ''));
