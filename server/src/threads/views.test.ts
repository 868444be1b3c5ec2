import { describe, expect, test } from '@jest/globals';
import { AppError } from '@undameter/core';
import { benchRun, count, step, trim, within } from '../../test/benchRun';
import { pairsOf, rowsOf, stretchOf, whyOf } from './views';

const n = 1024;
/** 5 Hz of amplitude 3 at 128 samples a second. */
const wave = (i: number) => 3 * Math.sin((2 * Math.PI * 5 * i) / 128);
const run = (over: object = {}) =>
  benchRun(
    {
      t: { unit: 's', values: count(n, (i) => i / 128) },
      y: { unit: 'kPa', values: count(n, (i) => (i === 3 ? NaN : 2 * i)) },
      w: { unit: 'm', values: count(n, wave) },
    },
    over,
  );
const all = { symbols: ['y'], from: null, to: null };

describe('what lies between two cursors', () => {
  test('is first and last, their difference, slope and statistics of what is kept and present', () => {
    const [y] = stretchOf({ run: run(), symbols: ['y'], from: 0, to: 10 / 128 });
    // 0 2 4 8 10 12 14 16 18 20, since the fourth is missing.
    expect(y).toMatchObject({ symbol: 'y', first: 0, last: 20, difference: 20, lowest: 0, highest: 20, count: 10 });
    expect(y!.mean).toBeCloseTo(10.4, 12);
    expect(y!.slope).toBeCloseTo(256, 9);
    const mean = 10.4;
    const values = [0, 2, 4, 8, 10, 12, 14, 16, 18, 20];
    expect(y!.standardDeviation).toBeCloseTo(Math.sqrt(values.reduce((s, v) => s + (v - mean) ** 2, 0) / 9), 12);
  });
  test('of one sample has no slope and no scatter, of none nothing', () => {
    expect(stretchOf({ run: run(), symbols: ['y'], from: 0, to: 0 })[0]).toMatchObject({
      count: 1,
      mean: 0,
      slope: null,
      standardDeviation: null,
    });
    expect(stretchOf({ run: run(), symbols: ['y'], from: 90, to: 99 })[0]).toMatchObject({
      count: 0,
      mean: null,
      first: null,
      slope: null,
    });
  });
  test('leaves out what is set aside', () =>
    expect(stretchOf({ run: run({ steps: [trim(1, 2)] }), ...all })[0]).toMatchObject({ first: 256, last: 512 }));
});

describe('channels over another one', () => {
  test('are the kept samples in the window', () =>
    expect(pairsOf({ run: run(), symbols: ['y'], x: 'w', from: 1, to: 1 + 2 / 128 })).toMatchObject({
      every: 1,
      series: [{ symbol: 'y', y: [256, 258, 260] }],
    }));
  test('of very many every so many', () => {
    const long = benchRun({ t: { values: count(12_001) }, y: { values: count(12_001) } });
    const reply = pairsOf({ run: long, symbols: ['y'], x: 't', from: null, to: null });
    expect([reply.every, reply.x.length, reply.x.slice(0, 3)]).toEqual([3, 4001, [0, 3, 6]]);
  });
});

describe('why a sample is or is not in the result', () => {
  const asked = (at: number) =>
    whyOf({
      run: run({
        steps: [trim(1, 2), step('setAside', { channel: 't', ranges: [[1.5, 1.6]], unit: 's', reason: '' })],
      }),
      conditions: [within(1, 0, 9), within(2, 1.2, 1.3)],
      at,
    });
  test('the step that set it aside, by its place', () => {
    expect(asked(0.1)).toMatchObject({ number: 14, setAsideBy: { place: 1 }, conditions: [] });
    expect(asked(1.55)).toMatchObject({ setAsideBy: { place: 2 } });
  });
  test('or the conditions that it is in; the nearest sample is meant', () => {
    expect(asked(1.25)).toMatchObject({ setAsideBy: null, conditions: ['c1', 'c2'] });
    expect(asked(1 + 0.4 / 128)).toMatchObject({ number: 129, setAsideBy: null, conditions: ['c1'] });
    expect(asked(1 + 0.6 / 128)).toMatchObject({ number: 130 });
  });
});

describe('rows of values', () => {
  const of = (symbols: string[], more: Partial<Parameters<typeof rowsOf>[0]> = {}) =>
    rowsOf({
      run: benchRun({ a: { values: Float64Array.of(3, 1, 3, NaN, 2), unit: 'm' }, b: { values: count(5), unit: 'm' } }),
      ...{ symbols, isDistinct: false, unit: null, ...more },
    });
  test('stand side by side; what lacks one of them is counted', () =>
    expect(of(['a', 'b'])).toEqual({
      rows: [
        [3, 0],
        [1, 1],
        [3, 2],
        [2, 4],
      ],
      leftOut: 1,
    }));
  test('each once, in rising order, in the unit that is asked for', () =>
    expect(of(['a'], { isDistinct: true, unit: 'mm' }).rows).toEqual([[1000], [2000], [3000]]));
  test('in a unit of something else are refused, and more than can be typed too', () => {
    expect(() => of(['a'], { unit: 'kPa' })).toThrow(AppError);
    const long = benchRun({ a: { values: count(5001) } });
    expect(() => of(['a'], { run: long })).toThrow(expect.objectContaining({ code: 'TOO_MANY_ROWS' }) as never);
  });
  test('leave out what a step sets aside', () => {
    const { rows, leftOut } = rowsOf({
      run: run({ steps: [trim(1, 2)] }),
      symbols: ['y'],
      isDistinct: false,
      unit: null,
    });
    expect([rows[0], leftOut]).toEqual([[256], run().samples - rows.length]);
  });
});
