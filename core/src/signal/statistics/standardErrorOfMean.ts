import { crossCorrelation } from '../spectrum/crossCorrelation';

export interface Mean {
  mean: number;
  standardDeviation: number;
  /** Of the mean, with the dependence of neighbouring samples allowed for. */
  standardError: number;
  /** Number of samples, and how many independent ones they are worth. */
  count: number;
  worth: number;
}

/** The sum of the autocorrelation ends where it is this many times longer than what it gives. */
const WINDOW = 5;

/**
 * Mean of a stretch and how sure it is. Samples of a rig follow each other closely and are worth
 * less than as many independent ones: the standard error is s·√(τ/n) with τ = 1 + 2 Σ ρ(k), the
 * sum over lags k up to the first that is at least five times the τ reached there.
 * @param y  evenly spaced samples, length n >= 1, finite
 * Source: JCGM 100:2008 (GUM) 4.2.3 for independent samples; the integrated autocorrelation time
 * with its automatic window after A. D. Sokal, Monte Carlo Methods in Statistical Mechanics
 * (1989), section 3. τ is not let below 1.
 */
export function standardErrorOfMean(y: Float64Array): Mean {
  const n = y.length;
  let sum = 0;
  for (let i = 0; i < n; i++) sum += y[i]!;
  const mean = sum / n;
  const centred = y.map((v) => v - mean);
  let squares = 0;
  for (let i = 0; i < n; i++) squares += centred[i]! * centred[i]!;
  const standardDeviation = n > 1 ? Math.sqrt(squares / (n - 1)) : NaN;
  const tau = squares > 0 ? correlationTime(centred, squares) : 1;
  const worth = n / tau;
  return { mean, standardDeviation, standardError: standardDeviation / Math.sqrt(worth), count: n, worth };
}

function correlationTime(centred: Float64Array, squares: number): number {
  const n = centred.length;
  const r = crossCorrelation(centred, centred);
  let tau = 1;
  for (let k = 1; k < n; k++) {
    tau += (2 * r[n - 1 + k]!) / squares;
    if (k >= WINDOW * tau) break;
  }
  return Math.min(n, Math.max(1, tau));
}
