import { AppError } from '../../error/AppError';
import { continued, type EndRule } from './ends';

/** At the ends: average what lies in the window (`clip`), or shrink it evenly on both sides (`symmetric`). */
export type WindowEnds = 'clip' | 'symmetric';

/** @throws {AppError} WINDOW_NOT_ODD */
export function checkWindow(window: number): void {
  if (!Number.isInteger(window) || window < 3 || window % 2 === 0) throw new AppError('WINDOW_NOT_ODD', { window });
}

/**
 * Centred moving average.
 * @param y       samples, length n, finite
 * @param window  odd number of samples, >= 3
 * @returns       length n, unit of y
 * @throws {AppError} WINDOW_NOT_ODD
 * The sum is carried from place to place and made anew every ANEW of them, so that rounding
 * stays below 1e-13 of the samples. Common practice; no source needed.
 */
export function movingAverage(y: Float64Array, window: number, ends: WindowEnds = 'symmetric'): Float64Array {
  checkWindow(window);
  const n = y.length;
  const half = (window - 1) / 2;
  const out = new Float64Array(n);
  for (let from = half; from < n - half; from += Math.max(ANEW, half))
    averageBlock(y, out, from, Math.min(n - half, from + Math.max(ANEW, half)), half);
  for (let k = 0; k < Math.min(half, n); k++) {
    for (const i of k === n - 1 - k ? [k] : [k, n - 1 - k]) {
      const reach = ends === 'symmetric' ? Math.min(half, i, n - 1 - i) : half;
      out[i] = meanOf(y, Math.max(0, i - reach), Math.min(n, i + reach + 1));
    }
  }
  return out;
}

const ANEW = 256;

/** Places from … to, at all of which the whole window fits. */
function averageBlock(y: Float64Array, out: Float64Array, from: number, to: number, half: number): void {
  const window = 2 * half + 1;
  const ground = y[from]!;
  let sum = 0;
  for (let j = from - half; j <= from + half; j++) sum += y[j]! - ground;
  out[from] = ground + sum / window;
  for (let i = from + 1; i < to; i++) {
    sum += y[i + half]! - y[i - 1 - half]!;
    out[i] = ground + sum / window;
  }
}

function meanOf(y: Float64Array, from: number, to: number): number {
  let sum = 0;
  for (let i = from; i < to; i++) sum += y[i]!;
  return sum / (to - from);
}

/**
 * The same with the stretch continued beyond its ends, so that the window keeps its length.
 * @throws {AppError} WINDOW_NOT_ODD
 */
export function movingAverageContinued(
  y: Float64Array,
  window: number,
  ends: Exclude<EndRule, 'shrink'>,
): Float64Array {
  checkWindow(window);
  const half = (window - 1) / 2;
  return movingAverage(continued(y, half, ends), window, 'clip').slice(half, half + y.length);
}
