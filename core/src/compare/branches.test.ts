import { describe, expect, test } from '@jest/globals';
import { Random } from '../number';
import { branchesOf } from './branches';

/** A valve opened and closed again: x up and down, y with a loop of a given width and noise. */
function loop(width: number, noise: number, random: Random, n = 120, jitter = 0) {
  const x = Float64Array.from(
    { length: n },
    (_, i) => 10 * (1 - Math.abs((2 * i) / (n - 1) - 1)) + random.normal(jitter),
  );
  const y = x.map((v, i) => v ** 2 / 5 + (i < n / 2 ? width / 2 : -width / 2) + random.normal(noise));
  return { x, y };
}

describe('up and down in one curve', () => {
  test('a loop is told with its width and how many points each way has', () => {
    const found = branchesOf(loop(3, 0.2, new Random(1)))!;
    expect(Math.abs(found.difference - 3)).toBeLessThan(found.half);
    expect(found.half).toBeLessThan(0.5);
    expect(found.up + found.down).toBeGreaterThan(110);
  });
  test('the way round decides the sign', () =>
    expect(branchesOf(loop(-3, 0.2, new Random(1)))!.difference).toBeLessThan(-2.5));
  test('there and back on one line is no loop, but in about one of a hundred', () => {
    const random = new Random(2);
    const told = Array.from({ length: 400 }, () => branchesOf(loop(0, 0.5, random))).filter((b) => b !== undefined);
    expect(told.length).toBeLessThan(14);
  });
  test('one way alone is none, nor is noise about a place', () => {
    const random = new Random(3);
    const { x, y } = loop(3, 0.2, random);
    expect(branchesOf({ x: x.slice(0, 55), y: y.slice(0, 55) })).toBeUndefined();
    const still = Float64Array.from({ length: 200 }, () => 5 + random.normal(0.01));
    const told = Array.from({ length: 200 }, () =>
      branchesOf({ x: still.map((v) => v + random.normal(0.01)), y: still.map(() => random.normal(1)) }),
    );
    expect(told.filter((b) => b !== undefined).length).toBeLessThan(10);
  });
  test('noise of x within the dead band turns nothing', () =>
    expect(Math.abs(branchesOf(loop(3, 0.1, new Random(4), 120, 0.03))!.difference - 3)).toBeLessThan(0.5));
  test('few points on the way back across a bend are no loop', () => {
    const there = Array.from({ length: 201 }, (_, i) => i / 20);
    for (const back of [
      [8, 6, 4, 2, 0],
      [9, 8, 7, 6, 5, 4, 3, 2, 1, 0],
    ]) {
      const x = Float64Array.from([...there, ...back]);
      expect(branchesOf({ x, y: x.map((v) => v ** 2) })).toBeUndefined();
      expect(branchesOf({ x, y: x.map((v, i) => v ** 2 - (i > 200 ? 8 : 0)) })).toBeDefined();
    }
  });
  test('ways with nothing in common are no loop; missing values are passed over', () => {
    const x = Float64Array.of(0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 5, NaN, 4, 3);
    expect(branchesOf({ x: x.slice(0, 12), y: x.slice(0, 12) })).toBeUndefined();
    expect(branchesOf({ x, y: x })).toBeUndefined();
  });
});
