import { Type } from 'typebox';
import { AppError } from '../../error/AppError';
import { leastSquares } from '../../linear/leastSquares';
import { perPower, plain } from '../../units';
import { defineModel, type FitData, type PlainFit } from '../Model';
import { summarise } from '../statistics/summarise';

/**
 * Linear in x and in further channels. Its curve over x is drawn with the others at their means over the points.
 * Source: N. R. Draper and H. Smith, Applied Regression Analysis (3rd ed. 1998), chapter 5.
 */
export const multilinear = defineModel({
  kind: 'multilinear',
  title: 'Linear in several x',
  settings: Type.Object({
    others: Type.Array(Type.String({ minLength: 1, maxLength: 40 }), { maxItems: 6, title: 'Further x', default: [] }),
  }),
  formula: ({ others }) => `y = a0 + a1·x${others.map((symbol, k) => ` + a${k + 2}·${symbol}`).join('')}`,
  expression: ({ others }, means = []) =>
    `a0 + a1*x${others.map((_, k) => ` + a${k + 2}*(${means[k] ?? 0})`).join('')}`,
  parameters: ({ others }, x, y, units = []) => [
    { symbol: 'a0', meaning: 'value where all x are zero', unit: y },
    { symbol: 'a1', meaning: 'slope along x, the others held', unit: perPower(y, x, 1) },
    ...others.map((symbol, k) => ({
      symbol: `a${k + 2}`,
      meaning: `slope along ${symbol}, the others held`,
      unit: perPower(y, units[k] ?? plain, 1),
    })),
  ],
  starts: () => [],
  isLinear: true,
  direct: fitMultilinear,
});

const meanOf = (column: Float64Array): number => column.reduce((s, v) => s + v, 0) / column.length;

/** @throws {AppError} TOO_FEW_POINTS_FOR_MODEL, X_HAS_NO_SPREAD */
function fitMultilinear({ x, y, sigma, sigmaIsAbsolute, others = [], xName }: FitData): PlainFit {
  const columns = [x, ...others];
  const count = columns.length + 1;
  if (x.length < count) throw new AppError('TOO_FEW_POINTS_FOR_MODEL', { have: x.length, parameters: count });
  const without = columns.findIndex((column) => column.every((v) => v === column[0]));
  if (without >= 0)
    throw new AppError('X_HAS_NO_SPREAD', {
      x: without === 0 ? xName : `further x ${without}`,
      distinct: 1,
      parameters: 2,
    });
  const weighted = (column: Float64Array): Float64Array => (sigma ? column.map((v, i) => v / sigma[i]!) : column);
  const solved = leastSquares([new Float64Array(x.length).fill(1), ...columns].map(weighted), weighted(y));
  const residuals = sigma ? solved.residuals.map((r, i) => r * sigma[i]!) : solved.residuals;
  const summary = summarise(y, residuals, solved.residuals, count);
  const variance = sigma && sigmaIsAbsolute ? 1 : summary.weightedVariance;
  const covariance = solved.inverse.map((row) => row.map((v) => v * variance));
  const means = others.map(meanOf);
  return {
    status: Number.isFinite(solved.conditionNumber) ? 'solved' : 'singular',
    parameters: solved.solution,
    standardErrors: Float64Array.from(covariance, (row, k) => Math.sqrt(Math.max(0, row[k]!))),
    covariance,
    residuals,
    ...summary.statistics,
    conditionNumber: solved.conditionNumber,
    reducedChiSquare: sigma ? summary.weightedVariance : NaN,
    doubts:
      Number.isFinite(solved.conditionNumber) && solved.conditionNumber < 1e8
        ? []
        : ['Some of the x move together in these points, so their slopes cannot be told apart. Leave one out.'],
    start: solved.solution,
    ends: [],
    curve: (at) => {
      const gradient = Float64Array.of(1, at, ...means);
      return { value: gradient.reduce((sum, v, k) => sum + v * solved.solution[k]!, 0), gradient };
    },
    otherSlopes: solved.solution.subarray(2),
    pointGradient: (i) => Float64Array.from([1, x[i]!, ...others.map((c) => c[i]!)]),
    parameterGradients: covariance.map((_, k) => Float64Array.from(covariance, (__, l) => Number(k === l))),
    inverse: solved.inverse,
    variance,
    randomSpread: (row) =>
      Math.sqrt(
        Math.max(
          0,
          row.reduce((sum, v, i) => sum + v * row.reduce((s, w, j) => s + w * covariance[i]![j]!, 0), 0),
        ),
      ),
  };
}
