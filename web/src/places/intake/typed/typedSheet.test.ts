/** A sheet as it is typed: what becomes of it, what has to be mended, what is pasted, and what changed since. */
import { describe, expect, test } from '@jest/globals';
import type { SheetReply, SheetVersion, TypedRow } from '@undameter/contract';
import type { Step } from '@undameter/core';
import { palettes } from '../../../theme/palette';
import { changesInWords } from './changeWords';
import { firstMadeUp, recipeOf, triedRecipe } from './madeUp';
import { choicesOf, figureOfSheet, sheetOption } from './sheetChart';
import {
  bodyOf,
  emptySheet,
  firstShown,
  inOrder,
  isWrong,
  pastedRows,
  sameSheet,
  sheetFrom,
  sheetOf,
  tooManyRows,
  valuesOf,
  withColumn,
  withComputed,
  withMoreColumns,
  withoutColumn,
  withPasted,
  withRows,
  type Sheet,
  shownCell,
} from './typedSheet';

const typed = (rows: string[][]): Sheet => ({
  ...emptySheet('By hand'),
  columns: [
    { ...emptySheet('').columns[0]!, name: 'Flow', symbol: 'Q', unit: 'L/min', plusMinus: '0,5' },
    { ...emptySheet('').columns[1]!, name: 'Head', symbol: 'H', unit: 'm' },
  ],
  rows: rows.map((cells, i) => ({ row: i + 1, cells, note: '' })),
});
const sheet = typed([
  ['10', '29'],
  ['20,5', ''],
  ['', ''],
  ['40', '26'],
]);
const bodyIn = (s: Sheet) => {
  const made = bodyOf(s);
  if ('problem' in made) throw new Error(made.problem);
  return made;
};

describe('what is saved', () => {
  test('are rows with something in them, commas as points, nothing where nothing was read', () => {
    const { body, save } = bodyIn({ ...sheet, version: 4 });
    expect(body.rows).toEqual([
      { row: 1, cells: [10, 29] },
      { row: 2, cells: [20.5, null] },
      { row: 4, cells: [40, 26] },
    ]);
    expect(body.columns.map((c) => c.uncertainty)).toEqual([
      { kind: 'absolute', value: 0.5, statedAs: 'limits' },
      null,
    ]);
    expect(save.version).toBe(4);
  });
  test('what was declared in another way is left as it is, until a ± is typed', () => {
    const [column, other] = sheet.columns as [Sheet['columns'][0], Sheet['columns'][0]];
    const declared = (plusMinus: string) =>
      bodyIn({ ...sheet, columns: [{ ...column, plusMinus, isDeclaredElsewhere: true }, other] }).body.columns[0];
    expect(declared('')).not.toHaveProperty('uncertainty');
    expect(declared('1')!.uncertainty).toMatchObject({ value: 1 });
  });
  test('is first drawn over columns of numbers, not of words or of how sure others are', () => {
    const of = { kind: 'channel', symbol: 'u_Q', statedAs: 'standard' } as const;
    const column = (symbol: string, over: object = {}) => ({
      symbol,
      name: symbol,
      unit: '',
      uncertainty: null,
      ...over,
    });
    const several = { kind: 'several' as const, sources: [{ name: 'place', isShared: false, of }] };
    const shown = (columns: SheetReply['columns']) =>
      firstShown(sheetFrom({ version: 1, columns, rows: [] }, { name: 'a', kind: 'measured', procedure: [] }));
    const words = column('series', { words: ['a'] });
    expect(shown([words, column('Q', { uncertainty: several }), column('u_Q'), column('H')])).toEqual({ x: 1, y: 3 });
    expect(shown([column('Q', { uncertainty: of }), column('u_Q'), column('H')])).toEqual({ x: 0, y: 2 });
    expect(shown([column('Q'), column('H')])).toEqual({ x: 0, y: 1 });
    expect(shown([column('Q')])).toEqual({ x: 0, y: 1 });
  });
  test('a column of words has the places of its words, new ones behind those that were there', () => {
    const saved: SheetReply = {
      version: 2,
      columns: [
        { symbol: 'series', name: 'Series', unit: '', words: ['2900 rpm', '1450 rpm'], uncertainty: null },
        { symbol: 'H', name: 'Head', unit: 'm', uncertainty: null },
      ],
      rows: [
        { row: 1, cells: [1, 7] },
        { row: 2, cells: [null, 8] },
      ],
    };
    const opened = sheetFrom(saved, { name: 'both', kind: 'measured', procedure: [] });
    expect(opened.rows.map((r) => r.cells)).toEqual([
      ['1450 rpm', '7'],
      ['', '8'],
    ]);
    const more = { ...opened, rows: [...opened.rows, { row: 3, cells: [' 700 rpm ', '9'], note: '' }] };
    const { columns, rows } = bodyIn(more).save;
    expect(columns[0]!.words).toEqual(['2900 rpm', '1450 rpm', '700 rpm']);
    expect(rows.map((r) => r.cells[0])).toEqual([1, null, 2]);
    expect([...valuesOf(more).columns[0]!]).toEqual([1, NaN, 2]);
    expect([isWrong('700 rpm', opened.columns[0]), isWrong('700 rpm', opened.columns[1])]).toEqual([false, true]);
  });
  test.each<[string, Partial<Sheet>, string]>([
    ['no name', { name: ' ' }, 'needs a name'],
    ['no rows', { rows: [{ row: 1, cells: ['', ''], note: '' }] }, 'at least one row'],
    ['a word', { rows: [{ row: 7, cells: ['1', '2x'], note: '' }] }, 'Row 7, Head: "2x" is no number'],
    ['a ± that is a word', { columns: [{ ...sheet.columns[0]!, plusMinus: 'a' }, sheet.columns[1]!] }, 'The ± of Flow'],
    ['a ± below zero', { columns: [{ ...sheet.columns[0]!, plusMinus: '-1' }, sheet.columns[1]!] }, 'The ± of Flow'],
  ])('%s has to be mended first', (_, over, words) => {
    const made = bodyOf({ ...sheet, ...over });
    expect('problem' in made ? made.problem : '').toContain(words);
  });
  test.each([
    ['', false],
    [' ', false],
    ['1,5', false],
    ['−3', false],
    ['1e3', false],
    ['1.2.3', true],
    ['four', true],
    [undefined, false],
  ])('%j is wrong: %s', (text, wrong) => expect(isWrong(text)).toBe(wrong));
});

describe('rows', () => {
  test('keep their numbers; new ones get numbers that none had', () => {
    const grid = [
      ...sheet.rows.map(({ row, cells }) => ({ id: row, cells: [...cells, ''] })),
      { cells: ['50', '24', 'late'] },
    ];
    const next = withRows(sheet, [grid[4]!, grid[3]!, grid[0]!]);
    expect(next.rows.map((r) => [r.row, r.cells, r.note])).toEqual([
      [1, ['10', '29'], ''],
      [4, ['40', '26'], ''],
      [5, ['50', '24'], 'late'],
    ]);
  });
  test('are sorted for reading, empty ones last, and stay as they are', () => {
    expect(inOrder(sheet, 1).map((r) => r.row)).toEqual([4, 1, 2, 3]);
    expect(inOrder(sheet, null)).toBe(sheet.rows);
    // A computed column orders them too.
    const computed = [{ symbol: 'm', name: 'm', unit: '', formula: `-${sheet.columns[1]!.symbol}` }];
    const byComputed = inOrder({ ...sheet, computed }, sheet.columns.length).map((r) => r.row);
    expect(byComputed.slice(0, 3)).toEqual([1, 4, 2]);
  });
  test('a sheet with further empty rows is the same sheet', () => {
    const longer = { ...sheet, rows: [...sheet.rows, { row: 9, cells: ['', ''], note: '' }] };
    expect(sameSheet(sheet, longer)).toBe(true);
    expect(sameSheet(sheet, withRows(sheet, [{ id: 1, cells: ['10', '29', 'wet'] }]))).toBe(false);
  });
});

describe('columns', () => {
  test('a symbol follows the name until one is chosen', () => {
    const named = withColumn(emptySheet(''), 0, { name: 'Voltage' });
    expect(named.columns[0]).toMatchObject({ name: 'Voltage', symbol: 'U' });
    const chosen = withColumn(named, 0, { symbol: 'U_0' });
    expect(withColumn(chosen, 0, { name: 'Current' }).columns[0]).toMatchObject({ name: 'Current', symbol: 'U_0' });
  });
  test('one more, and one less, with its cells', () => {
    const more = withMoreColumns(sheet);
    expect([more.columns.length, more.rows[0]!.cells]).toEqual([3, ['10', '29', '']]);
    const less = withoutColumn(sheet, 0);
    expect([less.columns.map((c) => c.symbol), less.rows[0]!.cells]).toEqual([['H'], ['29']]);
  });
  test('a computed one is seen at once, with why it is not', () => {
    const power = { symbol: 'P', name: 'P', unit: 'W', formula: '1000 [kg/m^3] * 9.81 [m/s^2] * Q * H' };
    const twice = { symbol: 'P2', name: 'P2', unit: 'W', formula: '2 * P' };
    const { computed } = valuesOf({ ...sheet, computed: [power, twice, { ...power, symbol: 'b', formula: 'P + T' }] });
    // 1000 · 9.81 · 10 L/min · 29 m = 47.415 W.
    expect(computed[0]!.values[0]).toBeCloseTo(47.415, 9);
    expect(computed[1]!.values[2]).toBeCloseTo(2 * computed[0]!.values[2]!, 12);
    expect(computed[0]!.values[1]).toBeNaN();
    expect(computed.map((c) => c.problem === undefined)).toEqual([true, true, false]);
    expect(computed[2]!.problem).toContain('"T"');
  });
  test('of a saved run they are steps: changed, added and taken out without touching the others', () => {
    const step = (id: string, kind: string, settings = {}): Step => ({ id, kind, version: 1, settings, on: true });
    const steps = [
      step('row-3', 'setAside'),
      step('a', 'derive', { symbol: 'P' }),
      step('b', 'derive'),
      step('s', 'smooth'),
    ];
    const column = (symbol: string, stepId?: string) => ({
      ...{ symbol, name: '', unit: 'W', formula: 'Q' },
      ...(stepId === undefined ? {} : { stepId }),
    });
    const next = withComputed(steps, [column('P2', 'a'), column('R')]);
    expect(next.map((s) => [s.id, s.settings['symbol']])).toEqual([
      ['row-3', undefined],
      ['a', 'P2'],
      ['s', undefined],
      ['computed-1', 'R'],
    ]);
    expect(withComputed(steps, [{ ...column('x'), formula: ' ' }]).map((s) => s.id)).toEqual(['row-3', 's']);
  });
  test('come back as they were saved', () => {
    const reply = { version: 2, rows: [{ row: 1, cells: [1, null], note: 'wet' }] };
    const columns = bodyIn(sheet).body.columns.map((c) => ({ ...c, uncertainty: c.uncertainty ?? null }));
    const derive = {
      id: 'd',
      kind: 'derive',
      version: 1,
      settings: { symbol: 'P', name: 'Power', formula: 'Q' },
      on: true,
    };
    const back = sheetFrom({ ...reply, columns }, { name: 'By hand', kind: 'measured', procedure: [derive] });
    expect(back).toMatchObject({
      version: 2,
      columns: [
        { symbol: 'Q', plusMinus: '0.5' },
        { symbol: 'H', plusMinus: '', isDeclaredElsewhere: false },
      ],
      computed: [{ symbol: 'P', unit: '', formula: 'Q', stepId: 'd' }],
      rows: [{ row: 1, cells: ['1', ''], note: 'wet' }],
    });
    const earlier = sheetOf({ columns, rows: [{ row: 1, cells: [9, 9] }] }, back);
    expect([earlier.rows[0]!.cells, earlier.computed, earlier.version]).toEqual([['9', '9'], back.computed, 2]);
  });
});

describe('what is pasted', () => {
  test.each([
    ['tabs with headings', 'Flow Q (L/min)\tHead (m)\n1\t2\n', ['Flow Q (L/min)', 'Head (m)'], [['1', '2']]],
    ['a second line of units', 'Flow;Head\nL/min;[m]\n1,5;2\n', ['Flow (L/min)', 'Head (m)'], [['1,5', '2']]],
    [
      'no headings',
      '1\t2\r\n3\t4',
      null,
      [
        ['1', '2'],
        ['3', '4'],
      ],
    ],
    [
      'blanks between numbers',
      '1 2\n3 -4',
      null,
      [
        ['1', '2'],
        ['3', '-4'],
      ],
    ],
    ['a row that is short', 'a\tb\n1\n', ['a', 'b'], [['1', '']]],
  ])('%s', (_, text, headings, rows) => expect(pastedRows(text)).toEqual({ headings, rows }));
  test('one cell alone is left to the grid', () => {
    expect(pastedRows('12,5')).toBeUndefined();
    expect(pastedRows('')).toBeUndefined();
  });
  test('too much for a typed run is refused with the way that it can come in', () => {
    expect(tooManyRows(sheet, 100_000)).toMatch(/^100.000 rows were pasted, and a typed run holds 20.000\. Go back/);
    expect(tooManyRows(sheet, 19_998)).toContain('a typed run holds');
    expect(tooManyRows(sheet, 19_997)).toBeUndefined();
  });
  test('fills a fresh sheet with columns of its headings', () => {
    const { columns, rows } = withPasted(emptySheet('n'), pastedRows('Flow Q (L/min)\tHead (m)\n1\t2\n')!);
    expect(columns.map((c) => [c.name, c.symbol, c.unit])).toEqual([
      ['Flow', 'Q', 'L/min'],
      ['Head', 'H', 'm'],
    ]);
    expect(rows.map((r) => [r.row, r.cells])).toEqual([[1, ['1', '2']]]);
  });
  test('goes below rows that are there, with columns for all of it', () => {
    const { columns, rows } = withPasted(sheet, pastedRows('1\t2\t3\n4\t5\t6')!);
    expect(columns).toHaveLength(3);
    expect(rows.map((r) => [r.row, r.cells])).toEqual([
      [1, ['10', '29', '']],
      [2, ['20,5', '', '']],
      [4, ['40', '26', '']],
      [5, ['1', '2', '3']],
      [6, ['4', '5', '6']],
    ]);
  });
});

interface Ends {
  x1: number;
  x2: number;
}

describe('on the chart', () => {
  const draw = (leftOut: [number, string][] = []) =>
    sheetOption({ sheet, x: 0, y: 1, leftOut: new Map(leftOut), palette: palettes.light }, { width: 600, height: 300 });
  const series = (option: object) => (option as { series: { name: string; type: string; data: unknown[] }[] }).series;
  test('stand the rows that are finished, with their ±; what is left out as crosses', () => {
    const [bars, marks, ...rest] = series(draw());
    expect([bars!.type, rest.length]).toEqual(['custom', 0]);
    // Limits of ± 0.5 are a standard uncertainty of 0.5/√3, of which bars show two.
    const { renderItem } = bars as unknown as { renderItem(at: object, api: object): { children: { shape: Ends }[] } };
    const [across] = renderItem({ dataIndex: 0 }, { coord: (point: number[]) => point }).children;
    expect((across!.shape.x2 - across!.shape.x1) / 2).toBeCloseTo(1 / Math.sqrt(3), 12);
    expect(marks!.data).toEqual([
      [10, 29],
      [40, 26],
    ]);
    const [, kept, out] = series(draw([[4, 'moving']]));
    expect([kept!.data, out!.data, out!.name]).toEqual([[[10, 29]], [[40, 26]], 'set aside']);
  });
  test('is kept as a figure of one column over the other', () =>
    expect(figureOfSheet(7, 'Q', 'H')).toEqual({
      ...{ kind: 'channels', runId: 7, x: 'Q', panels: [['H']], from: null, to: null },
    }));
  test('typed and computed columns can be looked at; a column that is not there draws nothing', () => {
    const computed = [{ symbol: 'P', name: 'Power', unit: 'W', formula: 'Q' }];
    expect(choicesOf({ ...sheet, computed }).map((c) => c.symbol)).toEqual(['Q', 'H', 'P']);
    const none = { sheet, x: 0, y: 5, leftOut: new Map(), palette: palettes.light };
    expect(sheetOption(none, { width: 600, height: 300 })).toEqual({});
  });
});

describe('the history', () => {
  const version = (rows: TypedRow[], symbols = ['Q', 'H']): SheetVersion => ({
    ...{ version: 1, savedAt: '2026-11-30T10:00:00Z', rows },
    columns: symbols.map((symbol) => ({ symbol, name: symbol, unit: '' })),
  });
  const first = version([
    { row: 1, cells: [1, 2] },
    { row: 2, cells: [3, 4] },
  ]);
  test.each<[string, SheetVersion, SheetVersion | undefined, string]>([
    ['the first', first, undefined, 'typed: 2 rows'],
    ['a cell', version([{ row: 1, cells: [1, 2.5] }, first.rows[1]!]), first, 'row 1, H: 2 → 2.5'],
    ['a cell emptied', version([{ row: 1, cells: [null, 2] }, first.rows[1]!]), first, 'row 1, Q: 1 → nothing'],
    ['rows', version([first.rows[0]!, { row: 3, cells: [5, 6] }]), first, '1 row added; row 2 deleted'],
    [
      'columns',
      version(
        [
          { row: 1, cells: [1] },
          { row: 2, cells: [3] },
        ],
        ['Q'],
      ),
      first,
      'columns Q',
    ],
    ['a remark', version([{ ...first.rows[0]!, note: 'wet' }, first.rows[1]!]), first, 'remarks or headings'],
  ])('tells %s', (_, now, before, words) => expect(changesInWords(now, before)).toBe(words));
});

describe('a run that is made up', () => {
  test('is tried as it will be made; a long one only in part, and it says so', () => {
    const tried = triedRecipe(firstMadeUp);
    expect('words' in tried && [tried.words, tried.channels[0]!.values.length]).toEqual(['121 samples, made up', 121]);
    const long = triedRecipe({ ...firstMadeUp, count: 500_000 });
    expect('words' in long && long.words).toMatch(/^500.000 samples, made up, of which 4.?000 samples are tried here$/);
    expect(recipeOf({ ...firstMadeUp, typedX: '1 2,5;3' }).x.at).toEqual([1, 2.5, 3]);
  });
  test.each([
    [{ typedX: '1 two' }, '"two" is no number'],
    [{ x: { ...firstMadeUp.x, unit: 'wat' } }, '"wat" is not a unit'],
    [{ y: { ...firstMadeUp.y, symbol: '' } }, 'need symbols'],
    [{ count: 1 }, '2 to 1 000 000 samples'],
    [{ y: { ...firstMadeUp.y, formula: 'q' } }, '"q" at character 1'],
  ])('%j: %s', (over, words) => {
    const tried = triedRecipe({ ...firstMadeUp, ...over });
    expect('problem' in tried ? tried.problem : '').toContain(words);
  });
});

describe('a cell as it is read', () => {
  const [mean, spread, plain] = [
    { ...emptySheet('').columns[0]!, symbol: 'Q', toldBy: 'u_Q' },
    { ...emptySheet('').columns[0]!, symbol: 'u_Q' },
    { ...emptySheet('').columns[0]!, symbol: 'z' },
  ];
  const all = [mean, spread, plain];
  test.each([
    ['a mean of samples', '57.916712345', mean, '57.9167'],
    ['its standard uncertainty', '0.0345837', spread, '0.035'],
    ['what was typed', '12,500000000', plain, '12,500000000'],
    ['what is no number', '10,4x', mean, '10,4x'],
    ['nothing', '', mean, ''],
  ])('%s', (_, text, column, shown) => expect(shownCell(text, column, all)).toBe(shown));
  test('has the decimals that were chosen for its column', () => {
    expect(shownCell('57.916', { ...mean, decimals: 1 }, all)).toBe('57.9');
    expect(shownCell('12,5', { ...plain, decimals: 3 }, all)).toBe('12.500');
  });
});

test('how a column is shown, and when a row was taken, goes to the server and comes back', () => {
  const at = '2026-12-01T10:00:00Z';
  const reply = {
    version: 3,
    columns: [
      { symbol: 'z', name: 'Valve', unit: '%', uncertainty: null, decimals: 1, colour: '#aa0000' },
      { symbol: 'Q', name: 'Flow', unit: 'L/min', uncertainty: { kind: 'channel', symbol: 'u', statedAs: 'standard' } },
      { symbol: 'u', name: 'u', unit: 'L/min', uncertainty: null },
    ],
    rows: [{ row: 1, cells: [10, 20, 0.1], takenAt: at }],
  } as SheetReply;
  const sheet = sheetFrom(reply, { name: 'Bench', kind: 'measured', procedure: [] });
  expect(sheet.columns.map((c) => [c.decimals, c.colour, c.toldBy])).toEqual([
    [1, '#aa0000', null],
    [null, null, 'u'],
    [null, null, null],
  ]);
  const edited = withRows(sheet, [{ id: 1, cells: ['10', '20', '0.1', 'calm'] }]);
  const made = bodyOf(edited);
  if (!('save' in made)) throw new Error(made.problem);
  expect(made.save.rows).toEqual([{ row: 1, cells: [10, 20, 0.1], note: 'calm', takenAt: at }]);
  expect(made.save.columns[0]).toMatchObject({ decimals: 1, colour: '#aa0000' });
  // What tells its ± stays declared as it is.
  expect(made.save.columns[1]).not.toHaveProperty('uncertainty');
});
