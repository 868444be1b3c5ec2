import { describe, expect, test } from '@jest/globals';
import { Random } from '../number/Random';
import {
  centralDifference,
  correlationsThrough,
  inSeries,
  movingAverage,
  overStretches,
  savitzkyGolay,
  spreadOfSamples,
} from './index';
import type { SpreadOf } from '../sample';

const time = (n: number): Float64Array => Float64Array.from({ length: n }, (_, i) => i / 10);
const golay = (y: Float64Array): Float64Array => savitzkyGolay(y, { window: 21, order: 2 });
const average = (y: Float64Array): Float64Array => movingAverage(y, 5);
const random = new Random(4);

/** The output as the sum of what each input sample gives. */
function through(spread: SpreadOf, y: Float64Array): Float64Array {
  const out = new Float64Array(y.length);
  y.forEach((v, m) => {
    const found = spread(m);
    found?.weights.forEach((w, j) => (out[found.from + j] = out[found.from + j]! + w * v));
  });
  return out;
}

describe('what an operation does to each sample adds up to what it does to a column', () => {
  test.each([
    ['a Savitzky–Golay smoothing', golay],
    ['a moving average that shrinks at its ends', average],
    ['a derivative', (y: Float64Array) => savitzkyGolay(y, { window: 11, order: 2, derivative: 1, spacing: 0.1 })],
    ['a central difference', centralDifference],
  ])('%s, of short and long columns, ends included', (_, work) => {
    for (const n of [40, 90, 700]) {
      const x = time(n);
      const y = x.map(() => random.normal(1));
      const whole = work(y, x);
      const summed = through(spreadOfSamples(work, x)!, y);
      summed.forEach((v, i) => expect(Math.abs(v - whole[i]!)).toBeLessThan(1e-4 * Math.max(1, Math.abs(whole[i]!))));
    }
  });

  test('one after another', () => {
    const x = time(500);
    const y = x.map(() => random.normal(1));
    const both = inSeries(spreadOfSamples(golay, x)!, spreadOfSamples(average, x)!);
    const whole = average(golay(y));
    through(both, y).forEach((v, i) => expect(Math.abs(v - whole[i]!)).toBeLessThan(1e-4));
  });

  test('stretch by stretch: nothing is joined across a gap, and a sample that is left out has no say', () => {
    const x = time(300);
    const stretches = [
      Int32Array.from({ length: 120 }, (_, i) => i),
      Int32Array.from({ length: 150 }, (_, i) => 140 + i),
    ];
    const spread = overStretches(golay, x, stretches)!;
    const y = x.map(() => random.normal(1));
    const out = through(spread, y);
    for (const samples of stretches) {
      const own = golay(Float64Array.from(samples, (i) => y[i]!));
      own.forEach((v, k) => expect(Math.abs(v - out[samples[k]!]!)).toBeLessThan(1e-4));
    }
    expect(spread(130)).toBeUndefined();
  });
  test('a sample missing within a stretch leaves a hole in what its neighbours give', () => {
    const x = time(60);
    const samples = Int32Array.from({ length: 59 }, (_, i) => (i < 30 ? i : i + 1));
    const { from, weights } = overStretches(average, x, [samples])!(29)!;
    expect(from + weights.length).toBeGreaterThan(31);
    expect(weights[30 - from]).toBe(0);
  });
  test('what reaches over the whole column is not followed', () =>
    expect(spreadOfSamples((y) => y.map(() => y.reduce((s, v) => s + v, 0)), time(20_000))).toBeUndefined());
});

describe('correlations of noise behind weights', () => {
  test('a moving average of five: 1, 0.8, 0.6, 0.4, 0.2', () => {
    const { correlations, variance } = correlationsThrough(new Float64Array(5).fill(0.2));
    expect([...correlations]).toEqual([1, 0.8, 0.6, 0.4, 0.2].map((v) => expect.closeTo(v, 12)));
    expect(variance).toBeCloseTo(0.2, 12);
  });
  test('a central difference: neighbours independent, the next ones half against each other', () =>
    expect([...correlationsThrough(Float64Array.of(0.5, 0, -0.5)).correlations]).toEqual([
      1,
      expect.closeTo(0, 12),
      expect.closeTo(-0.5, 12),
    ]));
  test('noise that was correlated before: weights of one leave it as it was', () => {
    const { correlations, variance } = correlationsThrough(Float64Array.of(1), 0.8);
    expect([correlations[1], correlations[5], variance]).toEqual([
      expect.closeTo(0.8, 12),
      expect.closeTo(0.8 ** 5, 12),
      expect.closeTo(1, 12),
    ]);
  });
  test('and through two weights, by hand: r₁ = (1 + ρ)² / (2 + 2ρ) = (1 + ρ)/2', () =>
    expect(correlationsThrough(Float64Array.of(0.5, 0.5), 0.6).correlations[1]).toBeCloseTo(0.8, 12));
});
