import { describe, expect, test } from '@jest/globals';
import { benchRun, count, trim, within } from '../../test/benchRun';
import { traces } from './traces';

const y = (i: number) => (i === 500 ? 99 : i % 10);
const columns = { t: { unit: 's', values: count(1000) }, y: { unit: 'kPa', values: count(1000, y) } };
const ask = (over: object = {}, run = benchRun(columns)) =>
  traces({ run, conditions: [], symbols: ['y'], from: null, to: null, pixels: 100, ...over });

describe('a window', () => {
  test('of the whole run has its ends and all of its samples', () => {
    const reply = ask();
    expect(reply).toMatchObject({ whole: [0, 999], window: [0, 999], samplesInWindow: 1000, problem: null });
    const [trace] = reply.traces;
    // At most two points a pixel, and no spike is hidden.
    expect(trace!.x.length).toBeLessThanOrEqual(2 * 100 + 2);
    expect(Math.max(...trace!.y.map((v) => v ?? 0))).toBe(99);
    expect(trace!.everySample).toBe(false);
  });
  test('of a part takes one sample more on each side, so that lines run to the edge', () => {
    const {
      traces: [trace],
      samplesInWindow,
      window,
    } = ask({ from: 20, to: 23.5 });
    expect([window, samplesInWindow]).toEqual([[20, 23.5], 6]);
    expect(trace).toMatchObject({ everySample: true, x: [19, 20, 21, 22, 23, 24], y: [9, 0, 1, 2, 3, 4] });
  });
  test('may be open at one end', () => {
    expect(ask({ from: 998 }).traces[0]!.x).toEqual([997, 998, 999]);
    expect(ask({ to: 1 }).traces[0]!.x).toEqual([0, 1]);
  });
  test('beyond the run is empty, and no fault', () => {
    expect(ask({ from: 2000, to: 3000 }).samplesInWindow).toBeLessThanOrEqual(1);
    expect(ask({ from: 30, to: 20 }).samplesInWindow).toBe(0);
  });
  test('of times that go back is the whole run', () => {
    const back = benchRun({ t: { values: [3, 1, 2] }, y: { values: [1, 2, 3] } });
    expect(ask({ from: 1, to: 2 }, back)).toMatchObject({ samplesInWindow: 3, whole: [1, 3] });
  });
  test('of a length that begins anew has a line for each part', () => {
    const s = count(60, (i) => i % 30);
    const parts = benchRun({ s: { values: s }, y: { values: count(60) } }, { along: 's' });
    const [trace] = ask({}, parts).traces;
    expect(trace!.y.flatMap((v, k) => (v === null ? [trace!.x[k]] : []))).toEqual([0]);
    const forthAndBack = benchRun(
      { s: { values: count(60, (i) => Math.abs(30 - i)) }, y: { values: count(60) } },
      { along: 's' },
    );
    expect(ask({}, forthAndBack).traces[0]!.y).not.toContain(null);
  });
  test('without an order is over the number of the sample', () => {
    const run = benchRun({ y: { values: [5, 6, 7] } }, { along: undefined });
    expect(ask({}, run)).toMatchObject({ whole: [1, 3], traces: [{ x: [1, 2, 3], y: [5, 6, 7] }] });
  });
});

describe('beside the curve', () => {
  test('what is set aside is there as points, and counted', () => {
    const {
      traces: [trace],
    } = ask({}, benchRun(columns, { steps: [trim(100, 999)] }));
    expect(trace!.setAside.count).toBe(100);
    expect(trace!.setAside.x[0]).toBe(0);
  });
  test('samples of conditions that are in the window, of very many every so many', () => {
    const conditions = [within(4, 10, 12), within(5, 0, 999)];
    const {
      traces: [trace],
    } = ask({ conditions, from: 11, to: 400 });
    expect(trace!.inConditions.map((c) => c.id)).toEqual([4, 5]);
    expect(trace!.inConditions[0]).toMatchObject({ x: [10, 11, 12], y: [0, 1, 2] });
    const many = benchRun({ t: { values: count(5000) }, y: { values: count(5000) } });
    const [shown] = ask({ conditions: [{ ...within(1, 0, 5000), limits: [] }] }, many).traces[0]!.inConditions;
    expect(shown!.x.length).toBe(1000);
    expect(shown!.x.slice(0, 2)).toEqual([0, 5]);
  });
  test('a condition that cannot be told has none', () =>
    expect(ask({ conditions: [within(4, 0, 1, 'nope')] }).traces[0]!.inConditions).toEqual([{ id: 4, x: [], y: [] }]));
  test('a channel that is not there is said, and nothing drawn', () =>
    expect(ask({ symbols: ['y', 'nope'] })).toMatchObject({ traces: [], problem: { code: 'CHANNEL_UNKNOWN' } }));
});
