import { describe, expect, test } from '@jest/globals';
import { candidateThrough, difference, verdictOf } from './index';

const f64 = (...values: number[]): Float64Array => Float64Array.from(values);
const against = (x: Float64Array, y: Float64Array, at: Float64Array, values: Float64Array, method = 'linear') =>
  difference({ x, y }, candidateThrough({ x: at, y: values }, method, 'Simulation'), 'Sweep');

test('the difference is reference − candidate at the points of the reference, the candidate between its own', () => {
  const d = against(f64(3, 1), f64(35, 10), f64(0, 2, 4), f64(0, 20, 40));
  expect([...d.difference]).toEqual([5, 0]);
  expect(d).toMatchObject({ mean: 2.5, meanSize: 2.5, largest: 5, largestAt: 3, outside: 0, e: -2.5 });
  expect(d.rms).toBeCloseTo(Math.sqrt(12.5), 12);
  expect(d.scaled).toBeCloseTo(Math.sqrt(12.5) / 25, 12);
  expect(d.uVal).toBeNaN();
});

test('points outside the candidate are counted and take no part: nothing is extended', () => {
  const d = against(f64(-1, 1, 9), f64(0, 1, 2), f64(0, 2), f64(1, 1));
  expect([...d.x]).toEqual([1]);
  expect(d.outside).toBe(2);
});

test('a candidate in any order and with a repeated place is sorted and averaged', () =>
  expect(against(f64(1), f64(0), f64(2, 0, 1, 1), f64(4, 0, 1, 3)).mean).toBe(-2));

test.each([
  ['no overlap', f64(10, 11), f64(0, 1), 'NO_OVERLAP'],
  ['a candidate of one point', f64(1, 2), f64(1), 'TOO_FEW_SAMPLES'],
])('refuses %s', (_, at, curve, code) =>
  expect(() => against(at, at, curve, curve)).toThrow(expect.objectContaining({ code }) as never),
);

test('leaves its input alone', () => {
  const candidate = f64(2, 0);
  against(f64(1), f64(0), candidate, f64(4, 0));
  expect([...candidate]).toEqual([2, 0]);
});

describe('the verdict says no more than the numbers do', () => {
  const x = Float64Array.from({ length: 40 }, (_, i) => i);
  const y = x.map((v) => 20 + v + 0.1 * Math.sin(7 * v));
  const held = (off: (x: number) => number, uncertainty?: number, stated?: number) => {
    const candidate = candidateThrough({ x, y: x.map((v) => 20 + v + off(v)) }, 'linear', 'Simulation');
    const reference = { x, y, uncertainty: uncertainty === undefined ? undefined : x.map(() => uncertainty) };
    const known =
      stated === undefined ? candidate : { ...candidate, uncertainty: (at: Float64Array) => at.map(() => stated) };
    const d = difference(reference, known, 'Sweep');
    return { ...verdictOf(d, 0.03, 'm'), d };
  };
  test('without any uncertainty it tells scatter only', () => {
    expect(held(() => 0.5).state).toBe('doubtful');
    expect(held(() => 0.5).text).toMatch(/neither side states an uncertainty/);
    expect(held(() => 0).state).toBe('passed');
  });
  test('E against u_val, with the interval of the error', () => {
    const off = held(() => 0.5, 0.1, 0.05);
    expect(off.d.uVal).toBeCloseTo(Math.hypot(0.1, 0.05), 12);
    expect(off.state).toBe('failed');
    expect(off.text).toMatch(/E = 0\.49.*4\.\d times u_val = 0\.112 m/);
    expect(held(() => 0.05, 0.1).state).toBe('passed');
    // Right on average and wrong everywhere.
    expect(held((v) => (v - 19.5) / 10, 0.15)).toMatchObject({
      state: 'doubtful',
      text: expect.stringContaining('shape differs'),
    });
  });
});
