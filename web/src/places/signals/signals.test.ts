/** What is in hand on the signals of a run: addresses, keys, words, and what a step on trial computes. */
import { describe, expect, test } from '@jest/globals';
import type { StepReportReply } from '@undameter/contract';
import type { Step } from '@undameter/core';
import { benchOf, channelRow } from '../../../test/replies';
import { exportAddress, type ExportChoice } from './exportAddress';
import { selectionKeys } from './selectionKeys';
import { nothingInHand, signals, type Draft } from './state';
import { changeInWords, detailOf, timeInWords } from './stepWords';
import { channelInHand, channelsBefore, isOnTrial, mostUsed, rangeOfDraft, smoothingInHand, trialOf } from './trial';

const step = (kind: string, settings: Step['settings'] = {}): Step => ({
  id: kind,
  kind,
  version: 1,
  settings,
  on: true,
});
const draft = (kind: string, settings: Step['settings'] = {}, more: Partial<Draft> = {}): Draft => ({
  index: 0,
  isNew: true,
  step: step(kind, settings),
  ...more,
});

describe('where samples are exported from', () => {
  const choice: ExportChoice = { which: 'kept', format: 'csv', symbols: [], stretch: null };
  test.each([
    [{}, '/api/runs/7/export?which=kept&format=csv'],
    [{ which: 'logged', format: 'parquet' }, '/api/runs/7/export?which=logged&format=parquet'],
    [{ symbols: ['p_s', 'Q'] }, '/api/runs/7/export?which=kept&format=csv&symbols=p_s%2CQ'],
    [{ stretch: [0, -1.5] }, '/api/runs/7/export?which=kept&format=csv&from=0&to=-1.5'],
  ] as const)('%j', (over, address) => expect(exportAddress(7, { ...choice, ...over })).toBe(address));
});

describe('the chart from the keyboard', () => {
  type Range = [number, number];
  const press = (
    key: string,
    selection: Range | null,
    more: Record<string, boolean> = {},
    window: Range = [20, 40],
  ) => {
    const calls: [string, unknown][] = [];
    let prevented = false;
    selectionKeys({
      selection,
      window,
      whole: [0, 100],
      onSelect: (range) => calls.push(['select', range]),
      onWindow: (range) => calls.push(['window', range]),
    })({ key, ...more, preventDefault: () => (prevented = true) } as never);
    return { calls, prevented };
  };
  test.each([
    ['ArrowRight', null, {}, 'window', [22, 42]],
    ['ArrowLeft', null, {}, 'window', [18, 38]],
    ['ArrowRight', [30, 32], {}, 'select', [30.2, 32.2]],
    ['ArrowLeft', [30, 32], {}, 'select', [29.8, 31.8]],
    ['ArrowRight', [30, 32], { shiftKey: true }, 'select', [30, 32.2]],
    ['ArrowLeft', [30, 32], { shiftKey: true }, 'select', [30, 31.8]],
    ['ArrowLeft', [30, 30.1], { shiftKey: true }, 'select', [30, 30]],
    ['+', null, {}, 'window', [23, 37]],
    ['-', null, {}, 'window', [16, 44]],
    ['0', null, {}, 'window', null],
    ['Escape', [1, 2], {}, 'select', null],
    ['Enter', null, {}, 'select', [29, 31]],
  ] as const)('%s with %j selected', (key, selection, more, what, range) => {
    const { calls, prevented } = press(key, selection as Range | null, more);
    expect(calls).toEqual([[what, range && range.map((v) => expect.closeTo(v, 9))]]);
    expect(prevented).toBe(true);
  });
  test('out beyond the run shows the whole run', () =>
    expect(press('-', null, {}, [0, 100]).calls).toEqual([['window', null]]));
  test('Enter leaves a selection; other keys, and those with Ctrl or Alt, are the browser’s', () => {
    expect(press('Enter', [1, 2]).calls).toEqual([]);
    expect(press('a', null)).toEqual({ calls: [], prevented: false });
    expect(press('ArrowLeft', null, { ctrlKey: true })).toEqual({ calls: [], prevented: false });
    expect(press('0', null, { altKey: true })).toEqual({ calls: [], prevented: false });
  });
});

describe('what a step did, in a word', () => {
  const report = (over: Partial<StepReportReply>): StepReportReply => ({
    id: 'a',
    kind: 'trim',
    title: '',
    detail: '',
    status: 'done',
    milliseconds: 1,
    setAside: 0,
    made: null,
    doubts: [],
    notes: [],
    error: null,
    ...over,
  });
  test.each([
    [{ status: 'off', setAside: 4 }, 'off'],
    [{ status: 'failed', setAside: 4 }, 'failed'],
    [{ setAside: 1234 }, '−1234'],
    [{ made: { symbol: 'H', unit: 'm^3/s' } }, 'm³/s'],
    [{ made: { symbol: 'eta', unit: '' } }, '1'],
    [{}, ''],
  ] as const)('%j reads %s', (over, words) => expect(changeInWords(report(over))).toBe(words));
  test('a step that failed tells why in place of what it did', () => {
    const error = { code: 'X', message: 'No such channel.', facts: {} };
    expect(detailOf(report({ detail: '5 samples' }))).toBe('5 samples');
    expect(detailOf(report({ detail: '5 samples', status: 'failed', error }))).toBe('No such channel.');
  });
  test.each([
    [0, 'no time'],
    [0.95, '1 ms'],
    [999.4, '999 ms'],
    [1000, '1 s'],
    [2345, '2.3 s'],
  ])('%d milliseconds are %s', (ms, words) => expect(timeInWords(ms)).toBe(words));
});

describe('what a hand changes', () => {
  const smoothing = draft('smooth', { channel: 'p' });
  const inHand = signals(nothingInHand, { type: 'begin', draft: smoothing });
  test('settings, a note and settings beside belong to the draft', () => {
    expect(signals(inHand, { type: 'settings', settings: { channel: 'Q' } }).draft!.step.settings).toEqual({
      channel: 'Q',
    });
    expect(signals(inHand, { type: 'note', note: 'why' }).draft!.step.note).toBe('why');
    expect(signals(inHand, { type: 'variants', variants: [{ window: 5 }] }).draft!.variants).toEqual([{ window: 5 }]);
  });
  test('with nothing in hand they change nothing', () => {
    for (const action of [
      { type: 'settings', settings: {} },
      { type: 'note', note: 'why' },
      { type: 'variants', variants: [] },
    ] as const)
      expect(signals(nothingInHand, action)).toBe(nothingInHand);
  });
  test('beginning ends a selection; letting go keeps the window of a new step', () => {
    const looked = { ...nothingInHand, selection: [1, 2] as [number, number], window: [0, 9] as [number, number] };
    expect(signals(looked, { type: 'begin', draft: smoothing })).toMatchObject({ selection: null, window: [0, 9] });
    expect(signals({ ...looked, draft: smoothing }, { type: 'letGo' })).toMatchObject({ draft: null, window: [0, 9] });
    expect(signals(looked, { type: 'window', range: [3, 4] })).toEqual({ ...looked, window: [3, 4] });
  });
  test('a drag without a range takes the selection away; with a smoothing in hand it selects', () => {
    const selected = { ...inHand, selection: [1, 2] as [number, number] };
    expect(signals(selected, { type: 'select', range: null, along: 'p' }).selection).toBeNull();
    expect(signals(inHand, { type: 'select', range: [3, 4], along: 'p' })).toMatchObject({
      selection: [3, 4],
      draft: smoothing,
    });
  });
  test('bringing back takes stretches as setting aside does', () => {
    const back = { ...nothingInHand, draft: draft('bringBack', { channel: 't', ranges: [[0, 0]] }) };
    const once = signals(back, { type: 'select', range: [3, 4], along: 't' });
    const twice = signals(once, { type: 'select', range: [6, 7], along: 't' });
    expect(twice.draft!.step.settings['ranges']).toEqual([
      [3, 4],
      [6, 7],
    ]);
  });
});

describe('a step on trial', () => {
  const bench = benchOf([
    channelRow('t'),
    channelRow('p', { unit: 'kPa' }),
    channelRow('p_s', { origin: 'derived' }),
    channelRow('v', { labels: ['open'] }),
    channelRow('dead', { present: 0 }),
  ]);
  test('nothing in hand computes nothing', () => expect(trialOf([step('trim')], null, () => '')).toBeUndefined());
  test('a filter is tried with what it removes and with the settings beside it', () => {
    const filter = draft('filter', { channel: 'p', symbol: 'p_f', window: 3 }, { index: 1, variants: [{ window: 9 }] });
    const steps = trialOf([step('trim'), step('derive')], filter, () => 'kPa')!;
    expect(steps.map((s) => s.kind)).toEqual(['trim', 'filter', 'filter', 'derive']);
    expect(steps[2]).toMatchObject({
      id: 'variant_1',
      settings: { window: 9, symbol: 'variant_1', name: 'Setting 1' },
    });
    expect(steps[3]!.settings).toMatchObject({ formula: 'p - p_f' });
  });
  test('what is computed only for a trial stands on no board', () => {
    expect(['removed_part', 'variant_1', 'p', 'removed'].map(isOnTrial)).toEqual([true, true, false, false]);
  });
  test('a smoothing is shown once what it makes is there', () => {
    const smoothing = draft('smooth', { channel: 'p', symbol: 'p_s' }, { variants: [{}, {}] });
    expect(smoothingInHand(smoothing, bench)).toEqual({
      channel: 'p',
      made: 'p_s',
      variants: ['variant_1', 'variant_2'],
    });
    expect(smoothingInHand(draft('smooth', { channel: 'p', symbol: 'new' }), bench)).toBeUndefined();
    expect(smoothingInHand(draft('trim', { channel: 'p', symbol: 'p_s' }), bench)).toBeUndefined();
    expect(smoothingInHand(null, bench)).toBeUndefined();
  });
  test.each([
    ['derive', { symbol: 'p_s' }, 'p_s'],
    ['derive', { symbol: 'new' }, undefined],
    ['smooth', { channel: 'p', symbol: 'p_s' }, 'p'],
    ['setAside', { channel: 'p' }, 'p'],
    ['trim', { channel: 't' }, undefined],
  ])('%s of %j looks at %s', (kind, settings, symbol) =>
    expect(channelInHand(draft(kind, settings), bench)).toBe(symbol),
  );
  test('words are nothing to compute with; without a draft all numbers can be used', () => {
    expect(channelsBefore(bench, null).map((c) => c.symbol)).toEqual(['t', 'p', 'p_s', 'dead']);
    expect(channelsBefore(undefined, null)).toEqual([]);
  });
  test('only a trim of the x axis has a range there', () => {
    expect(rangeOfDraft(draft('trim', { channel: 't', from: 1, to: 2 }), 't')).toEqual([1, 2]);
    expect(rangeOfDraft(draft('setAside', { channel: 't', from: 1, to: 2 }), 't')).toBeNull();
    expect(rangeOfDraft(null, 't')).toBeNull();
  });
  test('a channel is used where its whole symbol stands, not where another begins with it', () => {
    const steps = [step('derive', { formula: 'p_s + p_s + v2*2' }), step('derive', { formula: 'p*2' })];
    const rows = benchOf([channelRow('t'), channelRow('v'), channelRow('p'), channelRow('dead', { present: 0 })]);
    expect(mostUsed(rows, steps)).toEqual(['p', 'v']);
  });
  test('at most three are shown at first', () => {
    const rows = benchOf(['t', 'a', 'b', 'c', 'd'].map((s) => channelRow(s)));
    expect(mostUsed(rows, [])).toEqual(['a', 'b', 'c']);
  });
  test('of a derived run differences come first, and where the samples are last', () => {
    const of = (...symbols: string[]) => ({
      ...{ along: 's', channels: symbols.map((symbol) => ({ symbol, origin: 'logged', present: 1 })) },
    });
    const made = of('station', 's', 'part', 'x', 'y', 'z', 'zone', 'cp', 'cp_diff', 'z_rel') as never;
    expect(mostUsed(made, [], true)).toEqual(['cp_diff', 'cp', 'z_rel']);
    expect(mostUsed(made, [])).toEqual(['station', 'part', 'x']);
  });
});
