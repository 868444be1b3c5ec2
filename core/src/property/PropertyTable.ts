import { AppError } from '../error/AppError';
import type { Uncertainty } from '../sample';

/** What a table answers outside its knots: nothing (missing, counted), the end value, or its end piece continued. */
export type OutsidePolicy = 'refuse' | 'hold' | 'extend';

/** How an axis is counted while interpolating, in SI base units: as it is, by its logarithm, or by its reciprocal. */
export type AxisScale = 'plain' | 'log' | 'reciprocal';

/** Between scattered points: flat triangles, or a thin plate that is bent as little as possible. */
export type BetweenPoints = 'triangles' | 'thinPlate';

/** The second argument w of a table y(x, w). */
export interface SecondArgument {
  name: string;
  unit: string;
  method?: string | undefined;
  scale?: AxisScale | undefined;
  /** Knots in rising w, each met by every x; of a scattered table the w of each point. */
  w: number[];
  /** Points anywhere in the plane of both arguments instead of a grid. */
  isScattered: boolean;
  /** Between scattered points: flat triangles where nothing is said. */
  between?: BetweenPoints | undefined;
}

/** y(x) or y(x, w) tabulated, with the units and the source that travel with it. */
export interface PropertyTable {
  symbol: string;
  name: string;
  xName: string;
  xUnit: string;
  yUnit: string;
  source: string;
  /** A kind of `interpolationMethods`; linear where none is named. */
  method?: string | undefined;
  xScale?: AxisScale | undefined;
  yScale?: AxisScale | undefined;
  outside: OutsidePolicy;
  /** What its source states of how sure its values are; the same error for the whole table. */
  uncertainty?: Uncertainty | null | undefined;
  /** Knots in rising x; of a scattered table the x of each point. */
  x: number[];
  /** The value at each x; over a grid row by row, y[i · (number of w) + j] at x[i], w[j], null where it has a hole. */
  y: (number | null)[];
  second?: SecondArgument | null | undefined;
}
export type TableInTwo = PropertyTable & { second: SecondArgument };

export const isInTwo = (table: PropertyTable): table is TableInTwo => Boolean(table.second);

/** The values, NaN where a grid has a hole. */
export const valuesOf = ({ y }: Pick<PropertyTable, 'y'>): Float64Array => Float64Array.from(y, (v) => v ?? NaN);

/** Under this name the error of a table reaches whatever was looked up in it. */
export const errorSourceOf = (symbol: string): string => `table ${symbol}`;

/**
 * A table with its knots in rising order.
 * @throws {AppError} TABLE_TOO_SHORT, TABLE_KNOT_NOT_NUMBER, TABLE_KNOT_REPEATED, TABLE_GRID_SIZE, TABLE_LINE_EMPTY
 */
export function inOrder<T extends PropertyTable>(table: T): T {
  const { x, y, second } = table;
  if (!second) return { ...table, ...orderKnots(x, y) };
  const { w } = second;
  if (second.isScattered) {
    if (x.length !== w.length || x.length !== y.length)
      throw new AppError('TABLE_GRID_SIZE', { need: `${x.length} points`, have: Math.min(w.length, y.length) });
    needNumbers(x, w, y);
    const places = new Map<string, number>();
    x.forEach((at, i) => {
      const place = `${at}, ${w[i]}`;
      if (places.has(place)) throw new AppError('TABLE_KNOT_REPEATED', { x: place, row: i + 1 });
      places.set(place, i);
    });
    return table;
  }
  if (y.length !== x.length * w.length)
    throw new AppError('TABLE_GRID_SIZE', { need: `${x.length} × ${w.length} values`, have: y.length });
  needNumbers(y.filter((v) => v !== null));
  needSomeInEachLine(table, second);
  const placesOf = (knots: readonly number[]) => orderKnots(knots, [...knots.keys()]);
  const [rows, columns] = [placesOf(x), placesOf(w)];
  return {
    ...table,
    x: rows.x,
    y: rows.y.flatMap((i) => columns.y.map((j) => y[i * w.length + j]!)),
    second: { ...second, w: columns.x },
  };
}

/** A row or a column of holes alone says nothing. @throws {AppError} TABLE_LINE_EMPTY */
function needSomeInEachLine({ x, y, xName }: PropertyTable, { w, name }: SecondArgument): void {
  const row = x.findIndex((_, i) => w.every((__, j) => y[i * w.length + j] === null));
  if (row >= 0) throw new AppError('TABLE_LINE_EMPTY', { name: xName, at: x[row]! });
  const column = w.findIndex((_, j) => x.every((__, i) => y[i * w.length + j] === null));
  if (column >= 0) throw new AppError('TABLE_LINE_EMPTY', { name, at: w[column]! });
}

function needNumbers(...columns: (readonly (number | null)[])[]): void {
  const rows = columns.map((column) => column.findIndex((v) => !Number.isFinite(v))).filter((row) => row >= 0);
  if (rows.length > 0) throw new AppError('TABLE_KNOT_NOT_NUMBER', { row: Math.min(...rows) + 1 });
}

/**
 * Brings knots into rising order and refuses what cannot be interpolated.
 * @throws {AppError} TABLE_TOO_SHORT, TABLE_KNOT_NOT_NUMBER, TABLE_KNOT_REPEATED
 */
function orderKnots(x: readonly number[], y: readonly (number | null)[]): { x: number[]; y: number[] } {
  if (x.length !== y.length)
    throw new AppError('LENGTHS_DIFFER', { a: 'x', b: 'y', lengthA: x.length, lengthB: y.length });
  if (x.length < 2) throw new AppError('TABLE_TOO_SHORT', { have: x.length });
  const order = x.map((_, i) => i);
  for (const i of order)
    if (!Number.isFinite(x[i]) || !Number.isFinite(y[i])) throw new AppError('TABLE_KNOT_NOT_NUMBER', { row: i + 1 });
  order.sort((a, b) => x[a]! - x[b]!);
  order.forEach((i, k) => {
    if (k > 0 && x[order[k - 1]!] === x[i])
      throw new AppError('TABLE_KNOT_REPEATED', { x: x[i]!, row: Math.max(i, order[k - 1]!) + 1 });
  });
  return { x: order.map((i) => x[i]!), y: order.map((i) => y[i]!) };
}
