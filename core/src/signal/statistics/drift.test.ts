/** Drift of a stretch: told where there is one, not where chance or slow wandering looks like one. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Random } from '../../number/Random';
import { driftOf } from './drift';

const places = (n: number) => Float64Array.from({ length: n }, (_, i) => i / 10);
/** Noise whose neighbours depend on each other by rho, of standard deviation 1, on a straight way up to `change`. */
function course(seed: number, n: number, { rho = 0, change = 0 }): Float64Array {
  const random = new Random(seed);
  let last = random.normal(1);
  return Float64Array.from({ length: n }, (_, i) => {
    last = i === 0 ? last : rho * last + Math.sqrt(1 - rho * rho) * random.normal(1);
    return 2000 + last + (change * i) / (n - 1);
  });
}
const share = (of: (seed: number) => boolean): number =>
  Array.from({ length: 1000 }, (_, seed) => of(seed)).filter(Boolean).length / 1000;

describe('of a thousand seeded stretches without one', () => {
  test.each([
    ['independent samples', { rho: 0 }, 500],
    ['neighbours that depend on each other', { rho: 0.9 }, 600],
    ['a stretch that is short for how slowly it wanders', { rho: 0.98 }, 300],
  ])('fewer than one in a hundred: %s', (_, how, n) => {
    expect(share((seed) => driftOf(places(n), course(seed, n, how)).isSure)).toBeLessThan(0.01);
  });
});
test('one that is there is found, with its size', () => {
  const found = Array.from({ length: 200 }, (_, seed) => driftOf(places(400), course(seed, 400, { change: 2 })));
  expect(found.filter((d) => d.isSure).length).toBeGreaterThan(190);
  // The ± covers the truth as a standard uncertainty does: in 68 % of the cases.
  const covered = found.filter((d) => Math.abs(d.change - 2) < d.uncertainty).length / 200;
  expect(covered).toBeGreaterThan(0.6);
  expect(covered).toBeLessThan(0.77);
});
test('falling it is negative; of a small part of the scatter it is of no account however sure', () => {
  expect(driftOf(places(400), course(1, 400, { change: -5 })).change).toBeLessThan(-4);
  const long = driftOf(places(60_000), course(1, 60_000, { change: 0.2 }));
  expect(long.change / long.uncertainty).toBeGreaterThan(8);
  expect(long.isSure).toBe(false);
});
test('without scatter is what it is', () => {
  const straight = driftOf(
    places(20),
    Float64Array.from(places(20), (t) => 3 + 2 * t),
  );
  expect(straight).toMatchObject({ isSure: true, change: expect.closeTo(3.8, 9), uncertainty: expect.closeTo(0, 9) });
  expect(driftOf(places(20), new Float64Array(20).fill(5))).toMatchObject({ change: 0, isSure: false });
});
test('of two samples, or at one place, is none', () => {
  expect(driftOf(places(2), Float64Array.of(1, 2))).toEqual({ change: NaN, uncertainty: NaN, isSure: false });
  expect(driftOf(new Float64Array(9), Float64Array.from(places(9)))).toMatchObject({ change: NaN, isSure: false });
});
test('does not depend on the units of places and values', () =>
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 500 }), fc.double({ min: -3, max: 3, noNaN: true }), (seed, change) => {
      const y = course(seed, 100, { change });
      const plain = driftOf(places(100), y);
      const other = driftOf(
        places(100).map((t) => 60 * t + 7),
        y.map((v) => 4 * v - 100),
      );
      expect(other.change).toBeCloseTo(4 * plain.change, 6);
      expect(other.isSure).toBe(plain.isSure);
    }),
  ));
