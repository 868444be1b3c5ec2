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
  told: {
    residualSumOfSquares: number;
    degreesOfFreedom: number;
    residualStandardDeviation: number;
    rSquared: number;
  };
} {
  const degreesOfFreedom = y.length - parameters;
  const rss = sumOfSquares(residuals);
  const mean = y.reduce((s, v) => s + v, 0) / y.length;
  const total = sumOfSquares(y.map((v) => v - mean));
  return {
    weightedVariance: degreesOfFreedom > 0 ? sumOfSquares(weightedResiduals) / degreesOfFreedom : NaN,
    told: {
      residualSumOfSquares: rss,
      degreesOfFreedom,
      residualStandardDeviation: degreesOfFreedom > 0 ? Math.sqrt(rss / degreesOfFreedom) : NaN,
      rSquared: total > 0 ? 1 - rss / total : NaN,
    },
  };
}

const sumOfSquares = (values: Float64Array): number => values.reduce((s, v) => s + v * v, 0);
