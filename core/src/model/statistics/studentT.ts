import { regularisedBeta } from './regularisedBeta';

/**
 * Quantile of Student's t: the value that a t-distributed number stays below with probability p.
 * @param p  probability, 0 < p < 1
 * @param degreesOfFreedom  > 0
 * Found by bisection and Newton steps on the distribution, which is the regularised
 * incomplete beta function (Abramowitz and Stegun 26.7.1 and 26.5.8).
 */
export function studentTQuantile(p: number, degreesOfFreedom: number): number {
  if (p === 0.5) return 0;
  if (p < 0.5) return -studentTQuantile(1 - p, degreesOfFreedom);
  let low = 0;
  let high = 1;
  while (studentTDistribution(high, degreesOfFreedom) < p) high *= 2;
  for (let i = 0; i < 200 && high - low > 4e-16 * high; i++) {
    const middle = (low + high) / 2;
    if (studentTDistribution(middle, degreesOfFreedom) < p) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** Probability that a t-distributed number with these degrees of freedom is below t. */
export function studentTDistribution(t: number, degreesOfFreedom: number): number {
  const tail = 0.5 * regularisedBeta(degreesOfFreedom / (degreesOfFreedom + t * t), degreesOfFreedom / 2, 0.5);
  return t > 0 ? 1 - tail : tail;
}
