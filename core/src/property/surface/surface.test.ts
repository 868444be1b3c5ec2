import { describe, expect, test } from '@jest/globals';
import { Random } from '../../number/Random';
import { missesOfThinPlate } from './index';
import {
  inOrder,
  interpolationMethods,
  judgeTable,
  leaveOneOut,
  surfaceOf,
  type PropertyTable,
  type TableInTwo,
} from '../index';

const f64 = (...values: number[]): Float64Array => Float64Array.from(values);
const head = {
  symbol: 'f',
  name: 'Value',
  xName: 'a',
  xUnit: '',
  yUnit: '',
  source: 'made for the test',
  outside: 'refuse' as const,
};
const second = { name: 'b', unit: '', isScattered: false };
const x = [0, 1, 2.5, 4, 5, 7, 8];
const w = [-1, 0, 2, 3, 6, 7];
const over = (f: (x: number, w: number) => number, more: Partial<TableInTwo> = {}): TableInTwo => ({
  ...head,
  x,
  y: x.flatMap((p) => w.map((q) => f(p, q))),
  second: { ...second, w },
  ...more,
});
const through = (table: TableInTwo, method: string): TableInTwo => ({
  ...table,
  method,
  second: { ...table.second, method },
});
const one = (table: TableInTwo, p: number, q: number): number => surfaceOf(table).at(f64(p), f64(q)).values[0]!;

// LinearNDInterpolator(…, rescale=True) of scipy 1.10.1 through 14 points: sin(x/3) + w/100.
const scattered: TableInTwo = {
  ...head,
  x: [0, 6.18, 2.361, 8.541, 4.721, 0.902, 7.082, 3.262, 9.443, 5.623, 1.803, 7.984, 4.164, 0.344],
  y: [0, 2.3925, 1.7277, 0.8197, 1.039, 1.845, 1.7624, 1.4537, 0.0719, 2.5421, 1.6631, 1.0693, 1.1004, 1.7412],
  second: {
    ...second,
    isScattered: true,
    w: [0, 150.98, 101.95, 52.93, 3.9, 154.88, 105.85, 56.83, 7.8, 158.78, 109.76, 60.73, 11.71, 162.68],
  },
};

describe('a surface over a grid', () => {
  const bilinear = over((p, q) => 3 + 2 * p - q + 0.5 * p * q);
  const bicubic = over((p, q) => 1 + p - 0.2 * p ** 3 + p * q ** 2 - 0.1 * q ** 3 * p ** 2);

  test('linear gives back what is linear in each argument, the spline what is cubic in each', () => {
    const random = new Random(3);
    for (let k = 0; k < 50; k++) {
      const [p, q] = [random.uniform() * 8, random.uniform() * 8 - 1];
      expect(one(through(bilinear, 'linear'), p, q)).toBeCloseTo(3 + 2 * p - q + 0.5 * p * q, 12);
      const cubic = 1 + p - 0.2 * p ** 3 + p * q ** 2 - 0.1 * q ** 3 * p ** 2;
      expect(Math.abs(one(through(bicubic, 'notAKnotSpline'), p, q) - cubic)).toBeLessThan(1e-9);
    }
  });
  test('every pair of methods passes through every knot', () => {
    const rough = over((p, q) => Math.sin(7 * p) + Math.cos(5 * q));
    for (const { kind } of interpolationMethods)
      for (const { kind: other } of interpolationMethods) {
        const table = { ...rough, method: kind, second: { ...rough.second, method: other } };
        const { values } = surfaceOf(table).at(f64(...x.flatMap((p) => w.map(() => p))), f64(...x.flatMap(() => w)));
        values.forEach((v, k) => expect(v).toBeCloseTo(rough.y[k]!, 12));
      }
  });
  test('only so many rows have a say as a method reaches', () => {
    for (const method of interpolationMethods.filter((m) => m.reach)) {
      const rough = through(
        over((p, q) => Math.sin(7 * p) + Math.cos(5 * q)),
        method.kind,
      );
      // The same, with rows of its own far off.
      const other = { ...rough, y: rough.y.map((v, k) => (k < 6 ? v! + 100 : v)) };
      expect(one(other, 5.5, 1)).toBe(one(rough, 5.5, 1));
    }
  });
  test('outside it refuses, holds or extends, and counts', () => {
    const of = (outside: TableInTwo['outside']) =>
      surfaceOf({ ...through(bilinear, 'linear'), outside }).at(f64(9, 4, NaN, 8), f64(0, 9, 0, 7));
    expect([...of('refuse').values]).toEqual([NaN, NaN, NaN, 3 + 16 - 7 + 28]);
    expect([...of('refuse').outside]).toEqual([0, 1]);
    expect([...of('hold').values.slice(0, 2)]).toEqual([3 + 16, 3 + 8 - 7 + 14]);
    expect(of('extend').values[0]).toBeCloseTo(3 + 18, 12);
    expect(of('extend').values[1]).toBeCloseTo(3 + 8 - 9 + 18, 12);
  });
  test('backwards along either argument, all places', () => {
    const wave = through(
      over((p) => Math.sin(p)),
      'monotone',
    );
    const found = surfaceOf(wave).argumentsOf(0.3, { w: 1 });
    expect(found.length).toBeGreaterThan(1);
    found.forEach((p) => expect(one(wave, p, 1)).toBeCloseTo(0.3, 12));
    expect(surfaceOf(through(bilinear, 'linear')).argumentsOf(13, { x: 4 })).toEqual([expect.closeTo(2, 12)]);
    expect(surfaceOf(through(bilinear, 'linear')).argumentsOf(1e6, { x: 4 })).toEqual([]);
    // Between two flat steps there is no place where a value in between is taken.
    expect(surfaceOf(through(bilinear, 'previous')).argumentsOf(13.001, { x: 4 })).toEqual([]);
  });
  test('backwards answers what forwards does beyond the knots: held, continued, or nothing', () => {
    const of = (outside: 'refuse' | 'hold' | 'extend') => ({ ...through(bilinear, 'linear'), outside });
    const beyond = of('extend');
    const asked = Math.max(...beyond.x) + 1.5;
    const value = one(beyond, asked, 2);
    expect(surfaceOf(beyond).argumentsOf(value, { w: 2 })).toEqual([expect.closeTo(asked, 9)]);
    expect(surfaceOf(of('refuse')).argumentsOf(value, { w: 2 })).toEqual([]);
    // The other argument lies beyond: held, the table there is its edge.
    const [w] = surfaceOf(of('hold')).argumentsOf(one(of('hold'), asked, 2.3), { x: asked });
    expect(w).toBeCloseTo(2.3, 9);
    expect(surfaceOf(of('refuse')).argumentsOf(13, { x: asked })).toEqual([]);
  });
  test('axes of its own: what is a product of powers is a plane of logarithms', () => {
    const powers: TableInTwo = {
      ...head,
      x: [1, 10, 100],
      xScale: 'log',
      yScale: 'log',
      second: { ...second, w: [1, 4, 16], scale: 'log' },
      y: [1, 10, 100].flatMap((p) => [1, 4, 16].map((q) => p ** 2 * q ** -0.5)),
    };
    expect(one(powers, 30, 9)).toBeCloseTo(300, 9);
  });
});

describe('a surface over scattered points', () => {
  test('is that of the reference library', () => {
    const { values } = surfaceOf(scattered).at(f64(4, 6.5, 3, 5), f64(80, 120, 140, 40));
    [1.5971606731671506, 1.9611921027407724, 2.04071021340589, 1.200758872792191].forEach((v, i) =>
      expect(values[i]).toBeCloseTo(v, 12),
    );
  });
  const plate: TableInTwo = { ...scattered, second: { ...scattered.second, between: 'thinPlate' } };
  test('as a thin plate is that of the reference library, and passes through its points', () => {
    // RBFInterpolator(…, kernel='thin_plate_spline') of scipy 1.17.1, both axes brought to 0 … 1.
    const { values } = surfaceOf(plate).at(f64(4, 6.5, 3, 5), f64(80, 120, 140, 40));
    [1.7155227334290526, 1.9931937334326455, 2.150951273641779, 1.3631563586187403].forEach((v, i) =>
      expect(values[i]).toBeCloseTo(v, 10),
    );
    surfaceOf(plate)
      .at(Float64Array.from(plate.x), Float64Array.from(plate.second.w))
      .values.forEach((v, i) => expect(v).toBeCloseTo(plate.y[i]!, 10));
  });
  test('as a thin plate is refused outside its points unless it is asked to go on; a plane goes on as a plane', () => {
    expect(one(plate, -3, -3)).toBeNaN();
    const plane = { ...plate, y: plate.x.map((p, i) => 2 * p - plate.second.w[i]! / 10), outside: 'extend' as const };
    expect(one(plane, 20, 300)).toBeCloseTo(10, 8);
    expect(one({ ...plane, outside: 'hold' }, -3, -3)).toBeCloseTo(0, 8);
  });
  test('what a plate without a point misses it by is what a plate made without it says', () => {
    const i = 7;
    const found = leaveOneOut(plate)!;
    const others = <T>(values: readonly T[]) => values.filter((_, k) => k !== i);
    const slow = surfaceOf({
      ...{ ...plate, x: others(plate.x), y: others(plate.y) },
      second: { ...plate.second, w: others(plate.second.w) },
    }).at(f64(plate.x[i]!), f64(plate.second.w[i]!)).values[0]!;
    // The reference library says the same: -0.02571437835697865.
    expect(slow - plate.y[i]!).toBeCloseTo(-0.02571437835697865, 10);
    expect(missesOfThinPlate(plate)[i]).toBeCloseTo(slow - plate.y[i]!, 9);
    expect(missesOfThinPlate(plate)[0]).toBeNaN();
    expect(found.largest).toBeGreaterThan(0);
  });
  test('a smooth surface is met more closely by a plate than by triangles', () => {
    expect(leaveOneOut(plate)!.rms).toBeLessThan(leaveOneOut(scattered)!.rms);
  });
  test('too many points for a plate are refused with both numbers', () => {
    const many = Array.from({ length: 301 }, (_, i) => i);
    const of = { ...plate, x: many.map((i) => Math.sin(i)), y: many, second: { ...plate.second, w: many } };
    expect(() => surfaceOf(of)).toThrow(expect.objectContaining({ code: 'TABLE_TOO_MANY_POINTS' }) as never);
  });
  test('gives back a plane everywhere, inside and extended; held, it is that of the nearest edge', () => {
    const plane = { ...scattered, y: scattered.x.map((p, i) => 2 * p - scattered.second.w[i]! / 10) };
    for (const [p, q] of [
      [4, 80],
      [20, 300],
      [-5, -50],
      [6.18, 150.98],
    ] as const)
      expect(one({ ...plane, outside: 'extend' }, p, q)).toBeCloseTo(2 * p - q / 10, 10);
    expect(one({ ...plane, outside: 'hold' }, -3, -3)).toBeCloseTo(0, 12);
    expect(one({ ...plane, outside: 'refuse' }, -3, -3)).toBeNaN();
    expect(surfaceOf(plane).argumentsOf(0, { w: 80 })).toEqual([expect.closeTo(4, 10)]);
  });
});

describe('a table in two arguments is put in order and judged', () => {
  const smooth = over((p, q) => 20 * Math.exp(-p / 4 + q / 9));
  test('rows and columns are sorted together with their values', () => {
    const given: PropertyTable = { ...head, x: [2, 1], y: [21, 22, 11, 12], second: { ...second, w: [1, 2] } };
    expect(inOrder(given)).toMatchObject({ x: [1, 2], y: [11, 12, 21, 22] });
  });
  test.each([
    [{ y: [1, 2, 3] }, 'TABLE_GRID_SIZE'],
    [{ y: smooth.y.map((v, k) => (k === 8 ? NaN : v)) }, 'TABLE_KNOT_NOT_NUMBER'],
    [{ x: [0, 1, 2.5, 4, 5, 7, 7] }, 'TABLE_KNOT_REPEATED'],
    [{ x: [1, 2, 1], y: [1, 2, 3], second: { ...second, isScattered: true, w: [0, 5, 0] } }, 'TABLE_KNOT_REPEATED'],
  ])('%j is refused as %s', (change, code) =>
    expect(() => inOrder({ ...smooth, ...change })).toThrow(expect.objectContaining({ code }) as never),
  );
  test('points in one line have no area', () => {
    const line = { ...head, x: [0, 1, 2], y: [1, 2, 3], second: { ...second, isScattered: true, w: [0, 1, 2] } };
    expect(() => surfaceOf(line)).toThrow(expect.objectContaining({ code: 'TABLE_POINTS_IN_LINE' }) as never);
  });
  test('a wrong value is found wherever it stands, and nothing is said of sound ones', () => {
    expect(judgeTable(smooth)).toEqual([]);
    for (let wrong = 0; wrong < smooth.y.length; wrong++) {
      const table = { ...smooth, y: smooth.y.map((v, k) => (k === wrong ? v! * 10 : v)) };
      expect(judgeTable(table)).toEqual([expect.objectContaining({ kind: 'typingError', knot: wrong })]);
    }
    const lifted = scattered.y.map((v, k) => (k === 7 ? v! + 8 : v));
    expect(judgeTable({ ...scattered, y: lifted })).toEqual([
      expect.objectContaining({ kind: 'typingError', knot: 7 }),
    ]);
    expect(judgeTable(scattered)).toEqual([]);
  });
  test('leaving out rows and columns: nothing is missed of a plane, the bend of a curve is', () => {
    expect(leaveOneOut(over((p, q) => p + q))!.largest).toBeCloseTo(0, 12);
    // Without the row at 2.5 the line from 1 to 4 says 8.5 where 6.25 stands; wider than elsewhere only from 5 to 8.
    expect(leaveOneOut(over((p) => p * p))).toMatchObject({ largest: 2.25 });
    expect(leaveOneOut({ ...scattered, y: scattered.x.map((p) => 3 * p) })!.largest).toBeCloseTo(0, 10);
  });
});
