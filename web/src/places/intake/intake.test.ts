/** A file that waits: its columns and what is corrected on them, its zones, and two logs that come together. */
import { describe, expect, test } from '@jest/globals';
import type { RunReply, UploadReply } from '@undameter/contract';
import { asDrawn, traceOf, tracesOf } from '../../../test/replies';
import { palettes } from '../../theme/palette';
import { joinOption, scaledTo } from './join/chartOption';
import * as join from './join/state';
import { parsedCuts, toggledCut } from './parsedCuts';
import { sameReading } from './sameReading';
import { begin, importOf, intake, leftOut } from './state';
import { zoneChoices } from './zones';

const column = (index: number, name: string, over: object = {}) => ({
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
  proposed: true,
  ...over,
});
const layout = {
  encoding: 'utf-8',
  delimiter: ',',
  decimal: '.',
  headingLine: 1,
  unitsLine: null,
  firstDataLine: 2,
} as const;
const preview = (columns: ReturnType<typeof column>[], timeColumn: number | null = 0) => ({
  columns,
  lines: [],
  rowsSeen: 1,
  whole: true,
  preamble: [],
  properties: [],
  timeColumn,
  doubts: [],
});
const upload = (over: Partial<UploadReply> = {}): UploadReply => ({
  uploadId: 'u',
  name: 'rig/sweep.2.csv',
  bytes: 1,
  levels: [],
  again: null,
  recognised: null,
  layout,
  why: {} as UploadReply['why'],
  preview: preview([column(0, 't'), column(1, 'Q'), column(2, 'dead', { type: 'empty', proposed: false })]) as never,
  ...over,
});

describe('a file that waits', () => {
  test.each([
    [{ name: 'rig/sweep.2.csv' }, 'sweep.2', 'measured'],
    [{ name: 'Simulated_head.csv' }, 'Simulated_head', 'simulated'],
    [{ name: 'no extension' }, 'no extension', 'measured'],
  ])('%j is named %s and taken for %s', (over, runName, kind) =>
    expect(begin(upload(over))).toMatchObject({ runName, kind }),
  );
  test('in a container in another it has the name of the part', () => {
    const level = (part: string) => ({ title: '', partTitle: '', parts: [], each: [], part });
    expect(begin(upload({ levels: [level('inner/log.csv'), level('Sheet 1')] })).runName).toBe('log');
    expect(begin(upload({ name: 'book.xlsx', levels: [level('Sheet 1')] })).runName).toBe('book');
  });
  test('read again it keeps the name, the kind and the settings of its run', () => {
    const choices = [
      {
        index: 1,
        keep: true,
        name: 'Flow',
        symbol: 'Q_p',
        unit: 'L/min',
        reading: { index: 1, reads: 'number' as const },
      },
    ];
    const again = {
      runId: 7,
      runName: 'day 2',
      kind: 'simulated' as const,
      layout,
      preview: upload().preview,
      choices,
      along: 1,
    };
    const state = begin(upload({ again }));
    expect(state).toMatchObject({ runName: 'day 2', kind: 'simulated', along: 1, columns: choices });
    expect(importOf(state, 1)).toMatchObject({ replaceRunId: 7 });
    expect(importOf(begin(upload()), 1)).not.toHaveProperty('replaceRunId');
  });
  test('goes in with the columns that are kept, and how wide it was', () => {
    const state = intake(begin(upload()), { type: 'column', index: 0, change: { keep: false } });
    expect(importOf(state, 3)).toMatchObject({ campaignId: 3, width: 3, along: 0, columns: [{ symbol: 'Q' }] });
    expect(importOf(state, 3).columns).toHaveLength(1);
  });
  test('what is left out is told, with whether it held anything', () => {
    expect(leftOut(begin(upload()))).toBe('Left out, since no cell has a value: "dead".');
    const out = intake(begin(upload()), { type: 'column', index: 1, change: { keep: false } });
    expect(leftOut(out)).toBe('Left out, since no cell has a value: "dead". Left out: "Q".');
    const many = ['a', 'b', 'c', 'd', 'e', 'f'].map((name, i) => column(i, name, { proposed: false }));
    expect(leftOut(begin(upload({ preview: preview(many) as never })))).toBe(
      'Left out: "a", "b", "c", "d" and 2 more.',
    );
    expect(leftOut(begin(upload({ preview: preview([column(0, 't')]) as never })))).toBeNull();
  });
});

describe('what is corrected', () => {
  const state = begin(upload());
  test('the zone of a column of moments is stated, or no longer', () => {
    const stated = intake(state, { type: 'zone', index: 0, zone: 60 });
    expect(stated.columns[0]!.reading).toEqual({ index: 0, reads: 'number', zone: 60 });
    expect(stated.columns[1]).toBe(state.columns[1]);
    expect(intake(stated, { type: 'zone', index: 0, zone: null }).columns[0]!.reading).not.toHaveProperty('zone');
  });
  test('name, kind and order of the run', () =>
    expect(intake(state, { type: 'change', change: { runName: 'x', along: null } })).toMatchObject({
      runName: 'x',
      along: null,
    }));
  test('another part begins anew; what was understood takes the place of what was remembered', () => {
    const corrected = intake(state, { type: 'change', change: { runName: 'mine' } });
    expect(intake(corrected, { type: 'open', upload: upload({ name: 'other.csv' }) }).runName).toBe('other');
    expect(intake(corrected, { type: 'asUnderstood' })).toMatchObject({
      runName: 'mine',
      upload: { recognised: null },
    });
  });
  test('read anew, columns that changed type or unit begin anew', () => {
    const corrected = [0, 1].reduce(
      (s, index) => intake(s, { type: 'column', index, change: { symbol: `mine${index}` } }),
      state,
    );
    const reread = preview(
      [column(0, 't', { unit: 'min' }), column(1, 'Q'), column(2, 'dead', { type: 'number' })],
      null,
    );
    const after = intake(corrected, { type: 'reread', layout, preview: reread as never });
    expect(after.columns.map((c) => c.symbol)).toEqual(['t', 'mine1', 'dead']);
    expect(after.along).toBeNull();
  });
  test('goes to another part where the columns are the same, and not where they are others', () => {
    const corrected = intake(intake(state, { type: 'column', index: 1, change: { symbol: 'Q_p' } }), {
      type: 'change',
      change: { kind: 'simulated' },
    });
    expect(sameReading(corrected, begin(upload()))).toMatchObject({
      kind: 'simulated',
      columns: [{}, { symbol: 'Q_p' }, {}],
    });
    const unlike = begin(upload({ preview: preview([column(0, 'a'), column(1, 'b')]) as never }));
    expect(sameReading(corrected, unlike)).toBe(unlike);
  });
});

test.each([
  ['', []],
  ['9 4 9', [4, 9]],
  ['0, 12; 100001', [12]],
])('cuts typed as %j are %j', (text, cuts) => expect(parsedCuts(text)).toEqual(cuts));
test('a click puts a cut in its place', () => expect(toggledCut([4, 20], 9)).toEqual([4, 9, 20]));

test('zones are in order, with their sign and their minutes', () => {
  const labels = zoneChoices.map((z) => z.label);
  expect(labels).toEqual(expect.arrayContaining(['UTC−09:30', 'UTC+00:00', 'UTC+05:45', 'UTC+14:00']));
  expect(zoneChoices.map((z) => z.value)).toEqual(zoneChoices.map((z) => z.value).toSorted((a, b) => a - b));
});

describe('two runs', () => {
  const declared = (...symbols: string[]) =>
    symbols.map((symbol, position) => ({
      position,
      symbol,
      name: symbol,
      unit: 's',
      reading: null,
      labels: null,
      uncertainty: null,
      sensorId: null,
    }));
  const run = (along: string | null, ...symbols: string[]) =>
    ({ along, declared: declared(...symbols) }) as unknown as RunReply;
  test('of the same channels go on, row below row', () => {
    const state = join.begin(run('t', 't', 'p'), run('t', 't', 'p'));
    expect(state).toMatchObject({ mode: 'rows', times: 'follow', symbol: 'p', otherSymbol: 'p' });
    expect(join.problemsOf(state, run('t', 't', 'p'), run('t', 't', 'p'))).toEqual([]);
  });
  test('of other channels come beside each other; what is laid over is what they share, else the first of each', () => {
    expect(join.begin(run('t', 't', 'p', 'q'), run('t', 't', 'q'))).toMatchObject({
      mode: 'channels',
      symbol: 'q',
      otherSymbol: 'q',
    });
    expect(join.begin(run('t', 't', 'p'), run('s', 's', 'z'))).toMatchObject({ symbol: 'p', otherSymbol: 'z' });
    expect(join.begin(run('t', 't'), run('t', 't'))).toMatchObject({ symbol: '', otherSymbol: '' });
  });
  test('a channel comes in under a symbol that is free, and leaves again', () => {
    const base = run('t', 't', 'p', 'p_2');
    const state = join.begin(base, run('t', 't', 'p'));
    const once = join.withChannel(state, base, { symbol: 'p', name: 'Pressure' });
    expect(once.channels).toEqual([{ from: 'p', symbol: 'p_3', name: 'Pressure' }]);
    const twice = join.withChannel(once, base, { symbol: 'q', name: 'Flow' });
    expect(twice.channels[1]).toEqual({ from: 'q', symbol: 'q', name: 'Flow' });
    expect(join.withChannel(twice, base, { symbol: 'p', name: 'Pressure' }).channels.map((c) => c.from)).toEqual(['q']);
  });
  const titled = (symbol: string) => ({ name: symbol.toUpperCase(), symbol, unit: 'kPa' });
  const chart = (second: boolean) =>
    asDrawn(
      joinOption(
        {
          first: { traces: tracesOf([traceOf('p', [0, 1], [10, 30])]), channel: titled('p') },
          second: second ? { traces: tracesOf([traceOf('q', [0, 1], [1, 2])]), channel: titled('q') } : undefined,
          offset: 5,
          along: { name: 'Time', symbol: 't', unit: 's' },
          window: [0, 9],
          palette: palettes.light,
        },
        { width: 800, height: 400 },
      ),
    );
  test('the second is laid over the first, moved and scaled to it; below it stands in its own unit', () => {
    const { series, title } = chart(true);
    expect(title.map((t) => t.text)).toEqual(['P p (kPa), over it Q, scaled', 'Q q (kPa)']);
    expect(series.map((s) => s.data)).toEqual([
      [
        [0, 10],
        [1, 30],
      ],
      [
        [5, 10],
        [6, 30],
      ],
      [
        [5, 1],
        [6, 2],
      ],
    ]);
    expect(chart(false).series).toHaveLength(1);
  });
  test('a flat channel is scaled to the low end', () =>
    expect(scaledTo([4, 4, null], [10, 30])).toEqual([10, 10, null]));
});
