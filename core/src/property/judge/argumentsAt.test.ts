import { expect, test } from '@jest/globals';
import type { PropertyTable } from '../PropertyTable';
import { argumentsAt } from './judgeTable';

const table = (over: object) => ({ x: [10, 20, 30], y: [1, 2, 3], ...over }) as unknown as PropertyTable;

test('a value is found by its arguments: of a line, a grid row by row, scattered points', () => {
  expect(argumentsAt(table({}), 2)).toEqual([30]);
  const grid = table({ second: { w: [5, 6], isScattered: false } });
  expect([0, 1, 2, 5].map((knot) => argumentsAt(grid, knot))).toEqual([
    [10, 5],
    [10, 6],
    [20, 5],
    [30, 6],
  ]);
  expect(argumentsAt(table({ second: { w: [5, 6, 7], isScattered: true } }), 2)).toEqual([30, 7]);
});
