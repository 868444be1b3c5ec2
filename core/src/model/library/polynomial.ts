import { Type } from 'typebox';
import { AppError } from '../../error/AppError';
import { TwoSum } from '../../linear/doubleDouble';
import { leastSquares, type LeastSquares } from '../../linear/leastSquares';
import { momentFit } from '../../linear/momentFit';
import { perPower } from '../../units';
import { summarise } from '../statistics/summarise';
import { defineModel, type FitData, type PlainFit } from '../Model';

const superscripts = '⁰¹²³⁴⁵⁶⁷⁸⁹';

export const polynomial = defineModel({
  kind: 'polynomial',
  title: 'Polynomial',
  titled: ({ degree }) => (degree === 1 ? 'Straight line' : `Polynomial, degree ${degree}`),
  settings: Type.Object({ degree: Type.Integer({ minimum: 1, maximum: 9, default: 2, title: 'Degree' }) }),
  formula: ({ degree }) =>
    'y = a0' + Array.from({ length: degree }, (_, k) => ` + a${k + 1}·x${k === 0 ? '' : superscripts[k + 1]}`).join(''),
  parameters: ({ degree }, x, y) =>
    Array.from({ length: degree + 1 }, (_, k) => ({
      symbol: `a${k}`,
      meaning:
        k === 0
          ? 'value at x = 0'
          : k > 1
            ? `factor of x${superscripts[k]}`
            : degree === 1
              ? 'slope'
              : 'slope at x = 0',
      unit: perPower(y, x, k),
    })),
  expression: ({ degree }) =>
    Array.from({ length: degree + 1 }, (_, k) => (k === 0 ? 'a0' : `a${k}*x^${k}`)).join(' + '),
  starts: ({ x, y }, { degree }) => [[...fitPolynomial({ x, y, xName: 'x' }, degree).parameters]],
  isLinear: true,
  simpler: ({ degree }) =>
    degree > 1 ? [{ kind: 'polynomial', settings: { degree: degree - 1 } }] : [{ kind: 'proportional', settings: {} }],
  direct: (data, { degree }) => fitPolynomial(data, degree),
});

/**
 * Least-squares polynomial of a degree. Solved in u = (x − centre)/scale, where the
 * columns are far from dependent, and given back in plain powers of x.
 * @param data    n > degree points, finite
 * @param degree  1 to 9
 * @throws {AppError} TOO_FEW_POINTS_FOR_MODEL, X_HAS_NO_SPREAD
 * Source: Golub and Van Loan, Matrix Computations, 4th ed., section 5.3 (QR); the
 * standard errors are those of the general linear model (Draper and Smith, Applied
 * Regression Analysis, 3rd ed., chapter 5).
 */
export function fitPolynomial(data: FitData, degree: number): PlainFit {
  const { x, y, sigma } = data;
  const parameters = degree + 1;
  if (x.length < parameters) throw new AppError('TOO_FEW_POINTS_FOR_MODEL', { have: x.length, parameters });
  const distinct = countDistinct(x, parameters);
  if (distinct < parameters) throw new AppError('X_HAS_NO_SPREAD', { x: data.xName, distinct, parameters });
  const { centre, scale } = exactCentring(x);
  const u = centred(x, centre, scale);
  const solved = solveCentred(u, y, sigma, degree);
  const toPlain = plainPowers(degree, centre, scale);
  const weightedResiduals = solved.residuals;
  const residuals = sigma ? weightedResiduals.map((r, i) => r * sigma[i]!) : weightedResiduals;
  const plain = Float64Array.from(toPlain, (row) => sumOfProducts(row, solved.solution));
  const summary = summarise(y, residuals, weightedResiduals, parameters);
  const variance = sigma && data.sigmaIsAbsolute ? 1 : summary.weightedVariance;
  const inner = solved.inverse.map((row) => row.map((v) => v * variance));
  const covariance = transformCovariance(toPlain, inner);
  return {
    status: Number.isFinite(solved.conditionNumber) ? 'solved' : 'singular',
    parameters: plain,
    start: plain,
    ends: [],
    ...summary.statistics,
    standardErrors: Float64Array.from(covariance, (row, k) => Math.sqrt(Math.max(0, row[k]!))),
    covariance,
    residuals,
    conditionNumber: solved.conditionNumber,
    reducedChiSquare: sigma ? summary.weightedVariance : NaN,
    doubts: Number.isFinite(solved.conditionNumber)
      ? []
      : ['The terms cannot be told apart by these points: a lower degree, or points at more values of x.'],
    curve: (at) => {
      const gradient = Float64Array.from({ length: parameters }, (_, k) => ((at - centre) / scale) ** k);
      return { value: sumOfProducts(gradient, solved.solution), gradient };
    },
    parameterGradients: toPlain,
    inverse: solved.inverse,
    variance,
    randomSpread: (row) => spreadOf(row, inner),
  };
}

/** From so many points sums of powers are far faster than columns, and where they are good enough just as right. */
const MANY_POINTS = 20_000;

function solveCentred(u: Float64Array, y: Float64Array, sigma: Float64Array | undefined, degree: number): LeastSquares {
  const bySums = u.length < MANY_POINTS ? undefined : momentFit({ u, y, weight: sigma?.map((s) => s ** -2) }, degree);
  if (bySums) return bySums;
  const columns = [sigma ? sigma.map((s) => 1 / s) : new Float64Array(u.length).fill(1)];
  for (let k = 1; k <= degree; k++) columns.push(columns[k - 1]!.map((v, i) => v * u[i]!));
  return leastSquares(columns, sigma ? y.map((v, i) => v / sigma[i]!) : y);
}

function countDistinct(x: Float64Array, enough: number): number {
  const seen = new Set<number>();
  for (const v of x) {
    seen.add(v);
    if (seen.size >= enough) break;
  }
  return seen.size;
}

/** A centre with few digits and a scale that is a power of two, so that (x − centre)/scale rounds little or not at all. */
function exactCentring(x: Float64Array): { centre: number; scale: number } {
  let low = Infinity;
  let high = -Infinity;
  for (let i = 0; i < x.length; i++) {
    const v = x[i]!;
    if (v < low) low = v;
    if (v > high) high = v;
  }
  const scale = 2 ** Math.ceil(Math.log2((high - low) / 2));
  const grain = scale / 8;
  return { centre: Math.round((low + high) / 2 / grain) * grain, scale };
}

function centred(x: Float64Array, centre: number, scale: number): Float64Array {
  const u = new Float64Array(x.length);
  for (let i = 0; i < x.length; i++) u[i] = (x[i]! - centre) / scale;
  return u;
}

/** Row k, column j: the factor of the centred coefficient j in the plain coefficient k. */
function plainPowers(degree: number, centre: number, scale: number): Float64Array[] {
  return Array.from({ length: degree + 1 }, (_, k) =>
    Float64Array.from({ length: degree + 1 }, (_, j) =>
      j < k ? 0 : (binomial(j, k) * (-centre) ** (j - k)) / scale ** j,
    ),
  );
}

function binomial(n: number, k: number): number {
  let result = 1;
  for (let i = 1; i <= k; i++) result = (result * (n - k + i)) / i;
  return result;
}

function spreadOf(row: Float64Array, covariance: readonly Float64Array[]): number {
  let spread = 0;
  for (let i = 0; i < row.length; i++)
    for (let j = 0; j < row.length; j++) spread += row[i]! * row[j]! * covariance[i]![j]!;
  return Math.sqrt(Math.max(0, spread));
}

function sumOfProducts(a: Float64Array, b: Float64Array): number {
  const sum = new TwoSum();
  for (let i = 0; i < a.length; i++) sum.addProduct(a[i]!, b[i]!);
  return sum.value();
}

/** T·C·Tᵀ with exact inner sums, since the factors of neighbouring powers nearly cancel. */
function transformCovariance(t: Float64Array[], c: Float64Array[]): Float64Array[] {
  return t.map((row) => {
    const half = Float64Array.from(c, (column) => sumOfProducts(row, column));
    return Float64Array.from(t, (other) => sumOfProducts(other, half));
  });
}
