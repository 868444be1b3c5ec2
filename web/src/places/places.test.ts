/** The places' states and what they draw, as plain functions. */
import { parsedCuts, toggledCut } from './intake/parsedCuts';
import { scaledTo } from './intake/join/chartOption';
import { seriesOf } from '../../test/replies';
import { describe, expect, test } from '@jest/globals';
import type { BenchReply, SeriesReply, TableBody, TableRow, UploadReply } from '@undameter/contract';
import { recognise, type Step } from '@undameter/core';
import { palettes } from '../theme/palette';
import { begin, importOf, intake, savedLayoutOf } from './intake/state';
import { endLabels, residualPoints } from '../chart/seriesMarks';
import { mended, newFit, withState } from './models/draft';
import { nudged, rangeWithin } from './models/nudge';
import { rangeOf, signalsOption } from './signals/chartOption';
import { nearestOf } from './signals/nearestSample';
import { panned, zoomed } from '../chart/window';
import { nothingInHand, signals, withDraft } from './signals/state';
import { channelsBefore, mostUsed, rangeOfDraft, REMOVED, trialOf } from './signals/trial';
import { typedNumber } from '../sheet/typedNumber';
import { knotsOf, reshaped } from './tables/cells';
import { fromColumns } from './tables/fromColumns';
import { bodyOf, draftOf, emptyDraft, understand } from './tables/state';
import { asCsv, asJson, fromJson } from './tables/tableFiles';

const step = (kind: string, settings: Step['settings']): Step => ({ id: kind, kind, version: 1, settings, on: true });

describe('signals', () => {
  const trim = { index: 1, isNew: false, step: step('trim', { channel: 't', from: 0, to: 9 }) };
  const aside = (isNew: boolean, ranges: [number, number][]) => ({
    index: 0,
    isNew,
    step: step('setAside', { channel: 't', ranges }),
  });
  const drag = (draft: typeof trim | ReturnType<typeof aside>, range: [number, number]) =>
    signals({ ...nothingInHand, draft }, { type: 'select', range, along: 't' });

  test('a drag with nothing in hand is a selection', () =>
    expect(signals(nothingInHand, { type: 'select', range: [1, 2] }).selection).toEqual([1, 2]));
  test('a drag with a trim in hand sets its range', () =>
    expect(drag(trim, [3, 4]).draft!.step.settings).toEqual({ channel: 't', from: 3, to: 4 }));
  test('a drag along time leaves a trim of another channel alone, and that trim is not drawn on the time axis', () => {
    const ofSpeed = { ...trim, step: step('trim', { channel: 'n', from: 1300, to: 3000 }) };
    const after = drag(ofSpeed, [3, 4]);
    expect([after.draft!.step.settings['from'], after.selection]).toEqual([1300, [3, 4]]);
    expect([rangeOfDraft(ofSpeed, 't'), rangeOfDraft(ofSpeed, 'n')]).toEqual([null, [1300, 3000]]);
  });
  test('the first drag with a new set-aside replaces its empty range, the next ones are added', () => {
    expect(drag(aside(true, [[0, 0]]), [3, 4]).draft!.step.settings['ranges']).toEqual([[3, 4]]);
    expect(drag(aside(true, [[3, 4]]), [6, 7]).draft!.step.settings['ranges']).toEqual([
      [3, 4],
      [6, 7],
    ]);
    expect(drag(aside(false, [[5, 5]]), [6, 7]).draft!.step.settings['ranges']).toEqual([
      [5, 5],
      [6, 7],
    ]);
  });
  test('opening a saved step shows the whole run, since time may be counted otherwise there; a new one keeps the window', () => {
    const zoomedIn = { ...nothingInHand, window: [5, 6] as [number, number] };
    expect(signals(zoomedIn, { type: 'begin', draft: trim }).window).toBeNull();
    expect(signals(zoomedIn, { type: 'begin', draft: { ...trim, isNew: true } }).window).toEqual([5, 6]);
    expect(signals({ ...zoomedIn, draft: trim }, { type: 'letGo' }).window).toBeNull();
  });
  test('a draft stands in its place: a new one between, a saved one instead', () => {
    const saved = [step('a', {}), step('b', {})];
    expect(withDraft(saved, { ...trim, isNew: true }).map((s) => s.kind)).toEqual(['a', 'trim', 'b']);
    expect(withDraft(saved, trim).map((s) => s.kind)).toEqual(['a', 'trim']);
    expect(withDraft(saved, null)).toEqual(saved);
  });
  test('zooming out beyond the run shows the whole run; panning stays inside it', () => {
    expect(zoomed([0, 100], [0, 100], 50, 0.5)).toEqual([25, 75]);
    expect(zoomed([25, 75], [0, 100], 50, 4)).toBeNull();
    expect(panned([80, 100], [0, 100], 0.5)).toEqual([80, 100]);
    expect(panned([20, 40], [0, 100], -0.5)).toEqual([10, 30]);
  });
  test('a click takes the nearest sample; a spike is hit where the hand is, not where the curve is', () => {
    const samples = [
      [1, 0],
      [1.1, 90],
      [1.2, 0],
      [9, 0],
    ] as const;
    expect(nearestOf(samples, { x: 1.12, y: 88, reach: 0.5 })).toBe(1.1);
    expect(nearestOf(samples, { x: 1.0, y: 1, reach: 0.5 })).toBe(1);
    expect(nearestOf(samples, { x: 5, y: 0, reach: 0.5 })).toBeNull();
  });
  test('the axis follows what is kept, and tells how many set-aside samples lie beyond it', () => {
    const { range, beyond } = rangeOf({ y: [0, 10, null], setAside: { x: [1, 2], y: [12, 655], count: 2 } });
    expect(beyond).toBe(1);
    expect(range![1]).toBeGreaterThan(12);
    expect(range![1]).toBeLessThan(20);
    expect(rangeOf({ y: [], setAside: { x: [], y: [], count: 0 } })).toEqual({ beyond: 0 });
  });
  test('few samples are drawn as symbols, many as a line', () => {
    const kinds = (n: number) => {
      const xs = Array.from({ length: n }, (_, i) => i);
      const trace = {
        symbol: 'p',
        x: xs,
        y: xs,
        everySample: true,
        setAside: { x: [], y: [], count: 0 },
        doubtful: null,
        inConditions: [],
      };
      const channel = {
        symbol: 'p',
        name: 'Pressure',
        unit: 'kPa',
        origin: 'logged' as const,
        lowest: 0,
        mean: 0,
        highest: 1,
        standardDeviation: 1,
        missing: 0,
        present: n,
        uncertainty: null,
        labels: null,
        decimals: null,
        trace: [],
      };
      const traces = {
        whole: [0, n] as [number, number],
        window: [0, n] as [number, number],
        samplesInWindow: n,
        traces: [trace],
        problem: null,
      };
      const option = signalsOption(
        { traces, shown: [{ channel, series: 0 }], along: undefined, looks: {}, palette: palettes.light },
        { width: 900, height: 400 },
      );
      return (option['series'] as { type: string }[]).map((s) => s.type);
    };
    expect(kinds(20)).toEqual(['scatter', 'line']);
    expect(kinds(2000)).toEqual(['line']);
  });
});

describe('intake', () => {
  const column = (index: number, name: string, proposed = true) => ({
    index,
    name,
    symbol: name,
    unit: 's',
    unitFrom: 'heading' as const,
    type: 'number' as const,
    reading: { index, reads: 'number' as const },
    because: { why: '', sure: 'sure' as const },
    missing: 0,
    notNumber: 0,
    proposed,
  });
  const layout = {
    encoding: 'utf-8',
    delimiter: ',',
    decimal: '.',
    headingLine: 1,
    unitsLine: null,
    firstDataLine: 2,
  } as const;
  const preview = (...names: string[]) => ({
    columns: names.map((n, i) => column(i, n, n !== 'dead')),
    lines: [],
    rowsSeen: 1,
    whole: true,
    preamble: [],
    properties: [],
    timeColumn: 0,
    doubts: [],
    notes: [],
  });
  const upload = {
    uploadId: 'u',
    name: 'simulated-head.csv',
    bytes: 1,
    levels: [],
    again: null,
    recognised: null,
    layout,
    why: {} as UploadReply['why'],
    preview: preview('t', 'Q', 'dead'),
  };

  test('begins with what was understood: proposed columns, the file’s name, a simulated file by its name', () => {
    const state = begin(upload);
    expect(state).toMatchObject({ runName: 'simulated-head', kind: 'simulated', along: 0 });
    expect(importOf(state, 7).columns.map((c) => c.name)).toEqual(['t', 'Q']);
    expect(importOf(state, 7)).toMatchObject({ campaignId: 7, width: 3 });
  });
  test('a remembered layout reads the next file; what it says can be put aside', () => {
    const corrected = intake(begin(upload), { type: 'column', index: 1, change: { symbol: 'Q_p', name: 'Pump flow' } });
    const saved = savedLayoutOf(corrected, 'Loop 3');
    expect(saved.columns[1]).toMatchObject({ heading: 'Q', choice: { symbol: 'Q_p', name: 'Pump flow' } });
    const found = recognise(saved, upload.preview);
    const next = begin({ ...upload, recognised: { id: 1, name: 'Loop 3', layout, preview: upload.preview, ...found } });
    expect(next.columns[1]).toMatchObject({ symbol: 'Q_p', name: 'Pump flow' });
    expect(intake(next, { type: 'asUnderstood' }).columns[1]).toMatchObject({ symbol: 'Q', name: 'Q' });
  });
  test('a correction survives another reading where the column stayed the same', () => {
    const corrected = intake(begin(upload), { type: 'column', index: 1, change: { symbol: 'Q_p', keep: false } });
    const reread = intake(corrected, { type: 'reread', layout, preview: preview('t', 'Q', 'more') });
    expect(reread.columns.map((c) => [c.symbol, c.keep])).toEqual([
      ['t', true],
      ['Q_p', false],
      ['more', true],
    ]);
  });
});

describe('tables', () => {
  const row = {
    symbol: 'rho',
    name: 'Density',
    xName: 'T',
    xUnit: '°C',
    yUnit: 'kg/m³',
    source: 's',
    uncertainty: null,
    outside: 'refuse',
    x: [0, 10],
    y: [2, 1],
    second: null,
  } as unknown as TableRow;
  test.each([
    ['3,5', 3.5],
    ['−2', -2],
    ['1e3', 1000],
    ['', null],
    ['x', null],
  ])('typed "%s" is %s', (text, value) => expect(typedNumber(text)).toBe(value));
  test.each([
    [
      {
        cells: [
          ['1', 'x'],
          ['2', '2'],
        ],
      },
      'Row 1, column 2 reads "x"',
    ],
    [{ source: ' ' }, 'still needs a source'],
    [
      {
        cells: [
          ['1', '1'],
          ['', ''],
        ],
      },
      'at least two knots',
    ],
    [
      {
        shape: 'grid' as const,
        cells: [
          ['', '1', 'b'],
          ['0', '1', '2'],
        ],
      },
      'Column 3 has no number',
    ],
    [
      {
        shape: 'scattered' as const,
        cells: [
          ['0', '1', '2'],
          ['1', '', '3'],
        ],
      },
      'Row 2, column 2',
    ],
    [
      {
        shape: 'grid' as const,
        cells: [
          ['', '1', '2'],
          ['0', '1', '2'],
          ['1', '3', '4'],
        ],
      },
      'needs a second argument',
    ],
  ])('%j says what is to be done', (change, sentence) =>
    expect(bodyOf({ ...draftOf(row), ...change })).toEqual({ problem: expect.stringContaining(sentence) }),
  );
  test('a typing error is pointed at in the cell in which it stands, whatever the order of the rows', () => {
    const cells = [40, 35, 30, 25, 20, 15, 10, 5, 0].map((x) => [
      String(x),
      String(x === 10 ? 909.7 : 1000 - 0.1 * x - 0.003 * x * x),
    ]);
    const found = understand({ ...draftOf(row), cells });
    if (!('doubts' in found)) throw new Error('not understood');
    const odd = found.doubts.find((d) => d.kind === 'typingError')!;
    expect(found.places[odd.knot!]).toEqual([6, 1]);
    expect(found.doubts.map((d) => d.kind)).toContain('order');
  });
  const second = {
    name: 'Share',
    unit: '%',
    method: 'linear',
    scale: 'plain' as const,
    w: [0, 10, 20],
    isScattered: false,
  };
  const grid = { ...row, x: [5, 15], y: [1, 2, 3, 4, 5, 6], second } as TableBody;
  const points = {
    ...row,
    x: [0, 1, 5],
    y: [7, 8, 9],
    second: { ...second, w: [2, 1, 9], isScattered: true },
  } as TableBody;
  test.each([[row as TableBody], [grid], [points]])('goes out as JSON and comes back the same: %j', async (body) => {
    expect(bodyOf(draftOf(body))).toEqual({ body });
    const file = await asJson({ ...body, notes: 'n' }).text();
    expect(fromJson(file, 'a.json')).toEqual({ draft: { ...emptyDraft, ...draftOf({ ...body, notes: 'n' }) } });
  });
  test('as CSV it names its source; a grid stands as it is', () => {
    expect(asCsv(row)).toBe('Source: s\r\nT (°C),Density (kg/m³)\r\n0,2\r\n10,1\r\n');
    expect(asCsv(grid)).toBe(
      'Source: s\r\nAcross: Share (%). Values: Density (kg/m³)\r\nT (°C),0,10,20\r\n5,1,2,3\r\n15,4,5,6\r\n',
    );
    expect(asCsv(points)).toContain('\r\nT (°C),Share (%),Density (kg/m³)\r\n0,2,7\r\n');
  });
  test('what is no table is told', () => {
    for (const bad of [
      '{',
      'null',
      '{"x":[1],"y":[1,2]}',
      '{"x":[1],"y":["2"]}',
      '{"x":[1],"y":[1],"second":{"w":[1,2]}}',
    ])
      expect(fromJson(bad, 'b.json')).toEqual({ problem: expect.stringContaining('"b.json" is no table') });
  });
  test('what cannot be interpolated says why', () => {
    expect(
      understand({
        ...draftOf(row),
        yScale: 'log',
        cells: [
          ['1', '-1'],
          ['2', '1'],
        ],
      }),
    ).toEqual({ problem: expect.stringContaining('Row 1') });
    expect(
      understand({
        ...draftOf(points),
        cells: [
          ['1', '1', '1'],
          ['1', '1', '2'],
          ['3', '4', '5'],
        ],
      }),
    ).toEqual({ problem: expect.stringContaining('stands twice') });
  });
  test('another shape keeps what it has a place for, there and back', () => {
    const { cells } = draftOf(grid);
    const list = reshaped('grid', 'scattered', cells);
    expect(list).toEqual([
      ['5', '0', '1'],
      ['5', '10', '2'],
      ['5', '20', '3'],
      ['15', '0', '4'],
      ['15', '10', '5'],
      ['15', '20', '6'],
    ]);
    expect(reshaped('scattered', 'grid', list)).toEqual(cells);
    expect(reshaped('grid', 'curve', cells)).toEqual([
      ['5', '1'],
      ['15', '4'],
    ]);
    expect(
      knotsOf('grid', [
        ['', '20', '', '10'],
        ['2', '1', '', '3'],
        ['1', '5', '', '6'],
        ['3', 'x', '', ''],
      ]),
    ).toEqual({
      x: [1, 2],
      w: [10, 20],
      y: [6, 5, 3, 1],
      places: [
        [2, 3],
        [2, 1],
        [1, 3],
        [1, 1],
      ],
    });
  });
  test('three columns of a file that fill a grid are one', () => {
    const column = (name: string, ...values: number[]) => ({ name, unit: '', values });
    const long = [column('T', 1, 1, 2, 2), column('share', 0, 5, 0, 5), column('mu', 1, 2, 3, 4)];
    expect(fromColumns(long, { x: 0, w: 1, y: 2, u: null })).toMatchObject({
      shape: 'grid',
      cells: [
        ['', '0', '5'],
        ['1', '1', '2'],
        ['2', '3', '4'],
      ],
    });
    expect(fromColumns(long, { x: 0, w: null, y: 2, u: null })).toMatchObject({ shape: 'curve' });
  });
});

test('cuts of fixed width are typed in any order and toggled by a click', () => {
  expect(parsedCuts('18, 9; 9 x 0')).toEqual([9, 18]);
  expect(toggledCut(toggledCut([9], 4), 9)).toEqual([4]);
});

test('the second log is laid over the first at its span', () =>
  expect(scaledTo([1, null, 3], [100, 300])).toEqual([100, null, 300]));

describe('a fit in hand', () => {
  const body = { ...newFit('f', 1), x: 'Q', y: 'H' };
  test('what a rung proposes is set, and what stood for other parameters goes with the model', () => {
    const typed = { ...body, choices: { start: { a0: 1 }, fixed: { a1: 2 }, loss: 'huber' as const } };
    expect(
      mended(typed, { title: '', candidate: { kind: 'exponential', settings: {} } }, seriesOf('2900 rpm')),
    ).toMatchObject({
      model: 'exponential',
      choices: { loss: 'huber' },
    });
    expect(mended(typed, { title: '', ownStarts: true }, seriesOf('')).choices).toEqual({
      fixed: { a1: 2 },
      loss: 'huber',
    });
    expect(mended(body, { title: '', range: [1, 2] }, seriesOf('2900 rpm')).choices).toEqual({
      ranges: { '2900 rpm': [1, 2] },
    });
    expect(mended(body, { title: '', fixed: { a2: 0 } }, seriesOf('')).choices).toEqual({ fixed: { a2: 0 } });
  });
  test('a parameter is treated in one way only', () => {
    const fixed = withState({}, 'a0', 'fixed', 3);
    expect(withState(withState(fixed, 'a0', 'shared', 3), 'a1', 'tied', 2)).toEqual({
      shared: ['a0'],
      tied: { a1: '2' },
    });
    expect(withState(fixed, 'a0', 'found', 3)).toEqual({});
  });
  const x = Array.from({ length: 21 }, (_, i) => i);
  const parameters = [
    { symbol: 'a0', value: 2, standardError: 0.1 },
    { symbol: 'a1', value: 0.5, standardError: 0.01 },
  ];
  const series = {
    expression: 'a0 + a1*x',
    parameters,
    residualStandardDeviation: 0.5,
    drawn: {
      every: 1,
      x,
      y: x.map((v) => 2 + 0.5 * v + (v % 2 ? 0.1 : -0.1)),
      residual: x.map((v) => (v % 2 ? 0.1 : -0.1)),
    },
    curve: { x },
  } as unknown as SeriesReply;
  test('a nudge tells how the misfit grows, and how far a parameter goes within the scatter', () => {
    // 5 % of 2 is as far off as the points are: the misfit grows by the root of two, and a little for its mean.
    expect(nudged(series, { symbol: 'a0', share: 0.05 }).growth).toBeCloseTo(Math.SQRT2, 1);
    expect(rangeWithin(series, 'a0')!.map((v) => Number(v.toFixed(6)))).toEqual([1.5, 2.5]);
    expect(rangeWithin(series, 'a1')!.map((v) => Number(v.toFixed(6)))).toEqual([0.475, 0.525]);
  });
  test('curves that end together are counted at their end, not written over each other', () => {
    const curve = (name: string, end: number) =>
      ({ name, curve: { x: [0, 10], y: [30, end] } }) as unknown as SeriesReply;
    expect(endLabels([curve('a', 5), curve('b', 15), curve('c', 5.5)])).toEqual(['2 series', 'b', undefined]);
    expect(endLabels([curve('a', 5)])).toEqual([]);
  });
  test('residuals against what was fitted, in time order, as a histogram, on a normal plot', () => {
    expect(residualPoints(series, 'fitted').x[0]).toBeCloseTo(2, 12);
    expect(residualPoints(series, 'time').x).toEqual(x.map((v) => v + 1));
    expect(residualPoints(series, 'histogram').y.reduce<number>((a, b) => a + b!, 0)).toBe(21);
    const normal = residualPoints(series, 'normal');
    expect(normal.x[10]).toBeCloseTo(0, 12);
    expect(normal.y[0]).toBe(-0.1);
  });
});

describe('what is computed while a step is in hand', () => {
  const saved = [
    step('trim', { channel: 't' }),
    step('smooth', { channel: 'p', symbol: 'p_s' }),
    step('derive', { symbol: 'H' }),
  ];
  const inHand = (index: number) => ({ index, isNew: false, step: saved[index]! });
  const row = (symbol: string, origin: 'logged' | 'derived' = 'logged') => ({
    symbol,
    name: symbol,
    unit: 'kPa',
    origin,
    lowest: 0,
    mean: 0,
    highest: 1,
    standardDeviation: 0,
    missing: 0,
    present: 9,
    uncertainty: null,
    labels: null,
    decimals: null,
    trace: [],
  });
  const report = (symbol?: string) => ({ made: symbol ? { symbol, unit: '' } : null }) as BenchReply['reports'][number];
  const bench = {
    along: 't',
    channels: [row('t'), row('n'), row('p'), row('p_s', 'derived'), row('H', 'derived')],
    reports: [report(), report('p_s'), report('H')],
  } as unknown as BenchReply;

  test('the run is shown as the step leaves it; later steps wait', () =>
    expect(trialOf(saved, inHand(0), () => '')!.map((s) => s.kind)).toEqual(['trim']));
  test('beside a smoothing, what it removes, in the unit of its channel', () => {
    const steps = trialOf(saved, inHand(1), () => 'kPa')!;
    expect(steps.map((s) => s.kind)).toEqual(['trim', 'smooth', 'derive']);
    expect(steps[2]!.settings).toMatchObject({ formula: 'p - p_s', unit: 'kPa', symbol: REMOVED });
  });
  test('a step can use the channels that are there before it', () =>
    expect(channelsBefore(bench, inHand(1)).map((c) => c.symbol)).toEqual(['t', 'n', 'p']));
  test('at first the logged channels are shown of which the procedure speaks most', () =>
    expect(mostUsed(bench, saved)).toEqual(['p', 'n']));
});
