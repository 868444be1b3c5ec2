import { crossCorrelation } from '../spectrum/crossCorrelation';

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
/** Correlation times from which the form of the correlations shows. */
const LONG = 8;
/** Standard errors of a correlation by which that of neighbours must be told from none; missing one costs more than a false one. */
const SURE = 1.3;

/** Correlations up to this lag are summed as they are. */
const BY_HAND = 40;

/** Σ rᵢ·rᵢ₋ₖ. */
export function productAtLag(r: Float64Array, lag: number): number {
  let sum = 0;
  for (let i = lag; i < r.length; i++) sum += r[i]! * r[i - lag]!;
  return sum;
}

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
  const squares = productAtLag(part, 0);
  if (!(squares > 0)) return none;
  let all: Float64Array | undefined;
  // Mostly the first few tell it, and the transform of all is spared.
  const at = (k: number): number =>
    (k <= BY_HAND ? productAtLag(part, k) : (all ??= crossCorrelation(part, part))[n - 1 + k]!) / squares;
  if (!(at(1) > SURE / Math.sqrt(n))) return none;
  let [tau, lags] = [1, 0];
  for (let k = 1; k < n; k++) {
    tau += 2 * at(k);
    lags = k;
    if (k >= WINDOW * tau) break;
  }
  // Each parameter takes about τ/n from the correlation at each lag.
  tau = Math.max(1, tau) * (1 + (2 * lags * parameters) / n);
  const unbiased = (rho: number): number => (n * rho + parameters) / Math.max(1, n - parameters - 3);
  const bySum = (tau - 1) / (tau + 1);
  const byNeighbours = unbiased(at(1));
  const rho = Math.min(LARGEST, isFirstOrder(at, byNeighbours, tau, n) ? Math.max(byNeighbours, bySum) : bySum);
  return { rho, tau: (1 + rho) / (1 - rho) };
}

/** Whether the correlations fall as those of a first-order process do: to 1/e after 1/(1 − ρ) samples. A smoothing ends them sooner. */
function isFirstOrder(at: (k: number) => number, rho: number, tau: number, n: number): boolean {
  // Too few correlation times do not tell the one from the other.
  if (!(n * (1 - rho) > LONG * (1 + rho))) return true;
  const lag = Math.max(2, Math.round(1 / (1 - Math.min(LARGEST, rho))));
  return !(at(lag) < rho ** lag - 2 * Math.sqrt(tau / n));
}
