import { describe, expect, test } from '@jest/globals';
import { bestWindow } from './bestWindow';
import type { WeightedSmoother } from './smooth/windowOfCutoff';
import { savitzkyGolay } from './smooth/savitzkyGolay';
import { KEPT } from '../sample';

/** Normal noise by Box and Muller from a linear congruential generator, so that each run is the same. */
function noiseOf(n: number, seed: number): Float64Array {
  let state = seed;
  const uniform = (): number => (state = (1664525 * state + 1013904223) >>> 0) / 2 ** 32 || 1e-9;
  return Float64Array.from(
    { length: n },
    () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform()),
  );
}
const N = 2000;
const x = Float64Array.from({ length: N }, (_, i) => i * 0.01);
const kept = new Uint16Array(N).fill(KEPT);
const peak = (width: number) => (i: number) => 10 * Math.exp(-0.5 * ((i - 1000) / width) ** 2);
const logged = (signal: (i: number) => number, size: number, seed = 7): Float64Array =>
  noiseOf(N, seed).map((e, i) => signal(i) + size * e);
const propose = (y: Float64Array, method: WeightedSmoother = 'savitzkyGolay', order = 3) =>
  bestWindow(y, x, kept, { method, order, xName: 'Time' });

describe('the best window', () => {
  test.each([15, 60, 200])(
    'of a peak %d samples wide is near that of the least error against the peak itself',
    (width) => {
      const y = logged(peak(width), 0.5);
      const errorAt = (window: number): number => {
        const s = savitzkyGolay(y, { window, order: 3 });
        return Math.sqrt(s.reduce((sum, v, i) => sum + (v - peak(width)(i)) ** 2, 0) / N);
      };
      const windows = Array.from({ length: 240 }, (_, k) => 5 + 2 * k);
      const least = Math.min(...windows.map(errorAt));
      // What is not known at the bench is known here: the signal.
      expect(errorAt(propose(y)!.window)).toBeLessThan(1.08 * least);
    },
  );
  test('is wider for a wider peak and for more noise', () => {
    const windowOf = (width: number, size: number) => propose(logged(peak(width), size))!.window;
    expect(windowOf(60, 0.5)).toBeGreaterThan(1.5 * windowOf(15, 0.5));
    expect(windowOf(60, 2)).toBeGreaterThan(windowOf(60, 0.2));
  });
  test.each(['movingAverage', 'gaussian'] as const)('is found for the %s too', (method) => {
    const found = propose(logged(peak(60), 0.5), method)!;
    expect(found.place).toBe('within');
    // They bend the top more than a cubic does.
    expect(found.window).toBeLessThan(propose(logged(peak(60), 0.5))!.window * (method === 'gaussian' ? 1.5 : 1));
  });
  test('says what is left of the noise, which is the root of the sum of the squared weights', () => {
    const found = propose(
      logged(() => 0, 0.5),
      'movingAverage',
    )!;
    expect(found.noise).toBeCloseTo(0.5, 1);
    expect(found.noiseLeft).toBeCloseTo(1 / Math.sqrt(found.window), 9);
  });
  test.each([
    [15, 0.3],
    [60, 0.3],
    [60, 2],
  ])('says what is lost of a peak %d samples wide in noise of %d, as it is lost of the peak itself', (width, size) => {
    const found = propose(logged(peak(width), size))!;
    const alone = savitzkyGolay(
      Float64Array.from({ length: N }, (_, i) => peak(width)(i)),
      { window: found.window, order: 3 },
    );
    expect(found.peakLost).toBeLessThan(1.5 * (1 - alone[1000]! / 10) + 0.03);
    expect(found.peakLost).toBeGreaterThan(0.4 * (1 - alone[1000]! / 10) - 0.01);
  });
  test('says where the search ended: a calm signal takes the widest, one without a calm sample the narrowest', () => {
    expect(propose(logged(() => 5, 1))!.window).toBeGreaterThan(100);
    const shaken = Float64Array.from({ length: N }, (_, i) => (i % 2 ? 1 : -1));
    expect(propose(shaken)!.place).toBe('widest');
    expect(
      propose(
        logged((i) => 10 * Math.sin(0.3 * i), 0.01),
        'movingAverage',
      )!.place,
    ).toBe('narrowest');
    expect(propose(logged(peak(60), 0.5))!.place).toBe('within');
  });
});

describe('no window is proposed', () => {
  test('for a column without noise, of few samples, or at uneven steps', () => {
    expect(propose(Float64Array.from({ length: N }, (_, i) => i))).toBeUndefined();
    const few = { method: 'gaussian' as const, order: 3, xName: 'Time' };
    expect(bestWindow(logged(peak(9), 1).slice(0, 20), x.slice(0, 20), kept.slice(0, 20), few)).toBeUndefined();
    const uneven = x.map((v, i) => v + 0.004 * Math.sin(i * i));
    expect(bestWindow(logged(peak(60), 1), uneven, kept, few)).toBeUndefined();
  });
  test('a missing stretch is left out: the longest one tells', () => {
    const y = logged(peak(60), 0.5);
    y.fill(NaN, 100, 300);
    expect(propose(y)!.window).toBeGreaterThan(20);
  });
});
