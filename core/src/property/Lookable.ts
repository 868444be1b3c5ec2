import { standardAtKnots, standardUncertainty } from '../sample';
import { valueOf, type BuiltIn } from './builtIn';
import { interpolatorOf, type LookUp } from './interpolatorOf';
import { errorSourceOf, isInTwo, type PropertyTable } from './PropertyTable';
import { surfaceOf, type Surface } from './surface';

/** What a formula can ask for a value: a property table or a published formulation. */
export interface Lookable {
  symbol: string;
  arguments: readonly { name: string; unit: string }[];
  unit: string;
  /** Standard uncertainty of values at these arguments, where a number is stated; missing where nothing is looked up. */
  standardAt?(values: Float64Array, columns: readonly Float64Array[]): Float64Array;
  /** Name of its error among the sources: that of all of its values together. */
  errorSource: string;
  /** Its temperatures and pressures are absolute ones, as in every published formulation here. */
  isAbsolute?: true;
  /** One column an argument, all of one length, in the units of the arguments; values in the unit of the quantity. */
  at(columns: readonly Float64Array[]): LookUp;
  /** Change of the value with argument k. */
  slopes(columns: readonly Float64Array[], k: number): Float64Array;
}

/** @throws {AppError} TABLE_SCALE, UNIT_UNKNOWN, TABLE_POINTS_IN_LINE */
export function lookableTable(table: PropertyTable): Lookable {
  const { symbol, xName, xUnit, yUnit: unit } = table;
  const first = { name: xName, unit: xUnit };
  if (!isInTwo(table)) {
    const curve = interpolatorOf(table);
    return {
      symbol,
      unit,
      ...sureness(table),
      arguments: [first],
      at: ([x]) => curve.at(x!),
      slopes: ([x]) => curve.slopes(x!),
    };
  }
  const surface = surfaceOf(table);
  const at = ([x, w]: readonly Float64Array[]) => surface.at(x!, w!);
  const spans = [table.x, table.second.w].map((knots) => Math.max(...knots) - Math.min(...knots));
  return {
    symbol,
    unit,
    ...sureness(table),
    arguments: [first, table.second],
    at,
    slopes: (columns, k) => slopesBy(at, columns, k, () => SLOPE_STEP * spans[k]!),
  };
}

/** The uncertainty of a table is that of all of its values together. */
function sureness(table: PropertyTable): Pick<Lookable, 'errorSource' | 'standardAt'> {
  const { symbol, uncertainty } = table;
  const errorSource = errorSourceOf(symbol);
  if (!uncertainty) return { errorSource };
  if (uncertainty.kind === 'perKnot')
    return { errorSource, standardAt: betweenKnots(table, standardAtKnots(uncertainty)) };
  return {
    errorSource,
    standardAt: (values) => standardUncertainty(values, uncertainty, () => values.map(() => NaN)),
  };
}

/** Straight lines between what is stated at the knots; beyond them that of the end, and missing where a value is. */
function betweenKnots(table: PropertyTable, stated: number[]): NonNullable<Lookable['standardAt']> {
  // On the axis of the argument as the values are, but an uncertainty itself has no logarithm and no zero point.
  const straight = { method: 'linear', yScale: 'plain', yUnit: '', outside: 'hold' } as const;
  const y = stated.map((u) => (u === u ? u : null));
  const own = { ...table, ...straight, y };
  const at = isInTwo(own)
    ? surfaceOf({ ...own, second: { ...own.second, method: 'linear', between: 'triangles' } }).at
    : interpolatorOf(own).at;
  return (values, [x, w]) => {
    const { values: found } = (at as Surface['at'])(x!, w!);
    return found.map((u, i) => (values[i] === values[i] ? u : NaN));
  };
}

export function lookableBuiltIn(builtIn: BuiltIn): Lookable {
  const at = (columns: readonly Float64Array[]): LookUp => {
    const values = new Float64Array(columns[0]!.length);
    const outside: number[] = [];
    const place = new Array<number>(columns.length);
    for (let i = 0; i < values.length; i++) {
      let all = 0;
      for (let k = 0; k < columns.length; k++) all += place[k] = columns[k]![i]!;
      const value = valueOf(builtIn, ...place);
      values[i] = value;
      if (value !== value && all === all) outside.push(i);
    }
    return { values, outside: Int32Array.from(outside) };
  };
  const { symbol, unit, uncertainty } = builtIn;
  const standardAt =
    uncertainty &&
    ((values: Float64Array, columns: readonly Float64Array[]) =>
      values.map((v, i) => uncertainty(v, ...columns.map((column) => column[i]!))));
  return {
    symbol,
    unit,
    errorSource: `formulation ${symbol}`,
    ...(standardAt ? { standardAt } : {}),
    isAbsolute: true,
    arguments: builtIn.arguments,
    at,
    slopes: (columns, k) => slopesBy(at, columns, k, (v) => SLOPE_STEP * Math.max(Math.abs(v), 1e-3)),
  };
}

/** The cube root of what a double resolves, as a share of the argument: where rounding and bend of a difference weigh the same. */
const SLOPE_STEP = 6e-6;

/** Differences; at an end of the range that of the side on which there is something. */
function slopesBy(
  at: (columns: readonly Float64Array[]) => LookUp,
  columns: readonly Float64Array[],
  k: number,
  step: (argument: number) => number,
): Float64Array {
  const moved = (way: 1 | -1) => at(columns.map((c, l) => (l === k ? c.map((v) => v + way * step(v)) : c))).values;
  const [here, before, after] = [at(columns).values, moved(-1), moved(1)];
  return here.map((value, i) => {
    const h = step(columns[k]![i]!);
    if (before[i] !== before[i]) return (after[i]! - value) / h;
    return after[i] !== after[i] ? (value - before[i]!) / h : (after[i]! - before[i]!) / (2 * h);
  });
}
