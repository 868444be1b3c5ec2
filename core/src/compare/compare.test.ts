import { expect, test } from '@jest/globals';
import { difference } from './index';

const f64 = (...values: number[]): Float64Array => Float64Array.from(values);
const names = { reference: 'Sweep', candidate: 'Simulation' };

test('the difference is measured − candidate at the measured points, the candidate linear between its own', () => {
  const d = difference({ x: f64(3, 1), y: f64(35, 10) }, { x: f64(0, 2, 4), y: f64(0, 20, 40) }, names);
  expect([...d.difference]).toEqual([5, 0]);
  expect(d).toMatchObject({ mean: 2.5, largest: 5, largestAt: 3, outside: 0 });
  expect(d.rms).toBeCloseTo(Math.sqrt(12.5), 12);
});

test('points outside the candidate are counted and take no part: nothing is extended', () => {
  const d = difference({ x: f64(-1, 1, 9), y: f64(0, 1, 2) }, { x: f64(0, 2), y: f64(1, 1) }, names);
  expect([...d.x]).toEqual([1]);
  expect(d.outside).toBe(2);
});

test('a candidate in any order and with a repeated place is sorted and averaged', () => {
  const d = difference({ x: f64(1), y: f64(0) }, { x: f64(2, 0, 1, 1), y: f64(4, 0, 1, 3) }, names);
  expect(d.mean).toBe(-2);
});

test.each([
  ['no overlap', f64(10, 11), f64(0, 1), 'NO_OVERLAP'],
  ['a candidate of one point', f64(1, 2), f64(1), 'TOO_FEW_SAMPLES'],
])('refuses %s', (_, at, curve, code) =>
  expect(() => difference({ x: at, y: at }, { x: curve, y: curve }, names)).toThrow(
    expect.objectContaining({ code }) as never,
  ),
);

test('leaves its input alone', () => {
  const candidate = { x: f64(2, 0), y: f64(4, 0) };
  difference({ x: f64(1), y: f64(0) }, candidate, names);
  expect([...candidate.x]).toEqual([2, 0]);
});
