/** The guide vane of the demo: what its files say is what its formulas say. */
import { describe, expect, test } from '@jest/globals';
import { pressureCoefficient, simulatedCoefficient, tapsLog, vane, vaneField } from './guideVane';

test('both sides meet at the leading edge, where the flow stands still', () => {
  for (const v of [0, 0.5, 1]) expect(vane.sides.map((side) => pressureCoefficient(side, 0, v))).toEqual([1, 1]);
});
test('the simulation leaves the formula near the tip of the suction side, and nowhere else by as much as a tap tells', () => {
  const off = (side: (typeof vane.sides)[number], u: number, v: number) =>
    Math.abs(simulatedCoefficient(side, u, v) - pressureCoefficient(side, u, v));
  expect(off('suction side', 0.3, 0.85)).toBeGreaterThan(4 * vane.tapUncertainty);
  for (const v of [0.15, 0.5]) expect(off('suction side', 0.3, v)).toBeLessThan(0.3 * vane.tapUncertainty);
  expect(off('pressure side', 0.3, 0.85)).toBe(0);
});

describe('the taps', () => {
  const rows = tapsLog()
    .text.trim()
    .split('\n')
    .slice(1)
    .map((line) => line.split(','));
  test('are 33, each at its place', () => {
    expect(rows).toHaveLength(33);
    expect(rows[15]).toEqual(['16', '2-5', '0.5', 'suction side', '0.45', expect.any(String)]);
  });
  test('read the formula within their ±, but for the blocked one and the one that leaks', () => {
    const far = rows.filter(
      ([, , v, side, u, cp]) =>
        Math.abs(Number(cp) - pressureCoefficient(side as never, Number(u), Number(v))) > 2 * vane.tapUncertainty,
    );
    expect(far.map(([, name]) => name)).toEqual(['2-5', '3-10']);
  });
});

test('the field is an archive of two sides, each named', () => {
  const files = vaneField(4, 2);
  expect(Object.keys(files)).toEqual(['guide-vane.vtm', 'suction-side.vtp', 'pressure-side.vtp']);
  expect(files['guide-vane.vtm']).toContain('name="suction side" file="suction-side.vtp"');
  expect(files['suction-side.vtp']).toContain('NumberOfPoints="15"');
});
