import { describe, expect, test } from '@jest/globals';
import { Random } from '../../number/Random';
import { splitAtJumps } from './splitAtJumps';
import { calmFlags, steadyFlags } from './steadyFlags';

/** A log of plateaus that are changed from one sample to the next, with noise; made up, from a seed. */
function plateaus(levels: readonly number[], samples: number, noise: number, seed = 1): Float64Array {
  const random = new Random(seed);
  return Float64Array.from(
    { length: levels.length * samples },
    (_, i) => levels[Math.floor(i / samples)]! + random.normal(noise),
  );
}
const times = (n: number, step: number): Float64Array => Float64Array.from({ length: n }, (_, i) => i * step);

/** First and last sample of each stretch; samples further apart than four steps belong to two. */
function stretchesOf(flags: Uint8Array): [number, number][] {
  const found: [number, number][] = [];
  flags.forEach((f, i) => {
    if (!f) return;
    const last = found.at(-1);
    if (last && i - last[1] <= 4) last[1] = i;
    else found.push([i, i]);
  });
  return found;
}

describe('a stretch ends where the level jumps', () => {
  test.each([
    ['six plateaus at 1 Hz', [10, 20, 30, 40, 50, 60], 120, 1, 0.15, 0.5, 30],
    ['eight levels at 10 Hz', [3, 6, 9, 12, 15, 18, 21, 24], 600, 0.1, 0.1, 0.6, 20],
    ['three speeds without noise', [1500, 2000, 2500], 300, 0.1, 0, 2, 5],
    ['two levels as close as twice the limit', [10, 11], 200, 1, 0.1, 0.5, 20],
  ])('%s', (_, levels, samples, step, noise, deviation, lasting) => {
    const values = plateaus(levels, samples, noise);
    const found = stretchesOf(
      steadyFlags(times(values.length, step), [{ values, deviation, slope: Infinity }], lasting),
    );
    expect(found).toHaveLength(levels.length);
    found.forEach(([first, last], k) => {
      expect(first).toBeGreaterThanOrEqual(k * samples);
      expect(first).toBeLessThan(k * samples + 6);
      expect(last).toBe((k + 1) * samples - 1);
    });
  });

  test('with only a slope limited a jump ends it as well', () => {
    const values = plateaus([5, 9], 300, 0.05);
    const found = stretchesOf(steadyFlags(times(600, 1), [{ values, deviation: Infinity, slope: 0.01 }], 20));
    expect(found).toEqual([
      [0, 299],
      [expect.any(Number), 599],
    ]);
  });

  test('a level that holds is one stretch, all of it', () => {
    const values = plateaus([20], 3000, 0.2);
    expect(stretchesOf(steadyFlags(times(3000, 0.1), [{ values, deviation: 0.5, slope: 0.05 }], 10))).toEqual([
      [0, 2999],
    ]);
  });

  test('a second channel that jumps ends it too', () => {
    const calm = { values: plateaus([20], 600, 0.1), deviation: 0.5, slope: Infinity };
    const jumps = { values: plateaus([1, 3], 300, 0.1), deviation: 0.5, slope: Infinity };
    expect(stretchesOf(steadyFlags(times(600, 1), [calm, jumps], 20))).toHaveLength(2);
  });
});

test('no accepted stretch holds two means that differ by more than its limit: 1000 seeded logs', () => {
  for (let seed = 1; seed <= 1000; seed++) {
    const random = new Random(seed);
    const count = 2 + (seed % 6);
    const levels = Array.from({ length: count }, () => 10 + random.normal(1.5));
    const samples = 30 + (seed % 50);
    const values = plateaus(levels, samples, 0.05 + 0.15 * (seed % 3), seed);
    const deviation = 0.6;
    for (const [first, last] of stretchesOf(
      steadyFlags(times(values.length, 1), [{ values, deviation, slope: Infinity }], 15),
    )) {
      const part = values.subarray(first, last + 1);
      for (let k = 3; k <= part.length - 3; k++) {
        const mean = (column: Float64Array): number => column.reduce((s, v) => s + v, 0) / column.length;
        const change = Math.abs(mean(part.subarray(0, k)) - mean(part.subarray(k)));
        if (change > deviation * (1 + 1e-9))
          throw new Error(`log ${seed}, samples ${first} to ${last}: means ${change} apart at ${k}`);
      }
    }
  }
});

describe('the places of the jumps', () => {
  const told = (watched: Parameters<typeof calmFlags>[1], lasting: number) => {
    const x = times(watched[0]!.values.length, 1);
    return splitAtJumps(x, watched, calmFlags(x, watched, lasting), lasting);
  };
  test('are told with the levels on either side', () => {
    const values = plateaus([10, 12, 11], 200, 0.1);
    const found = told([{ values, deviation: 0.9, slope: Infinity }], 100);
    expect(found.map((j) => [j.at, j.channel])).toEqual([
      [200, 0],
      [400, 0],
    ]);
    expect(found[1]!.before).toBeCloseTo(12, 1);
    expect(found[1]!.after).toBeCloseTo(11, 1);
  });
  test('are those of the channel that jumps', () => {
    const calm = { values: plateaus([20], 600, 0.1), deviation: 1, slope: Infinity };
    const jumps = { values: plateaus([1, 3], 300, 0.1), deviation: 1.5, slope: Infinity };
    expect(told([calm, jumps], 50)).toMatchObject([{ at: 300, channel: 1 }]);
  });
  test('are none where a part is too short to be a level', () => {
    const values = plateaus([10, 12], 200, 0.1);
    for (let i = 200; i < 205; i++) values[i] = 11;
    const late = values.map((v, i) => (i >= 200 && i < 260 ? 11.5 + ((i - 200) / 60) * 0.5 : v));
    expect(told([{ values: late, deviation: 0.9, slope: Infinity }], 100)).toMatchObject([{ at: 200 }]);
    expect(told([{ values: late.subarray(0, 230), deviation: 0.9, slope: Infinity }], 100)).toEqual([]);
  });
  test('are none where the level holds', () =>
    expect(told([{ values: plateaus([5], 900, 0.1), deviation: 0.5, slope: Infinity }], 30)).toEqual([]));
});
