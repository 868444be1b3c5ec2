/** Holes in typed knots: told, and of a grid filled where numbers stand at both sides. */
import { describe, expect, test } from '@jest/globals';
import { filledGrid, holesInWords, holesOf } from './holes';

const grid = (hole = '') => [
  ['', '1', '2', '4'],
  ['10', '1', '2', '4'],
  ['20', '2', hole, '8'],
  ['40', '4', '8', '16'],
  ['', '', '', ''],
];

describe('holes', () => {
  test('of a grid are the cells without a number, in rows that have some', () => {
    expect(holesOf('grid', grid())).toEqual([[2, 2]]);
    expect(holesOf('grid', grid('n/a'))).toEqual([[2, 2]]);
    expect(holesOf('grid', grid('4'))).toEqual([]);
    // A row that is begun with its argument only waits for its numbers, and a column without an argument has none.
    expect(holesOf('grid', [...grid('4'), ['50', '', '', '']])).toEqual([]);
    expect(
      holesOf(
        'grid',
        grid('4').map((row) => [...row, '']),
      ),
    ).toEqual([]);
    // Values without their argument are not drawn either.
    expect(holesOf('grid', [...grid('4'), ['', '1', '2', '3']])).toEqual([[5, 0]]);
  });
  test('of a list are those of rows that are begun', () => {
    expect(
      holesOf('curve', [
        ['1', '2'],
        ['2', ''],
        ['', ''],
        ['', '4'],
      ]),
    ).toEqual([
      [1, 1],
      [3, 0],
    ]);
    expect(
      holesOf('scattered', [
        ['1', '2', ''],
        ['', '', ''],
      ]),
    ).toEqual([[0, 2]]);
  });
  test('are named, and what they mean', () => {
    expect(holesInWords('curve', [])).toBe('');
    expect(holesInWords('curve', [[2, 1]])).toBe(
      'No number in row 3, column 2. This row is neither drawn nor looked up in until it is there.',
    );
    const many = [1, 2, 3, 4, 5].map((row): [number, number] => [row, 1]);
    expect(holesInWords('scattered', many)).toMatch(/row 5, column 2 and 1 more\. These rows are/);
  });
  test('of a grid wait for their argument alone: a value can stay out', () => {
    expect(holesInWords('grid', [[2, 2]])).toBe('');
    expect(
      holesInWords('grid', [
        [2, 0],
        [2, 2],
      ]),
    ).toMatch(/^No number in row 3, column 1\. This row is/);
  });
});

describe('filling', () => {
  test('takes the mean of the straight lines along the row and down the column', () => {
    // Along the row 2 + 1/3 · 6 = 4, down the column 2 + 1/3 · 6 = 4.
    const found = filledGrid(grid())!;
    expect(found.cells[2]).toEqual(['20', '2', '4', '8']);
    expect(found.note).toBe('Filled by straight lines between the neighbours in row and column: the value at 20, 2.');
    expect(
      filledGrid([
        ['', '1', '2', '3'],
        ['10', '0', '1', '6'],
        ['20', '1', '', '7'],
        ['30', '2', '4', '8'],
      ])!.cells[2],
    ).toEqual(['20', '1', '3.25', '7']);
  });
  test('at an edge takes the one line that has both sides; in a corner there is none', () => {
    const edge = grid('4').map((row, r) => row.map((cell, c) => (r === 1 && c === 2 ? '' : cell)));
    expect(filledGrid(edge)!.cells[1]![2]).toBe('2');
    const corner = grid('4').map((row, r) => row.map((cell, c) => (r === 3 && c === 3 ? '' : cell)));
    expect(filledGrid(corner)).toBeUndefined();
    expect(filledGrid(grid('4'))).toBeUndefined();
  });
  test('in falling arguments is the same', () => {
    const [head, ...rows] = grid();
    expect(filledGrid([head!, ...rows.reverse()])!.cells.flat()).toContain('4');
  });
  test('one hole beside another uses what was typed only', () => {
    const two = grid().map((row, r) => row.map((cell, c) => (r === 1 && c === 2 ? '' : cell)));
    const { cells, note } = filledGrid(two)!;
    expect([cells[1]![2], cells[2]![2]]).toEqual(['2', '4']);
    expect(note).toContain('10, 2; 20, 2');
  });
});
