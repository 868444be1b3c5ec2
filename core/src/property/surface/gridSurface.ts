import type { InterpolationMethod } from '../methods';
import { finderOf, valueAt, type Pieces } from '../Pieces';
import type { PlainSurface } from './PlainSurface';

/**
 * A surface over a grid: each row is a curve along w; at a w the values of the rows are knots along x.
 * @param x   strictly rising, length n >= 2
 * @param w   strictly rising, length m >= 2
 * @param y   length n·m, y[i·m + j] at x[i], w[j]
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
  const rows = Array.from({ length: n }, (_, i) => alongW.fit(w, y.subarray(i * m, (i + 1) * m)));
  const [rowOf, pieceOf] = [finderOf(x), finderOf(rows[0]!.breaks)];
  const reach = alongX.reach ?? n;
  const knots = new Float64Array(n);
  const within = (k: number, pieces: number): number => Math.min(Math.max(k, 0), pieces - 1);
  return {
    isInside: (at, by) => at >= x[0]! && at <= x[n - 1]! && by >= w[0]! && by <= w[m - 1]!,
    nearestInside: (at, by) => [Math.min(Math.max(at, x[0]!), x[n - 1]!), Math.min(Math.max(by, w[0]!), w[m - 1]!)],
    valueAt: (at, by) => {
      if (at !== at || by !== by) return NaN;
      const breaks = rows[0]!.breaks;
      const j = by <= breaks[0]! ? 0 : by >= breaks[breaks.length - 1]! ? breaks.length - 2 : pieceOf.of(by);
      const k = at <= x[0]! ? 0 : at >= x[n - 1]! ? n - 2 : rowOf.of(at);
      // Only so many rows have a say in the value between two of them.
      const [from, to] = [within(k - reach + 1, n), within(k + reach, n)];
      for (let i = from; i <= to; i++) knots[i] = onPiece(rows[i]!, j, by);
      const across = alongX.fit(x.subarray(from, to + 1), knots.subarray(from, to + 1));
      let piece = within(k - from, across.a.length);
      while (piece < across.a.length - 1 && across.breaks[piece + 1]! <= at) piece++;
      while (piece > 0 && across.breaks[piece]! > at) piece--;
      return onPiece(across, piece, at);
    },
  };
}

function onPiece(pieces: Pieces, k: number, q: number): number {
  const end = pieces.breaks[pieces.a.length]!;
  if (q === end || (q > end && pieces.degree === 0)) return pieces.last;
  return valueAt(pieces, k, q - pieces.breaks[k]!);
}
