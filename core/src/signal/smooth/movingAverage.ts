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
 * The running sum carries its rounding error along (Neumaier's summation), so a long
 * column stays exact to the last digits. Common practice; no source needed.
 */
export function movingAverage(y: Float64Array, window: number, ends: WindowEnds = 'symmetric'): Float64Array {
  checkWindow(window);
  const n = y.length;
  const half = (window - 1) / 2;
  const out = new Float64Array(n);
  let sum = 0;
  let lost = 0;
  let first = 0;
  let past = 0;
  const add = (value: number): void => {
    const total = sum + value;
    lost += Math.abs(sum) >= Math.abs(value) ? sum - total + value : value - total + sum;
    sum = total;
  };
  for (let i = 0; i < n; i++) {
    const reach = ends === 'symmetric' ? Math.min(half, i, n - 1 - i) : half;
    const from = Math.max(0, i - reach);
    const to = Math.min(n, i + reach + 1);
    while (past < to) add(y[past++]!);
    while (first < from) add(-y[first++]!);
    out[i] = (sum + lost) / (to - from);
  }
  return out;
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
