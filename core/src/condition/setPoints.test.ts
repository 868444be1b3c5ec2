/**
 * Where the values at which a channel was held part into levels, which channels were set, and the conditions that follow.
 * Expected values follow from how each run is made; no source beyond that.
 */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Random } from '../number/Random';
import type { RunState } from '../procedure';
import { conditionsOfLevels, levelsOf, operatingPoints, pickSamples, separateLevels } from './index';

const held = (means: readonly number[], scatter = 0) => means.map((mean) => ({ mean, scatter }));
const levels = (means: readonly number[], scatter = 0): number => separateLevels(held(means, scatter)).cuts.length + 1;

describe('levels', () => {
  test('nearer than a hundredth of the range are two where their stretches keep apart', () => {
    const means = [1450.2, 1459.8, 1450.6, 1460.3, 2900.1, 2899.7, 2200.4, 2200];
    const { cuts, by, between, within } = separateLevels(held(means, 1));
    expect(cuts.map(Math.round)).toEqual([1455, 1830, 2550]);
    expect(by).toBe('gaps');
    expect(between).toBeCloseTo(9.2, 9);
    expect(within).toBeCloseTo(0.5, 9);
  });
  test('are not parted by how well a setting is met again', () => {
    // A control that comes back to within 3 rpm, and hardly scatters while it stays.
    expect(levels([1448.5, 1451, 1450, 1451.8, 2099, 2101.6, 2100.5, 2098], 0.1)).toBe(2);
  });
  test('met once each part where they keep apart by ten standard deviations, else by six where nothing stands out', () => {
    expect(levels([100, 110, 120, 130, 140], 0.9)).toBe(5);
    expect(levels([100, 110, 120, 130, 140], 1.6)).toBe(5);
    expect(levels([100, 110, 120, 130, 140], 1.8)).toBe(1);
    expect(separateLevels(held([100, 110, 120], 1.6)).by).toBe('scatter');
  });
  test('without scatter part by what repeats exactly, else by gaps that stand out, else each value is one', () => {
    expect(levels([1500, 1500, 1510, 1510, 2900, 2900])).toBe(3);
    expect(levels([100.02, 99.98, 50.01, 49.97])).toBe(2);
    expect(levels([0.1 + 0.2, 0.3, 10, 20])).toBe(3);
    expect(levels([1, 2, 3, 4, 5])).toBe(5);
  });
  test('one alone is one', () => {
    expect(separateLevels(held([5], 1))).toEqual({ cuts: [], by: 'scatter', between: NaN, within: 0 });
    expect(levels([5, 5, 5])).toBe(1);
  });
  test('by hand part where they were put, and say how far the rest lies apart', () => {
    expect(separateLevels(held([1, 2, 3.1, 9]), [6, 2.5])).toEqual({
      ...{ cuts: [2.5, 6], by: 'hand', within: 1 },
      between: expect.closeTo(1.1, 9),
    });
    // At the cut it is the higher one.
    expect(separateLevels(held([1, 2]), [2]).between).toBe(1);
    // A cut beyond all of them parts nothing.
    expect(separateLevels(held([1, 2]), [7]).between).toBeNaN();
  });
  test('are the same in any order, shifted, and in another unit', () =>
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 400 }), { minLength: 1, maxLength: 30 }),
        fc.constantFrom(0, 0.5, 3),
        fc.integer({ min: -500, max: 500 }),
        (means, scatter, shift) => {
          const plain = separateLevels(held(means, scatter));
          const moved = separateLevels(
            held(
              [...means].reverse().map((m) => 4 * (m + shift)),
              4 * scatter,
            ),
          );
          expect(moved.cuts).toEqual(plain.cuts.map((c) => 4 * (c + shift)));
          expect(moved.by).toBe(plain.by);
        },
      ),
    ));
});

const channel = (symbol: string, unit: string, values: ArrayLike<number>) =>
  [symbol, { symbol, name: symbol, unit, origin: 'logged' as const, values: Float64Array.from(values) }] as const;
const runOf = (...channels: ReturnType<typeof channel>[]): RunState => ({
  samples: channels[0]![1].values.length,
  mask: new Uint16Array(channels[0]![1].values.length),
  along: channels[0]![0] === 't' ? 't' : undefined,
  channels: new Map(channels),
});
const proposed = (state: RunState, symbols: readonly string[]) =>
  levelsOf(state, null, symbols).filter((l) => l.proposed);

describe('a sweep that meets each level once', () => {
  const valve = Array.from({ length: 100 }, (_, k) => k + 1);
  const state = runOf(
    channel(
      'Q',
      'L/min',
      valve.map((z) => 1.2137 * z + 0.0137 * Math.sin(z)),
    ),
    channel('z_v', '%', valve),
    channel(
      'H',
      'm',
      valve.map((z) => 30.5 - 0.00123 * z * z),
    ),
  );
  test('proposes the channel whose values read like settings, each with its sample', () => {
    const chosen = proposed(state, ['Q', 'z_v', 'H']);
    expect(chosen.map((c) => [c.symbol, c.levels.length])).toEqual([['z_v', 100]]);
    const { conditions, missed } = conditionsOfLevels(state, null, chosen);
    expect([conditions.length, missed]).toEqual([100, 0]);
    expect(conditions[6]).toMatchObject({ name: '7 %', samples: 1 });
    for (const c of conditions) expect(pickSamples(state, c)).toHaveLength(1);
  });
  test('of four values is none', () => {
    const few = runOf(channel('p', 'kPa', [1, 2, 3, 4]));
    expect(proposed(few, ['p'])).toEqual([]);
  });
  test('is passed over where another channel stands at few levels', () => {
    const both = runOf(
      channel('z_v', '%', valve),
      channel(
        'n',
        'rpm',
        valve.map((z) => (z > 50 ? 2900 : 1450)),
      ),
    );
    expect(proposed(both, ['z_v', 'n']).map((c) => c.symbol)).toEqual(['n']);
  });
  test('by steady stretches proposes the channel that stands clearest against its scatter', () => {
    const random = new Random(3);
    const times = Array.from({ length: 3000 }, (_, i) => i);
    const level = (i: number): number => Math.floor(i / 300);
    const log = runOf(
      channel('t', 's', times),
      channel(
        'Q',
        'L/min',
        times.map((i) => 10 * level(i) + random.normal(0.6)),
      ),
      channel(
        'z_v',
        '%',
        times.map((i) => 10 * level(i) + random.normal(0.05)),
      ),
    );
    const steady = {
      ...{ kind: 'steady' as const, lasting: 100, settling: 0, timeUnit: 's' },
      steady: [{ symbol: 'z_v', unit: '%', deviation: 0.2, slope: null }],
    };
    const chosen = levelsOf(log, steady, ['Q', 'z_v']).filter((l) => l.proposed);
    expect(chosen.map((c) => [c.symbol, c.levels.map((l) => l.value)])).toEqual([
      ['z_v', [0, 10, 20, 30, 40, 50, 60, 70, 80, 90]],
    ]);
  });
});

describe('a long table without time', () => {
  const rows = Array.from({ length: 150_000 }, (_, k) => k);
  const state = runOf(
    channel(
      'a',
      '',
      rows.map((k) => (k * 7919) % 4096),
    ),
    channel(
      'n',
      'rpm',
      rows.map((k) => (k < 70_000 ? 1450 : 2900)),
    ),
    channel(
      'r',
      '',
      rows.map((k) => Math.sin(k)),
    ),
  );
  test('a channel at more than 200 values was not set; one at two was', () => {
    const found = levelsOf(state, null, ['a', 'n', 'r']);
    expect(found.map((l) => [l.symbol, l.levels.length, l.proposed])).toEqual([
      ['a', 0, false],
      ['n', 2, true],
      ['r', 0, false],
    ]);
    expect([found[0]!.separation, found[1]!.separation?.by]).toEqual([undefined, 'gaps']);
    const { conditions, missed } = conditionsOfLevels(state, null, [found[1]!]);
    expect(conditions.map((c) => [c.name, c.points])).toEqual([
      ['1450 rpm', 70_000],
      ['2900 rpm', 80_000],
    ]);
    expect(missed).toBe(0);
  });
  test('two hundred levels are still levels', () => {
    const held = runOf(
      channel(
        'z',
        '%',
        rows.slice(0, 400).map((k) => k % 200),
      ),
    );
    expect(levelsOf(held, null, ['z'])[0]!.levels).toHaveLength(200);
    const more = runOf(
      channel(
        'z',
        '%',
        rows.slice(0, 402).map((k) => k % 201),
      ),
    );
    expect(levelsOf(more, null, ['z'])[0]!.levels).toEqual([]);
  });
});

describe('a loop that is run up and down', () => {
  // Up over 0, 20, 40 and down again; the pressure lags on the way down.
  const up = [0, 20, 40, 20, 0];
  const random = new Random(9);
  const at = (i: number): number => up[Math.floor(i / 200)]!;
  const times = Array.from({ length: 1000 }, (_, i) => i);
  const state = runOf(
    channel('t', 's', times),
    channel(
      'z_v',
      '%',
      times.map((i) => at(i) + random.normal(0.1)),
    ),
  );
  const steady = {
    ...{ kind: 'steady' as const, lasting: 50, settling: 0, timeUnit: 's' },
    steady: [{ symbol: 'z_v', unit: '%', deviation: 0.4, slope: null }],
  };
  const found = levelsOf(state, steady, ['z_v']);
  test('has two conditions at a level, told apart by how it was approached; what has no way to it is in none', () => {
    const { conditions, missed } = conditionsOfLevels(state, steady, found, 'z_v');
    expect(conditions.map((c) => [c.name, c.points])).toEqual([
      ['0 %, from above', 1],
      ['20 %, from below', 1],
      ['20 %, from above', 1],
      ['40 %, from below', 1],
    ]);
    expect(conditions.map((c) => c.group)).toEqual(['from above', 'from below', 'from above', 'from below']);
    // The begin at 0 was approached from nowhere.
    expect(missed).toBe(1);
    const picked = pickSamples(state, conditions[2]!);
    expect(picked[0]).toBeGreaterThanOrEqual(600);
    expect(picked.at(-1)).toBeLessThan(800);
    expect(conditions[1]!.limits[1]).toEqual({
      ...{ kind: 'approach', symbol: 'z_v', from: 'below', deadBand: 10, unit: '%' },
    });
  });
  test('has one at each level where that is not asked', () => {
    const { conditions, missed } = conditionsOfLevels(state, steady, found);
    expect(conditions.map((c) => [c.name, c.points])).toEqual([
      ['0 %', 2],
      ['20 %', 2],
      ['40 %', 1],
    ]);
    expect(new Set(conditions.map((c) => c.group))).toEqual(new Set(['']));
    expect(missed).toBe(0);
  });
});

describe('levels by hand', () => {
  const held = { lasting: 50, settling: 0, timeUnit: 's' };
  const random = new Random(5);
  const at = (i: number): number => [1450, 2200, 2900][Math.floor(i / 200)]!;
  const times = Array.from({ length: 600 }, (_, i) => i);
  const state = runOf(
    channel('t', 's', times),
    channel(
      'n',
      'rpm',
      times.map((i) => at(i) + random.normal(1)),
    ),
  );
  const steady = {
    kind: 'steady' as const,
    ...held,
    steady: [{ symbol: 'n', unit: 'rpm', deviation: 4, slope: null }],
  };
  test('that join two settings hold all of both, whole stretches', () => {
    const found = levelsOf(state, steady, ['n'], new Map([['n', [1800]]]));
    const { conditions, missed } = conditionsOfLevels(state, steady, found);
    expect(conditions.map((c) => c.points)).toEqual([1, 2]);
    expect(missed).toBe(0);
    expect(
      operatingPoints(state, pickSamples(state, conditions[1]!), ['n']).map((p) => Math.round(p.values[0]!.mean)),
    ).toEqual([2200, 2900]);
  });
  test('beside a cut keep to their side of it, whatever is rounded', () =>
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 300 }), { minLength: 2, maxLength: 12 }),
        fc.integer({ min: 0, max: 300 }),
        (values, at) => {
          const cut = at;
          const [found] = levelsOf(runOf(channel('p', 'kPa', values)), null, ['p'], new Map([['p', [cut]]]));
          // At the cut itself a level holds nothing but that value.
          for (const { value, tolerance } of found!.levels)
            expect(value < cut ? value + tolerance < cut : value - tolerance > cut || value === cut).toBe(true);
        },
      ),
    ));
  test('never reach beyond their cut, and what they leave out is told as missed', () => {
    const rows = runOf(channel('p', 'kPa', [0, 1, 2, 3, 3.2, 3.2]));
    const found = levelsOf(rows, null, ['p'], new Map([['p', [3.1]]]));
    expect(found[0]!.separation).toMatchObject({ by: 'hand', cuts: [3.1] });
    const { conditions, missed } = conditionsOfLevels(rows, null, found);
    expect(conditions.reduce((sum, c) => sum + c.points, missed)).toBe(6);
    expect([...pickSamples(rows, conditions[0]!)]).toEqual([0, 1, 2, 3]);
    expect([...pickSamples(rows, conditions[1]!)]).toEqual([4, 5]);
  });
});
