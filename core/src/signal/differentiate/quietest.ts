import { localPolynomialWeights } from '../smooth/localPolynomial';

/** A way to differentiate by weights over an odd window of even steps. */
export interface Differentiator {
  method: 'central' | 'savitzkyGolay' | 'slope';
  window: number;
  /** Of the local polynomial. */
  order: number;
}

export interface Quietest extends Differentiator {
  /** Noise that it lets through as a share of that of the one it is compared with. */
  noise: number;
}

const WINDOWS = [3, 5, 7, 9, 11, 15, 21, 27, 35, 45, 57, 71, 91, 115, 145, 181];
const HALF_POWER = Math.SQRT1_2;
const PLACES_PER_SAMPLE = 10;

/** Weights of a first derivative at the middle of the window, for steps of 1. */
function weightsOf({ method, window, order }: Differentiator): Float64Array {
  if (method === 'central') return Float64Array.of(-0.5, 0, 0.5);
  const half = (window - 1) / 2;
  const nodes = Float64Array.from({ length: window }, (_, j) => j - half);
  return localPolynomialWeights(nodes, method === 'slope' ? 1 : order, 1, 0);
}

/** Up to which frequency, as a share of the sampling rate, a derivative is right within 1/√2. */
function bandwidthOf(weights: Float64Array): number {
  const half = (weights.length - 1) / 2;
  const share = (w: number): number => {
    let response = 0;
    for (let j = 1; j <= half; j++) response += 2 * weights[half + j]! * Math.sin(w * j);
    return Math.abs(response) / w;
  };
  // The response bends no faster than the window is long.
  const step = Math.PI / (PLACES_PER_SAMPLE * weights.length);
  let before = 1;
  for (let w = step; w <= Math.PI; w += step) {
    const now = share(w);
    if (now < HALF_POWER) return (w - (step * (HALF_POWER - now)) / (before - now)) / (2 * Math.PI);
    before = now;
  }
  return 0.5;
}

/** What white noise of standard deviation 1 becomes. */
const noiseOf = (weights: Float64Array): number => Math.sqrt(weights.reduce((sum, w) => sum + w * w, 0));

/**
 * The method that lets the least noise through among those that are right up to the same frequency.
 * @returns  undefined when the given one is about as good (within 5 %)
 * The noise gain of weights and their frequency response: R. W. Hamming, Digital Filters (3rd ed. 1989), sections 1.6 and 6.
 */
export function quietestDerivative(given: Differentiator): Quietest | undefined {
  const weights = weightsOf(given);
  const bandwidth = bandwidthOf(weights);
  let best: Quietest | undefined;
  for (const window of WINDOWS)
    for (const order of [1, 3, 5]) {
      if (order >= window - 1) continue;
      const method = order === 1 ? ('slope' as const) : ('savitzkyGolay' as const);
      const other = weightsOf({ method, window, order });
      const noise = noiseOf(other) / noiseOf(weights);
      if (noise < (best?.noise ?? 0.95) && bandwidthOf(other) >= bandwidth) best = { method, window, order, noise };
    }
  return best;
}
