/**
 * Goodness of fit from residuals.
 * R² is taken about the mean and unweighted; with no degree of freedom left the
 * residual standard deviation is NaN, since nothing is known of the scatter.
 */
export function summarise(
  y: Float64Array,
  residuals: Float64Array,
  weightedResiduals: Float64Array,
  parameters: number,
): {
  weightedVariance: number;
  statistics: {
    residualSumOfSquares: number;
    degreesOfFreedom: number;
    residualStandardDeviation: number;
    rSquared: number;
  };
} {
  const degreesOfFreedom = y.length - parameters;
  const rss = sumOfSquares(residuals);
  const total = sumOfSquares(y, meanOf(y));
  return {
    weightedVariance:
      degreesOfFreedom > 0
        ? (weightedResiduals === residuals ? rss : sumOfSquares(weightedResiduals)) / degreesOfFreedom
        : NaN,
    statistics: {
      residualSumOfSquares: rss,
      degreesOfFreedom,
      residualStandardDeviation: degreesOfFreedom > 0 ? Math.sqrt(rss / degreesOfFreedom) : NaN,
      rSquared: total > 0 ? 1 - rss / total : NaN,
    },
  };
}

function meanOf(values: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < values.length; i++) sum += values[i]!;
  return sum / values.length;
}

function sumOfSquares(values: Float64Array, about = 0): number {
  let sum = 0;
  for (let i = 0; i < values.length; i++) sum += (values[i]! - about) ** 2;
  return sum;
}
