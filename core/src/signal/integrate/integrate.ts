import { AppError } from '../../error/AppError';

/**
 * The running integral of y over x by the trapezoidal rule, from 0 at the first sample.
 * @param y  samples, length n, finite
 * @param x  positions, length n
 * @returns  length n, in [y]·[x]
 * Source: Abramowitz and Stegun 25.4.2.
 */
export function runningIntegral(y: Float64Array, x: Float64Array): Float64Array {
  const out = new Float64Array(y.length);
  let sum = 0;
  for (let i = 1; i < y.length; i++) {
    sum += 0.5 * (y[i]! + y[i - 1]!) * (x[i]! - x[i - 1]!);
    out[i] = sum;
  }
  return out;
}

/** Which end a trapezoid is put to when the number of intervals is odd: the mean of both, or one. */
export type OddInterval = 'mean' | 'first' | 'last';

/**
 * The integral of y over x by parabolas through three samples each, of any spacing.
 * @param y    samples, length n >= 2, finite
 * @param x    positions, length n, rising
 * @param odd  for an even number of samples: the parabolas over the first intervals and a trapezoid
 *             over the last one ('first'), the other way round ('last'), or the mean of both
 * @returns    in [y]·[x]
 * @throws {AppError} TOO_FEW_SAMPLES
 * Source: Simpson's rule, Abramowitz and Stegun 25.4.5, with the parabola's integral on uneven spacing.
 */
export function simpsonIntegral(y: Float64Array, x: Float64Array, odd: OddInterval = 'mean'): number {
  const n = y.length;
  if (n < 2) throw new AppError('TOO_FEW_SAMPLES', { name: 'The stretch', have: n, need: 2 });
  if (n % 2 === 1) return parabolas(y, x, 0, n - 1);
  const trapezoid = (i: number): number => 0.5 * (y[i]! + y[i + 1]!) * (x[i + 1]! - x[i]!);
  const first = (): number => parabolas(y, x, 0, n - 2) + trapezoid(n - 2);
  const last = (): number => trapezoid(0) + parabolas(y, x, 1, n - 1);
  return odd === 'first' ? first() : odd === 'last' ? last() : (first() + last()) / 2;
}

function parabolas(y: Float64Array, x: Float64Array, from: number, to: number): number {
  let sum = 0;
  for (let i = from; i < to; i += 2) {
    const [h, k] = [x[i + 1]! - x[i]!, x[i + 2]! - x[i + 1]!];
    const width = h + k;
    sum += (width / 6) * (y[i]! * (2 - k / h) + (y[i + 1]! * width * width) / (h * k) + y[i + 2]! * (2 - h / k));
  }
  return sum;
}
