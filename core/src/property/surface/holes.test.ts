/** Grids with holes: what is answered around one, what is refused, and what is said of it. Made up for each case. */
import { describe, expect, test } from '@jest/globals';
import type { AppError } from '../../error/AppError';
import { evaluateFormula } from '../../formula';
import { inOrder, interpolationMethods, judgeTable, leaveOneOut, surfaceOf, type TableInTwo } from '../index';

const x = [0, 1, 2, 4, 5];
const w = [10, 20, 40, 50];
const at = (p: number, q: number): number => 3 + 2 * p - 0.1 * q + 0.05 * p * q;
/** Row 2, column 1: at (2, 20). */
const HOLE = 2 * w.length + 1;
const grid = (over: Partial<TableInTwo> = {}, holes: readonly number[] = [HOLE]): TableInTwo => ({
  ...{ symbol: 'f', name: 'Value', xName: 'a', xUnit: '', yUnit: '', source: 'made for the test', outside: 'refuse' },
  x,
  y: x.flatMap((p) => w.map((q) => at(p, q))).map((v, k) => (holes.includes(k) ? null : v)),
  second: { name: 'b', unit: '', isScattered: false, w },
  ...over,
});
const through = (method: string, other = method, holes?: readonly number[]): TableInTwo => {
  const table = grid({ method }, holes);
  return { ...table, second: { ...table.second, method: other } };
};
const one = (table: TableInTwo, p: number, q: number): number =>
  surfaceOf(table).at(Float64Array.of(p), Float64Array.of(q)).values[0]!;
/** Those that give back a plane: a clamped spline starts level. */
const smooth = interpolationMethods.filter((m) => !m.isStep && m.kind !== 'clampedSpline').map((m) => m.kind);

describe('beside a hole', () => {
  test.each(smooth)('%s answers nothing in the four cells around it, and all the rest as without it', (kind) => {
    const [holed, whole] = [through(kind), through(kind, kind, [])];
    for (let p = 0.05; p < 5; p += 0.15)
      for (let q = 10.5; q < 50; q += 1.3) {
        const isBeside = p > 1 && p < 4 && q > 10 && q < 40;
        // What is linear in each argument every one of these methods gives back, through fewer knots as well.
        if (isBeside) expect(one(holed, p, q)).toBeNaN();
        else expect(one(holed, p, q)).toBeCloseTo(at(p, q), 9);
        expect(one(whole, p, q)).toBeCloseTo(at(p, q), 9);
      }
  });
  test('lines between two numbers are answered, up to the knots themselves', () => {
    const table = through('linear');
    for (const [p, q] of [
      [1, 15],
      [4, 35],
      [3, 40],
      [1.5, 10],
      [2, 10],
      [2, 40],
      [1, 20],
      [4, 20],
    ] as const)
      expect(one(table, p, q)).toBeCloseTo(at(p, q), 12);
    for (const [p, q] of [
      [2, 20],
      [2, 15],
      [2, 30],
      [1.5, 20],
      [3, 20],
    ] as const)
      expect(one(table, p, q)).toBeNaN();
  });
  test('a row with one number alone answers there, and a hole in a corner leaves the rest', () => {
    const single = through('akima', 'akima', [0, 1, 3]);
    expect([one(single, 0, 40), one(single, 0.5, 40)]).toEqual([at(0, 40), expect.closeTo(at(0.5, 40), 12)]);
    expect([one(single, 0, 30), one(single, 0.5, 30), one(single, 0, 50)]).toEqual([NaN, NaN, NaN]);
    const corner = through('linear', 'linear', [0]);
    expect(one(corner, 0.5, 12)).toBeNaN();
    expect(one(corner, 1.5, 12)).toBeCloseTo(at(1.5, 12), 12);
  });
  test('samples are told as beside a hole, and only those outside the knots as outside', () => {
    const [p, q] = [Float64Array.of(1.5, 0.5, 9, 9, NaN), Float64Array.of(15, 15, 15, 45, 15)];
    const told = (outside: TableInTwo['outside']) => {
      const found = surfaceOf({ ...grid({}, [HOLE, 4 * w.length]), outside }).at(p, q);
      return { outside: [...found.outside], holes: [...found.holes!] };
    };
    expect(told('refuse')).toEqual({ outside: [2, 3], holes: [0] });
    // Held and continued, the end beside the second hole has nothing to go on with.
    expect(told('hold')).toEqual({ outside: [3], holes: [0, 2] });
    expect(told('extend')).toEqual({ outside: [3], holes: [0, 2] });
  });
  test('a formula counts them by themselves', () => {
    const input = { channels: new Map(), samples: 1, tables: new Map([['f', grid()]]) };
    const doubtsOf = (text: string) => evaluateFormula(text, '', input).doubts;
    expect(doubtsOf('f(1.5, 15)')).toMatchObject({ besideHole: { f: Int32Array.of(-1) }, outsideTable: {} });
    expect(doubtsOf('f(0.5, 15)')).toMatchObject({ besideHole: {}, outsideTable: {} });
  });
});

describe('a grid with a hole', () => {
  test('keeps it when its knots are brought in order', () => {
    const turned = { ...grid(), x: [...x].reverse(), y: x.flatMap((_, i) => grid().y.slice((4 - i) * 4, (5 - i) * 4)) };
    expect(inOrder(turned)).toEqual(grid());
  });
  test('is refused where a whole row or column is one, and a curve with a hole is', () => {
    const code = (table: TableInTwo) => {
      try {
        inOrder(table);
        return undefined;
      } catch (error) {
        return (error as AppError).message;
      }
    };
    expect(code(grid({}, [4, 5, 6]))).toBeUndefined();
    expect(code(grid({}, [4, 5, 6, 7]))).toContain('no value at all at a = 1');
    expect(code(grid({}, [2, 6, 10, 14, 18]))).toContain('no value at all at b = 40');
    expect(() => inOrder({ ...grid(), second: null, x: [1, 2], y: [1, null] })).toThrow('Row 2');
  });
  test('says so, and is still judged by the numbers that it has', () => {
    const doubts = (table: TableInTwo) => judgeTable(table).map((d) => d.sentence);
    expect(doubts(grid({}, []))).toEqual([]);
    expect(doubts(grid())).toEqual([
      'No value at (2, 20). What is looked up between such a hole and its neighbours is missing.',
    ]);
    const wrong = grid();
    expect(doubts({ ...wrong, y: wrong.y.map((v, k) => (k === 14 ? 10 * v! : v)) })[1]).toContain('A typing error?');
    expect(leaveOneOut(grid())!.largest).toBeLessThan(1e-12);
  });
});
