import { crossCorrelation } from '../../signal/spectrum/crossCorrelation';

/** How much neighbouring residuals know of each other. */
export interface Dependence {
  /** Correlation of neighbours of a first-order process that has the same sum of correlations. */
  rho: number;
  /** 1 + 2 Σ ρ(k): so many points are worth one independent one. */
  tau: number;
}

/** The sum of the autocorrelation ends where it is this many times longer than what it gives. */
const WINDOW = 5;
const FEWEST = 12;
/** From so many residuals a part tells it. */
const MOST = 1 << 16;
const LARGEST = 0.999;

/**
 * The dependence of residuals in the order of measuring; none where it is no larger than chance makes it.
 * @param r           residuals divided by their standard deviations, length n
 * @param parameters  of the fit, which make the correlations look smaller than they are
 * Source: the integrated autocorrelation time with its automatic window, A. D. Sokal, Monte Carlo Methods in Statistical
 * Mechanics (1989), section 3; the bias of the correlation of neighbours, −(p + (p + 3)ρ)/n, as M. G. Kendall (Biometrika
 * 41 (1954) 403-404) has it for a mean, carried on to p parameters (common practice).
 */
export function dependenceOf(r: Float64Array, parameters: number): Dependence {
  const none = { rho: 0, tau: 1 };
  const part = r.length > MOST ? r.subarray(0, MOST) : r;
  const n = part.length;
  if (n < FEWEST + parameters) return none;
  const correlation = crossCorrelation(part, part);
  const squares = correlation[n - 1]!;
  if (!(squares > 0)) return none;
  const at = (k: number): number => correlation[n - 1 + k]! / squares;
  if (!(at(1) > 2 / Math.sqrt(n))) return none;
  let tau = 1;
  for (let k = 1; k < n; k++) {
    tau += 2 * at(k);
    if (k >= WINDOW * tau) break;
  }
  const unbiased = (rho: number): number => (n * rho + parameters) / Math.max(1, n - parameters - 3);
  const bySum = unbiased((Math.max(1, tau) - 1) / (Math.max(1, tau) + 1));
  const rho = Math.min(LARGEST, Math.max(unbiased(at(1)), bySum));
  return { rho, tau: (1 + rho) / (1 - rho) };
}
