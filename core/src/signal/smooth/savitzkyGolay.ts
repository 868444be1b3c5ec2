import { AppError } from '../../error/AppError';
import { evenTolerance, usualSpacing } from '../evenSpacing';
import { localPolynomialWeights } from './localPolynomial';
import { checkWindow } from './movingAverage';
import { slidePolynomial } from './slidingMoments';
import { slideWeights, weightedSum } from './slideWeights';

/** At the ends: fit the last whole window, or continue the samples by mirroring or by the end value. */
export type SavitzkyGolayEnds = 'fit' | 'mirror' | 'nearest';

export interface SavitzkyGolaySettings {
  /** Odd number of samples. */
  window: number;
  /** Order of the local polynomial, below the window. */
  order: number;
  /** 0 smooths, 1 and 2 give derivatives. */
  derivative?: number;
  /** Sampling interval in [x]; used for derivatives. */
  spacing?: number;
  ends?: SavitzkyGolayEnds;
}

const SHORT = 15;

/** @throws {AppError} WINDOW_NOT_ODD, ORDER_TOO_HIGH */
export function checkLocalFit(window: number, order: number): void {
  checkWindow(window);
  if (order >= window) throw new AppError('ORDER_TOO_HIGH', { order, window });
}

/**
 * Savitzky–Golay smoothing or derivative of evenly spaced samples.
 * @param y  samples, length n >= window, finite
 * @returns  length n, in [y]/[x]^derivative
 * @throws {AppError} WINDOW_NOT_ODD, ORDER_TOO_HIGH, TOO_FEW_SAMPLES
 * Source: A. Savitzky and M. J. E. Golay, Analytical Chemistry 36 (1964); ends by the
 * fit of the last window after P. A. Gorry, Analytical Chemistry 62 (1990).
 */
export function savitzkyGolay(y: Float64Array, settings: SavitzkyGolaySettings): Float64Array {
  const { window, order, derivative = 0, spacing = 1, ends = 'fit' } = settings;
  checkLocalFit(window, order);
  const n = y.length;
  if (n < window) throw new AppError('TOO_FEW_SAMPLES', { name: 'The stretch', have: n, need: window });
  const half = (window - 1) / 2;
  const nodes = Float64Array.from({ length: window }, (_, i) => i - half);
  const perSpacing = spacing ** derivative;
  const weightsAt = (at: number): Float64Array =>
    localPolynomialWeights(nodes, order, derivative, at).map((w) => w / perSpacing);
  const middle = weightsAt(0);
  const out = new Float64Array(n);
  // Short windows are as fast by their weights, high orders surer.
  if (window >= SHORT && order <= 3) slidePolynomial(middle, order, y, out);
  else slideWeights(middle, y, out);
  for (let i = 0; i < half; i++) {
    if (ends === 'fit') {
      out[i] = weightedSum(weightsAt(i - half), y, 0);
      out[n - 1 - i] = weightedSum(weightsAt(half - i), y, n - window);
    } else {
      out[i] = weightedSum(middle, continued(y, i - half, window, ends), 0);
      out[n - 1 - i] = weightedSum(middle, continued(y, n - 1 - i - half, window, ends), 0);
    }
  }
  return out;
}

/** `window` samples from index `from` on, which may lie outside the column. */
function continued(y: Float64Array, from: number, window: number, ends: 'mirror' | 'nearest'): Float64Array {
  const last = y.length - 1;
  return Float64Array.from({ length: window }, (_, j) => {
    const i = from + j;
    if (ends === 'nearest') return y[Math.min(last, Math.max(0, i))]!;
    return y[i < 0 ? -i : i > last ? 2 * last - i : i]!;
  });
}

/**
 * The same for uneven spacing: a polynomial is fitted to the `window` nearest samples
 * around each one, at their own positions. Where the steps of a window are even, as they are
 * but beside samples that are missing, the weights are those of all such windows.
 * @param y  samples, length n >= window, finite
 * @param x  positions, length n, strictly increasing
 */
export function localPolynomialSmooth(
  y: Float64Array,
  x: Float64Array,
  settings: Pick<SavitzkyGolaySettings, 'window' | 'order' | 'derivative'>,
): Float64Array {
  const { window, order, derivative = 0 } = settings;
  checkLocalFit(window, order);
  const n = y.length;
  if (n < window) throw new AppError('TOO_FEW_SAMPLES', { name: 'The stretch', have: n, need: window });
  const half = (window - 1) / 2;
  const spacing = usualSpacing(x);
  const out = savitzkyGolay(y, { ...settings, spacing });
  const nodes = new Float64Array(window);
  const oddSteps = countOddSteps(x, spacing, evenTolerance(derivative));
  for (let i = 0; i < n; i++) {
    const from = Math.min(n - window, Math.max(0, i - half));
    if (oddSteps[from + window - 1]! === oddSteps[from]!) continue;
    for (let j = 0; j < window; j++) nodes[j] = x[from + j]! - x[i]!;
    out[i] = weightedSum(localPolynomialWeights(nodes, order, derivative, 0), y, from);
  }
  return out;
}

/** How many steps up to each sample are not the usual one. */
function countOddSteps(x: Float64Array, usual: number, tolerance: number): Int32Array {
  const count = new Int32Array(x.length);
  for (let i = 1; i < x.length; i++)
    count[i] = count[i - 1]! + Number(Math.abs(x[i]! - x[i - 1]! - usual) > tolerance * usual);
  return count;
}
