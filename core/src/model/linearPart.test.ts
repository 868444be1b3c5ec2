/** The end of the linear part and the break of a course, on courses that are known. */
import { describe, expect, test } from '@jest/globals';
import { Random } from '../number';
import { breakPoint, isCourse, linearPart } from './linearPart';

const course = (n: number, of: (x: number) => number, noise = 0, seed = 1, to = 10) => {
  const random = new Random(seed);
  const x = Float64Array.from({ length: n }, (_, i) => (to * i) / (n - 1));
  return { x, y: x.map((v) => of(v) + noise * random.normal(1)) };
};
/** Straight up to 6, then bent: a spring that stiffens. */
const stiffening = (x: number): number => 3 + 2 * x + (x > 6 ? 0.6 * (x - 6) ** 2 : 0);
const kinked = (x: number): number => (x < 4 ? 1 + 2 * x : 9 + 0.5 * (x - 4));

describe('the linear part', () => {
  test('of points on a line is all of them', () => {
    const part = linearPart(course(50, (x) => 5 - 3 * x))!;
    expect([part.from, part.to, part.points]).toEqual([0, 10, 50]);
    expect(part.slope).toBeCloseTo(-3, 12);
    expect([part.before, part.after]).toEqual([NaN, NaN]);
  });
  test('of a line with scatter is nearly always all of it', () => {
    // Two tests at 1 % each: a whole line is cut in about 2 % of cases.
    const whole = Array.from({ length: 100 }, (_, seed) => linearPart(course(60, (x) => 2 * x, 0.5, seed + 1))!);
    expect(whole.filter((p) => p.points === 60).length).toBeGreaterThanOrEqual(94);
  });
  test('ends where the course begins to bend, as far as the scatter lets it be told', () => {
    const part = linearPart(course(101, stiffening, 0.05))!;
    expect(part.from).toBe(0);
    // The bend is as large as the scatter 0.3 beyond; parts of it are still held by the line.
    expect(part.to).toBeGreaterThan(5.8);
    expect(part.to).toBeLessThan(7);
    expect(part.after).toBeCloseTo(part.to + 0.1, 10);
    expect(part.slope).toBeCloseTo(2, 1);
  });
  test('of many samples is found on their means', () => {
    const part = linearPart(course(20_000, stiffening, 0.5))!;
    expect(part.to).toBeGreaterThan(5.7);
    expect(part.to).toBeLessThan(7.2);
  });
  test('in the middle is found too, and of order nothing matters', () => {
    const middle = (x: number): number => 2 * x + (x < 3 ? 2 * (3 - x) ** 2 : 0) + (x > 8 ? 3 * (x - 8) ** 2 : 0);
    const { x, y } = course(101, middle, 0.05);
    const part = linearPart({ x, y })!;
    expect([part.from, part.to].map(Math.round)).toEqual([3, 8]);
    expect(linearPart({ x: x.toReversed(), y: y.toReversed() })).toEqual(part);
  });
  test('is none of a parabola without scatter, and of too few points', () => {
    expect(linearPart(course(60, (x) => x * x))).toBeNull();
    expect(linearPart(course(7, (x) => x))).toBeNull();
  });
  test('leaves the points as they are', () => {
    const data = course(40, stiffening);
    const before = [...data.x, ...data.y];
    linearPart(data);
    expect([...data.x, ...data.y]).toEqual(before);
  });
});

test('a course is judged only where there are enough points at enough places', () => {
  expect(isCourse(course(8, (x) => x))).toBe(true);
  expect(isCourse(course(7, (x) => x))).toBe(false);
  const x = Float64Array.of(0, 0, 5, 5, 5, 5, 5, 5, 10);
  expect(isCourse({ x, y: x })).toBe(false);
  expect([linearPart({ x, y: x }), breakPoint({ x, y: x })][1]).toBeNull();
});

describe('the break point', () => {
  test('of two lines that meet is where they do', () => {
    const found = breakPoint(course(81, kinked))!;
    expect(found.x).toBeCloseTo(4, 6);
    expect(found.y).toBeCloseTo(9, 0);
    expect(found.slopeBefore).toBeCloseTo(2, 1);
    expect(found.slopeAfter).toBeCloseTo(0.5, 1);
  });
  test('its interval holds the truth in nearly 95 % of draws', () => {
    const held = Array.from({ length: 200 }, (_, seed) => breakPoint(course(60, kinked, 0.3, seed + 1))).filter(
      (found) => found !== null && Math.abs(found.x - 4) <= found.xHalf,
    );
    // Three standard deviations of the count on either side of 95 %; a hinge holds a little more.
    expect(held.length).toBeGreaterThanOrEqual(181);
  });
  test('is none of one line with scatter, in nearly all draws', () => {
    const found = Array.from({ length: 100 }, (_, seed) => breakPoint(course(60, (x) => 2 * x, 0.5, seed + 1)));
    // The place is searched for, so that chance finds a little more than the 1 % of the test.
    expect(found.filter((b) => b !== null).length).toBeLessThanOrEqual(8);
  });
  test('is none of a smooth bend', () => {
    expect(breakPoint(course(80, (x) => x * x, 0.5))).toBeNull();
    // Two lines hold these better than a parabola, and still leave a pattern.
    expect(breakPoint(course(80, (x) => 100 * Math.exp(-x), 0.5))).toBeNull();
    expect(breakPoint(course(240, (x) => 1000 * Math.tan(1.2 - x / 9), 3))).toBeNull();
    expect(breakPoint(course(80, kinked, 0.1))).not.toBeNull();
  });
  test('is none of too few points', () => expect(breakPoint(course(7, kinked))).toBeNull());
});
