import { describe, expect, test } from '@jest/globals';
import { expectedOf, fitModel, furtherNeeded, MOST_EXPECTED, modelOf, nextPlace, studentTQuantile, type Fit } from '.';
import { placesInTurn } from './nextPlace';

const polynomial = modelOf('polynomial');
const f64 = (...v: number[]) => Float64Array.from(v);
const slopeOf = (fit: Fit): Float64Array => fit.parameterGradients[1]!;
const fitOf = (degree: number, x: Float64Array, y: Float64Array) =>
  fitModel(polynomial, { degree }, { x, y, xName: 'x' });

/** Montgomery, Peck and Vining style data of a line, invented; leverages in closed form, h = 1/n + (x − x̄)²/S. */
const x = f64(1, 2, 3, 4, 5, 6, 7, 8);
const y = f64(2.1, 3.9, 6.2, 7.8, 10.1, 17, 14.1, 15.8);

describe('what the other points let expect', () => {
  const found = expectedOf(polynomial, { degree: 1 }, { x, y, xName: 'x' });
  test('is the externally studentized residual in closed form', () => {
    const n = x.length;
    const mean = 4.5;
    const s = x.reduce((sum, v) => sum + (v - mean) ** 2, 0);
    const fit = fitOf(1, x, y);
    const residuals = y.map((v, i) => v - fit.curve(x[i]!).value);
    const total = residuals.reduce((sum, r) => sum + r * r, 0);
    residuals.forEach((r, i) => {
      const h = 1 / n + (x[i]! - mean) ** 2 / s;
      // Cook and Weisberg (1982), (2.2.8): y − expected = r / (1 − h), its variance that of the others / (1 − h).
      expect(y[i]! - found[i]!.expected).toBeCloseTo(r / (1 - h), 10);
      const variance = (total - (r * r) / (1 - h)) / (n - 3);
      expect(found[i]!.half).toBeCloseTo(studentTQuantile(0.975, n - 3) * Math.sqrt(variance / (1 - h)), 8);
    });
  });
  test('tells the one that is off, and no other', () =>
    expect(found.map((f) => f!.isOdd)).toEqual([false, false, false, false, false, true, false, false]));
  test('tells none of points that scatter alike, and none of points on a line', () => {
    const calm = expectedOf(
      polynomial,
      { degree: 1 },
      { x, y: x.map((v, i) => 2 * v + (i % 2 ? 0.1 : -0.1)), xName: 'x' },
    );
    expect(calm.some((f) => f!.isOdd)).toBe(false);
    const exact = expectedOf(polynomial, { degree: 1 }, { x, y: x.map((v) => 0.1 * v + 0.3), xName: 'x' });
    expect(exact.some((f) => f?.isOdd)).toBe(false);
  });
  test('of eight points one beyond its own 95 % is none that is off: among so many there is one by chance', () => {
    // Its externally studentized residual is 3.55: beyond 2.57 for one point, within 4.38 for the largest of eight.
    const one = x.map((v, i) => 2 * v + (i % 2 ? 0.1 : -0.1) + (i === 5 ? 0.35 : 0));
    const of = expectedOf(polynomial, { degree: 1 }, { x, y: one, xName: 'x' })[5]!;
    expect(Math.abs(one[5]! - of.expected) / of.half).toBeCloseTo(3.5508 / studentTQuantile(0.975, 5), 4);
    expect(of.isOdd).toBe(false);
  });
  test('is not told of too few, nor of too many', () => {
    const few = expectedOf(polynomial, { degree: 1 }, { x: f64(1, 2, 3), y: f64(1, 2, 4), xName: 'x' });
    expect(few).toEqual([undefined, undefined, undefined]);
    const many = new Float64Array(MOST_EXPECTED + 1).map((_, i) => i);
    expect(expectedOf(polynomial, { degree: 1 }, { x: many, y: many, xName: 'x' }).every((f) => f === undefined)).toBe(
      true,
    );
  });
});

describe('where to measure next', () => {
  const even = f64(-1, -0.5, 0, 0.5, 1);
  const noisy = (v: number, i: number): number => 1 + 2 * v - v * v + (i % 2 ? 0.1 : -0.1);
  const shares = (places: number[], at: number): number =>
    places.filter((p) => Math.abs(p - at) < 0.02).length / places.length;

  // Fedorov (1972), table 2.1; Atkinson and Donev, Optimum Experimental Designs (1992), 11.5: D-optimal designs on [−1, 1].
  test.each([
    [1, [-1, 1]],
    [2, [-1, 0, 1]],
    [3, [-1, -1 / Math.sqrt(5), 1 / Math.sqrt(5), 1]],
  ])('all coefficients of degree %d: equal shares at %j', (degree, support) => {
    const places = placesInTurn(fitOf(degree, even, even.map(noisy)), [-1, 1], 'all', 240);
    for (const at of support) expect(shares(places, at)).toBeCloseTo(1 / support.length, 1);
  });
  test('the slope of a line: half at either end; its value at zero of a range beside zero: mostly at the near end', () => {
    const fit = fitOf(1, even, even.map(noisy));
    const places = placesInTurn(fit, [-1, 1], slopeOf(fit), 200);
    expect([shares(places, -1), shares(places, 1)]).toEqual([0.5, 0.5]);
    // Elfving's theorem for a line extrapolated from [1, 3] to 0: weights 3/4 and 1/4 at the near and the far end.
    const beside = fitOf(1, f64(1, 1.5, 2, 2.5, 3), even.map(noisy));
    const to0 = placesInTurn(beside, [1, 3], beside.curve(0).gradient, 400);
    expect(shares(to0, 1)).toBeCloseTo(3 / 4, 1);
    expect(shares(to0, 3)).toBeCloseTo(1 / 4, 1);
  });
  test('the ± after it is the one that a fit with such a point would have, its scatter unchanged', () => {
    const values = even.map(noisy);
    const fit = fitOf(1, even, values);
    const { x: at, now, then } = nextPlace(fit, 5, [-1, 1], slopeOf(fit));
    expect(now).toBeCloseTo(studentTQuantile(0.975, 3) * fit.standardErrors[1]!, 10);
    const more = fitOf(1, f64(...even, at), f64(...values, fit.curve(at).value));
    const scale = Math.sqrt(fit.variance / more.variance);
    expect(then).toBeCloseTo(studentTQuantile(0.975, 4) * more.standardErrors[1]! * scale, 10);
    expect(then).toBeLessThan(now);
    expect(nextPlace(fit, 5, [-1, 1], 'all').now).toBeNaN();
  });
  test('so many more a wanted ± needs: none where it is there, one fewer is too few, and never too many to count', () => {
    const fit = fitOf(1, even, even.map(noisy));
    const slope = slopeOf(fit);
    const { now, then } = nextPlace(fit, 5, [-1, 1], slope);
    expect(furtherNeeded(fit, 5, [-1, 1], slope, now)).toBe(0);
    expect(furtherNeeded(fit, 5, [-1, 1], slope, then)).toBe(1);
    expect(furtherNeeded(fit, 5, [-1, 1], slope, then * 0.999)).toBe(2);
    expect(furtherNeeded(fit, 5, [-1, 1], slope, 1e-9)).toBeUndefined();
  });
});
