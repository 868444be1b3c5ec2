import { describe, expect, test } from '@jest/globals';
import { Random } from '../number';
import { findClock } from './findClock';
import { findOffset } from './findOffset';

const f64 = (n: number, f: (i: number) => number) => Float64Array.from({ length: n }, (_, i) => f(i));
const tones = ((random: Random) =>
  Array.from({ length: 30 }, () => [0.05 + 1.2 * random.uniform(), 7 * random.uniform()] as const))(new Random(17));
/** Slow movements of no common period, as a rig that is being set has them. */
const rig = (t: number): number => tones.reduce((sum, [w, phase]) => sum + Math.sin(w * t + phase), 0) / 4;

/** Two logs of one signal, the second by a clock for which first = offset + (1 + rate)·second. */
function logs(offset: number, rate: number, random: Random, noise = 0.05, n = 6000) {
  const a = { x: f64(n, (i) => i * 0.1), y: f64(n, (i) => rig(i * 0.1) + random.normal(noise)) };
  const x = f64(Math.round(0.75 * n), (i) => i * 0.12);
  const b = { x, y: x.map((t) => 3 + 2 * rig(offset + (1 + rate) * t) + random.normal(noise)) };
  return { a, b };
}
const clockOf = ({ a, b }: ReturnType<typeof logs>) => findClock(a, b, findOffset(a, b).offset);

describe('the clock of a second log', () => {
  test.each([
    [12.5, 0],
    [-4.2, 500e-6],
    [20, -2000e-6],
  ])('of offset %d and rate %d is found', (offset, rate) => {
    const found = clockOf(logs(offset, rate, new Random(1)))!;
    expect(found.matches.length).toBeGreaterThan(8);
    expect(Math.abs(found.offset - offset)).toBeLessThan(0.02);
    expect(Math.abs(found.rate - rate)).toBeLessThan(40e-6);
    expect(Math.max(...found.matches.map((m) => Math.abs(m.residual)))).toBeLessThan(0.05);
  });
  test('its 95 % interval holds the true rate in about 95 of 100 seeded logs', () => {
    const random = new Random(3);
    const draws = 150;
    let inside = 0;
    for (let k = 0; k < draws; k++) {
      const rate = 300e-6 * (random.uniform() - 0.5);
      const found = clockOf(logs(5 + random.uniform(), rate, random, 0.3, 3000))!;
      if (Math.abs(found.rate - rate) <= found.rateHalf) inside++;
    }
    expect(inside / draws).toBeGreaterThan(0.88);
    expect(inside / draws).toBeLessThan(1);
  });
  test('two logs alike to the last bit agree within a hundredth of a sampling interval, never exactly', () => {
    const x = f64(3000, (i) => i * 0.1);
    const same = { x, y: x.map(rig) };
    const found = findClock(same, same, 0)!;
    expect(Math.abs(found.rate)).toBeLessThan(1e-6);
    // 12 parts over 275 s, each to a millisecond.
    expect(found.rateHalf).toBeGreaterThan(1e-6);
    expect(found.rateHalf).toBeLessThan(2e-5);
  });
  test('a part that is of something else has no say', () => {
    const { a, b } = logs(2, 200e-6, new Random(5));
    // A stretch that a test of the sensor filled with another movement.
    for (let i = 1500; i < 1900; i++) b.y[i] = rig(500 - b.x[i]!);
    const found = clockOf({ a, b })!;
    expect(Math.abs(found.rate - 200e-6)).toBeLessThan(60e-6);
  });
  test('where nothing happens, or everything repeats, no part tells its time', () => {
    const random = new Random(7);
    const still = f64(3000, (i) => i * 0.1);
    const noise = () => still.map(() => random.normal(1));
    expect(findClock({ x: still, y: noise() }, { x: still, y: noise() }, 0)).toBeUndefined();
    const wave = still.map((t) => Math.sin(20 * t));
    expect(findClock({ x: still, y: wave }, { x: still, y: wave }, 0)).toBeUndefined();
  });
  test('of one event whose flanks alone are alike no rate is told', () => {
    const pulse = (at: number) => f64(200, (i) => Math.exp(-(((i - at) / 8) ** 2)));
    const x = f64(200, (i) => i);
    expect(findClock({ x, y: pulse(100) }, { x, y: pulse(70) }, 30)).toBeUndefined();
  });
  test('two matches tell a rate, and not how sure it is', () => {
    const { a, b } = logs(0, 1000e-6, new Random(9));
    // Only the first and the last twelfth hold anything.
    const part = 4500 / 12;
    b.y.forEach((_, i) => {
      if (i > part - 5 && i < 11 * part + 5) b.y[i] = NaN;
    });
    const found = findClock(a, b, 0.3)!;
    expect(found.matches).toHaveLength(2);
    expect(Math.abs(found.rate - 1000e-6)).toBeLessThan(80e-6);
    expect(found.rateHalf).toBeNaN();
  });
});
