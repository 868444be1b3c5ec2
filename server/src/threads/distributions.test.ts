import { describe, expect, test } from '@jest/globals';
import { benchRun, count } from '../../test/benchRun';
import { cyclesOf, histogramsOf } from './distributions';

test('a histogram counts each kept sample once; of a channel without a value there is none', () => {
  const [y, dead] = histogramsOf({
    run: benchRun({
      t: { values: count(100) },
      y: { values: count(100, (i) => i % 4) },
      z: { values: count(100, () => NaN) },
    }),
    symbols: ['y', 'z'],
    from: 10,
    to: 89,
  });
  expect(y!.counts.reduce((a, b) => a + b, 0)).toBe(80);
  expect(dead).toEqual({ symbol: 'z', low: null, width: null, counts: [], normal: null });
});

test('a histogram has so many bins as are asked for, and the normal distribution of the same mean and scatter', () => {
  const run = benchRun({ t: { values: count(100) }, y: { values: count(100, (i) => i % 4) } });
  const [y] = histogramsOf({ run, symbols: ['y'], from: null, to: null, bins: 4 });
  expect(y!.counts).toEqual([25, 25, 25, 25]);
  expect(y!.normal!.mean).toBeCloseTo(1.5, 12);
  expect(y!.normal!.standardDeviation).toBeCloseTo(Math.sqrt((1.25 * 100) / 99), 12);
});

describe('load cycles', () => {
  // The history of the worked example of ASTM E1049-85, from memory.
  const history = [-2, 1, -3, 5, -1, 3, -4, 4, -2];
  const run = (values: number[], times = count(values.length)) =>
    benchRun({ t: { values: times }, y: { unit: 'kPa', values: Float64Array.from(values) } });
  test('of a channel, by classes of range', () => {
    const [y] = cyclesOf({ run: run(history), symbols: ['y'], from: null, to: null, classes: 9 });
    expect(y).toMatchObject({ total: 4, largest: 9, below: 0, joined: 0, samples: 9, problem: null });
    expect(y!.classes.map((c) => c.count)).toEqual([0, 0, 0, 0.5, 1.5, 0, 0.5, 0, 1.5]);
    expect(y!.classes[0]!.mean).toBeNull();
  });
  test('small ones are left out as asked, and the window holds', () => {
    const [y] = cyclesOf({ run: run(history), symbols: ['y'], from: 1, to: 7, classes: 9, least: 5 });
    expect([y!.samples, y!.below]).toEqual([7, 1.5]);
  });
  test('gaps across which the history is joined are counted; a missing value is none', () => {
    const times = count(9, (i) => (i > 4 ? i + 50 : i));
    const [y] = cyclesOf({ run: run(history, times), symbols: ['y'], from: null, to: null });
    expect([y!.joined, y!.total]).toEqual([1, 4]);
    const [dead, none] = cyclesOf({ run: run([NaN, NaN]), symbols: ['y', 'nope'], from: null, to: null });
    expect(dead).toMatchObject({ total: 0, classes: [], problem: null });
    expect(none!.problem!.code).toBe('CHANNEL_UNKNOWN');
  });
});
