import type { Fit } from '../Model';

/** How well a curve holds its points, beside what the fit itself says. */
export interface Goodness {
  /** R² less what parameters win by their number alone. */
  adjustedRSquared: number;
  /** Akaike's and Bayes' information criterion: only differences between models of the same points mean something. */
  aic: number;
  bic: number;
  /** By row and column of the parameters, −1 … 1. */
  correlation: Float64Array[];
}

/**
 * Convention of the criteria: normal errors of unknown variance, the likelihood with all its constants, the parameters
 * of the curve counted and the variance not; AIC = n (ln 2π + 1 + ln(rss/n)) + 2p, BIC with p ln n.
 * @param points  n > p
 * Source: K. P. Burnham and D. R. Anderson, Model Selection and Multimodel Inference (2nd ed. 2002), section 2.2.
 */
export function goodnessOf({ rSquared, residualSumOfSquares, parameters, covariance }: Fit, points: number): Goodness {
  const p = parameters.length;
  const likelihood = points * (Math.log(2 * Math.PI) + 1 + Math.log(residualSumOfSquares / points));
  return {
    adjustedRSquared: points > p ? 1 - ((1 - rSquared) * (points - 1)) / (points - p) : NaN,
    aic: likelihood + 2 * p,
    bic: likelihood + p * Math.log(points),
    correlation: covariance.map((row, i) => row.map((v, j) => v / Math.sqrt(row[i]! * covariance[j]![j]!))),
  };
}
