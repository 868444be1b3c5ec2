import { AppError } from '../error/AppError';
import type { TableUncertainty } from '../sample';

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
  /** What its source states of how sure its values are, alike or knot by knot; one error for the whole table. */
  uncertainty?: TableUncertainty | null | undefined;
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
 * @throws {AppError} TABLE_TOO_SHORT, TABLE_KNOT_NOT_NUMBER, TABLE_KNOT_REPEATED, TABLE_GRID_SIZE, TABLE_LINE_EMPTY,
 *   TABLE_KNOT_UNCERTAINTY
 */
export function inOrder<T extends PropertyTable>(table: T): T {
  const { x, y, second } = table;
  needUncertainties(table);
  if (!second) {
    const order = orderOf(x, y);
    return { ...table, x: inThat(order, x), y: inThat(order, y), uncertainty: uncertaintyIn(order, table) };
  }
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
  const [rows, columns] = [orderOf(x, x), orderOf(w, w)];
  const order = rows.flatMap((i) => columns.map((j) => i * w.length + j));
  return {
    ...table,
    x: inThat(rows, x),
    y: inThat(order, y),
    uncertainty: uncertaintyIn(order, table),
    second: { ...second, w: inThat(columns, w) },
  };
}

const inThat = <T>(order: readonly number[], column: readonly T[]): T[] => order.map((i) => column[i]!);

function uncertaintyIn(order: readonly number[], { uncertainty }: PropertyTable): PropertyTable['uncertainty'] {
  return uncertainty?.kind === 'perKnot' ? { ...uncertainty, values: inThat(order, uncertainty.values) } : uncertainty;
}

/** Each value has its ± where they are stated one by one. @throws {AppError} TABLE_KNOT_UNCERTAINTY */
function needUncertainties({ y, uncertainty }: PropertyTable): void {
  if (uncertainty?.kind !== 'perKnot') return;
  const { values } = uncertainty;
  const lacks = y.findIndex((v, i) => v !== null && !Number.isFinite(values[i] ?? NaN));
  if (lacks >= 0 || values.length !== y.length)
    throw new AppError('TABLE_KNOT_UNCERTAINTY', { value: y[lacks] ?? null, have: values.length, need: y.length });
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
 * The order in which knots rise; refuses what cannot be interpolated.
 * @throws {AppError} TABLE_TOO_SHORT, TABLE_KNOT_NOT_NUMBER, TABLE_KNOT_REPEATED
 */
function orderOf(x: readonly number[], y: readonly (number | null)[]): number[] {
  if (x.length !== y.length)
    throw new AppError('LENGTHS_DIFFER', { a: 'x', b: 'y', lengthA: x.length, lengthB: y.length });
  if (x.length < 2) throw new AppError('TABLE_TOO_SHORT', { have: x.length });
  needNumbers(x, y);
  const order = [...x.keys()].sort((a, b) => x[a]! - x[b]!);
  order.forEach((i, k) => {
    if (k > 0 && x[order[k - 1]!] === x[i])
      throw new AppError('TABLE_KNOT_REPEATED', { x: x[i]!, row: Math.max(i, order[k - 1]!) + 1 });
  });
  return order;
}
