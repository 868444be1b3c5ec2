import { rootBetween } from '../../number/rootBetween';
import { scaledAxis, scaledKnots } from '../axisScales';
import type { LookUp } from '../interpolatorOf';
import { methodOf } from '../methods';
import { valuesOf, type PropertyTable, type SecondArgument, type TableInTwo } from '../PropertyTable';
import { gridSurface } from './gridSurface';
import { scatteredSurface } from './scatteredSurface';
import { thinPlateSurface } from './thinPlate';

/** A table in two arguments, made ready to be looked up in. */
export interface Surface {
  /** Missing gives missing; outside the knots what the policy says. */
  at(x: Float64Array, w: Float64Array): LookUp;
  /**
   * All values of one argument at which, with the other one given, `at` gives a value; rising. Where the table is continued
   * beyond its knots, as far as it is wide on either side of them.
   */
  argumentsOf(value: number, given: { x: number } | { w: number }): number[];
}

type TwoArguments = Omit<PropertyTable, 'symbol' | 'name' | 'xName' | 'source' | 'second'> & {
  second: Omit<SecondArgument, 'name'>;
};

/**
 * @param table  knots in rising order; arguments and answers are in its units
 * @throws {AppError} TABLE_SCALE, UNIT_UNKNOWN, TABLE_POINTS_IN_LINE, TABLE_TOO_MANY_POINTS
 */
export function surfaceOf(table: TwoArguments | TableInTwo): Surface {
  const { second, outside: policy } = table;
  const [xAxis, wAxis, yAxis] = [
    scaledAxis(table.xScale, table.xUnit),
    scaledAxis(second.scale, second.unit),
    scaledAxis(table.yScale, table.yUnit),
  ];
  const [x, w, y] = [
    scaledKnots(table.x, xAxis, 'argument'),
    scaledKnots(second.w, wAxis, 'second argument'),
    scaledKnots(table.y, yAxis, 'value'),
  ];
  const plain = second.isScattered
    ? (second.between === 'thinPlate' ? thinPlateSurface : scatteredSurface)(x, w, y)
    : gridSurface(x, w, y, methodOf(table.method), methodOf(second.method));
  /** The value at one place, and whether it lies outside. */
  const look = (p: number, q: number): { value: number; isOutside: boolean } => {
    const [at, by] = [xAxis.to(p), wAxis.to(q)];
    if (at !== at || by !== by) return { value: NaN, isOutside: p === p && q === q };
    const isOutside = !plain.isInside(at, by);
    if (isOutside && policy === 'refuse') return { value: NaN, isOutside };
    const place = isOutside && policy === 'hold' ? plain.nearestInside(at, by) : ([at, by] as const);
    return { value: yAxis.from(plain.valueAt(...place)), isOutside };
  };
  return {
    at: (p, q) => {
      const values = new Float64Array(p.length);
      const [outside, holes]: number[][] = [[], []];
      for (let i = 0; i < values.length; i++) {
        const { value, isOutside } = look(p[i]!, q[i]!);
        values[i] = value;
        if (value !== value && p[i] === p[i] && q[i] === q[i] && !(isOutside && policy === 'refuse')) holes!.push(i);
        else if (isOutside) outside!.push(i);
      }
      return { values, outside: Int32Array.from(outside!), holes: Int32Array.from(holes!) };
    },
    argumentsOf: (value, given) => {
      const along = 'x' in given ? second.w : table.x;
      const cut = (q: number): number => ('x' in given ? look(given.x, q) : look(q, given.w)).value - value;
      const within = places(along, second.isScattered);
      return crossings(cut, policy === 'extend' ? withBeyond(within) : within);
    },
  };
}

/**
 * What a thin plate through all other points misses each point by, unit of the value; missing where it lies outside them.
 * @throws {AppError} TABLE_SCALE, UNIT_UNKNOWN, TABLE_POINTS_IN_LINE, TABLE_TOO_MANY_POINTS
 */
export function missesOfThinPlate({ x, y, second, ...table }: TableInTwo): Float64Array {
  const yAxis = scaledAxis(table.yScale, table.yUnit);
  const p = scaledKnots(x, scaledAxis(table.xScale, table.xUnit), 'argument');
  const q = scaledKnots(second.w, scaledAxis(second.scale, second.unit), 'second argument');
  const [known, scaled] = [valuesOf({ y }), scaledKnots(y, yAxis, 'value')];
  const without = (values: Float64Array, i: number): Float64Array => values.filter((_, k) => k !== i);
  return thinPlateSurface(p, q, scaled)
    .misses()
    .map((miss, i) => {
      const others = scatteredSurface(without(p, i), without(q, i), without(scaled, i));
      return others.isInside(p[i]!, q[i]!) ? yAxis.from(scaled[i]! + miss) - known[i]! : NaN;
    });
}

/** A piece is cut in so many, so that it may cross a value more than once; over scattered points, the whole range. */
const PARTS = 16;
const PARTS_OF_ALL = 1000;
const BEYOND = 200;

/** Places with as many again on either side, as far as they reach themselves. */
function withBeyond(within: readonly number[]): number[] {
  const [low, high] = [within[0]!, within.at(-1)!];
  const step = (high - low) / BEYOND;
  const out = Array.from({ length: BEYOND }, (_, i) => (i + 1) * step);
  return [...out.map((d) => low - d).reverse(), ...within, ...out.map((d) => high + d)];
}

function places(knots: readonly number[], isScattered: boolean): number[] {
  const breaks = isScattered ? [Math.min(...knots), Math.max(...knots)] : knots;
  const parts = isScattered ? PARTS_OF_ALL : PARTS;
  return breaks.flatMap((to, k) => {
    const from = breaks[k - 1];
    return from === undefined
      ? [to]
      : Array.from({ length: parts }, (_, i) => (i === parts - 1 ? to : from + ((to - from) * (i + 1)) / parts));
  });
}

/** Where a function is zero between places. A step across zero is no such place. */
function crossings(f: (q: number) => number, at: readonly number[]): number[] {
  const values = at.map(f);
  const size = values.reduce((most, v) => (v === v ? Math.max(most, Math.abs(v)) : most), 0);
  const found: number[] = [];
  for (let k = 0; k < at.length; k++) {
    if (values[k] === 0) found.push(at[k]!);
    else if (k > 0 && values[k - 1]! * values[k]! < 0) {
      const root = rootBetween(f, at[k - 1]!, at[k]!);
      if (Math.abs(f(root)) < 1e-9 * size) found.push(root);
    }
  }
  return found;
}
