/**
 * A reading as it is sampled: waiting for rest, one bad answer, an instrument that is gone, and a hand that stops it.
 */
import { describe, expect, test } from '@jest/globals';
import { AppError } from '@undameter/core';
import { Sampling, type Control, type ReadColumn } from './takeSamples';
import { toldOf } from './told';

const how = { samples: 5, every: 0.02, restSeconds: 0.1, waitSeconds: 2 };
const free = (): Control & { stop(): void } => {
  const abort = new AbortController();
  return { isAnyhow: false, stopped: abort.signal, stop: () => abort.abort() };
};
const gone = new AppError('INSTRUMENT_GONE', { address: '127.0.0.1:1', asked: 'A?' });
/** A column that gives these values in turn, the last one for ever; undefined is no answer. */
function column(
  values: (number | undefined)[],
  within: number | null = null,
  symbol = 'a',
): ReadColumn & { asked(): number } {
  let asked = 0;
  return {
    ...{ symbol, name: symbol, within },
    asked: () => asked,
    read: () => {
      const value = values[Math.min(asked++, values.length - 1)];
      return value === undefined ? Promise.reject(gone) : Promise.resolve(value);
    },
  };
}

/** Never at rest, for longer than any of these tests waits. */
const restless = Array.from({ length: 2000 }, (_, i) => (i % 2 === 0 ? 1 : 9));

describe('a reading', () => {
  test('of a value that nobody waits for is so many samples', async () => {
    const one = column([1, 2, 3, 4, 5, 6]);
    const { sampled, wasSteady } = await new Sampling([one], how, free()).run();
    expect([wasSteady, [...sampled[0]!.values], one.asked()]).toEqual([null, [1, 2, 3, 4, 5], 5]);
  });
  test('begins when all that is waited for is at rest; the samples before are not counted', async () => {
    const moving = column([90, 70, 50, 30, 10, 10], 1);
    const { sampled, wasSteady } = await new Sampling([moving, column([7], null, 'b')], how, free()).run();
    expect([wasSteady, [...sampled[0]!.values]]).toEqual([true, [10, 10, 10, 10, 10]]);
    expect(moving.asked()).toBeGreaterThanOrEqual(5 + 5);
  });
  test('goes on after one bad answer while it waits, and has none among its samples', async () => {
    const { sampled } = await new Sampling([column([10, undefined, 10], 1)], how, free()).run();
    expect(sampled[0]!.problem).toBeNull();
    const { sampled: broken } = await new Sampling([column([1, undefined, 3])], how, free()).run();
    expect(broken[0]!.problem).toContain('closed the line');
    expect(toldOf(broken, new Map())[0]).toMatchObject({ value: null, uncertainty: null });
  });
  test('of an instrument that is gone ends soon, and says so', async () => {
    const one = column([undefined], 1);
    const { sampled, wasSteady } = await new Sampling([one], { ...how, samples: 1000 }, free()).run();
    expect([wasSteady, sampled[0]!.problem]).toEqual([false, gone.message]);
    expect(one.asked()).toBeLessThan(10);
  });
  test('that is taken anyhow was not steady; one that is stopped gives nothing', async () => {
    const control = free();
    const hasty = new Sampling(
      [column([1, 9, 1, 9, 1, 9, 1, 9, 1, 9, 1, 9, 1, 9, 1, 9, 1, 9, 5], 1)],
      how,
      control,
    ).run();
    setTimeout(() => (control.isAnyhow = true), 50);
    expect((await hasty).wasSteady).toBe(false);
    const stopped = free();
    const left = new Sampling([column(restless, 0.1)], { ...how, waitSeconds: 60 }, stopped).run();
    setTimeout(() => stopped.stop(), 50);
    await expect(left).rejects.toThrow('The reading was stopped');
  });
  test('tells how far it has come', async () => {
    const sampling = new Sampling([column(restless, 0.1)], { ...how, waitSeconds: 1 }, free());
    const left = sampling.run();
    await new Promise((resolve) => setTimeout(resolve, 60));
    expect(sampling.now()).toMatchObject({ state: 'waiting', values: [{ symbol: 'a', within: 0.1, isSteady: false }] });
    await expect(left).rejects.toThrow('it moves by ± 4, and ± 0.1 is wanted');
  });
});

describe('what a reading gave', () => {
  const told = (values: number[], resolution = 0) =>
    toldOf([{ symbol: 'a', values: Float64Array.from(values), problem: null }], new Map([['a', resolution]]))[0]!;
  test('is its mean with a standard uncertainty, where the samples tell one', () => {
    expect(told([1, 2, 3, 4, 5])).toMatchObject({ value: 3, samples: 5, doubt: null });
    expect(told([7, 7, 7])).toMatchObject({ value: 7, uncertainty: null, doubt: 'didNotMove' });
    expect(told([7, 7, 7], 0.1).uncertainty).toBeCloseTo(0.1 / Math.sqrt(12), 9);
    expect(told([7])).toMatchObject({ uncertainty: null, doubt: 'oneSample' });
  });
});
