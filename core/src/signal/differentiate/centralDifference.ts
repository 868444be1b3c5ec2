import { AppError } from '../../error/AppError';

/** Accuracy of the one-sided formula at the two ends. */
export type EndOrder = 1 | 2;

/**
 * dy/dx by central differences of second order, on even or uneven spacing; the ends
 * are one-sided, of first order (two samples) or second order (three samples).
 * @param y  samples, length n >= 2 (3 for second-order ends), finite
 * @param x  positions, length n, strictly increasing; or one even spacing in [x]
 * @returns  length n, in [y]/[x]
 * @throws {AppError} TOO_FEW_SAMPLES, LENGTHS_DIFFER
 * Source: the three-point formula on uneven spacing is the derivative of the Lagrange
 * parabola (Abramowitz and Stegun 25.3.4 for even spacing).
 */
export function centralDifference(y: Float64Array, x: Float64Array | number, ends: EndOrder = 2): Float64Array {
  const n = y.length;
  if (n < ends + 1) throw new AppError('TOO_FEW_SAMPLES', { name: 'The stretch', have: n, need: ends + 1 });
  if (typeof x === 'number') return evenly(y, x, ends);
  if (x.length !== n) throw new AppError('LENGTHS_DIFFER', { a: 'x', b: 'y', lengthA: x.length, lengthB: n });
  const out = new Float64Array(n);
  for (let i = 1; i < n - 1; i++) out[i] = parabolaSlope(x, y, i, i);
  if (ends === 1) {
    out[0] = (y[1]! - y[0]!) / (x[1]! - x[0]!);
    out[n - 1] = (y[n - 1]! - y[n - 2]!) / (x[n - 1]! - x[n - 2]!);
  } else {
    out[0] = parabolaSlope(x, y, 1, 0);
    out[n - 1] = parabolaSlope(x, y, n - 2, n - 1);
  }
  return out;
}

function evenly(y: Float64Array, dx: number, ends: EndOrder): Float64Array {
  const n = y.length;
  const out = new Float64Array(n);
  for (let i = 1; i < n - 1; i++) out[i] = (y[i + 1]! - y[i - 1]!) / (2 * dx);
  if (ends === 1) {
    out[0] = (y[1]! - y[0]!) / dx;
    out[n - 1] = (y[n - 1]! - y[n - 2]!) / dx;
  } else {
    out[0] = (-1.5 * y[0]! + 2 * y[1]! - 0.5 * y[2]!) / dx;
    out[n - 1] = (1.5 * y[n - 1]! - 2 * y[n - 2]! + 0.5 * y[n - 3]!) / dx;
  }
  return out;
}

/** Slope at sample `at` of the parabola through middle−1, middle, middle+1. */
function parabolaSlope(x: Float64Array, y: Float64Array, middle: number, at: number): number {
  const before = x[middle]! - x[middle - 1]!;
  const after = x[middle + 1]! - x[middle]!;
  const left = (y[middle]! - y[middle - 1]!) / before;
  const right = (y[middle + 1]! - y[middle]!) / after;
  const bend = (right - left) / (before + after);
  return left + bend * (at < middle ? -before : at > middle ? before + 2 * after : before);
}
