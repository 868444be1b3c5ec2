import { describe, expect, test } from '@jest/globals';
import {
  interpolationMethods,
  interpolatorOf,
  interpolatorThrough,
  judgeTable,
  leaveOneOut,
  inOrder,
  type PropertyTable,
} from './index';

const f64 = (...values: number[]): Float64Array => Float64Array.from(values);
const x = f64(0, 10, 20, 40);
const y = f64(1, 2, 4, 0);

test('linear between knots, exact at knots, in any order of arguments', () => {
  const { values, outside } = interpolatorThrough(x, y, 'linear', 'refuse').at(f64(30, 5, 40, 0, 20, 12.5));
  expect([...values]).toEqual([2, 1.5, 0, 1, 4, 2.5]);
  expect(outside).toHaveLength(0);
});

test.each([
  ['refuse' as const, [NaN, NaN, NaN], [0, 1]],
  ['hold' as const, [1, 0, NaN], [0, 1]],
  ['extend' as const, [0.9, -0.2, NaN], [0, 1]],
])('outside with "%s": %j, and a missing argument is not outside', (policy, expected, outside) => {
  const found = interpolatorThrough(x, y, 'linear', policy).at(f64(-1, 41, NaN));
  found.values.forEach((v, i) => (v === v ? expect(v).toBeCloseTo(expected[i]!, 12) : expect(expected[i]).toBeNaN()));
  expect([...found.outside]).toEqual(outside);
});

test('sorted and random arguments give the same as a plain search', () => {
  const knots = Float64Array.from({ length: 200 }, (_, i) => i + 0.3 * Math.sin(i));
  const heights = knots.map((v) => Math.cos(v / 7));
  const query = Float64Array.from({ length: 5000 }, (_, i) => ((i * 7919) % 5000) / 26);
  const { values } = interpolatorThrough(knots, heights, 'linear', 'refuse').at(query);
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
  expect([...interpolatorThrough(knots, heights, 'linear', 'refuse').at(knots).values]).toEqual([...heights]);
  const middles = knots.slice(1).map((v, i) => knots[i]! + (v - knots[i]!) / 2);
  interpolatorThrough(knots, heights, 'linear', 'refuse')
    .at(middles)
    .values.forEach((v, i) => {
      // Near 1e9 a double is good to 1e-7, a millionth of a segment there.
      expect(Math.abs(v - (heights[i]! + heights[i + 1]!) / 2)).toBeLessThan(1e-4);
    });
});

test('knots are brought into rising order, and the input stays', () => {
  const given = { ...steam, x: [3, 1, 2], y: [30, 10, 20] };
  expect(inOrder(given)).toMatchObject({ x: [1, 2, 3], y: [10, 20, 30] });
  expect(given.x).toEqual([3, 1, 2]);
});

test.each([
  [[1], [1], 'TABLE_TOO_SHORT'],
  [[1, 2, 1], [1, 2, 3], 'TABLE_KNOT_REPEATED'],
  [[1, NaN], [1, 2], 'TABLE_KNOT_NOT_NUMBER'],
  [[1, 2], [1], 'LENGTHS_DIFFER'],
])('knots %j, %j are refused as %s', (a, b, code) =>
  expect(() => inOrder({ ...steam, x: a, y: b })).toThrow(expect.objectContaining({ code }) as never),
);

describe('every method', () => {
  const bumpy = f64(0, 1, 1.5, 4, 5, 7, 7.5, 10);
  const heights = bumpy.map((v) => Math.sin(v) + v / 5);
  test.each(interpolationMethods.map((m) => m.kind))(
    '%s passes through its knots, and its slope is that of its values',
    (kind) => {
      const curve = interpolatorThrough(bumpy, heights, kind, 'refuse');
      expect([...curve.at(bumpy).values]).toEqual([...heights]);
      const places = f64(0.31, 2.2, 4.6, 8.8);
      const [before, after] = [-1e-6, 1e-6].map((by) => curve.at(places.map((p) => p + by)).values);
      curve.slopes(places).forEach((s, i) => expect(s).toBeCloseTo((after![i]! - before![i]!) / 2e-6, 6));
    },
  );
  describe('backwards beyond the knots answers what forwards does', () => {
    test.each(interpolationMethods.map((m) => m.kind))('%s, its end pieces continued', (kind) => {
      const curve = interpolatorThrough(bumpy, heights, kind, 'extend');
      const isLevel = kind === 'previous' || kind === 'nearest' || kind === 'next';
      for (const asked of [-3, -0.7, 12, 15.5]) {
        const [value] = curve.at(f64(asked)).values;
        const found = curve.argumentsOf(value!);
        if (!isLevel) expect(found.some((q) => Math.abs(q - asked) < 1e-8)).toBe(true);
        if (!isLevel) found.forEach((q) => expect(curve.at(f64(q)).values[0]).toBeCloseTo(value!, 9));
        expect([...found].sort((a, b) => a - b)).toEqual(found);
      }
    });
    test('refused and held there is nothing beyond; an end value that is held is found at its end', () => {
      const line = (outside: 'refuse' | 'hold' | 'extend') =>
        interpolatorThrough(f64(0, 1), f64(2, 4), 'linear', outside);
      expect(line('refuse').argumentsOf(6)).toEqual([]);
      expect(line('hold').argumentsOf(6)).toEqual([]);
      expect(line('hold').argumentsOf(4)).toEqual([1]);
      expect(line('extend').argumentsOf(6)).toEqual([2]);
      expect(line('extend').argumentsOf(-2)).toEqual([-2]);
    });
    test('a bend continued may take a value twice on one side, or never', () => {
      // y = x² through its own knots: a spline without an extra knot at its ends is the parabola itself.
      const parabola = interpolatorThrough(f64(1, 2, 3, 4), f64(1, 4, 9, 16), 'notAKnotSpline', 'extend');
      expect(parabola.argumentsOf(0.25)).toEqual([expect.closeTo(-0.5, 9), expect.closeTo(0.5, 9)]);
      expect(parabola.argumentsOf(-1)).toEqual([]);
    });
    test('an axis of logarithms has no place at zero and below', () => {
      const powers = interpolatorOf({
        ...{ xUnit: '', yUnit: '', x: [1, 10], y: [5, 6], xScale: 'log', outside: 'extend' },
      });
      expect(powers.argumentsOf(7)).toEqual([expect.closeTo(100, 9)]);
      expect(powers.argumentsOf(4)).toEqual([expect.closeTo(0.1, 12)]);
    });
  });
  test.each(interpolationMethods.map((m) => m.kind))(
    '%s finds every argument of a value, and the area under it',
    (kind) => {
      const curve = interpolatorThrough(bumpy, heights, kind, 'refuse');
      const steps = kind === 'previous' || kind === 'nearest';
      const found = curve.argumentsOf(0.9);
      if (!steps) found.forEach((q) => expect(curve.at(f64(q)).values[0]).toBeCloseTo(0.9, 12));
      const fine = Float64Array.from({ length: 100_001 }, (_, i) => i / 10_000);
      const { values } = curve.at(fine);
      let crossings = 0;
      let area = 0;
      for (let i = 1; i < fine.length; i++) {
        crossings += Number(values[i - 1]! < 0.9 !== values[i]! < 0.9);
        area += (values[i]! + values[i - 1]!) / 20_000;
      }
      if (!steps) expect(found).toHaveLength(crossings);
      expect(curve.area(0, 10)).toBeCloseTo(area, steps ? 3 : 6);
    },
  );
  test.each(['naturalSpline', 'notAKnotSpline', 'clampedSpline', 'akima', 'monotone'])(
    '%s does with two and three knots',
    (kind) => {
      expect(interpolatorThrough(f64(0, 2), f64(1, 5), kind, 'refuse').at(f64(1)).values[0]).toBeCloseTo(3, 12);
      const three = interpolatorThrough(f64(0, 1, 3), f64(0, 1, 3), kind, 'refuse').at(f64(0.5, 2)).values;
      if (kind !== 'clampedSpline') three.forEach((v, i) => expect(v).toBeCloseTo([0.5, 2][i]!, 12));
    },
  );
});

// Vapour pressure of water: 611.657 Pa at 273.16 K, 101 418 Pa at 373.15 K. Source: IAPWS-IF97 as in the VDI Wärmeatlas, from memory.
const steam: PropertyTable = {
  symbol: 'p_v',
  name: 'Vapour pressure',
  xName: 'Temperature',
  xUnit: '°C',
  yUnit: 'kPa',
  source: 'IAPWS-IF97',
  outside: 'extend',
  method: 'linear',
  xScale: 'reciprocal',
  yScale: 'log',
  x: [0.01, 20, 40, 60, 80, 99.61],
  y: [0.611657, 2.33921, 7.38443, 19.9458, 47.4147, 100],
};

describe('axes by logarithm and reciprocal', () => {
  test('of kelvins, whatever the unit: the vapour pressure is nearly straight there', () => {
    const curve = interpolatorOf(steam);
    // Between the knots, the formulation says 4.24669 kPa at 30 °C and 31.2006 kPa at 70 °C (from memory).
    const { values } = curve.at(f64(30, 70));
    expect(Math.abs(values[0]! / 4.24669 - 1)).toBeLessThan(0.004);
    expect(Math.abs(values[1]! / 31.2006 - 1)).toBeLessThan(0.004);
    const plain = interpolatorOf({ ...steam, xScale: 'plain', yScale: 'plain' }).at(f64(30)).values[0]!;
    expect(Math.abs(plain / 4.24669 - 1)).toBeGreaterThan(0.1);
    expect(curve.argumentsOf(values[0]!)[0]).toBeCloseTo(30, 9);
    const [low, high] = curve.at(f64(29.999, 30.001)).values;
    expect(curve.slopes(f64(30))[0]).toBeCloseTo((high! - low!) / 0.002, 6);
  });
  test('the area is that under the curve as it is shown', () => {
    const power = { ...steam, xUnit: '', yUnit: '', xScale: 'log' as const, x: [1, 2, 4, 8], y: [1, 4, 16, 64] };
    expect(interpolatorOf(power).area(1, 8)).toBeCloseTo((512 - 1) / 3, 4);
  });
  test('what has no logarithm is refused with its row', () =>
    expect(() => interpolatorOf({ ...steam, y: [1, 2, 0, 3, 4, 5] })).toThrow(
      expect.objectContaining({ code: 'TABLE_SCALE', facts: expect.objectContaining({ row: 3 }) }) as never,
    ));
});

describe('a table is judged', () => {
  // Density of water, rounded to two places. Source: the CIPM formula (M. Tanaka et al., Metrologia 38 (2001) 301), from memory.
  const water: PropertyTable = {
    symbol: 'rho',
    name: 'Density',
    xName: 'Temperature',
    xUnit: '°C',
    yUnit: 'kg/m^3',
    source: 'CIPM',
    outside: 'refuse',
    x: [0, 5, 10, 15, 20, 25, 30, 35, 40],
    y: [999.84, 999.97, 999.7, 999.1, 998.2, 997.05, 995.65, 994.03, 992.22],
  };
  test('nothing is said of a sound one, also where rounding shows at the ends', () => {
    expect(judgeTable(water)).toEqual([]);
    // Viscosity of water to three digits. Source: IAPWS R12-08, from memory.
    const mu = {
      ...water,
      name: 'Viscosity',
      yUnit: 'mPa s',
      x: [0, 5, 10, 15, 20, 25, 30, 35, 40, 50, 60, 70, 80, 90, 100],
      y: [1.792, 1.519, 1.306, 1.138, 1.002, 0.89, 0.797, 0.719, 0.653, 0.547, 0.466, 0.404, 0.354, 0.315, 0.282],
    };
    expect(judgeTable(mu)).toEqual([]);
    expect(judgeTable({ ...mu, y: mu.y.map((v) => (v === 0.89 ? 8.9 : v)) })).toEqual([
      expect.objectContaining({ knot: 5 }),
    ]);
  });
  test.each([0, 1, 4, 7, 8])('a typing error in row %d is pointed at, with what the neighbours say', (row) => {
    const y = water.y.map((v, i) => (i === row ? v! + 9 : v));
    const [doubt] = judgeTable({ ...water, y });
    expect(doubt!.knot).toBe(row);
    expect(doubt!.sentence).toContain('typing error');
  });
  test('a unit that does not fit the quantity, and a gap, are told', () => {
    expect(judgeTable({ ...water, yUnit: 'kPa' })[0]!.sentence).toContain('"Density" is in kPa');
    const x = [...water.x.slice(0, 4), ...water.x.slice(4).map((v) => v + 60)];
    expect(judgeTable({ ...water, x }).map((d) => d.sentence)).toContainEqual(
      expect.stringContaining('No knot between 15 and 80'),
    );
  });
  test('the leave-one-out error is what the others miss a knot by', () => {
    const three = { ...water, x: [0, 1, 2, 4], y: [0, 1, 4, 16] };
    // Without the knot at 1 the line says 2 there, without that at 2 it says 6.
    expect(leaveOneOut(three)).toEqual({ rms: Math.sqrt((1 + 4) / 2), largest: 2, at: [2] });
  });
});
