import { describe, expect, test } from '@jest/globals';
import { benchRun, count, derive, step, trim, within } from '../../test/benchRun';
import { evaluate } from './evaluate';

const columns = {
  t: { unit: 's', values: count(480) },
  y: { unit: 'kPa', values: count(480, (i) => (i === 7 ? NaN : i % 10)) },
};

describe('the account of a run', () => {
  test('counts what is logged, kept, and missing', () => {
    const reply = evaluate({ run: benchRun(columns, { steps: [trim(120, 359)] }), conditions: [] });
    expect(reply).toMatchObject({ samples: 480, kept: 240, grid: null, along: 't', outsideTables: 0 });
    const [t, y] = reply.channels;
    expect(t).toMatchObject({
      symbol: 't',
      name: 'T',
      unit: 's',
      lowest: 120,
      highest: 359,
      mean: 239.5,
      present: 240,
    });
    // What is set aside takes no part, nor does a missing sample.
    expect(y).toMatchObject({
      lowest: 0,
      highest: 9,
      mean: expect.closeTo(4.5, 9),
      present: 240,
      origin: 'logged',
      labels: null,
    });
  });
  test('of each slice says what is kept, and which step took the rest last', () => {
    const run = benchRun(columns, { steps: [trim(120, 479), trim(121, 359)] });
    const { strip } = evaluate({ run, conditions: [within(1, 200, 201)] });
    expect(strip.kept).toHaveLength(240);
    // Two samples a slice.
    expect([strip.kept[59], strip.kept[60], strip.kept[61], strip.kept[180]]).toEqual([0, 0.5, 1, 0]);
    expect([strip.asideBy[0], strip.asideBy[60], strip.asideBy[100], strip.asideBy[239]]).toEqual([1, 2, 0, 2]);
    expect([strip.inCondition[99], strip.inCondition[100], strip.inCondition[101]]).toEqual([0, 1, 0]);
  });
  test('counts samples in conditions, in several, and shared ones', () => {
    const { conditions, inAnyCondition, inSeveralConditions } = evaluate({
      run: benchRun(columns),
      conditions: [within(1, 10, 19), within(2, 15, 24), within(3, 500, 600), within(4, 0, 1, 'nope')],
    });
    expect(conditions.map((c) => [c.id, c.samples, c.shares])).toEqual([
      [1, 10, 5],
      [2, 10, 5],
      [3, 0, 0],
      [4, null, 0],
    ]);
    expect(conditions[3]!.problem).toMatchObject({ code: 'CHANNEL_UNKNOWN' });
    expect([inAnyCondition, inSeveralConditions]).toEqual([15, 5]);
  });
  test('says of each step what it did, and what it made', () => {
    const steps = [trim(0, 99), derive('z', '2*y', 'kPa'), step('nope', {}), { ...trim(0, 9), on: false }];
    const { reports, channels } = evaluate({ run: benchRun(columns, { steps }), conditions: [] });
    expect(reports.map((r) => [r.status, r.setAside, r.made?.symbol])).toEqual([
      ['done', 380, undefined],
      ['done', 0, 'z'],
      ['failed', 0, undefined],
      ['off', 0, undefined],
    ]);
    expect(reports[2]!.error).toMatchObject({ code: 'STEP_KIND_UNKNOWN' });
    expect(channels.find((c) => c.symbol === 'z')).toMatchObject({ origin: 'derived', highest: 18, missing: 1 });
  });
  test('shows the mean uncertainty of a channel, and none where nothing is declared', () => {
    const uncertainty = { kind: 'reading' as const, percent: 10, statedAs: 'standard' as const };
    const run = benchRun({ ...columns, y: { ...columns.y, uncertainty } });
    const { channels } = evaluate({ run, conditions: [] });
    expect(channels[0]!.uncertainty).toBeNull();
    // Ten per cent of the mean of what is present, which one sample of 7 less than 480 changes a little.
    expect(channels[1]!.uncertainty).toBeCloseTo((0.1 * (48 * 45 - 7)) / 479, 9);
  });
  test('the small trace is the mean of kept samples in sixty slices; a short run has a slice a sample', () => {
    const long = evaluate({ run: benchRun(columns, { steps: [trim(8, 479)] }), conditions: [] }).channels[0]!.trace;
    expect(long).toHaveLength(60);
    expect(long.slice(0, 2)).toEqual([null, 11.5]);
    const short = evaluate({ run: benchRun({ t: { values: [3, 1, 2] } }), conditions: [] });
    expect(short.channels[0]!.trace).toEqual([3, 1, 2]);
  });
  test('after a step to even times it counts the logged samples and those of the grid', () => {
    const steps = [step('resample', { method: 'linear', interval: 2, unit: 's' })];
    const reply = evaluate({ run: benchRun(columns, { steps }), conditions: [] });
    if (reply.reports[0]!.status === 'done') expect(reply).toMatchObject({ samples: 480, kept: 480 });
  });
});
