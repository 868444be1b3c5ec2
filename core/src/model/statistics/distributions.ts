import { regularisedBeta } from './regularisedBeta';

/** Probability that a normal number of mean 0 and standard deviation 1 is below z; by the error function's series and continued fraction (Abramowitz and Stegun 7.1.6 and 26.2.14). */
export function normalDistribution(z: number): number {
  const size = Math.abs(z);
  if (size > 38) return z > 0 ? 1 : 0;
  const density = Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI);
  if (size < 3) {
    let [term, sum] = [size, size];
    for (let k = 1; term > 1e-17 * sum; k++) {
      term *= (size * size) / (2 * k + 1);
      sum += term;
    }
    return z > 0 ? 0.5 + density * sum : 0.5 - density * sum;
  }
  let fraction = size;
  for (let k = 200; k >= 1; k--) fraction = size + k / fraction;
  const tail = density / fraction;
  return z > 0 ? 1 - tail : tail;
}

/** The value that a standard normal number stays below with probability p, 0 < p < 1; by bisection. */
export function normalQuantile(p: number): number {
  let [low, high] = [-38, 38];
  for (let i = 0; i < 100 && high - low > 1e-15 * Math.max(1, Math.abs(low)); i++) {
    const middle = (low + high) / 2;
    if (normalDistribution(middle) < p) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** Probability that an F-distributed number exceeds f (Abramowitz and Stegun 26.6.2). */
export const fTail = (f: number, above: number, below: number): number =>
  f > 0 ? regularisedBeta(below / (below + above * f), below / 2, above / 2) : 1;
