/** Values that are likely typed wrong, in tables of few knots: found where one is wrong, none where the course is smooth. */
import { describe, expect, test } from '@jest/globals';
import type { PropertyTable } from '../PropertyTable';
import { canShowOddKnot, judgeTable } from './index';

const table = (x: readonly number[], y: readonly number[]): PropertyTable => ({
  ...{ symbol: 'q', name: 'Quantity', xName: 'T', xUnit: 'm', yUnit: 'kPa', source: 'made up', outside: 'refuse' },
  ...{ x: [...x], y: [...y] },
});
const odd = (of: PropertyTable) =>
  judgeTable(of)
    .filter((d) => d.kind === 'typingError')
    .map((d) => d.knot);
const places = (n: number): number[] => Array.from({ length: n }, (_, k) => k);

const smooth: [string, (x: number) => number][] = [
  ['a straight line', (x) => 3 + 2 * x],
  ['a parabola', (x) => 30 - x * x],
  ['a cubic', (x) => x ** 3 - 4 * x],
  ['falling exponentially', (x) => 5 * Math.exp(-0.8 * x)],
  ['growing to a limit', (x) => 10 * (1 - Math.exp(-x))],
  ['a reciprocal', (x) => 1 / (1 + x)],
  ['a root', (x) => Math.sqrt(x + 0.5)],
  ['a wave', (x) => Math.sin(x)],
  ['constant', () => 4],
];
describe.each([4, 5, 6, 7, 9])('of %d knots', (n) => {
  test.each(smooth)('none where the course is smooth: %s', (_, f) =>
    expect(odd(table(places(n), places(n).map(f)))).toEqual([]),
  );
  test('nor where the knots are unevenly placed', () => {
    const x = places(n).map((k) => k ** 2);
    expect(
      odd(
        table(
          x,
          x.map((at) => 999.8 - 0.004 * at),
        ),
      ),
    ).toEqual([]);
  });
});
describe.each([4, 5, 6])('of %d knots one that is typed wrong is found', (n) => {
  test.each(places(n))('at place %d', (wrong) => {
    const straight = places(n).map((x) => 1.5 + 0.1 * x + 0.001 * x * x);
    const y = straight.map((v, k) => (k === wrong ? 10 * v : v));
    const found = judgeTable(table(places(n), y)).filter((d) => d.kind === 'typingError');
    expect(found.map((d) => d.knot)).toEqual([wrong]);
    expect(found[0]!.sentence).toContain('breaks the smoothness of its neighbours');
  });
});
describe.each([
  [3, 4],
  [4, 3],
  [4, 4],
  [4, 6],
  [5, 5],
  [6, 5],
])('over a grid of %d by %d', (n, m) => {
  const grid = (f: (x: number, w: number) => number): PropertyTable => ({
    ...table(
      places(n),
      places(n).flatMap((x) => places(m).map((w) => f(x, w))),
    ),
    second: { name: 'p', unit: 'bar', w: places(m), isScattered: false },
  });
  test.each<[string, (x: number, w: number) => number]>([
    ['a plane', (x, w) => 3 + 2 * x - w],
    ['bent along both', (x, w) => 10 - 0.3 * x * x + 0.2 * w * w + 0.1 * x * w],
    ['falling exponentially', (x, w) => 5 * Math.exp(-0.5 * x - 0.3 * w)],
    ['a reciprocal', (x, w) => (1 + w) / (2 + x)],
    ['a wave', (x, w) => Math.sin(x) + Math.cos(w)],
  ])('none where it is smooth: %s', (_, f) => expect(odd(grid(f))).toEqual([]));
  test.each(places(n * m))('one at place %d that is typed wrong is found', (wrong) => {
    const right = grid((x, w) => 1.5 + 0.1 * x - 0.05 * w + 0.002 * x * w);
    expect(odd({ ...right, y: right.y.map((v, k) => (k === wrong ? 10 * v! : v)) })).toEqual([wrong]);
  });
});
test('that it cannot be told is known', () => {
  expect(canShowOddKnot(table([0, 1, 2], [1, 2, 30]))).toBe(false);
  expect(canShowOddKnot(table(places(4), places(4)))).toBe(true);
  const grid = (n: number): PropertyTable => ({
    ...table(places(n), places(3 * n)),
    second: { name: 'p', unit: 'bar', w: [1, 2, 3], isScattered: false },
  });
  expect(canShowOddKnot(grid(3))).toBe(false);
  expect(canShowOddKnot(grid(4))).toBe(true);
  const points = { name: 'p', unit: 'bar', w: [0, 1, 0, 2, 1], isScattered: true };
  expect(canShowOddKnot({ ...table([0, 0, 1, 1, 2], places(5)), second: points })).toBe(false);
  expect(odd({ ...table([0, 0, 1, 1, 2], places(5)), second: points })).toEqual([]);
});
