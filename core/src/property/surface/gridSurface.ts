import type { InterpolationMethod } from '../methods';
import { finderOf, valueAt, type Finder, type Pieces } from '../Pieces';
import type { PlainSurface } from './PlainSurface';

/**
 * A surface over a grid: each row is a curve along w; at a w the values of the rows are knots along x. Where the grid has
 * holes, each curve goes through the numbers that are there, and between a hole and its neighbours nothing is answered.
 * @param x   strictly rising, length n >= 2
 * @param w   strictly rising, length m >= 2
 * @param y   length n·m, y[i·m + j] at x[i], w[j]; NaN: a hole
 * Source: the tensor product of curves, C. de Boor, A Practical Guide to Splines (2001), chapter XVII; where
 * a method is not linear in the values (monotone, Akima), w goes first.
 */
export function gridSurface(
  x: Float64Array,
  w: Float64Array,
  y: Float64Array,
  alongX: InterpolationMethod,
  alongW: InterpolationMethod,
): PlainSurface {
  const [n, m] = [x.length, w.length];
  const rows = Array.from({ length: n }, (_, i) => rowThrough(w, y.subarray(i * m, (i + 1) * m), alongW));
  const [rowOf, columnOf] = [finderOf(x), finderOf(w)];
  const reach = alongX.reach ?? n;
  const [places, knots] = [new Float64Array(n), new Float64Array(n)];
  return {
    isInside: (at, by) => at >= x[0]! && at <= x[n - 1]! && by >= w[0]! && by <= w[m - 1]!,
    nearestInside: (at, by) => [Math.min(Math.max(at, x[0]!), x[n - 1]!), Math.min(Math.max(by, w[0]!), w[m - 1]!)],
    valueAt: (at, by) => {
      if (at !== at || by !== by) return NaN;
      const j = cellOf(w, columnOf, by);
      const k = cellOf(x, rowOf, at);
      const ofRow = (i: number): number => rows[i]!(j, by);
      // On a row itself no other one is needed.
      if (at === x[k] || at === x[k + 1]) return ofRow(at === x[k] ? k : k + 1);
      // Only so many rows have a say in the value between two of them; what has a hole there has none.
      let [count, piece, beside, after] = [0, 0, 0, 0];
      for (let i = firstWithSay(ofRow, k, reach); i < n && after < reach; i++) {
        const value = ofRow(i);
        if (value !== value) continue;
        if (i === k) piece = count;
        if (i === k || i === k + 1) beside++;
        if (i > k) after++;
        places[count] = x[i]!;
        knots[count++] = value;
      }
      if (beside < 2) return NaN;
      const across = alongX.fit(places.subarray(0, count), knots.subarray(0, count));
      while (piece < across.a.length - 1 && across.breaks[piece + 1]! <= at) piece++;
      while (piece > 0 && across.breaks[piece]! > at) piece--;
      return onPiece(across, piece, at);
    },
  };
}

/** The first of the rows up to k that have a say, of which there are as many as a method reaches. */
function firstWithSay(ofRow: (i: number) => number, k: number, reach: number): number {
  let from = k;
  for (let said = 1; said < reach && from > 0;) {
    const value = ofRow(--from);
    if (value === value) said++;
  }
  return from;
}

/** The cell in which an argument lies, the outermost one beyond the ends. */
const cellOf = (knots: Float64Array, finder: Finder, q: number): number =>
  q <= knots[0]! ? 0 : q >= knots[knots.length - 1]! ? knots.length - 2 : finder.of(q);

/** The curve of one row: its value at a w in cell j; NaN where a knot of that cell is a hole and w is not the other one. */
function rowThrough(w: Float64Array, y: Float64Array, method: InterpolationMethod): (j: number, by: number) => number {
  const known = [...y.keys()].filter((j) => y[j] === y[j]);
  if (known.length < 2) return (j, by) => (by === w[j] ? y[j]! : by === w[j + 1] ? y[j + 1]! : NaN);
  const pieces = method.fit(
    Float64Array.from(known, (j) => w[j]!),
    Float64Array.from(known, (j) => y[j]!),
  );
  const { breaks } = pieces;
  // Of a row without holes a cell is a piece, but for steps half-way between its knots.
  if (breaks.length === w.length) return (j, by) => onPiece(pieces, j, by);
  const [finder, last] = [finderOf(breaks), breaks.length - 1];
  const hasNone = y.map((v, j) => (v !== v || y[j + 1] !== y[j + 1] ? 1 : 0));
  return (j, by) => {
    if (hasNone[j] === 1) return by === w[j] ? y[j]! : by === w[j + 1] ? y[j + 1]! : NaN;
    return onPiece(pieces, by <= breaks[0]! ? 0 : by >= breaks[last]! ? last - 1 : finder.of(by), by);
  };
}

function onPiece(pieces: Pieces, k: number, q: number): number {
  const end = pieces.breaks[pieces.a.length]!;
  if (q === end || (q > end && pieces.degree === 0)) return pieces.last;
  return valueAt(pieces, k, q - pieces.breaks[k]!);
}
