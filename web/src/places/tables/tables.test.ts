/** A table while it is typed: its cells in their shapes, what is drawn of it, and what it is taken from. */
import { describe, expect, test } from '@jest/globals';
import type { CampaignReply, FitRow } from '@undameter/contract';
import { asDrawn } from '../../../test/replies';
import { palettes } from '../../theme/palette';
import { cellsOf, columnsOf, emptyCells, firstProblem, knotsOf, reshaped } from './cells';
import { typedNumber } from '../../sheet/typedNumber';
import { curveOption } from './curveOption';
import { productUnit, slopeUnit } from './derivedUnits';
import { fromColumns, fromGrid, proposedColumns } from './fromColumns';
import { knotSources } from './knotSources';
import { bodyOf, bodyOfRow, emptyDraft, likelyWrong, understand, type TableDraft, type Understood } from './state';
import { surfaceOption, type SurfaceView } from './surfaceOption';
import { asCsv } from './tableFiles';
import { unitProblems } from './unitProblems';
import { usesInWords } from './usesWords';

const palette = palettes.light;
const size = { width: 800, height: 500 };
const typed = (over: Partial<TableDraft> = {}): TableDraft => ({
  ...emptyDraft,
  symbol: 'rho',
  name: 'Density',
  xName: 'Temperature',
  xUnit: '°C',
  yUnit: 'kg/m^3',
  source: 'made up',
  cells: [
    ['0', '1000'],
    ['10', '990'],
    ['30', '960'],
    ['40', '940'],
  ],
  ...over,
});
const understood = (draft: TableDraft): Understood => {
  const found = understand(draft);
  if (!('table' in found)) throw new Error(String(found.problem));
  return found;
};

describe('typed numbers', () => {
  test.each([
    [' 3,5 ', 3.5],
    ['−2.5e-3', -0.0025],
    ['1,000.5', null],
    ['Infinity', null],
    ['0x10', 16],
    [undefined, null],
  ])('%j is %j', (text, value) => expect(typedNumber(text)).toBe(value));
});

describe('cells in their shapes', () => {
  const grid = [
    ['', '0', '50'],
    ['10', '1', '2'],
    ['20', '3', '4'],
  ];
  test('an empty table has room to type in', () => {
    expect([emptyCells('curve')[0]!.length, emptyCells('scattered')[0]!.length, emptyCells('grid')[0]!.length]).toEqual(
      [2, 3, 5],
    );
    expect(emptyCells('curve')).toHaveLength(6);
    expect(columnsOf('grid', [['', '1', '2', '3']])).toBe(4);
    expect(columnsOf('grid', [[]])).toBe(3);
  });
  test('a curve is sorted by its argument, and knows where each value is typed', () =>
    expect(
      knotsOf('curve', [
        ['20', '2'],
        ['', '9'],
        ['10', '1'],
        ['15', 'x'],
      ]),
    ).toEqual({
      x: [10, 20],
      w: [],
      y: [1, 2],
      places: [
        [2, 1],
        [0, 1],
      ],
    }));
  test('points anywhere stay in their order', () =>
    expect(
      knotsOf('scattered', [
        ['2', '1', '7'],
        ['1', '', '8'],
        ['1', '3', '9'],
      ]),
    ).toEqual({
      x: [2, 1],
      w: [1, 3],
      y: [7, 9],
      places: [
        [0, 2],
        [2, 2],
      ],
    }));
  test('of nothing there is nothing', () =>
    expect(knotsOf('curve', emptyCells('curve'))).toEqual({ x: [], w: [], y: [], places: [] }));
  test('numbers become cells, and cells the numbers again', () => {
    for (const [shape, cells] of [
      ['grid', grid],
      [
        'curve',
        [
          ['1', '2'],
          ['3', '4'],
        ],
      ],
      ['scattered', [['1', '2', '3']]],
    ] as const)
      expect(cellsOf(shape, knotsOf(shape, cells))).toEqual(cells);
  });
  test.each([
    [
      'curve',
      'grid',
      [['1', '2']],
      [
        ['', ''],
        ['1', '2'],
      ],
    ],
    ['curve', 'scattered', [['1', '2']], [['1', '', '2']]],
    ['scattered', 'curve', [['1', '5', '2']], [['1', '2']]],
    ['grid', 'grid', grid, grid],
  ] as const)('a %s as %s', (from, to, cells, wanted) => expect(reshaped(from, to, cells)).toEqual(wanted));
  test('an empty table in another shape is an empty one of that shape', () =>
    expect(reshaped('curve', 'grid', [['', ' ']])).toEqual(emptyCells('grid')));
  test('a grid keeps its holes, and leaves out lines without any value', () => {
    const holed = [
      ['', '0', '50', '70'],
      ['10', '1', '', ''],
      ['20', '3', '4', ''],
      ['30', '', '', ''],
    ];
    expect(knotsOf('grid', holed)).toEqual({
      ...{ x: [10, 20], w: [0, 50], y: [1, null, 3, 4] },
      places: [
        ...[
          [1, 1],
          [1, 2],
          [2, 1],
          [2, 2],
        ],
      ],
    });
    expect(cellsOf('grid', knotsOf('grid', holed))).toEqual(holed.slice(0, 3).map((row) => row.slice(0, 3)));
  });
  test('points that name no cell leave it empty in the grid', () =>
    expect(
      reshaped('scattered', 'grid', [
        ['1', '0', 'a'],
        ['2', '5', 'b'],
      ]),
    ).toEqual([
      ['', '0', '5'],
      ['1', 'a', ''],
      ['2', '', 'b'],
    ]));
  test.each([
    [
      'curve',
      [
        ['1', '2'],
        ['', ''],
        ['3', 'x'],
      ],
      'Row 3, column 2 reads "x"',
    ],
    ['curve', [['', '2']], 'Row 1, column 1 reads ""'],
    [
      'grid',
      [
        ['', '1', 'b'],
        ['0', '1', '2'],
      ],
      'Column 3 has no number',
    ],
    [
      'grid',
      [
        ['', '1', ''],
        ['0', '1', '2'],
      ],
      'Column 3 has no number for the second argument in row 1 ("")',
    ],
    [
      'grid',
      [
        ['', '1', ''],
        ['0', '1', ''],
      ],
      undefined,
    ],
    ['scattered', [['1', '2', '3']], undefined],
    [
      'grid',
      [
        ['', '1', '2'],
        ['0', '1', ''],
        ['5', '', '4'],
      ],
      undefined,
    ],
    [
      'grid',
      [
        ['', '1', '2'],
        ['0', '1', 'n/a'],
        ['5', '3', '4'],
      ],
      'Row 2, column 3 reads "n/a"',
    ],
    [
      'grid',
      [
        ['', '1', '2'],
        ['', '1', '2'],
        ['5', '3', '4'],
      ],
      'Row 2, column 1 reads ""',
    ],
    [
      'grid',
      [
        ['', '1', '2'],
        ['0', '1', '2'],
        ['5', '', ''],
      ],
      'Row 3 has an argument and no value',
    ],
    [
      'grid',
      [
        ['', '1', '2', '7'],
        ['0', '1', '2', ''],
        ['5', '3', '4', ' '],
      ],
      'Column 4 has an argument and no value',
    ],
  ] as const)('what is to be mended in a %s: %j', (shape, cells, sentence) => {
    const said = firstProblem(shape, cells);
    if (sentence === undefined) expect(said).toBeUndefined();
    else expect(said).toContain(sentence);
  });
});

describe('units of what is derived', () => {
  test.each([
    [slopeUnit('kg/m^3', '°C'), 'kg/m³/°C'],
    [slopeUnit('', ''), ''],
    [productUnit('kPa', 's'), 'kPa·s'],
    [slopeUnit('wat', 's'), ''],
    [productUnit('m', 'wa'), ''],
  ])('%j', (unit, wanted) => expect(unit.replaceAll(' ', '')).toBe(wanted));
});

describe('a table as it is saved', () => {
  test('has the body that was typed, without what the store added', () => {
    const made = bodyOf(typed());
    expect(made).toMatchObject({ body: { symbol: 'rho', x: [0, 10, 30, 40], y: [1000, 990, 960, 940], second: null } });
    const { body } = made as { body: never };
    expect(bodyOfRow({ id: 3, campaignId: 1, ...(body as object) } as never)).toEqual(body);
  });
  test.each([
    [{ symbol: '', name: ' ', source: '' }, 'The table still needs a symbol, a quantity, a source.'],
    [{ xName: '' }, 'The table still needs an argument.'],
    [
      {
        shape: 'grid' as const,
        cells: [
          ['', '1'],
          ['0', '1'],
          ['2', '3'],
        ],
        second: { ...emptyDraft.second, name: 'b' },
      },
      'A grid needs at least two columns of values; this one has 1.',
    ],
    [{ cells: [['1', '2']] }, 'A table needs at least two knots; this one has 1.'],
  ])('%j is told what it lacks', (over, problem) => expect(bodyOf(typed(over))).toEqual({ problem }));
  test('one in two arguments carries the second', () => {
    const second = { name: 'Share', unit: '%', method: 'linear', scale: 'plain' as const };
    const cells = [
      ['', '0', '50'],
      ['10', '1', '2'],
      ['20', '3', '4'],
    ];
    expect(bodyOf(typed({ shape: 'grid', second, cells }))).toMatchObject({
      body: { x: [10, 20], y: [1, 2, 3, 4], second: { ...second, w: [0, 50], isScattered: false } },
    });
  });
  test('a table that is being typed says nothing yet', () => {
    expect(understand(typed({ cells: [['1', '2']] }))).toEqual({ problem: null });
    expect(
      understand(
        typed({
          shape: 'scattered',
          cells: [
            ['1', '2', '3'],
            ['2', '2', '3'],
          ],
        }),
      ),
    ).toEqual({ problem: null });
  });
  test('rows in their order raise no doubt; out of it they do', () => {
    expect(understood(typed()).doubts.map((d) => d.kind)).not.toContain('order');
    const cells = [...typed().cells].reverse();
    expect(understood(typed({ cells })).doubts.map((d) => d.kind)).toContain('order');
  });
});

describe('a curve as it is drawn', () => {
  const draw = (draft: TableDraft, drawn: Partial<{ others: boolean; rate: boolean; area: boolean }> = {}) => {
    const found = understand(draft);
    const known = 'table' in found ? found : undefined;
    return asDrawn(
      curveOption(draft, known, { others: false, rate: false, area: false, ...drawn }, palette, size) as never,
    );
  };
  const named = (option: ReturnType<typeof draw>, name: string) => option.series.filter((s) => s.name === name);
  test('runs through its knots, over its range', () => {
    const option = draw(typed());
    expect(named(option, 'knots')[0]!.data).toHaveLength(4);
    const [curve] = named(option, 'rho');
    expect([curve!.data[0], curve!.data.at(-1)]).toEqual([
      [0, 1000],
      [40, 940],
    ]);
    expect([option.title[0]!.text, option.xAxis[0]!['name']]).toEqual(['Density rho (kg/m³)', 'Temperature (°C)']);
  });
  test('goes on beyond its ends only where the table does, and says how', () => {
    expect(named(draw(typed()), 'held')).toEqual([]);
    const held = named(draw(typed({ outside: 'hold' })), 'held');
    expect(held.map((h) => [h.data[0], h.data.at(-1)])).toEqual([
      [
        [-3.2, 1000],
        [0, 1000],
      ],
      [
        [40, 940],
        [43.2, 940],
      ],
    ]);
    const extended = named(draw(typed({ outside: 'extend' })), 'extended');
    expect((extended[1]!.data.at(-1) as number[])[1]).toBeCloseTo(940 - 3.2 * 2, 6);
  });
  test('beside it faintly what other methods would draw; below its slope and its integral', () => {
    const others = draw(typed(), { others: true }).series.filter(
      (s) => (s['lineStyle'] as { color?: string } | undefined)?.color === palette.faint,
    );
    expect(others.length).toBeGreaterThan(2);
    const option = draw(typed(), { rate: true, area: true });
    expect(option.title.map((t) => t.text)).toEqual([
      'Density rho (kg/m³)',
      expect.stringContaining('its slope, drho/d(Temperature)'),
      expect.stringContaining('its integral ∫ rho d(Temperature) from 0'),
    ]);
    expect((named(option, 'slope')[0]!.data[0] as number[])[1]).toBeCloseTo(-1, 9);
    const area = named(option, 'integral')[0]!.data as number[][];
    // Trapezoids: 9950 + 19 500 + 9500.
    expect([area[0]![1], area.at(-1)![1]]).toEqual([0, expect.closeTo(38_950, 6)]);
  });
  test('a value that is likely typed wrong is marked', () => {
    const cells = Array.from({ length: 11 }, (_, i) => [String(5 * i), String(i === 4 ? 909 : 1000 - 0.01 * i * i)]);
    const draft = typed({ cells });
    expect(likelyWrong(understood(draft))).toEqual([4]);
    expect(named(draw(draft), 'a typing error?')[0]!.data).toEqual([[20, 909]]);
    expect(named(draw(typed()), 'a typing error?')[0]!.data).toEqual([]);
  });
  test('before it can be interpolated there are its knots', () => {
    const option = draw(typed({ cells: [['1', '2']], name: '', symbol: '' }));
    expect(option.series).toHaveLength(1);
    expect(option.title[0]!.text).toBe('Value (kg/m³)');
  });
});

describe('a table in two arguments as it is drawn', () => {
  const second = { name: 'Share', unit: '%', method: 'linear', scale: 'plain' as const };
  const gridDraft = typed({
    shape: 'grid',
    second,
    cells: [
      ['', '0', '50', '100'],
      ['0', '0', '5', '10'],
      ['10', '10', '15', '20'],
      ['20', '20', '25', '30'],
    ],
  });
  const draw = (view: SurfaceView, draft = gridDraft, drawn = { others: false, rate: false, area: false }) =>
    asDrawn(surfaceOption({ draft, understood: understood(draft), view, drawn, palette, size }) as never);
  const curves = (option: ReturnType<typeof draw>) => option.series.filter((s) => s.type === 'line' && s.name);
  test('is a curve over one argument at each knot of the other', () => {
    const overX = draw('x');
    expect(curves(overX).map((c) => c.name)).toEqual(['0 %', '50 %', '100 %']);
    expect([curves(overX)[1]!.data[0], curves(overX)[1]!.data.at(-1)]).toEqual([
      [0, 5],
      [20, 25],
    ]);
    const overW = draw('w');
    expect(curves(overW).map((c) => c.name)).toEqual(['0 °C', '10 °C', '20 °C']);
    expect(overW.xAxis[0]!['name']).toBe('Share (%)');
  });
  test('with its slope below, and what other methods would draw', () => {
    const option = draw('x', gridDraft, { others: true, rate: true, area: false });
    expect(option.title[1]!.text).toContain('its slope over Temperature');
    const slopes = option.series.filter((s) => s.xAxisIndex === 1);
    expect((slopes[0]!.data[5] as number[])[1]).toBeCloseTo(1, 9);
    expect(option.series.length).toBeGreaterThan(draw('x').series.length + 3);
  });
  test('a hole parts its curves, has no knot, and is told; without it nothing is', () => {
    const cells = gridDraft.cells.map((row, r) => row.map((cell, c) => (r === 2 && c === 2 ? '' : cell)));
    const holed = { ...gridDraft, cells };
    const option = draw('x', holed);
    const middle = curves(option)[1]!.data as [number, number | null][];
    expect(middle.filter(([x, y]) => y === null && x !== 0 && x !== 20)).toHaveLength(199);
    expect(draw('map', holed).series.find((s) => s.name === 'knots')!.data).toHaveLength(8);
    const told = (draft: TableDraft) =>
      understood(draft)
        .doubts.filter((d) => d.kind === 'hole')
        .map((d) => d.sentence);
    expect(told(holed)).toEqual([
      'No value at (10, 50). What is looked up between such a hole and its neighbours is missing.',
    ]);
    expect(told(gridDraft)).toEqual([]);
    expect(bodyOf({ ...holed, second: { ...second, name: 'Share' } })).toMatchObject({
      body: { y: [0, 5, 10, 10, null, 20, 20, 25, 30] },
    });
  });
  test('as a map it has lines of one value and its knots', () => {
    const option = draw('map');
    const knots = option.series.find((s) => s.name === 'knots')!;
    expect(knots.data).toHaveLength(9);
    expect(option.series.filter((s) => s.type === 'custom')).toHaveLength(9);
    expect([option.xAxis[0], option.yAxis[0]]).toMatchObject([
      { min: 0, max: 20 },
      { min: 0, max: 100 },
    ]);
    expect(option.title[0]!.text).toContain('lines of one value over Share (%)');
  });
  test('lines of a logarithmic value stand at even ratios', () => {
    const cells = [
      ['', '0', '100'],
      ['0', '1', '10'],
      ['20', '100', '1000'],
    ];
    const labels = draw('map', { ...gridDraft, yScale: 'log', cells })
      .series.filter((s) => s.type === 'custom')
      .map((s) => Number(s.name));
    for (let k = 1; k < labels.length; k++) expect(labels[k]! / labels[k - 1]!).toBeCloseTo(1000 ** (1 / 9), 0);
  });
  test('points anywhere are cut at six values of the other argument', () => {
    const cells = [0, 10, 20, 30].flatMap((x) => [0, 50, 100].map((w) => [String(x), String(w), String(x + w)]));
    expect(curves(draw('x', { ...gridDraft, shape: 'scattered', cells }))).toHaveLength(6);
  });
  test('of many knots twelve curves are drawn', () => {
    const ws = Array.from({ length: 25 }, (_, k) => String(k));
    const cells = [['', ...ws], ...['0', '1'].map((x) => [x, ...ws])];
    expect(curves(draw('x', { ...gridDraft, cells })).length).toBeLessThanOrEqual(12);
  });
});

describe('a table as CSV', () => {
  const { shape: _, cells: __, second: ___, ...plain } = emptyDraft;
  const head = { ...plain, name: 'Density', xName: 'T', xUnit: '°C', yUnit: 'kg/m^3', source: 'notes\n page 3' };
  const second = { name: 'p', unit: 'bar', method: 'linear', scale: 'plain' as const, isScattered: false };
  const grid = { ...head, x: [20, 40], y: [1, 2, 3, 4], second: { ...second, w: [5, 6] } };
  const lines = (text: string) => text.trimEnd().split('\r\n');
  test('names its source; of a grid the second argument stands across, or each knot in a row', () => {
    expect(lines(asCsv(grid))).toEqual([
      ...['Source: notes page 3', 'Across: p (bar). Values: Density (kg/m^3)', 'T (°C),5,6', '20,1,2', '40,3,4'],
    ]);
    expect(lines(asCsv(grid, 'long'))).toEqual([
      ...['Source: notes page 3', 'T (°C),p (bar),Density (kg/m³)', '20,5,1', '20,6,2', '40,5,3', '40,6,4'],
    ]);
  });
  test('a hole is an empty cell, and has no row of its own', () => {
    const holed = { ...grid, y: [1, null, 3, 4] };
    expect(lines(asCsv(holed)).slice(2)).toEqual(['T (°C),5,6', '20,1,', '40,3,4']);
    expect(lines(asCsv(holed, 'long')).slice(2)).toEqual(['20,5,1', '40,5,3', '40,6,4']);
  });
  test('of points anywhere and of a curve has a row for each knot', () => {
    const points = { ...head, x: [1, 2, 3], y: [4, 5, 6], second: { ...second, w: [7, 8, 9], isScattered: true } };
    expect(lines(asCsv(points)).slice(2)).toEqual(['1,7,4', '2,8,5', '3,9,6']);
    expect(lines(asCsv({ ...head, x: [1, 2], y: [3, 4], second: null })).slice(1)).toEqual([
      ...['T (°C),Density (kg/m³)', '1,3', '2,4'],
    ]);
  });
});

describe('where knots come from', () => {
  const column = (name: string, ...values: (number | null)[]) => ({ name, unit: 'm', values });
  test('columns of a file: an argument and a value, missing cells left empty', () =>
    expect(fromColumns([column('T', 1, null), column('rho', 3, 4)], { x: 0, w: null, y: 1, u: null })).toEqual({
      shape: 'curve',
      knotErrors: null,
      xName: 'T',
      xUnit: 'm',
      name: 'rho',
      yUnit: 'm',
      cells: [
        ['1', '3'],
        ['', '4'],
      ],
    }));
  test('three columns that do not fill a grid are points', () =>
    expect(
      fromColumns([column('T', 1, 2, 3), column('w', 0, 5, 0), column('mu', 1, 2, 3)], { x: 0, w: 1, y: 2, u: null }),
    ).toMatchObject({ shape: 'scattered', second: { name: 'w', unit: 'm' } }));
  test('columns that fill most of a grid are one with holes; twice the same place they are points', () => {
    const [T, w, mu] = [column('T', 1, 1, 2, 2, 3), column('w', 0, 5, 0, 5, 0), column('mu', 1, 2, 3, 4, 5)];
    expect(proposedColumns([T, w, mu], false)).toEqual({ x: 0, w: 1, y: 2, u: null });
    const taken = { x: 0, w: 1, y: 2, u: null };
    expect(fromColumns([T, w, mu], taken)).toMatchObject({
      shape: 'grid',
      cells: [['', '0', '5'], {}, {}, ['3', '5', '']],
    });
    const twice = column('w', 0, 5, 0, 0, 5);
    expect(proposedColumns([T, twice, mu], false)).toEqual({ x: 0, w: null, y: 1, u: null });
    expect(fromColumns([T, twice, mu], taken)).toMatchObject({ shape: 'scattered' });
  });
  const down = { name: 'T', unit: '°C', values: [20, 40] };
  const across = { name: 'p', unit: 'bar', values: [1, 2] };
  test('a grid with its names and units; a hole stays empty, and what is not named stays as it was', () => {
    const grid = { down, across, value: { name: '', unit: 'kg/m^3' }, cells: [1.5, null, 1.7, 2.7], doubt: '' };
    const before = { name: 'Share', unit: '%', method: 'monotone', scale: 'log' as const };
    expect(fromGrid(grid, before)).toEqual({
      ...{ shape: 'grid', knotErrors: null, xName: 'T', xUnit: '°C', yUnit: 'kg/m^3' },
      second: { ...before, name: 'p', unit: 'bar' },
      cells: [
        ['', '1', '2'],
        ['20', '1.5', ''],
        ['40', '1.7', '2.7'],
      ],
    });
    const silent = { name: '', unit: '' };
    expect(fromGrid({ ...grid, value: { name: 'rho', unit: '' } }, before)).toMatchObject({ name: 'rho', yUnit: '' });
    const quiet = fromGrid(
      { ...grid, down: { ...down, ...silent }, across: { ...across, ...silent }, value: silent },
      before,
    );
    for (const key of ['xName', 'xUnit', 'name', 'yUnit']) expect(quiet).not.toHaveProperty(key);
    expect(quiet.second).toEqual(before);
    expect(fromGrid({ ...grid, across: { ...across, name: '' } }, before).second).toEqual({ ...before, unit: 'bar' });
    expect(fromGrid({ ...grid, down: { ...down, name: '' } }, before)).toMatchObject({ xUnit: '°C' });
  });
  test('of three columns two are arguments where they make a grid or the file is our own', () => {
    const three = (x: number[], w: number[]) => [column('T', ...x), column('p', ...w), column('rho', ...x)];
    const two = { x: 0, w: 1, y: 2, u: null };
    expect(proposedColumns(three([1, 1, 2, 2], [5, 6, 5, 6]), false)).toEqual(two);
    expect(proposedColumns(three([1, 2, 3], [5, 6, 7]), true)).toEqual(two);
    const one = { x: 0, w: null, y: 1, u: null };
    expect(proposedColumns(three([1, 2, 3], [5, 6, 7]), false)).toEqual(one);
    expect(proposedColumns(three([1, 2, 3], [5, 5, 5]), false)).toEqual(one);
    expect(proposedColumns([column('T', 1), column('rho', 2)], true)).toEqual(one);
  });
  test('a column that is not there is none', () =>
    expect(fromColumns([column('T', 1)], { x: 0, w: null, y: 4, u: null })).toBeUndefined());
  const campaign = { runRows: [{ id: 7, name: 'sweep' }] } as unknown as CampaignReply;
  const fits = [{ id: 9, name: 'head' }] as unknown as FitRow[];
  test('runs and fits of the campaign, in groups that have something', () => {
    const groups = knotSources(campaign, fits);
    expect(groups.map((g) => g.label)).toEqual(['operating points of', 'channels of', 'the curve of a fit']);
    expect(groups.map((g) => g.options[0]!.value)).toEqual(['points 7', 'channels 7', 'fit 9']);
    expect(groups[2]!.options[0]!.source).toEqual({ kind: 'fit', fitId: 9, name: 'head' });
    expect(knotSources(campaign, []).map((g) => g.label)).not.toContain('the curve of a fit');
    expect(knotSources({ runRows: [] } as unknown as CampaignReply, [])).toEqual([]);
  });
});

test('what stands on a table is told in numbers, and nothing where nothing does', () => {
  const use = (runId: number | null, where: string) => ({ runId, where, what: 'x' });
  expect(usesInWords([use(1, 'a'), use(2, 'b'), use(null, 'figure'), use(null, 'condition')])).toBe(
    '2 steps, 1 condition, 1 figure',
  );
  expect(usesInWords([])).toBe('');
});

test('a unit that is not known is told as it is typed, by the field that it stands in; known ones and none are not', () => {
  const draft = { ...emptyDraft, xUnit: 'degC', yUnit: 'kg/m^3', second: { ...emptyDraft.second, unit: 'bar' } };
  expect(unitProblems(draft)).toEqual([]);
  expect(unitProblems(emptyDraft)).toEqual([]);
  const [first, ...others] = unitProblems({ ...draft, yUnit: 'kgg/m^3' });
  expect([first, others.length]).toEqual([expect.stringMatching(/^The unit: .*kgg/), 0]);
  expect(unitProblems({ ...draft, xUnit: 'warm' })[0]).toMatch(/^The unit of the argument: .*warm/);
  // A curve has no second argument, whatever was typed of one before.
  const second = { ...draft.second, unit: 'barr' };
  expect(unitProblems({ ...draft, second })).toEqual([]);
  expect(unitProblems({ ...draft, shape: 'grid', second })).toHaveLength(1);
});
