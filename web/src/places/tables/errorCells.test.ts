/** The ± of knots as it is typed: beside the values or in their places, and in step with them. */
import { describe, expect, test } from '@jest/globals';
import { changedInSheet, reshapedErrors, sheetOf } from './errorCells';
import { fromColumns, proposedColumns } from './fromColumns';
import { forwards } from './lookUpWords';
import { bodyOf, draftOf, emptyDraft, understand, type TableDraft, type Understood } from './state';
import { asCsv, asJson, fromJson } from './tableFiles';

const curve = {
  shape: 'curve' as const,
  cells: [
    ['1', '10'],
    ['2', '20'],
  ],
  knotErrors: {
    statedAs: 'twice' as const,
    cells: [
      ['', '0.2'],
      ['', '0.4'],
    ],
  },
};
const grid = {
  shape: 'grid' as const,
  cells: [
    ['', '5', '6'],
    ['1', '10', '11'],
    ['2', '20', ''],
  ],
  knotErrors: {
    statedAs: 'twice' as const,
    cells: [
      ['', '', ''],
      ['', '0.1', '0.2'],
      ['', '0.3', ''],
    ],
  },
};
const rows = (texts: string[][], ids: (number | undefined)[] = [...texts.keys()]) =>
  texts.map((cells, r) => ({ id: ids[r], cells }));
const named = { symbol: 'f', name: 'Force', xName: 'a', source: 'made up', yUnit: 'N' };
const draft = (over: Partial<TableDraft>): TableDraft => ({ ...emptyDraft, ...named, ...over });

describe('the sheet', () => {
  test('of a curve has the ± beside its values', () => {
    expect(sheetOf(curve, false)).toEqual({
      rows: [
        ['1', '10', '0.2'],
        ['2', '20', '0.4'],
      ],
      further: 1,
    });
    expect(sheetOf({ ...curve, knotErrors: null }, true)).toEqual({ rows: curve.cells, further: 0 });
    const typed = rows([
      ['1', '10', '0.2'],
      ['3', '30', '0.6'],
    ]);
    expect(changedInSheet(curve, typed, false)).toEqual({
      cells: [
        ['1', '10'],
        ['3', '30'],
      ],
      knotErrors: {
        statedAs: 'twice',
        cells: [
          ['', '0.2'],
          ['', '0.6'],
        ],
      },
    });
  });
  test('of a grid has them in the place of the values, under the same arguments', () => {
    expect(sheetOf(grid, true).rows).toEqual([
      ['', '5', '6'],
      ['1', '0.1', '0.2'],
      ['2', '0.3', ''],
    ]);
    expect(sheetOf(grid, false).rows).toBe(grid.cells);
    const typed = rows([
      ['', '5', '7'],
      ['1', '0.1', '0.9'],
      ['2', '0.3', ''],
    ]);
    expect(changedInSheet(grid, typed, true)).toEqual({
      cells: [
        ['', '5', '7'],
        ['1', '10', '11'],
        ['2', '20', ''],
      ],
      knotErrors: {
        statedAs: 'twice',
        cells: [
          ['', '', ''],
          ['', '0.1', '0.9'],
          ['', '0.3', ''],
        ],
      },
    });
  });
  test('a row that is taken out takes its ± with it, and one put in has none', () => {
    const left = rows(
      [
        ['', '5', '6'],
        ['7', '70', '71'],
        ['2', '20', ''],
      ],
      [0, undefined, 2],
    );
    expect(changedInSheet(grid, left, false).knotErrors!.cells).toEqual([['', '', ''], [], ['', '0.3', '']]);
    const over = rows(
      [
        ['', '5', '6'],
        ['2', '0.8', ''],
      ],
      [0, 2],
    );
    expect(changedInSheet(grid, over, true)).toMatchObject({
      cells: [
        ['', '5', '6'],
        ['2', '20', ''],
      ],
    });
  });
});

describe('in another shape', () => {
  test('a grid as points and back keeps each ± at its arguments', () => {
    const points = reshapedErrors(grid, 'scattered')!;
    expect(points.cells.map((row) => row[2])).toEqual(['0.1', '0.2', '0.3']);
    const as = {
      shape: 'scattered' as const,
      cells: [
        ['1', '5', '10'],
        ['1', '6', '11'],
        ['2', '5', '20'],
      ],
    };
    expect(reshapedErrors({ ...as, knotErrors: points }, 'grid')!.cells).toEqual(grid.knotErrors.cells);
    expect(reshapedErrors(grid, 'curve')!.cells).toEqual([
      ['', '0.1'],
      ['', '0.3'],
    ]);
    expect(reshapedErrors({ ...grid, knotErrors: null }, 'curve')).toBeNull();
  });
});

describe('a table with a ± of each knot', () => {
  const typed = draft(curve);
  test('is saved with them and comes back as it was typed', () => {
    const { body } = bodyOf(typed) as { body: never };
    expect(body).toMatchObject({ uncertainty: { kind: 'perKnot', statedAs: 'twice', values: [0.2, 0.4] } });
    expect(draftOf(body)).toEqual(typed);
    const holed = draft({ ...grid, second: { ...emptyDraft.second, name: 'b' } });
    expect(bodyOf(holed)).toMatchObject({ body: { uncertainty: { values: [0.1, 0.2, 0.3, null] } } });
  });
  test('is not saved while one is missing or below zero, and says which', () => {
    const lacking = (text: string) =>
      draft({
        ...curve,
        knotErrors: {
          statedAs: 'twice',
          cells: [
            ['', '0.2'],
            ['', text],
          ],
        },
      });
    expect(bodyOf(lacking(''))).toMatchObject({
      problem: expect.stringContaining('The ± beside 20 in row 2 reads ""'),
    });
    expect(bodyOf(lacking('-1'))).toHaveProperty('problem');
    expect(bodyOf(lacking('0'))).toHaveProperty('body');
  });
  test('says it with a value that is looked up, and none where none is stated', () => {
    const said = (d: TableDraft) => forwards([1.5], d, understand(d) as Understood);
    expect(said(typed)).toBe('f = 15.00 ± 0.15 N (k = 1)');
    expect(said(draft({ ...curve, knotErrors: null }))).toBe('f = 15 N');
  });
  test('goes out with its standard uncertainties, and comes in again', async () => {
    const { body } = bodyOf(typed) as { body: never };
    expect(asCsv(body).split('\r\n').slice(1, 3)).toEqual(['a,Force (N),u(Force) (N)', '1,10,0.1']);
    const back = fromJson(await asJson(body).text(), 'f.table.json') as { draft: TableDraft };
    expect(back.draft).toMatchObject({ knotErrors: typed.knotErrors, uncertainty: null });
    const column = (name: string, ...values: number[]) => ({ name, unit: 'N', values });
    const columns = [column('a', 1, 2), column('Force', 10, 20), column('u(Force)', 0.1, 0.2)];
    expect(proposedColumns(columns, true)).toEqual({ x: 0, w: null, y: 1, u: 2 });
    expect(fromColumns(columns, { x: 0, w: null, y: 1, u: 2 })).toMatchObject({
      ...{ shape: 'curve', cells: curve.cells },
      knotErrors: {
        statedAs: 'standard',
        cells: [
          ['', '0.1'],
          ['', '0.2'],
        ],
      },
    });
  });
  test('with two arguments in columns a ± goes to its cell of the grid', () => {
    const column = (name: string, ...values: number[]) => ({ name, unit: '', values });
    const columns = [column('a', 1, 1, 2), column('b', 5, 6, 5), column('f', 10, 11, 20), column('± f', 0.1, 0.2, 0.3)];
    expect(proposedColumns(columns, false)).toEqual({ x: 0, w: 1, y: 2, u: 3 });
    const { cells, knotErrors } = fromColumns(columns, { x: 0, w: 1, y: 2, u: 3 })!;
    expect([cells, knotErrors!.cells]).toEqual([grid.cells, grid.knotErrors.cells]);
    // A last column of anything else is none.
    expect(proposedColumns([...columns.slice(0, 3), column('ulna', 1, 2, 3)], false).u).toBeNull();
  });
});
