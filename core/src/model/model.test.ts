import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { fitModel, modelOf, predict, studentTQuantile, type FitData } from './index';

const fitPolynomial = (data: FitData, degree: number) => fitModel(modelOf('polynomial'), { degree }, data);

/** NIST StRD "Wampler3": y = 1 + x + … + x⁵ plus an alternating disturbance; certified values of that data set. */
const wampler3Y = [
  760, -2042, 2111, -1684, 3888, 1858, 11379, 17560, 39287, 64382, 113159, 175108, 273291, 400186, 581243, 811568,
  1121004, 1506550, 2002767, 2611612, 3369180,
];
const x = Float64Array.from({ length: 21 }, (_, i) => i);

test('NIST Wampler3: coefficients, standard errors and residual sum of squares as certified', () => {
  const fit = fitPolynomial({ x, y: Float64Array.from(wampler3Y), xName: 'x' }, 5);
  for (const c of fit.parameters) expect(c).toBeCloseTo(1, 8);
  const certified = [
    2152.3262467817, 2363.55173469681, 779.343524331583, 101.47550755035, 5.64566512170752, 0.112324854679312,
  ];
  certified.forEach((se, k) => expect(fit.standardErrors[k]! / se).toBeCloseTo(1, 10));
  expect(fit.residualSumOfSquares / 83554268).toBeCloseTo(1, 12);
});

test('a fit leaves its input alone', () => {
  const y = Float64Array.from(wampler3Y);
  fitPolynomial({ x, y, xName: 'x' }, 2);
  expect([...y]).toEqual(wampler3Y);
});

test.each([
  [[1, 2], 2, 'TOO_FEW_POINTS_FOR_MODEL'],
  [[3, 3, 3, 3], 1, 'X_HAS_NO_SPREAD'],
])('x = %j with degree %d is refused as %s', (at, degree, code) =>
  expect(() => fitPolynomial({ x: Float64Array.from(at), y: Float64Array.from(at), xName: 'Flow' }, degree)).toThrow(
    expect.objectContaining({ code }) as never,
  ),
);

// Abramowitz and Stegun, table 26.10 (t for a two-sided 95 %), to its three decimals.
test.each([
  [1, 12.706],
  [5, 2.571],
  [30, 2.042],
])('Student quantile for %d degrees of freedom is %d', (dof, t) =>
  expect(studentTQuantile(0.975, dof)).toBeCloseTo(t, 3),
);

/** NIST StRD linear regression: data and certified values as in GSL 2.7.1, fit/test.c. */
const nist = JSON.parse(readFileSync(new URL('../../test/nistLinear.json', import.meta.url), 'utf8')) as Record<
  string,
  {
    x: number[];
    y: number[];
    degree: number;
    parameters: number[];
    standardErrors: number[];
    residualSumOfSquares: number;
  }
>;

test.each(Object.entries(nist))('NIST %s: as certified to 11 digits', (_, c) => {
  const fit = fitPolynomial({ x: Float64Array.from(c.x), y: Float64Array.from(c.y), xName: 'x' }, c.degree);
  c.parameters.forEach((v, k) => expect(fit.parameters[k]! / v).toBeCloseTo(1, 8));
  c.standardErrors.forEach((v, k) => expect(fit.standardErrors[k]! / v).toBeCloseTo(1, 9));
  expect(fit.residualSumOfSquares / c.residualSumOfSquares).toBeCloseTo(1, 10);
});

describe('what a fit tells beside its parameters', () => {
  const x = Float64Array.from({ length: 30 }, (_, i) => i / 3);
  const y = x.map((v, i) => 4 - 2 * v + 0.3 * v * v + 0.1 * Math.sin(i * 12.9898));
  const fit = fitPolynomial({ x, y, xName: 'x' }, 2);

  test('residuals are measured − model, and add up to nothing where there is a constant term', () => {
    fit.residuals.forEach((r, i) => expect(r).toBeCloseTo(y[i]! - predict(fit, x[i]!).value, 12));
    expect(fit.residuals.reduce((a, b) => a + b, 0)).toBeCloseTo(0, 10);
  });
  test('the squared standard errors of the curve at the points add up to s² times the parameters', () => {
    // The trace of the hat matrix is the number of parameters (Draper and Smith, 3rd ed., section 8.1).
    const sum = x.reduce((total, at) => total + predict(fit, at).standardError ** 2, 0);
    expect(sum / fit.residualStandardDeviation ** 2).toBeCloseTo(3, 9);
  });
  test('the curve is least sure outside the points', () => {
    expect(predict(fit, 20).standardError).toBeGreaterThan(10 * predict(fit, 5).standardError);
  });
  test('standard errors are the roots of the covariance, which is symmetric', () => {
    fit.standardErrors.forEach((s, k) => expect(s ** 2 / fit.covariance[k]![k]!).toBeCloseTo(1, 12));
    expect(fit.covariance[0]![2]! / fit.covariance[2]![0]!).toBeCloseTo(1, 9);
  });
  test('equal weights change nothing; absolute ones set the size of the errors', () => {
    const sigma = new Float64Array(30).fill(0.5);
    const relative = fitPolynomial({ x, y, sigma, sigmaIsAbsolute: false, xName: 'x' }, 2);
    const absolute = fitPolynomial({ x, y, sigma, sigmaIsAbsolute: true, xName: 'x' }, 2);
    fit.parameters.forEach((v, k) => {
      expect(relative.parameters[k]! / v).toBeCloseTo(1, 10);
      expect(relative.standardErrors[k]! / fit.standardErrors[k]!).toBeCloseTo(1, 9);
      expect(absolute.standardErrors[k]! / fit.standardErrors[k]!).toBeCloseTo(0.5 / fit.residualStandardDeviation, 9);
    });
  });
  test('a point of no weight to speak of takes no part', () => {
    const sigma = Float64Array.from(x, (_, i) => (i === 10 ? 1e9 : 1));
    const off = y.map((v, i) => (i === 10 ? v + 1000 : v));
    const without = fitPolynomial({ x: x.filter((_, i) => i !== 10), y: y.filter((_, i) => i !== 10), xName: 'x' }, 2);
    const weighted = fitPolynomial({ x, y: off, sigma, xName: 'x' }, 2);
    without.parameters.forEach((v, k) => expect(weighted.parameters[k]! / v).toBeCloseTo(1, 6));
  });
  test('as many points as parameters: a curve through them, and no word on how sure', () => {
    const exact = fitPolynomial({ x: Float64Array.of(0, 1, 2), y: Float64Array.of(1, 3, 9), xName: 'x' }, 2);
    expect([...exact.parameters].map((v) => Math.round(v * 1e9) / 1e9)).toEqual([1, 0, 2]);
    expect(exact.degreesOfFreedom).toBe(0);
    expect(exact.residualStandardDeviation).toBeNaN();
  });
});

describe('bounds of a parameter', () => {
  const data: FitData = { x, y: x.map((v) => 3 + 2 * v), xName: 'x' };
  const line = (bounds: Record<string, [number | null, number | null]>) =>
    fitModel(modelOf('polynomial'), { degree: 1 }, data, { bounds }).parameters;
  test('hold where they bind, and the other parameter makes the best of it', () => {
    expect(line({ a1: [null, 1] })[1]).toBeCloseTo(1, 9);
    // The mean of y − x over the points.
    expect(line({ a1: [null, 1] })[0]).toBeCloseTo(13, 6);
    expect(line({ a1: [2.5, null] })[1]).toBeCloseTo(2.5, 9);
  });
  test('that do not bind change nothing; an end may be open', () => {
    for (const bounds of [
      [1, 3],
      [null, 3],
      [1, null],
      [null, null],
    ] as [number | null, number | null][]) {
      const [a0, a1] = line({ a1: bounds });
      expect([a0, a1]).toEqual([expect.closeTo(3, 8), expect.closeTo(2, 8)]);
    }
  });
  test.each([[[3, 1]], [[2, 2]]] as [[number, number]][])('%j is refused with its ends', (ends) =>
    expect(() => line({ a1: ends })).toThrow(
      expect.objectContaining({
        code: 'BOUNDS_REVERSED',
        facts: { symbol: 'a1', lower: ends[0], upper: ends[1] },
      }) as never,
    ),
  );
  test('of a parameter that the model does not have are refused', () =>
    expect(() => line({ b: [0, 1] })).toThrow(expect.objectContaining({ code: 'PARAMETER_UNKNOWN' }) as never));
});
