import { expect, test } from '@jest/globals';
import { interpolateLinear, orderKnots } from './index';

const f64 = (...values: number[]): Float64Array => Float64Array.from(values);
const x = f64(0, 10, 20, 40);
const y = f64(1, 2, 4, 0);

test('linear between knots, exact at knots, in any order of arguments', () => {
  const { values, outside } = interpolateLinear(x, y, f64(30, 5, 40, 0, 20, 12.5), 'refuse');
  expect([...values]).toEqual([2, 1.5, 0, 1, 4, 2.5]);
  expect(outside).toBe(0);
});

test.each([
  ['refuse' as const, [NaN, NaN, NaN], 2],
  ['hold' as const, [1, 0, NaN], 2],
])('outside with "%s": %j, and a missing argument is not outside', (policy, expected, outside) => {
  const found = interpolateLinear(x, y, f64(-1, 41, NaN), policy);
  expect([...found.values]).toEqual(expected);
  expect(found.outside).toBe(outside);
});

test('sorted and random arguments give the same as a plain search', () => {
  const knots = Float64Array.from({ length: 200 }, (_, i) => i + 0.3 * Math.sin(i));
  const heights = knots.map((v) => Math.cos(v / 7));
  const query = Float64Array.from({ length: 5000 }, (_, i) => ((i * 7919) % 5000) / 26);
  const { values } = interpolateLinear(knots, heights, query, 'refuse');
  query.forEach((q, i) => {
    const k = knots.findIndex((v, j) => j < 199 && q >= v && q <= knots[j + 1]!);
    const share = (q - knots[k]!) / (knots[k + 1]! - knots[k]!);
    expect(values[i]).toBeCloseTo(heights[k]! + share * (heights[k + 1]! - heights[k]!), 12);
  });
});

test.each([
  ['knots crowded at one end', Float64Array.from({ length: 300 }, (_, i) => 1e-6 * 1.1 ** i)],
  ['two knots', f64(-5, 5)],
  ['knots far from zero', Float64Array.from({ length: 50 }, (_, i) => 1e9 + i / 7)],
])('%s: every knot gives its own value, and the middle of a segment its mean', (_, knots) => {
  const heights = knots.map((_, i) => (i * 7919) % 13);
  expect([...interpolateLinear(knots, heights, knots, 'refuse').values]).toEqual([...heights]);
  const middles = knots.slice(1).map((v, i) => knots[i]! + (v - knots[i]!) / 2);
  interpolateLinear(knots, heights, middles, 'refuse').values.forEach((v, i) => {
    // Near 1e9 a double is good to 1e-7, a millionth of a segment there.
    expect(Math.abs(v - (heights[i]! + heights[i + 1]!) / 2)).toBeLessThan(1e-4);
  });
});

test('knots are brought into rising order, and the input stays', () => {
  const given = [3, 1, 2];
  expect(orderKnots(given, [30, 10, 20])).toEqual({ x: [1, 2, 3], y: [10, 20, 30] });
  expect(given).toEqual([3, 1, 2]);
});

test.each([
  [[1], [1], 'TABLE_TOO_SHORT'],
  [[1, 2, 1], [1, 2, 3], 'TABLE_KNOT_REPEATED'],
  [[1, NaN], [1, 2], 'TABLE_KNOT_NOT_NUMBER'],
  [[1, 2], [1], 'LENGTHS_DIFFER'],
])('knots %j, %j are refused as %s', (a, b, code) =>
  expect(() => orderKnots(a, b)).toThrow(expect.objectContaining({ code }) as never),
);
