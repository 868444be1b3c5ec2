/** Common practice, without a source: what every test engineer knows a fit must give. Data are made here. */
import { describe, expect, test } from '@jest/globals';
import { Random } from '../number/Random';
import { saturationPressure } from '../property';
import { fitModel, modelOf, straightFit } from './index';

const over = (from: number, to: number, n: number): Float64Array =>
  Float64Array.from({ length: n }, (_, i) => from + ((to - from) * i) / (n - 1));
const polynomial = modelOf('polynomial');

test('in free fall the quadratic coefficient is half of g', () => {
  const random = new Random(11);
  const x = over(0, 0.6, 61);
  // Fallen distance in m, read to half a millimetre.
  const y = x.map((t) => 0.02 + 0.4 * t + 0.5 * 9.80665 * t * t + random.normal(5e-4));
  const { parameters, standardErrors } = fitModel(polynomial, { degree: 2 }, { x, y, xName: 't' });
  expect(Math.abs(2 * parameters[2]! - 9.80665)).toBeLessThan(4 * 2 * standardErrors[2]!);
  expect(2 * standardErrors[2]!).toBeLessThan(0.02);
});

test('the terminal voltage of a cell over its current: slope is the internal resistance, intercept the open-circuit voltage', () => {
  const random = new Random(12);
  const x = over(0.05, 2, 40);
  const y = x.map((current) => 1.532 - 0.214 * current + random.normal(1e-3));
  const { parameters, standardErrors } = fitModel(polynomial, { degree: 1 }, { x, y, xName: 'I' });
  [1.532, -0.214].forEach((truth, k) => expect(Math.abs(parameters[k]! - truth)).toBeLessThan(4 * standardErrors[k]!));
});

test('an exponential through the saturation curve of water: other constants directly than through logarithms', () => {
  const x = over(20, 100, 41);
  const y = x.map((t) => 1000 * saturationPressure(t + 273.15));
  const data = { x, y, xName: 'T' };
  const direct = fitModel(modelOf('exponential'), {}, data);
  const straight = straightFit(modelOf('exponential'), data)!;
  const [, tau] = direct.parameters;
  // The curve is no exponential, so each fit serves the points that it weights: the direct one the large pressures.
  expect(Math.abs(tau! / straight.parameters[1]! - 1)).toBeGreaterThan(0.1);
  const off = (curve: (t: number) => number, at: number) => Math.abs(curve(x[at]!) / y[at]! - 1);
  const ofDirect = (t: number): number => direct.curve(t).value;
  expect(off(ofDirect, 40)).toBeLessThan(off(straight.curve, 40));
  expect(off(straight.curve, 0)).toBeLessThan(off(ofDirect, 0));
  // Where the points are an exponential, both find it.
  const exact = { ...data, y: x.map((t) => 2 * Math.exp(t / 30)) };
  expect(
    straightFit(modelOf('exponential'), exact)!.parameters[1]! /
      fitModel(modelOf('exponential'), {}, exact).parameters[1]!,
  ).toBeCloseTo(1, 9);
});

test('points without a logarithm are left out of the straight fit, and counted in its words', () => {
  const x = over(0, 4, 9);
  const y = x.map((t) => 3 * Math.exp(-t / 2));
  const whole = straightFit(modelOf('exponential'), { x, y, xName: 't' })!;
  expect(whole.explanation).not.toContain('left out');
  const some = y.map((v, i) => (i === 2 ? -1 : i === 5 ? NaN : v));
  const left = straightFit(modelOf('exponential'), { x, y: some, xName: 't' })!;
  expect(left.explanation).toContain('2 points have no logarithm and were left out');
  left.parameters.forEach((value, k) => expect(value).toBeCloseTo(whole.parameters[k]!, 12));
});

describe('a formula of one’s own through logarithms', () => {
  const random = new Random(11);
  const x = Float64Array.from({ length: 60 }, (_, i) => 1 + i / 4);
  const y = x.map((v) => 3 * v ** 1.7 * Math.exp(random.normal(0.1)));
  const own = modelOf('own');
  const through = (formula: string, data: { x: Float64Array; y: Float64Array }, choices = {}) => {
    const settings = { formula };
    const { parameters } = fitModel(own, settings, { ...data, xName: 'x' }, choices);
    return straightFit(own, { ...data, xName: 'x' }, { settings, choices, parameters });
  };
  const line = straightFit(modelOf('powerLaw'), { x, y, xName: 'x' })!;
  test('is the line of the library’s model, with its ±, where it is that model', () => {
    const found = through('a*x^b', { x, y })!;
    found.parameters.forEach((value, k) => expect(value).toBeCloseTo(line.parameters[k]!, 6));
    found.halfWidths.forEach((value, k) => expect(value / line.halfWidths[k]!).toBeCloseTo(1, 4));
    expect(found.curve(4)).toBeCloseTo(line.curve(4), 5);
    expect(found.explanation).toMatch(/^The formula through the logarithms of y, in which each point counts/);
    expect(line.explanation).toMatch(/^A straight line/);
  });
  test('is there for one that no logarithm makes straight', () => {
    const above = y.map((v) => v + 20);
    const found = through('a*x^b + c', { x, y: above })!;
    expect(found.parameters[2]! - 20).toBeLessThan(3 * found.halfWidths[2]!);
    expect(found.halfWidths.every((h) => h > 0)).toBe(true);
  });
  test('keeps what is fixed, and tells no ± of it', () => {
    const found = through('a*x^b', { x, y }, { fixed: { b: 1.7 } })!;
    expect([found.parameters[1], found.halfWidths[1]]).toEqual([1.7, NaN]);
    expect(found.halfWidths[0]).toBeGreaterThan(0);
  });
  test('leaves out what has no logarithm, and is none where too little has one or the formula is not above zero', () => {
    const some = y.map((v, i) => (i === 3 ? -1 : v));
    expect(through('a*x^b', { x, y: some })!.explanation).toContain('1 points have no logarithm');
    expect(through('a + b*x', { x, y: y.map((v, i) => (i < 2 ? v : -v)) })).toBeNull();
    expect(straightFit(own, { x, y, xName: 'x' })).toBeNull();
  });
});

describe('the ± of a line through logarithms', () => {
  const random = new Random(7);
  const x = Float64Array.from({ length: 40 }, (_, i) => 1 + i / 4);
  const y = x.map((v) => 3 * v ** 1.7 * Math.exp(random.normal(0.05)));
  const { parameters, halfWidths } = straightFit(modelOf('powerLaw'), { x, y, xName: 'x' })!;
  /** The line itself, by the fit of a straight line, whose ± are held against certified values elsewhere. */
  const line = fitModel(
    modelOf('polynomial'),
    { degree: 1 },
    { x: x.map(Math.log), y: y.map(Math.log), xName: 'ln x' },
  );
  const half = (k: number): number => line.parameterSpread(k).halfWidth;
  test('is that of its slope for an exponent, and a share of the factor for the factor', () => {
    expect(halfWidths[1]).toBeCloseTo(half(1), 9);
    expect(halfWidths[0]! / parameters[0]!).toBeCloseTo(half(0), 6);
  });
  test('follows through a slope that is turned over: exponential decay', () => {
    const decay = x.map((v) => 5 * Math.exp(-v / 2) * Math.exp(random.normal(0.02)));
    const straight = straightFit(modelOf('exponential'), { x, y: decay, xName: 't' })!;
    const through = fitModel(modelOf('polynomial'), { degree: 1 }, { x, y: decay.map(Math.log), xName: 't' });
    // tau = −1/m, so its ± is that of m times tau².
    expect(straight.halfWidths[1]).toBeCloseTo(through.parameterSpread(1).halfWidth * straight.parameters[1]! ** 2, 6);
  });
});
