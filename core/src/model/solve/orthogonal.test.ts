import { expect, test } from '@jest/globals';
import { fitModel } from '../fitModel';
import { modelOf } from '../library';

const f64 = (...values: number[]): Float64Array => Float64Array.from(values);

/**
 * Ten points of K. Pearson, Phil. Mag. 2 (1901) 559-572, with the weights that D. York, Can. J. Phys. 44 (1966) 1079-1086
 * gave them; answers as D. York and others print them, Am. J. Phys. 72 (2004) 367-375, table II. Data and answers from
 * memory.
 */
const pearson = {
  x: f64(0, 0.9, 1.8, 2.6, 3.3, 4.4, 5.2, 6.1, 6.5, 7.4),
  y: f64(5.9, 5.4, 4.4, 4.6, 3.5, 3.7, 2.8, 2.8, 2.4, 1.5),
  sigmaX: f64(1000, 1000, 500, 800, 200, 80, 60, 20, 1.8, 1).map((w) => 1 / Math.sqrt(w)),
  sigma: f64(1, 1.8, 4, 8, 20, 20, 70, 70, 100, 500).map((w) => 1 / Math.sqrt(w)),
  sigmaIsAbsolute: true,
  xName: 'x',
};

test('a straight line with errors in both variables has the published parameters and their ±', () => {
  const fit = fitModel(modelOf('polynomial'), { degree: 1 }, pearson);
  expect(fit.parameters[0]).toBeCloseTo(5.47991, 5);
  expect(fit.parameters[1]).toBeCloseTo(-0.480533, 6);
  expect(fit.reducedChiSquare).toBeCloseTo(1.4833, 3);
  expect(fit.standardErrors[0]).toBeCloseTo(0.2949, 2);
  expect(fit.standardErrors[1]).toBeCloseTo(0.058, 2);
});

test('x without errors to speak of gives what y alone does', () => {
  const small = { ...pearson, sigmaX: pearson.sigmaX.map(() => 1e-9) };
  const { sigmaX: _, ...alone } = pearson;
  const both = fitModel(modelOf('polynomial'), { degree: 2 }, small).parameters;
  const inY = fitModel(modelOf('polynomial'), { degree: 2 }, alone).parameters;
  both.forEach((value, k) => expect(value).toBeCloseTo(inY[k]!, 6));
});

test('the line is the same with the axes exchanged, which least squares in y alone is not', () => {
  const turned = { ...pearson, x: pearson.y, y: pearson.x, sigma: pearson.sigmaX, sigmaX: pearson.sigma };
  const [a, b] = fitModel(modelOf('polynomial'), { degree: 1 }, pearson).parameters;
  const [c, d] = fitModel(modelOf('polynomial'), { degree: 1 }, turned).parameters;
  expect(1 / d!).toBeCloseTo(b!, 7);
  expect(-c! / d!).toBeCloseTo(a!, 6);
});

test('a bent curve through points made from it is found again, from x that are off', () => {
  const at = f64(0.5, 1, 1.5, 2, 3, 4, 5, 6);
  const x = at.map((v, i) => v + 0.02 * Math.sin(5 * i));
  const y = at.map((v, i) => 8 * Math.exp(-v / 2) + 0.02 * Math.cos(3 * i));
  const even = (size: number): Float64Array => x.map(() => size);
  const fit = fitModel(modelOf('exponential'), {}, { x, y, sigma: even(0.02), sigmaX: even(0.02), xName: 't' });
  expect(fit.parameters[0]).toBeCloseTo(8, 0);
  expect(fit.parameters[1]).toBeCloseTo(2, 1);
  // No point lies farther from the curve than it was moved.
  expect(fit.reducedChiSquare).toBeLessThan(2);
});
