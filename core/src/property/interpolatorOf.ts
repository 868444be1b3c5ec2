import { scaledAxis, scaledKnots } from './axisScales';
import { methodOf } from './methods';
import {
  areaUnder,
  argumentsBeyond,
  argumentsOf,
  bendAt,
  finderOf,
  slopeAt,
  valueAt,
  type Finder,
  type Pieces,
} from './Pieces';
import type { OutsidePolicy, PropertyTable } from './PropertyTable';

export interface LookUp {
  values: Float64Array;
  /** Places of the arguments that lay outside the knots, rising. */
  outside: Int32Array;
  /** Places that lay beside a hole of a grid, rising; their values are missing. */
  holes?: Int32Array;
}

/** Knots made ready to be looked up in. */
export interface Interpolator {
  /** Missing gives missing; outside the knots what the policy says. */
  at(query: Float64Array): LookUp;
  /** dy/dx; 0 where an end value is held. */
  slopes(query: Float64Array): Float64Array;
  /**
   * All arguments at which `at` gives a value, rising: within the knots, and beyond them where the end pieces are continued.
   * Where an end value is held everything beyond that end gives it too, and the end alone is told.
   */
  argumentsOf(value: number): number[];
  /** ∫ y dx between two arguments, as far as the knots reach. */
  area(from: number, to: number): number;
}

/**
 * The curve through knots, on axes as they are.
 * @param x       strictly rising, length n >= 2
 * @param y       length n
 * @param method  a kind of `interpolationMethods`, where each has its source
 */
export function interpolatorThrough(
  x: Float64Array,
  y: Float64Array,
  method: string,
  outside: OutsidePolicy,
): Interpolator & { bends(query: Float64Array): Float64Array } {
  const pieces = methodOf(method).fit(x, y);
  const finder = finderOf(pieces.breaks);
  return {
    at: (query) => evaluate(pieces, finder, query, outside),
    slopes: (query) => ofPiece(slopeAt, pieces, finder, query, outside),
    bends: (query) => ofPiece(bendAt, pieces, finder, query, outside),
    argumentsOf: (value) => argumentsUnder(pieces, value, outside),
    area: (from, to) => areaUnder(pieces, from, to),
  };
}

/**
 * A property table; arguments and answers are in its units.
 * @throws {AppError} TABLE_SCALE, UNIT_UNKNOWN
 */
export function interpolatorOf(table: Omit<PropertyTable, 'symbol' | 'name' | 'xName' | 'source'>): Interpolator {
  const [xAxis, yAxis] = [scaledAxis(table.xScale, table.xUnit), scaledAxis(table.yScale, table.yUnit)];
  const [x, y] = [scaledKnots(table.x, xAxis, 'argument'), scaledKnots(table.y, yAxis, 'value')];
  const scaled = interpolatorThrough(x, y, table.method ?? 'linear', table.outside);
  if (xAxis.isPlain && yAxis.isPlain) return scaled;
  const look = (query: Float64Array): LookUp => {
    const { values, outside } = scaled.at(query.map(xAxis.to));
    return { values: values.map(yAxis.from), outside };
  };
  return {
    at: look,
    slopes: (query) => {
      const { values } = look(query);
      const slopes = scaled.slopes(query.map(xAxis.to));
      return slopes.map((s, i) => (s === 0 ? 0 : (s * xAxis.slope(query[i]!)) / yAxis.slope(values[i]!)));
    },
    argumentsOf: (value) =>
      scaled
        .argumentsOf(yAxis.to(value))
        .map(xAxis.from)
        // Beyond the knots an axis may end: a logarithm has no place for zero, a reciprocal none for infinity.
        .filter((q) => Number.isFinite(look(Float64Array.of(q)).values[0]!))
        .sort((p, q) => p - q),
    area: (from, to) => areaByGauss(table.x, look, from, to),
  };
}

function argumentsUnder(pieces: Pieces, value: number, policy: OutsidePolicy): number[] {
  const within = argumentsOf(pieces, value);
  if (policy !== 'extend') return within;
  return [...argumentsBeyond(pieces, 'before', value), ...within, ...argumentsBeyond(pieces, 'after', value)];
}

function evaluate(pieces: Pieces, finder: Finder, query: Float64Array, policy: OutsidePolicy): LookUp {
  const values = new Float64Array(query.length);
  const outside: number[] = [];
  /** What no piece answers: missing, the last break itself, beyond the ends. */
  const elsewhere = (i: number): number => {
    const q = query[i]!;
    if (q === pieces.breaks[pieces.a.length]) return pieces.last;
    if (q === q) outside.push(i);
    return q === q ? beyond(pieces, q, policy) : NaN;
  };
  const fill = finder.isCrowded || areTogether(pieces.breaks, query) ? fillTogether : fillApart;
  fill(pieces, finder, query, values, elsewhere);
  return { values, outside: Int32Array.from(outside) };
}

const PROBES = 200;

/** True where an argument mostly lies in the piece of the one before it, as those of a log do. */
function areTogether(breaks: Float64Array, query: Float64Array): boolean {
  const width = (breaks[breaks.length - 1]! - breaks[0]!) / (breaks.length - 1);
  const stride = Math.max(1, Math.floor(query.length / PROBES));
  let [near, all] = [0, 0];
  for (let i = 1; i < query.length; i += stride, all++) if (Math.abs(query[i]! - query[i - 1]!) < width / 2) near++;
  return near > all / 2;
}

type Fill = (
  pieces: Pieces,
  finder: Finder,
  query: Float64Array,
  values: Float64Array,
  elsewhere: (i: number) => number,
) => void;

/** Each piece is read once for all arguments in a row that lie in it. */
const fillTogether: Fill = ({ breaks, degree, a, b, c, e }, finder, query, values, elsewhere) => {
  const n = query.length;
  const [low, high] = [breaks[0]!, breaks[a.length]!];
  for (let i = 0; i < n;) {
    let q = query[i]!;
    if (!(q >= low && q < high)) {
      values[i] = elsewhere(i);
      i++;
      continue;
    }
    const k = finder.of(q);
    const from = breaks[k]!;
    const to = breaks[k + 1]!;
    const ak = a[k]!;
    const bk = b[k]!;
    const ck = c[k]!;
    const ek = e[k]!;
    if (degree === 3)
      do {
        const d = q - from;
        values[i++] = ak + d * (bk + d * (ck + d * ek));
        q = query[i]!;
      } while (i < n && q >= from && q < to);
    else
      do {
        values[i++] = ak + (q - from) * bk;
        q = query[i]!;
      } while (i < n && q >= from && q < to);
  }
};

/** Each argument finds its piece by itself, without a branch that could be guessed wrong. */
const fillApart: Fill = ({ breaks, degree, a, b, c, e }, { starts, perUnit }, query, values, elsewhere) => {
  const [low, high] = [breaks[0]!, breaks[a.length]!];
  for (let i = 0; i < query.length; i++) {
    const q = query[i]!;
    if (!(q >= low && q < high)) {
      values[i] = elsewhere(i);
      continue;
    }
    let k = starts[((q - low) * perUnit) | 0]!;
    while (breaks[k + 1]! <= q) k++;
    const d = q - breaks[k]!;
    values[i] = degree === 3 ? a[k]! + d * (b[k]! + d * (c[k]! + d * e[k]!)) : a[k]! + d * b[k]!;
  }
};

function beyond(pieces: Pieces, q: number, policy: OutsidePolicy): number {
  if (policy === 'refuse') return NaN;
  const before = q < pieces.breaks[0]!;
  if (policy === 'hold' || pieces.degree === 0) return before ? pieces.a[0]! : pieces.last;
  const k = before ? 0 : pieces.a.length - 1;
  return valueAt(pieces, k, q - pieces.breaks[k]!);
}

/** A derivative of the piece around each argument; 0 where an end value is held. */
function ofPiece(
  derivative: (pieces: Pieces, k: number, d: number) => number,
  pieces: Pieces,
  finder: Finder,
  query: Float64Array,
  policy: OutsidePolicy,
): Float64Array {
  const { breaks, a } = pieces;
  const m = a.length;
  return query.map((q) => {
    if (q !== q) return NaN;
    const inside = q >= breaks[0]! && q <= breaks[m]!;
    if (!inside && policy !== 'extend') return policy === 'refuse' ? NaN : 0;
    const k = q >= breaks[m]! ? m - 1 : q < breaks[0]! ? 0 : finder.of(q);
    return derivative(pieces, k, q - breaks[k]!);
  });
}

/** Places and weights for five points on −1 … 1. Source: Abramowitz and Stegun, table 25.4. */
const GAUSS = [
  [0, 0.568888888888889],
  [0.538469310105683, 0.478628670499366],
  [0.906179845938664, 0.236926885056189],
] as const;

/** Between the knots a table on other axes is smooth, so a few points of each piece are enough. */
function areaByGauss(x: readonly number[], look: (q: Float64Array) => LookUp, from: number, to: number): number {
  let area = 0;
  for (let k = 1; k < x.length; k++) {
    const [low, high] = [Math.max(from, x[k - 1]!), Math.min(to, x[k]!)];
    if (!(high > low)) continue;
    const [middle, half] = [(low + high) / 2, (high - low) / 2];
    for (const [place, weight] of GAUSS) {
      const { values } = look(Float64Array.of(middle - half * place, middle + half * place));
      area += half * weight * (place === 0 ? values[0]! : values[0]! + values[1]!);
    }
  }
  return area;
}
