/** What the bench is asked beside boards, charts and fits: costs, formulas, exports, quality, operating points, joins. */
import { describe, expect, test } from '@jest/globals';
import { benchRun, count, derive, step, trim, within } from '../../test/benchRun';
import { checkByMonteCarlo, checkFormula } from './checkFormula';
import { costOf } from './costOf';
import { exportColumns } from './exportColumns';
import { continueRun, joinRun, offsetOf } from './joinRuns';
import { judgeQuality } from './judgeQuality';
import { dwellOf, findSetPoints, reducePoints } from './reducePoints';
import { reporting } from './reportErrors';
import { Random, AppError } from '@undameter/core';

const code = (expected: string) => expect.objectContaining({ code: expected }) as never;
const columns = {
  t: { unit: 's', values: count(100) },
  y: { unit: 'kPa', values: count(100, (i) => (i === 4 ? NaN : i)) },
};

describe('what a smoothing costs', () => {
  const noisy = benchRun(
    {
      t: { unit: 's', values: count(400) },
      y: { unit: 'kPa', values: count(400, (i) => 10 * Math.exp(-(((i - 200) / 20) ** 2)) + (i % 2 ? 0.1 : -0.1)) },
    },
    {
      steps: [
        step('smooth', { channel: 'y', method: 'movingAverage', window: 21, order: 2, symbol: 'ys', name: 'ys' }),
      ],
    },
  );
  test('is what it removes, and how much lower and wider the highest peak became', () => {
    const cost = costOf({ run: noisy, channel: 'y', made: 'ys' })!;
    expect(cost.before.height!).toBeGreaterThan(cost.after.height!);
    expect(cost.after.width!).toBeGreaterThan(cost.before.width!);
    expect(cost.standardDeviation!).toBeGreaterThan(0.1);
    expect(cost.frequency).toHaveLength(cost.densityBefore.length);
  });
  test('of a channel that is not there is refused', () =>
    expect(() => costOf({ run: noisy, channel: 'y', made: 'nope' })).toThrow(code('CHANNEL_UNKNOWN')));
});

describe('a formula while it is typed', () => {
  const of = (formula: string, unit = '') =>
    checkFormula({ run: benchRun(columns, { steps: [trim(3, 99)] }), formula, unit });
  test('has a unit and the first values that are kept', () => {
    expect(of('2*y')).toMatchObject({ unit: 'Pa', problem: null });
    expect(of('2*y').first.map((f) => f.value)).toEqual([6000, null, 10_000]);
    expect(of('2*y', 'kPa').first[0]!.value).toBe(6);
  });
  test('or says what is wrong with it', () => {
    expect(of('y + t')).toMatchObject({ unit: null, first: [], problem: { code: expect.any(String) } });
    expect(of('nope')).toMatchObject({ problem: { message: expect.stringContaining('nope') } });
  });
  test('first order agrees with draws where a formula is straight', () => {
    const uncertainty = { kind: 'absolute' as const, value: 0.5, statedAs: 'standard' as const };
    const run = benchRun({ ...columns, y: { unit: 'kPa', values: count(100, (i) => i + 50), uncertainty } });
    const { unit, places, draws } = checkByMonteCarlo({ run, formula: '2*y', unit: 'kPa' });
    expect([unit, draws]).toEqual(['kPa', 20_000]);
    for (const place of places) {
      expect(place.firstOrder).toBeCloseTo(1, 9);
      expect(Math.abs(place.drawn - 1)).toBeLessThan(0.05);
    }
  });
});

describe('what leaves the bench', () => {
  const steps = [trim(10, 19), derive('z', 'y*2', 'kPa')];
  const out = (over: object) =>
    exportColumns({
      run: benchRun(columns, { steps }),
      which: 'kept',
      symbols: undefined,
      from: undefined,
      to: undefined,
      ...over,
    });
  test('after the procedure: what is kept, with what was derived', () => {
    const { name, channels } = out({});
    expect(name).toBe('sweep');
    expect(channels.map((c) => [c.symbol, c.values.length, c.values[0]])).toEqual([
      ['t', 10, 10],
      ['y', 10, 10],
      ['z', 10, 20],
    ]);
  });
  test('as logged: every sample, without what was derived', () => {
    expect(out({ which: 'logged' }).channels.map((c) => [c.symbol, c.values.length])).toEqual([
      ['t', 100],
      ['y', 100],
    ]);
    expect(() => out({ which: 'logged', symbols: ['z'] })).toThrow(code('CHANNEL_UNKNOWN'));
  });
  test('of a stretch, of some channels, in the order in which they are named', () => {
    const { channels } = out({ symbols: ['y', 't'], from: 12, to: 14 });
    expect(channels.map((c) => [c.symbol, [...c.values]])).toEqual([
      ['y', [12, 13, 14]],
      ['t', [12, 13, 14]],
    ]);
  });
});

test('the quality of a run is that of its logged samples, with a picture of each channel', () => {
  const run = benchRun(columns, { steps: [trim(50, 60)] });
  const [t, y] = judgeQuality({ run });
  expect(t!.picture.lowest).toHaveLength(100);
  expect(y!.picture).toMatchObject({ lowest: expect.arrayContaining([null]), missing: expect.arrayContaining([1]) });
  expect(y!.picture.missing.reduce((a, b) => a + b, 0)).toBe(1);
  const all = judgeQuality({ run: benchRun({ t: { values: count(1000) } }) })[0]!.picture;
  expect([all.lowest.length, all.lowest[0], all.highest.at(-1)]).toEqual([180, 0, 999]);
});

describe('operating points', () => {
  const level = (i: number) => (i < 50 ? 10 : 20) + (i % 2 ? 0.1 : -0.1);
  const run = benchRun({
    t: { unit: 's', values: count(100) },
    y: { unit: 'kPa', values: count(100, level) },
    v: { values: count(100, () => 0), labels: ['open'] },
  });
  test('are the means of each stretch, numbered in its condition; words have none', () => {
    const { channels, points, problems } = reducePoints({
      run,
      conditions: [within(1, 0, 49), within(2, 60, 99), within(3, 0, 1, 'nope')],
      symbols: [],
    });
    expect(channels).toEqual([{ symbol: 'y', name: 'Y', unit: 'kPa' }]);
    expect(points.map((p) => [p.conditionId, p.number, p.from, p.to, p.samples])).toEqual([
      [1, 1, 0, 49, 50],
      [2, 1, 60, 99, 40],
    ]);
    expect(points[0]!.values[0]!.mean).toBeCloseTo(10, 9);
    expect(problems).toEqual([{ conditionId: 3, problem: expect.objectContaining({ code: 'CHANNEL_UNKNOWN' }) }]);
  });
  test('of a condition that is narrower than the run scatters come with the limits that fit; of others without', () => {
    const noisy = benchRun({
      t: { unit: 's', values: count(400) },
      y: { unit: 'kPa', values: count(400, (i) => 10 + Math.sin(12.9898 * i * i)) },
    });
    const near = (id: number, tolerance: number) => ({
      ...{ id, name: `within ${tolerance}` },
      limits: [{ kind: 'tolerance' as const, symbol: 'y', value: 10, tolerance, unit: 'kPa' }],
    });
    const { shattered, points } = reducePoints({ run: noisy, conditions: [near(1, 0.2), near(2, 1.1)], symbols: [] });
    expect(shattered.map((s) => [s.conditionId, s.whole, s.changed])).toEqual([[1, 1, [0]]]);
    expect(shattered[0]!.stretches).toBeGreaterThan(20);
    expect(points.filter((p) => p.conditionId === 2)).toHaveLength(1);
  });
  test('of named channels only; one that is not there is refused', () => {
    expect(reducePoints({ run, conditions: [within(1, 0, 49)], symbols: ['t'] }).channels[0]!.symbol).toBe('t');
    expect(() => reducePoints({ run, conditions: [], symbols: ['nope'] })).toThrow(code('CHANNEL_UNKNOWN'));
  });
  test('are found by themselves: what is steady, the levels, and the conditions that follow', () => {
    const found = findSetPoints({ run, steady: null, symbols: null });
    expect(found.steady).toMatchObject({ kind: 'steady', timeUnit: 's' });
    expect(found.channels.find((c) => c.symbol === 'y')).toMatchObject({ chosen: true });
    expect(found.proposed.map((p) => p.name)).toEqual(['10 kPa', '20 kPa']);
    expect(found.channels.find((c) => c.symbol === 'y')).toMatchObject({
      separation: {
        by: expect.stringMatching(/gaps|scatter/),
        cuts: [expect.closeTo(15, 0)],
        between: expect.closeTo(10, 0),
      },
      means: [expect.closeTo(10, 0), expect.closeTo(20, 0)],
    });
    expect(found.missed).toBe(0);
    expect(findSetPoints({ run, steady: null, symbols: [] })).toMatchObject({ proposed: [], missed: 0 });
    const by = { run, steady: null, symbols: ['y'] };
    const joined = findSetPoints({ ...by, cuts: [{ symbol: 'y', at: [] }] });
    expect(joined.channels.find((c) => c.symbol === 'y')).toMatchObject({ separation: { by: 'hand', between: null } });
    expect(joined.proposed).toHaveLength(1);
    const approached = findSetPoints({ ...by, approachOf: 'y' });
    expect([approached.proposed.map((p) => p.name), approached.missed]).toEqual([['20 kPa, from below'], 1]);
    expect(
      findSetPoints({ run: { ...run, key: 'timeless', along: undefined }, steady: null, symbols: null }).steady,
    ).toBeNull();
  });
  test('the map counts the time at each place', () => {
    const { dwell, columns: across, rows, xRange } = dwellOf({ run, x: 't', y: 'y', columns: 4, rows: 4 });
    expect([across, rows, xRange, dwell.length]).toEqual([4, 4, [0, 99], 16]);
    expect(dwell.reduce((a, b) => a + b, 0)).toBeCloseTo(100, 6);
  });
});

describe('two logs', () => {
  const pulse = (at: number) => (i: number) => Math.exp(-(((i - at) / 8) ** 2));
  const first = benchRun({ t: { unit: 's', values: count(200) }, y: { unit: 'kPa', values: count(200, pulse(100)) } });
  const second = benchRun({
    t: { unit: 'min', values: count(200, (i) => i / 60) },
    q: { unit: 'kPa', values: count(200, pulse(70)) },
    v: { values: count(200, (i) => (i < 100 ? 0 : 1)), labels: ['open', 'shut'] },
  });
  test('the offset at which they agree best, in the unit of the first', () =>
    expect(offsetOf({ run: first, other: second, symbol: 'y', otherSymbol: 'q' }).offset).toBeCloseTo(30, 1));
  test('where both clocks are stated, they say it too', () => {
    const clocked = (run: typeof first, key: string, origin: string) => ({ ...run, key, origin });
    const { byClock } = offsetOf({
      run: clocked(first, 'a', '2026-11-30T08:00:00'),
      other: clocked(second, 'b', '2026-11-30T08:00:30'),
      symbol: 'y',
      otherSymbol: 'q',
    });
    expect(byClock).toBeCloseTo(30, 9);
    expect(offsetOf({ run: first, other: second, symbol: 'y', otherSymbol: 'q' }).byClock).toBeNull();
  });
  test('channels come to the times of the first; words are never mixed; nothing is made up beyond the ends', () => {
    const channels = [
      { from: 'q', symbol: 'q', name: 'q' },
      { from: 'v', symbol: 'v', name: 'v' },
    ];
    const {
      columns: [q, v],
      shift,
    } = joinRun({ run: first, other: second, offset: 30, method: 'linear', channels });
    expect(shift).toBe(30);
    expect(q!.values[100]).toBeCloseTo(1, 9);
    expect(q!.values[29]).toBeNaN();
    expect(v).toMatchObject({ labels: ['open', 'shut'] });
    expect([...new Set(v!.values.filter((x) => x === x))]).toEqual([0, 1]);
  });
  test('a clock that is slow is found by parts and corrected; of one event alone its rate is not told', () => {
    const random = new Random(17);
    const tones = Array.from({ length: 30 }, () => [0.05 + 1.2 * random.uniform(), 7 * random.uniform()] as const);
    const rig = (t: number): number => tones.reduce((sum, [w, phase]) => sum + Math.sin(w * t + phase), 0);
    const n = 3000;
    const own = benchRun({
      t: { unit: 's', values: count(n, (i) => i / 10) },
      y: { values: count(n, (i) => rig(i / 10)) },
    });
    // 20 s into the run, by a clock that is slow by 500 ppm, in minutes.
    const its = benchRun({
      t: { unit: 'min', values: count(n - 300, (i) => i / 600) },
      q: { values: count(n - 300, (i) => rig(20 + 1.0005 * (i / 10))) },
    });
    const { clock } = offsetOf({ run: own, other: its, symbol: 'y', otherSymbol: 'q' });
    expect(Math.abs(clock!.rate - 500e-6)).toBeLessThan(20e-6);
    expect(clock!.offset).toBeCloseTo(20, 2);
    const channels = [{ from: 'q', symbol: 'q', name: 'q' }];
    const errorOf = (rate: number) => {
      const { columns } = joinRun({ run: own, other: its, offset: 20, rate, method: 'linear', channels });
      return columns[0]!.values.reduce((most, v, i) => (v === v ? Math.max(most, Math.abs(v - rig(i / 10))) : most), 0);
    };
    expect(errorOf(500e-6)).toBeLessThan(0.05);
    expect(errorOf(0)).toBeGreaterThan(0.3);
    expect(offsetOf({ run: first, other: second, symbol: 'y', otherSymbol: 'q' }).clock).toBeNull();
  });
  test('a log without an order cannot be joined', () => {
    const other = { ...second, key: 'no order', along: undefined };
    expect(() => joinRun({ run: first, other, offset: 0, method: 'linear', channels: [] })).toThrow(
      code('NOT_ALONG_TIME'),
    );
  });
  test('rows go below rows, in the units of the first, their times following on', () => {
    const matches = [
      { symbol: 't', from: 't' },
      { symbol: 'y', from: 'q' },
    ];
    const {
      columns: [t, y],
      shift,
    } = continueRun({ run: first, other: second, matches, times: 'follow' });
    expect([t!.values.length, y!.values.length]).toEqual([400, 400]);
    expect(shift).toBe(200);
    expect([t!.values[199], t!.values[200], t!.values[260]]).toEqual([199, 200, expect.closeTo(260, 9)]);
    expect(continueRun({ run: first, other: second, matches, times: 'asStated' }).shift).toBe(0);
  });
});

describe('errors on their way out of a thread', () => {
  test('ours go as reports, others stay faults', async () => {
    const refuse = reporting(() => {
      throw new AppError('JOIN_WITH_ITSELF', {});
    });
    expect(await refuse(undefined as never)).toMatchObject({ report: { code: 'JOIN_WITH_ITSELF' } });
    expect(await reporting((n: number) => n + 1)(1)).toEqual({ value: 2 });
    const fault = reporting(() => {
      throw new TypeError('x');
    });
    await expect(fault(undefined as never)).rejects.toThrow(TypeError);
  });
});
