/** Two logs of one test: rows below each other, channels beside each other. */
import { describe, expect, test } from '@jest/globals';
import { benchRun, count, step } from '../../test/benchRun';
import { continueRun, joinRun, offsetOf } from './joinRuns';

const wave = (t: number) => Math.sin(t) + 0.4 * Math.sin(2.7 * t);
const run = () =>
  benchRun({
    t: { unit: 's', values: count(600, (i) => i / 10) },
    a: { unit: 'kPa', values: count(600, (i) => wave(i / 10)) },
  });
/** The clock of the second logger counts minutes and began 5 s later. */
const other = (over = {}) =>
  benchRun(
    {
      u: { unit: 'min', values: count(400, (i) => i / 600) },
      b: { unit: 'bar', values: count(400, (i) => wave(i / 10 + 5)) },
      v: { values: count(400, (i) => (i < 200 ? 0 : 1)), labels: ['open', 'shut'] },
    },
    over,
  );

describe('channels beside', () => {
  test('the offset is found by cross-correlation, in the unit of the run', () => {
    const { offset, correlation } = offsetOf({ run: run(), other: other(), symbol: 'a', otherSymbol: 'b' });
    expect(offset).toBeCloseTo(5, 2);
    expect(correlation).toBeGreaterThan(0.99);
  });
  test('come to the times of the run, missing where the second log was not', () => {
    const channels = [{ from: 'b', symbol: 'b', name: 'B' }];
    const { columns, shift } = joinRun({ run: run(), other: other(), offset: 5, method: 'linear', channels });
    const [{ values, unit }] = columns as [(typeof columns)[number]];
    expect([shift, unit, values.length]).toEqual([5, 'bar', 600]);
    expect(values[49]).toBeNaN();
    expect(values[450]).toBeNaN();
    for (const i of [50, 123, 300, 449]) expect(values[i]).toBeCloseTo(wave(i / 10), 9);
  });
  test('words are never mixed: between two the nearer one is taken', () => {
    const channels = [{ from: 'v', symbol: 'v', name: 'V' }];
    const { columns } = joinRun({ run: run(), other: other(), offset: 5.03, method: 'linear', channels });
    expect(new Set(columns[0]!.values.filter(Number.isFinite))).toEqual(new Set([0, 1]));
    expect(columns[0]!.labels).toEqual(['open', 'shut']);
  });
  test('what the second log sets aside does not come', () => {
    const trimmed = other({ steps: [step('trim', { channel: 'u', from: 0, to: 10, unit: 's' })] });
    const channels = [{ from: 'b', symbol: 'b', name: 'B' }];
    const { columns } = joinRun({ run: run(), other: trimmed, offset: 5, method: 'linear', channels });
    expect(columns[0]!.values[149]).toBeCloseTo(wave(14.9), 9);
    expect(columns[0]!.values[160]).toBeNaN();
  });
  test('a run without time cannot take them', () =>
    expect(() =>
      offsetOf({ run: { ...run(), along: undefined }, other: other(), symbol: 'a', otherSymbol: 'b' }),
    ).toThrow(expect.objectContaining({ code: 'NOT_ALONG_TIME' }) as never));
});

describe('rows below', () => {
  const matches = [
    { symbol: 't', from: 'u' },
    { symbol: 'a', from: 'b' },
  ];
  const follow = (times: 'follow' | 'asStated', from = other(), onto = run()) =>
    continueRun({ run: onto, other: from, matches, times });
  test('go on in time where the first log ended, one spacing later, in its units', () => {
    const { columns } = follow('follow');
    const [t, a] = columns as [(typeof columns)[number], (typeof columns)[number]];
    expect([t.values.length, t.unit, a.unit]).toEqual([1000, 's', 'kPa']);
    expect(t.values[600]).toBeCloseTo(60, 6);
    expect(t.values[999]).toBeCloseTo(99.9, 6);
    // Bar became kPa.
    expect(a.values[600]).toBeCloseTo(100 * wave(5), 6);
  });
  test('or stay at the times that are stated', () => {
    const { columns, shift } = follow('asStated');
    expect(shift).toBe(0);
    expect(columns[0]!.values[600]).toBeCloseTo(0, 9);
  });
});
