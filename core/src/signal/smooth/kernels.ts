import { AppError } from '../../error/AppError';
import { continued, type EndRule } from './ends';
import { slideWeights } from './slideWeights';

/** Weights of a normal curve, cut at four standard deviations, of sum one. */
export function gaussianWeights(sigma: number): Float64Array {
  const half = Math.floor(4 * sigma + 0.5);
  const weights = Float64Array.from({ length: 2 * half + 1 }, (_, j) => Math.exp(-0.5 * ((j - half) / sigma) ** 2));
  const sum = weights.reduce((s, w) => s + w, 0);
  return weights.map((w) => w / sum);
}

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
  const weights = gaussianWeights(sigma);
  const half = (weights.length - 1) / 2;
  const n = y.length;
  if (ends !== 'shrink') {
    const out = new Float64Array(n + 2 * half);
    slideWeights(weights, continued(y, half, ends), out);
    return out.subarray(half, half + n);
  }
  const out = new Float64Array(n);
  slideWeights(weights, y, out);
  for (let i = 0; i < Math.min(half, n); i++) {
    out[i] = weightedInside(weights, y, i);
    out[n - 1 - i] = weightedInside(weights, y, n - 1 - i);
  }
  return out;
}

/** The weighted mean of what of the window around a sample lies in the stretch. */
function weightedInside(weights: Float64Array, y: Float64Array, centre: number): number {
  const half = (weights.length - 1) / 2;
  let [total, used] = [0, 0];
  for (let j = Math.max(0, half - centre); j < weights.length && centre + j - half < y.length; j++) {
    total += weights[j]! * y[centre + j - half]!;
    used += weights[j]!;
  }
  return total / used;
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
