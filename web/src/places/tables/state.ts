import type { TableBody, TableRow } from '@undameter/contract';
import {
  AppError,
  argumentsAt,
  type BetweenPoints,
  interpolatorOf,
  isInTwo,
  judgeTable,
  leaveOneOut,
  lookableTable,
  surfaceOf,
  type Interpolator,
  type LeaveOneOut,
  type Lookable,
  type PropertyTable,
  type Surface,
  type TableDoubt,
  type Uncertainty,
} from '@undameter/core';
import { valuesAlone } from './errorCells';
import { typedNumber } from '../../sheet/typedNumber';
import {
  cellsOf,
  emptyCells,
  firstProblem,
  knotsOf,
  type Cells,
  type CellPosition,
  type Shape,
  type TypedKnots,
} from './cells';

/** A table as it is typed. What is said of a second argument stays while the table has none. */
export interface TableDraft extends Omit<TableBody, 'x' | 'y' | 'second' | 'uncertainty'> {
  shape: Shape;
  second: {
    name: string;
    unit: string;
    method: string;
    scale: TableBody['xScale'];
    between?: BetweenPoints;
  };
  cells: Cells;
  /** Of all values alike, where it is not stated knot by knot. */
  uncertainty: Uncertainty | null;
  /** The ± of each knot, where its value stands among the cells; null: they are not stated one by one. */
  knotErrors: { statedAs: Uncertainty['statedAs']; cells: Cells } | null;
}

export const emptyDraft: TableDraft = {
  isShared: false,
  symbol: '',
  name: '',
  xName: '',
  xUnit: '',
  yUnit: '',
  source: '',
  method: 'linear',
  xScale: 'plain',
  yScale: 'plain',
  outside: 'refuse',
  uncertainty: null,
  notes: '',
  shape: 'curve',
  second: { name: '', unit: '', method: 'linear', scale: 'plain' },
  cells: emptyCells('curve'),
  knotErrors: null,
};

/** A saved table without what the store added. */
export const bodyOfRow = ({ id: _, campaignId: __, ...body }: TableRow): TableBody => body;

export function draftOf(body: TableBody): TableDraft {
  const { x, y, second, uncertainty, ...head } = body;
  const shape: Shape = !second ? 'curve' : second.isScattered ? 'scattered' : 'grid';
  const { isScattered: _, w, ...more } = second ?? { ...emptyDraft.second, w: [], isScattered: false };
  const shaped = { ...head, shape, second: more, cells: cellsOf(shape, { x, w, y }) };
  if (uncertainty?.kind !== 'perKnot') return { ...shaped, uncertainty: uncertainty ?? null, knotErrors: null };
  const errors = valuesAlone(shape, cellsOf(shape, { x, w, y: uncertainty.values }));
  return { ...shaped, uncertainty: null, knotErrors: { statedAs: uncertainty.statedAs, cells: errors } };
}

/** A draft that can be interpolated, with what is to be said of it. */
export interface Understood {
  table: PropertyTable;
  lookable: Lookable;
  /** Of a table in one argument. */
  curve: Interpolator | undefined;
  /** Of one in two. */
  surface: Surface | undefined;
  /** The cell in which each value is typed. */
  places: CellPosition[];
  doubts: TableDoubt[];
  error: LeaveOneOut | undefined;
}

/** Places of the values that are likely typed wrong. */
export const likelyWrong = ({ doubts }: Understood): number[] =>
  doubts.flatMap((d) => (d.kind === 'typingError' && d.knot !== null ? [d.knot] : []));

/** What can be drawn of a draft; or why it cannot be yet, once there is something to say. */
export function understand(draft: TableDraft): Understood | { problem: string | null } {
  const { x, w, y, places } = knotsOf(draft.shape, draft.cells);
  if (x.length < 2 || (draft.shape === 'grid' && w.length < 2) || (draft.shape === 'scattered' && x.length < 3))
    return { problem: null };
  const table = tableOf(draft, { x, w, y, places });
  try {
    needUnlike(table);
    const [curve, surface] = isInTwo(table) ? [undefined, surfaceOf(table)] : [interpolatorOf(table), undefined];
    const doubts = judgeTable(table);
    const isUnsorted = places.some(([row, column], k) =>
      k > 0 && row === places[k - 1]![0] ? column < places[k - 1]![1] : row < (places[k - 1]?.[0] ?? 0),
    );
    if (isUnsorted)
      doubts.push({
        kind: 'order',
        knot: null,
        sentence: 'The rows are not in rising order of the argument; they are sorted when the table is saved.',
      });
    return { table, lookable: lookableTable(table), curve, surface, places, doubts, error: leaveOneOut(table) };
  } catch (error) {
    if (!(error instanceof AppError)) throw error;
    return { problem: error.message };
  }
}

function tableOf(
  { shape, second, cells: _, knotErrors, uncertainty: alike, ...head }: TableDraft,
  { x, w, y, places }: TypedKnots,
): TableBody {
  const errorAt = ([row, column]: CellPosition): number | null => typedNumber(knotErrors?.cells[row]?.[column]);
  const uncertainty = knotErrors
    ? { kind: 'perKnot' as const, statedAs: knotErrors.statedAs, values: places.map(errorAt) }
    : alike;
  return {
    ...head,
    uncertainty,
    x,
    y,
    second: shape === 'curve' ? null : { ...second, w, isScattered: shape === 'scattered' },
  };
}

/** No place twice. @throws {AppError} TABLE_KNOT_REPEATED */
function needUnlike(table: PropertyTable): void {
  const seen = new Set<string>();
  table.y.forEach((_, knot) => {
    const place = argumentsAt(table, knot).join(', ');
    if (seen.has(place)) throw new AppError('TABLE_KNOT_REPEATED', { x: place, row: knot + 1 });
    seen.add(place);
  });
}

/** The table to save, or what has to be filled in first. */
export function bodyOf(draft: TableDraft): { body: TableBody } | { problem: string } {
  const problem = firstProblem(draft.shape, draft.cells) ?? firstErrorProblem(draft);
  if (problem !== undefined) return { problem };
  const lacks = (['symbol', 'name', 'xName', 'source'] as const).filter((field) => draft[field].trim() === '');
  const words = { symbol: 'a symbol', name: 'a quantity', xName: 'an argument', source: 'a source' };
  const missing = lacks.map((l) => words[l]);
  if (draft.shape !== 'curve' && draft.second.name.trim() === '') missing.push('a second argument');
  if (missing.length > 0) return { problem: `The table still needs ${missing.join(', ')}.` };
  const knots = knotsOf(draft.shape, draft.cells);
  const { x, w } = knots;
  if (x.length < 2) return { problem: `A table needs at least two knots; this one has ${x.length}.` };
  if (draft.shape === 'grid' && w.length < 2)
    return { problem: `A grid needs at least two columns of values; this one has ${w.length}.` };
  return { body: tableOf(draft, knots) };
}

/** The first value that has no ± beside it, or one that is none. */
function firstErrorProblem({ shape, cells, knotErrors }: TableDraft): string | undefined {
  if (!knotErrors) return undefined;
  const { y, places } = knotsOf(shape, cells);
  for (const [k, [row, column]] of places.entries()) {
    const text = knotErrors.cells[row]?.[column] ?? '';
    const stated = typedNumber(text);
    if (y[k] !== null && (stated === null || stated < 0))
      return `The ± beside ${cells[row]![column]} in row ${row + 1} reads "${text}": a number that is not below zero is needed. Fill it in, or state one ± for all values.`;
  }
  return undefined;
}
