import { describe, expect, test } from '@jest/globals';
import { centralDifference, evenSpacing, localPolynomialSmooth, movingAverage, savitzkyGolay } from './index';

const f64 = (...values: number[]): Float64Array => Float64Array.from(values);
const sampled = (n: number, f: (i: number) => number): Float64Array => Float64Array.from({ length: n }, (_, i) => f(i));
/** Deterministic and rough, so that sums have no easy cancellation. */
const rough = (n: number): Float64Array => sampled(n, (i) => 100 + Math.sin(i * 12.9898) * 43.7);

/** A lone 1 in zeros: smoothing it shows the weights themselves. */
const impulse = (n: number): Float64Array => sampled(n, (i) => (i === n >> 1 ? 1 : 0));

describe('Savitzky–Golay', () => {
  // A. Savitzky and M. J. E. Golay, Analytical Chemistry 36 (1964), tables I and III.
  test.each([
    ['quadratic, 5 points', 5, 2, 0, 35, [-3, 12, 17, 12, -3]],
    ['quadratic, 7 points', 7, 2, 0, 21, [-2, 3, 6, 7, 6, 3, -2]],
    ['quartic, 7 points', 7, 4, 0, 231, [5, -30, 75, 131, 75, -30, 5]],
    ['first derivative, quadratic, 5 points', 5, 2, 1, 10, [2, 1, 0, -1, -2]],
    ['second derivative, quadratic, 5 points', 5, 2, 2, 7, [2, -1, -2, -1, 2]],
  ])('%s: the weights of the published table', (_, window, order, derivative, norm, weights) => {
    const smoothed = savitzkyGolay(impulse(31), { window, order, derivative, spacing: 1 });
    const middle = [...smoothed.slice(15 - (window >> 1), 16 + (window >> 1))];
    middle.forEach((w, k) => expect(w).toBeCloseTo(weights[k]! / norm, 13));
  });

  test('a cubic passes a cubic smoothing unchanged, ends included', () => {
    const cubic = sampled(60, (i) => 2 - i + 0.3 * i ** 2 - 0.01 * i ** 3);
    const smoothed = savitzkyGolay(cubic, { window: 11, order: 3 });
    smoothed.forEach((v, i) => expect(Math.abs(v - cubic[i]!)).toBeLessThan(1e-10));
  });

  test('its derivative of a cubic is exact at every sample, in units of the spacing', () => {
    const h = 0.25;
    const slope = savitzkyGolay(
      sampled(40, (i) => (i * h) ** 3),
      { window: 7, order: 3, derivative: 1, spacing: h },
    );
    slope.forEach((v, i) => expect(v).toBeCloseTo(3 * (i * h) ** 2, 9));
  });

  test('a long column keeps the digits of a direct sum', () => {
    const y = rough(200_000);
    const fast = savitzkyGolay(y, { window: 51, order: 3 });
    // The direct weights from an impulse, summed one by one at places far from the start.
    const weights = savitzkyGolay(impulse(101), { window: 51, order: 3 }).slice(25, 76);
    for (const i of [25, 70_001, 150_000, 199_970]) {
      const direct = weights.reduce((sum, w, k) => sum + w * y[i - 25 + k]!, 0);
      expect(Math.abs(fast[i]! / direct - 1)).toBeLessThan(1e-12);
    }
  });

  test('on uneven spacing the fit at the samples’ own places agrees with the even one where spacing is even', () => {
    const y = rough(50);
    const x = sampled(50, (i) => i * 0.1);
    const even = savitzkyGolay(y, { window: 9, order: 2 });
    localPolynomialSmooth(y, x, { window: 9, order: 2 }).forEach((v, i) => expect(v).toBeCloseTo(even[i]!, 9));
  });

  test('on uneven spacing a parabola passes unchanged, and its slope is exact', () => {
    const x = sampled(40, (i) => i + 0.3 * Math.sin(i));
    const y = x.map((v) => 1 + 2 * v - 0.5 * v * v);
    const settings = { window: 7, order: 2 };
    localPolynomialSmooth(y, x, settings).forEach((v, i) => expect(v).toBeCloseTo(y[i]!, 8));
    const slope = localPolynomialSmooth(y, x, { ...settings, derivative: 1 });
    slope.forEach((v, i) => expect(v).toBeCloseTo(2 - x[i]!, 8));
  });

  test.each([
    ['an even window', { window: 4, order: 2 }, 'WINDOW_NOT_ODD'],
    ['a window of one', { window: 1, order: 0 }, 'WINDOW_NOT_ODD'],
    ['an order as large as the window', { window: 5, order: 5 }, 'ORDER_TOO_HIGH'],
    ['more window than samples', { window: 31, order: 2 }, 'TOO_FEW_SAMPLES'],
  ])('refuses %s', (_, settings, code) =>
    expect(() => savitzkyGolay(rough(20), settings)).toThrow(expect.objectContaining({ code }) as never),
  );
});

describe('moving average', () => {
  test('agrees with a direct sum, with the window shrunk evenly at the ends', () => {
    const y = rough(500);
    const smoothed = movingAverage(y, 21);
    smoothed.forEach((v, i) => {
      const half = Math.min(10, i, y.length - 1 - i);
      const part = y.slice(i - half, i + half + 1);
      expect(v).toBeCloseTo(part.reduce((a, b) => a + b, 0) / part.length, 10);
    });
  });

  test('with clipped ends the window reaches as far as there are samples', () =>
    expect([...movingAverage(f64(1, 2, 3, 10), 3, 'clip')]).toEqual([1.5, 2, 5, 6.5]));

  test('a large offset costs no digits over a million samples', () => {
    const y = sampled(1_000_000, (i) => 1e9 + (i % 7) * 1e-3);
    const smoothed = movingAverage(y, 7);
    // Seven neighbours always hold each remainder once: their mean is 1e9 + 3e-3.
    expect(Math.abs(smoothed[999_000]! - (1e9 + 3e-3))).toBeLessThan(2e-7);
  });

  test('leaves its input alone', () => {
    const y = f64(3, 1, 2);
    movingAverage(y, 3);
    expect([...y]).toEqual([3, 1, 2]);
  });
});

describe('central difference', () => {
  test('a parabola is exact on uneven spacing, with ends of second order', () => {
    const x = f64(0, 0.5, 2, 2.25, 4, 7);
    const slope = centralDifference(
      x.map((v) => v * v),
      x,
    );
    slope.forEach((v, i) => expect(v).toBeCloseTo(2 * x[i]!, 12));
  });

  test('the error on a sine falls with the square of the spacing', () => {
    const worst = (n: number): number => {
      const x = sampled(n, (i) => (i * 3) / (n - 1));
      const slope = centralDifference(x.map(Math.sin), x);
      return Math.max(...slope.map((v, i) => Math.abs(v - Math.cos(x[i]!))));
    };
    expect(worst(101) / worst(201)).toBeGreaterThan(3.6);
  });

  test('first-order ends are the slope of the outer pair', () => {
    const slope = centralDifference(f64(1, 4, 9, 16), 1, 1);
    expect([...slope]).toEqual([3, 4, 6, 7]);
  });

  test.each([
    ['one sample', f64(1), f64(0), 'TOO_FEW_SAMPLES'],
    ['columns of different length', f64(1, 2, 3), f64(0, 1), 'LENGTHS_DIFFER'],
  ])('refuses %s', (_, y, x, code) =>
    expect(() => centralDifference(y, x)).toThrow(expect.objectContaining({ code }) as never),
  );
});

test('a spacing within the rounding of a clock counts as even, a missing sample does not', () => {
  expect(evenSpacing(f64(0, 0.1, 0.2, 0.3000004, 0.4))).toBeCloseTo(0.1, 9);
  expect(evenSpacing(f64(0, 0.1, 0.2, 0.4, 0.5))).toBeUndefined();
});
