import { AppError } from '../../error/AppError';
import { continued, type EndRule } from './ends';

/**
 * Weighted average with weights of a normal curve.
 * @param y      evenly spaced samples, length n, finite
 * @param sigma  standard deviation of the curve, in samples, > 0
 * @param ends   'shrink' weights what lies in the stretch, so that the weights sum to one
 * @returns      length n, unit of y
 * @throws {AppError} SETTING_NOT_POSITIVE
 * The curve is cut at four standard deviations. Common practice; no source needed.
 */
export function gaussianAverage(y: Float64Array, sigma: number, ends: EndRule = 'shrink'): Float64Array {
  if (!(sigma > 0)) throw new AppError('SETTING_NOT_POSITIVE', { name: 'width', value: sigma });
  const half = Math.floor(4 * sigma + 0.5);
  const weights = Float64Array.from({ length: 2 * half + 1 }, (_, j) => Math.exp(-0.5 * ((j - half) / sigma) ** 2));
  const sum = weights.reduce((s, w) => s + w, 0);
  const n = y.length;
  const source = ends === 'shrink' ? y : continued(y, half, ends);
  const offset = ends === 'shrink' ? 0 : half;
  const out = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    const centre = i + offset;
    const from = Math.max(0, half - centre);
    const to = Math.min(2 * half + 1, source.length - centre + half);
    let total = 0;
    let used = 0;
    for (let j = from; j < to; j++) total += weights[j]! * source[centre + j - half]!;
    if (from === 0 && to === 2 * half + 1) used = sum;
    else for (let j = from; j < to; j++) used += weights[j]!;
    out[i] = total / used;
  }
  return out;
}

/**
 * Exponential smoothing s[i] = α y[i] + (1 − α) s[i−1], started at the first sample. Causal: it lags.
 * @param y      evenly spaced samples, length n, finite
 * @param alpha  share of the new sample, 0 < α <= 1
 * @throws {AppError} SHARE_OUTSIDE
 * Source: R. G. Brown, Smoothing, Forecasting and Prediction of Discrete Time Series (1963).
 */
export function exponentialAverage(y: Float64Array, alpha: number): Float64Array {
  if (!(alpha > 0 && alpha <= 1)) throw new AppError('SHARE_OUTSIDE', { value: alpha });
  const out = new Float64Array(y.length);
  let s = y[0] ?? NaN;
  for (let i = 0; i < y.length; i++) {
    s += alpha * (y[i]! - s);
    out[i] = s;
  }
  return out;
}
