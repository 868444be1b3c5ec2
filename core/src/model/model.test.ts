import { expect, test } from '@jest/globals';
import { fitPolynomial, studentTQuantile } from './index';

/** NIST StRD "Wampler3": y = 1 + x + … + x⁵ plus an alternating disturbance; certified values of that data set. */
const wampler3Y = [760, -2042, 2111, -1684, 3888, 1858, 11379, 17560, 39287, 64382, 113159, 175108, 273291, 400186, 581243, 811568, 1121004, 1506550, 2002767, 2611612, 3369180]; // prettier-ignore
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
