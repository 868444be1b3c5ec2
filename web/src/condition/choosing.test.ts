/** Choosing several conditions: by their names, by their group, on their run. */
import { describe, expect, test } from '@jest/globals';
import { byGroup, matching, offeredOn, toggled } from './choosing';

const rows = [
  { id: 1, name: '1450 rpm, 16 %', group: 'slow', runId: null },
  { id: 2, name: 'Warm (a+b)', group: '', runId: 7 },
  { id: 3, name: '2900 rpm, 16 %', group: 'fast', runId: 8 },
  { id: 4, name: '1450 rpm, 100 %', group: 'slow', runId: null },
];

test.each([
  ['1450', [1, 4]],
  ['RPM', [1, 3, 4]],
  ['rpm*16', [1, 3]],
  ['2900 * 16 %', [3]],
  ['(a+b)', [2]],
  ['.', []],
  ['', []],
  ['  ', []],
  ['*', []],
])('names like %j', (pattern, expected) => expect(matching(rows, pattern)).toEqual(expected));

test('on a run those of the campaign and its own are offered', () => {
  expect(offeredOn(rows, 7).map((r) => r.id)).toEqual([1, 2, 4]);
  expect(offeredOn(rows, 9).map((r) => r.id)).toEqual([1, 4]);
});

describe('groups', () => {
  test('stand in the order of their first, what is in none last', () =>
    expect(byGroup(rows).map((g) => [g.group, g.rows.map((r) => r.id)])).toEqual([
      ['slow', [1, 4]],
      ['fast', [3]],
      ['', [2]],
    ]));
  test('are absent where there is none', () => expect(byGroup([])).toEqual([]));
});

test('all of some are chosen in the order of the list, and all of them again are none', () => {
  expect(toggled(rows, [3], [4, 1])).toEqual([1, 3, 4]);
  expect(toggled(rows, [1, 3], [1, 4])).toEqual([1, 3, 4]);
  expect(toggled(rows, [1, 3, 4], [1, 4])).toEqual([3]);
});
