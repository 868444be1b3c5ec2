/** Conditions in hand: their limits, what is drawn of them, and what is said of them. */
import { describe, expect, test } from '@jest/globals';
import type { BenchReply, ConditionRow, PointsReply } from '@undameter/contract';
import { limitKindOf, limitKinds, type SingleLimit } from '@undameter/core';
import { asDrawn, benchOf, channelRow, traceOf, tracesOf } from '../../../test/replies';
import { palettes } from '../../theme/palette';
import { conditionsOption } from './chartOption';
import {
  asKind,
  inWords,
  firstLimits,
  limitOn,
  movedTo,
  symbolOf,
  withAlternatives,
  withArea,
  withDragged,
  withOneMore,
  type LimitChannel,
} from './limits';
import { mapOption } from './mapOption';
import { elsewhereInWords, onceEach, overlapsInWords } from './overlaps';
import { levelsInWords, sizeInWords } from './setPointWords';
import { channelsOf, defaultColumns, mapAxes, watchedSymbols } from './shown';

const n: LimitChannel = { symbol: 'n', name: 'Speed', unit: 'rpm', labels: null, mean: 1449.6 };
const Q: LimitChannel = { symbol: 'Q', name: 'Flow', unit: 'm^3/s', labels: null, mean: null };
const valve: LimitChannel = { symbol: 'v', name: 'Valve', unit: '', labels: ['open', 'half', 'shut'], mean: null };
const near: SingleLimit = { kind: 'tolerance', symbol: 'n', value: 1450, tolerance: 20, unit: 'rpm' };
const from: SingleLimit = { kind: 'between', symbol: 'Q', low: 1, high: null, unit: 'm^3/s' };
const words: SingleLimit = { kind: 'words', symbol: 'v', words: ['half', 'shut'] };
const row = (id: number, ...limits: ConditionRow['limits']): ConditionRow => ({
  id,
  campaignId: 1,
  name: `c${id}`,
  limits,
  group: '',
  groupId: null,
  runId: null,
});

describe('a limit is begun', () => {
  test('near the mean of numbers, on no word of a category', () => {
    expect(limitOn(n)).toEqual({ kind: 'tolerance', symbol: 'n', value: 1450, tolerance: 1, unit: 'rpm' });
    expect(limitOn(Q)).toMatchObject({ value: 0 });
    expect(limitOn(valve)).toEqual({ kind: 'words', symbol: 'v', words: [] });
  });
  test('of a new condition on the first channel that has a mean; where none has, there is nothing to propose', () => {
    expect(firstLimits([valve, Q, n])).toEqual([limitOn(n)]);
    expect(firstLimits([valve, Q])).toEqual([]);
    expect(firstLimits([])).toEqual([]);
  });
  test('as another sort on the channel at hand, or on the first that it can be on', () => {
    expect(asKind(limitKindOf({ kind: 'between' }), [valve, Q, n], n, 's')).toMatchObject({ symbol: 'n', low: 1449 });
    expect(asKind(limitKindOf({ kind: 'between' }), [valve, Q, n], valve, 's')).toMatchObject({ symbol: 'Q', low: -1 });
    expect(asKind(limitKindOf({ kind: 'words' }), [n, valve], n, 's')).toMatchObject({ symbol: 'v' });
    expect(asKind(limitKindOf({ kind: 'steady' }), [n], n, 'min')).toMatchObject({ timeUnit: 'min', lasting: 10 });
    expect(asKind(limitKindOf({ kind: 'words' }), [n], n, 's')).toBeUndefined();
  });
  test('every sort that can be begun is whole by its schema, or says that it is not', () => {
    for (const kind of limitKinds.filter((k) => k.start)) {
      const channel = kind.on === 'words' ? valve : n;
      const begun = kind.start!(channel, 's') as SingleLimit;
      expect(begun.kind).toBe(kind.kind);
      expect(kind.isWhole?.(begun) ?? true).toBe(!['steady', 'words'].includes(kind.kind));
    }
  });
  test('on a channel that has none yet', () => {
    expect(withOneMore([near], [n, Q]).map(symbolOf)).toEqual(['n', 'Q']);
    expect(withOneMore([near], [n]).map(symbolOf)).toEqual(['n', 'n']);
    expect(withOneMore([near], [])).toEqual([near]);
  });
});

describe('a limit is moved to another channel', () => {
  test('as the same sort with its opposite, where it can be there', () =>
    expect(movedTo({ ...from, not: true }, n, 's')).toEqual({
      kind: 'between',
      symbol: 'n',
      low: 1449,
      high: 1451,
      unit: 'rpm',
      not: true,
    }));
  test('as the usual sort where it cannot', () => {
    expect(movedTo(words, n, 's')).toEqual({ kind: 'tolerance', symbol: 'n', value: 1450, tolerance: 1, unit: 'rpm' });
    expect(movedTo(near, valve, 's')).toEqual({ kind: 'words', symbol: 'v', words: [] });
  });
});

test('alternatives make one of several; one alone is a limit, none is gone', () => {
  expect(withAlternatives([near, from], 0, [near, words])).toEqual([{ kind: 'any', any: [near, words] }, from]);
  expect(withAlternatives([{ kind: 'any', any: [near, words] }, from], 0, [words])).toEqual([words, from]);
  expect(withAlternatives([near, from], 1, [])).toEqual([near]);
});

describe('a drag on a chart', () => {
  test('sets a limit in round numbers, and sets it anew in its place', () => {
    const [first] = withDragged([], n, [1432.7, 1468.9]);
    expect(first).toEqual({ kind: 'tolerance', symbol: 'n', unit: 'rpm', value: 1451, tolerance: 18 });
    expect(withDragged([first!, from], n, [2000, 2100])).toEqual([{ ...first, value: 2050, tolerance: 50 }, from]);
    expect(withDragged([from], n, [2000, 2100])).toHaveLength(2);
  });
  test('over the words of a category says which of them count; over none changes nothing', () => {
    expect(withDragged([], valve, [0.6, 2.2])).toEqual([words]);
    expect(withDragged([near], valve, [0.2, 0.8])).toEqual([near]);
  });
  test('a lasso on the map takes the place of the one before, its corners in round numbers of a tenth of the axes', () => {
    const x = { symbol: 'Q', unit: 'L/min', range: [0, 100] } as const;
    const y = { symbol: 'H', unit: 'm', range: [0, 30] } as const;
    const once = withArea([near], x, y, [
      [10.123, 20.456],
      [40.987, 20.5],
      [40, 9.999],
    ]);
    expect(once).toEqual([
      near,
      {
        kind: 'area',
        x: 'Q',
        y: 'H',
        xUnit: 'L/min',
        yUnit: 'm',
        corners: [
          [10, 20.5],
          [41, 20.5],
          [40, 10],
        ],
      },
    ]);
    expect(withArea(once, x, y, [[1, 1]])).toHaveLength(2);
  });
});

describe('in words', () => {
  test.each([
    [[near, from], 'n 1450 ± 20 rpm, Q from 1 m³/s'],
    [[{ ...words, not: true }], 'not v half or shut'],
    [[{ kind: 'any', any: [near, words] }], 'n 1450 ± 20 rpm or v half or shut'],
  ] as [ConditionRow['limits'], string][])('%j', (limits, text) => expect(inWords(limits)).toBe(text));
  test('levels of a channel, the first six of many', () => {
    const levels = [1, 2, 3, 4, 5, 6, 7].map((value) => ({ value, tolerance: 1, stretches: 1 }));
    expect(levelsInWords(levels, 'rpm')).toBe('7 levels: 1, 2, 3, 4, 5, 6 … rpm');
    expect(levelsInWords(levels.slice(0, 1), '')).toBe('1 level: 1');
    expect(sizeInWords({ samples: 12345, points: 3 })).toMatch(/^12.345 samples, 3 stretches$/);
    expect(sizeInWords({ samples: 8, points: 1 })).toBe('8 samples');
  });
  test('one complaint of many conditions is made once, with their names; another one beside it', () => {
    const rows = [1, 2, 3, 4, 5, 6].map((id) => row(id));
    const problem = (message: string) =>
      ({ code: 'CHANNEL_UNKNOWN', message }) as PointsReply['problems'][number]['problem'];
    const problems = rows.map(({ id }) => ({ conditionId: id, problem: problem(id === 3 ? 'no Q' : 'no dp') }));
    expect(onceEach(problems, rows)).toEqual([
      { problem: problem('no dp'), others: 'So it is with 5 conditions: c1; c2; c4; c5; and 1 more.' },
      { problem: problem('no Q'), others: '' },
    ]);
    expect(onceEach([], rows)).toEqual([]);
  });
  const counts = (over: Partial<BenchReply>) => overlapsInWords(benchOf([], { kept: 100, ...over }));
  const counted = (name: string, samples: number, shares = 0) => ({ id: 1, name, samples, shares, problem: null });
  test('what is in no condition, in several, and which pick nothing', () => {
    expect(counts({ inAnyCondition: 60 })).toBe(
      '40 of 100 kept samples are in no condition. None is in more than one.',
    );
    expect(
      counts({
        inAnyCondition: 100,
        inSeveralConditions: 7,
        conditions: [counted('a', 50, 7), counted('b', 57, 7), counted('c', 0)],
      }),
    ).toBe('0 of 100 kept samples are in no condition. 7 are in more than one: a; b. No sample of this run is in c.');
  });
  test('of many conditions four are named', () =>
    expect(counts({ conditions: ['a', 'b', 'c', 'd', 'e', 'f'].map((name) => counted(name, 0)) })).toContain(
      'is in a; b; c; d; and 2 more.',
    ));
});

describe('what is drawn along the run', () => {
  const channels = [
    channelRow('t', { name: 'Time', unit: 's' }),
    channelRow('n', { name: 'Speed', unit: 'rpm' }),
    channelRow('v', { name: 'Valve', labels: ['open', 'half', 'shut'] }),
  ];
  const draw = (limits: ConditionRow['limits'] | null, samples = 4) => {
    const x = Array.from({ length: samples }, (_, i) => i);
    const inConditions = [{ id: 8, x, y: x }];
    return asDrawn(
      conditionsOption(
        {
          traces: tracesOf([traceOf('n', x, x, { inConditions }), traceOf('v', x, x)]),
          bench: benchOf(channels),
          order: [7, 8],
          inHand: limits && { body: { name: 'c', limits }, series: 3 },
          palette: palettes.light,
        },
        { width: 800, height: 400 },
      ),
    );
  };
  const shaded = (option: ReturnType<typeof draw>, pane: number) =>
    (option.series.find((s) => s.xAxisIndex === pane && 'markArea' in s)?.['markArea'] as { data: unknown[] }).data;

  test('the limits in hand are shaded in the unit of the channel, the words as strips', () => {
    const option = draw([{ ...near, value: 24, tolerance: 1, unit: 'rev/s' }, words]);
    expect(shaded(option, 0)).toEqual([[{ yAxis: 1380 }, { yAxis: 1500 }]]);
    expect(shaded(option, 1)).toEqual([
      [{ yAxis: 0.7 }, { yAxis: 1.3 }],
      [{ yAxis: 1.7 }, { yAxis: 2.3 }],
    ]);
  });
  test('alternatives are all shaded; a unit that does not fit and a word that is unknown are not', () => {
    const either: ConditionRow['limits'] = [{ kind: 'any', any: [near, { ...near, value: 2900 }] }];
    expect(shaded(draw(either), 0)).toHaveLength(2);
    expect(shaded(draw([{ ...near, unit: 'kPa' }]), 0)).toEqual([]);
    expect(shaded(draw([{ kind: 'words', symbol: 'v', words: ['ajar'] }]), 1)).toEqual([]);
  });
  test('samples of a condition have the colour and the symbol of its row; nothing in hand shades nothing', () => {
    const option = draw(null);
    const at = option.series.filter((s) => s.type === 'scatter');
    expect(at).toHaveLength(1);
    expect(at[0]).toMatchObject({ symbol: 'rect', itemStyle: { borderColor: palettes.light.series[1] } });
    expect(option.series.some((s) => 'markArea' in s)).toBe(false);
  });
  test('of many samples at most 160 are drawn, evenly picked', () => {
    const at = draw(null, 401).series.find((s) => s.type === 'scatter')!.data as number[][];
    expect(at.slice(0, 3).map(([x]) => x)).toEqual([0, 3, 6]);
    expect(at).toHaveLength(134);
  });
  test('a category holds its words', () => expect(draw(null).yAxis[1]).toMatchObject({ min: -1, max: 3 }));
});

describe('the map', () => {
  const value = (symbol: string, mean: number, uncertainty: number) => ({
    symbol,
    mean,
    uncertainty,
    standardDeviation: null,
    standardError: null,
    systematic: null,
    count: 9,
    worth: null,
    isShort: false,
    ...{ drift: 0, driftUncertainty: 0.1, isDrifting: false },
  });
  const operating: PointsReply = {
    channels: [],
    points: [{ conditionId: 2, number: 1, from: 0, to: 1, samples: 9, values: [value('Q', 50, 2), value('H', 20, 1)] }],
    shattered: [],
    problems: [],
  };
  const draw = (points: PointsReply | undefined) =>
    asDrawn(
      mapOption(
        {
          map: { xRange: [0, 100], yRange: [10, 30], columns: 2, rows: 1, dwell: [1, 3] },
          x: { symbol: 'Q', name: 'Flow', unit: 'L/min' },
          y: { symbol: 'H', name: 'Head', unit: 'm' },
          operating: points,
          conditions: [row(1), row(2)],
          palette: palettes.light,
        },
        { width: 800, height: 400 },
      ),
    );
  test('shows where the run dwelt, with room around it', () => {
    const option = draw(undefined);
    expect(option.series).toHaveLength(1);
    expect([option.xAxis[0], option.yAxis[0]]).toMatchObject([
      { min: -3, max: 103, name: 'Flow Q (L/min)' },
      { min: 9.4, max: 30.6 },
    ]);
  });
  test('operating points stand in the colour of their condition with their ±', () => {
    const [, bars, at] = draw(operating).series;
    expect(bars!.type).toBe('custom');
    expect(at).toMatchObject({ name: 'c2', data: [[50, 20]], itemStyle: { borderColor: palettes.light.series[1] } });
  });
});

describe('which channels are shown', () => {
  const channels = [
    channelRow('t'),
    channelRow('n'),
    channelRow('Q'),
    channelRow('dead', { present: 0 }),
    channelRow('v', { labels: ['a'] }),
    channelRow('H', { origin: 'derived' }),
  ];
  const bench = benchOf(channels);
  test('conditions are set on what has samples, and not along the order of the run', () => {
    const of = channelsOf(bench);
    expect(of.channels.map((c) => c.symbol)).toEqual(['n', 'Q', 'v', 'H']);
    expect(of.numbers.map((c) => c.symbol)).toEqual(['n', 'Q', 'H']);
    expect(of.along?.symbol).toBe('t');
    expect(channelsOf(undefined)).toEqual({ channels: [], numbers: [], along: undefined });
  });
  test('those that conditions look at and the run has, at most five; else its first three', () => {
    const on = (symbol: string): ConditionRow => row(1, { ...near, symbol });
    expect(watchedSymbols(channels, [on('Q'), on('gone'), on('Q'), on('n')])).toEqual({
      known: ['Q', 'n'],
      symbols: ['Q', 'n'],
    });
    expect(watchedSymbols(channels, []).symbols).toEqual(['t', 'n', 'Q']);
    const many = ['a', 'b', 'c', 'd', 'e', 'f'];
    expect(
      watchedSymbols(
        many.map((s) => channelRow(s)),
        many.map(on),
      ).symbols,
    ).toHaveLength(5);
  });
  test('the map has the wanted axes, else what conditions look at, else the first numbers', () => {
    expect(mapAxes(['H', 'Q'], ['n'], channels)).toEqual({ x: 'H', y: 'Q' });
    expect(mapAxes(null, ['n'], channels)).toEqual({ x: 'n', y: 'n' });
    expect(mapAxes(null, [], channels)).toEqual({ x: 't', y: 'n' });
    expect(mapAxes(null, [], [])).toEqual({ x: '', y: '' });
  });
  test('operating points show what was set, the first of what was measured, and what the procedure ends in', () => {
    const { numbers } = channelsOf(bench);
    const set = [row(1, near, from)];
    expect(defaultColumns(numbers, set, [])).toEqual(['n', 'Q', 'H']);
    const derive = {
      id: 'a',
      kind: 'derive',
      version: 1,
      on: true,
      settings: { symbol: 'P', formula: 'H*Q', unit: '' },
    };
    expect(defaultColumns(numbers, set, [derive])).toEqual(['n', 'Q']);
  });
});

test('how many conditions belong to other runs', () => {
  expect(elsewhereInWords(1)).toBe('One more belongs to another run, and is not offered here.');
  expect(elsewhereInWords(12)).toBe('12 more belong to other runs, and are not offered here.');
});
