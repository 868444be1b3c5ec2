import { AppError } from '../../error/AppError';
import { gaussianWeights } from './kernels';
import { localPolynomialWeights } from './localPolynomial';

/** Smoothers whose weights are the same everywhere, so that they have a frequency response. */
export type WeightedSmoother = 'movingAverage' | 'savitzkyGolay' | 'gaussian';

const HALF_POWER = Math.SQRT1_2;
const WIDEST = 100_001;

/** How much of a sine with so many periods per sample is left by symmetric weights over an odd window. */
function gain(weights: Float64Array, frequency: number): number {
  const half = (weights.length - 1) / 2;
  let left = weights[half]!;
  for (let j = 1; j <= half; j++) left += 2 * weights[half + j]! * Math.cos(2 * Math.PI * frequency * j);
  return left;
}

/** The weights of a smoother off the ends, of odd length; of a Gaussian kernel the window is six standard deviations. */
export function smoothingWeights(method: WeightedSmoother, window: number, order: number): Float64Array {
  if (method === 'gaussian') return gaussianWeights(window / 6);
  if (method === 'movingAverage') return new Float64Array(window).fill(1 / window);
  const nodes = Float64Array.from({ length: window }, (_, j) => j - (window - 1) / 2);
  return localPolynomialWeights(nodes, order, 0, 0);
}

/**
 * The window of a smoother that halves the power at a frequency.
 * @param cutoff   as a share of the sampling rate, above 0 and below 0.5
 * @param order    of the local polynomial
 * @returns        odd number of samples; of a Gaussian kernel six standard deviations, not rounded
 * @throws {AppError} CUTOFF_OUTSIDE
 * The frequency response of symmetric weights: R. W. Hamming, Digital Filters (3rd ed. 1989), section 3;
 * of the normal curve exp(−2π²σ²f²), from its Fourier transform.
 */
export function windowOfCutoff(cutoff: number, method: WeightedSmoother, order: number): number {
  if (!(cutoff > 0 && cutoff < 0.5)) throw new AppError('CUTOFF_OUTSIDE', { cutoff, highest: 0.5 });
  if (method === 'gaussian') return (6 * Math.sqrt(Math.LN2)) / (2 * Math.PI * cutoff);
  const narrowest = method === 'savitzkyGolay' ? order + (order % 2 ? 2 : 3) : 3;
  const letsThrough = (window: number): boolean => gain(smoothingWeights(method, window, order), cutoff) > HALF_POWER;
  let low = narrowest;
  let high = narrowest;
  while (high < WIDEST && letsThrough(high)) [low, high] = [high, 2 * high - 1];
  // Between a window that lets through and one that does not, over odd numbers.
  while (high - low > 2) {
    const middle = low + 2 * Math.floor((high - low) / 4);
    if (letsThrough(middle)) low = middle;
    else high = middle;
  }
  return Math.min(WIDEST, high);
}
