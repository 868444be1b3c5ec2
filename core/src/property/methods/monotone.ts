import { cubicPieces } from '../Pieces';
import type { InterpolationMethod } from './InterpolationMethod';

/** Smooth, and between two knots never above or below both. */
export const monotone: InterpolationMethod = {
  kind: 'monotone',
  title: 'Monotone cubic',
  explanation: 'smooth, never above or below the two knots between which it lies',
  reach: 2,
  fit: (x, y) => cubicPieces(x, y, monotoneSlopes(x, y)),
};

/**
 * Slopes at the knots by the weighted harmonic mean of the secants; at the ends of the parabola through
 * three knots, held back where it would overshoot.
 * Source: F. N. Fritsch and J. Butland, SIAM J. Sci. Stat. Comput. 5 (1984) 300-304; the ends after
 * D. Kahaner, C. Moler and S. Nash, Numerical Methods and Software (1988).
 */
function monotoneSlopes(x: Float64Array, y: Float64Array): Float64Array {
  const n = x.length;
  const width = (k: number): number => x[k + 1]! - x[k]!;
  const secant = (k: number): number => (y[k + 1]! - y[k]!) / width(k);
  if (n === 2) return new Float64Array(2).fill(secant(0));
  const slopes = new Float64Array(n);
  for (let k = 1; k < n - 1; k++) {
    const [before, after] = [secant(k - 1), secant(k)];
    if (!(before * after > 0)) continue;
    const w = 2 * width(k) + width(k - 1);
    const v = width(k) + 2 * width(k - 1);
    slopes[k] = (w + v) / (w / before + v / after);
  }
  slopes[0] = endSlope(width(0), width(1), secant(0), secant(1));
  slopes[n - 1] = endSlope(width(n - 2), width(n - 3), secant(n - 2), secant(n - 3));
  return slopes;
}

function endSlope(near: number, far: number, first: number, second: number): number {
  const slope = ((2 * near + far) * first - near * second) / (near + far);
  if (Math.sign(slope) !== Math.sign(first)) return 0;
  return Math.sign(first) !== Math.sign(second) && Math.abs(slope) > 3 * Math.abs(first) ? 3 * first : slope;
}
