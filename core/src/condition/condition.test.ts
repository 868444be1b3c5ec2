import { describe, expect, test } from '@jest/globals';
import type { RunState } from '../procedure';
import { seriesData, doubtsOfPoints } from '../model';
import { Random } from '../number/Random';
import { conditionsOfLevels, driftOfPoint, levelsOf, operatingPoints, pickSamples } from './index';

const channel = (symbol: string, unit: string, ...values: number[]) =>
  [symbol, { symbol, name: symbol, unit, origin: 'logged' as const, values: Float64Array.from(values) }] as const;
const run: RunState = {
  samples: 5,
  channels: new Map([channel('n', 'rpm', 1450, 1470, 1471, NaN, 1440), channel('T', '°C', 20, 25, 20, 20, 20)]),
  mask: Uint16Array.of(0, 0, 0, 0, 1),
  along: undefined,
};
const limit = (symbol: string, value: number, tolerance: number, unit: string) => ({
  kind: 'tolerance' as const,
  symbol,
  value,
  tolerance,
  unit,
});
const pick = (...limits: ReturnType<typeof limit>[]) => [...pickSamples(run, { name: 'c', limits })];

test('the ends of a limit belong to it; missing and set-aside samples do not', () =>
  expect(pick(limit('n', 1450, 20, 'rpm'))).toEqual([0, 1]));

test('every limit must hold', () => expect(pick(limit('n', 1450, 20, 'rpm'), limit('T', 20, 1, '°C'))).toEqual([0]));

test('a limit may be given in another unit, absolute temperatures with their zero point', () => {
  expect(pick(limit('n', 1450 / 60, 20 / 60, 'rev/s'))).toEqual([0, 1]);
  expect(pick(limit('T', 298.15, 0.5, 'K'))).toEqual([1]);
});

test.each([
  [limit('nope', 1, 1, ''), 'CHANNEL_UNKNOWN'],
  [limit('n', 1, 1, 'kPa'), 'UNIT_MISFIT'],
  // 24.2 per second may be turns or radians: nothing is picked by a guess.
  [limit('n', 24.2, 1, '1/s'), 'ANGLE_OR_COUNT'],
  [limit('n', 1, 1, 'wat'), 'UNIT_UNKNOWN'],
])('%j is refused as %s', (bad, code) => expect(() => pick(bad)).toThrow(expect.objectContaining({ code }) as never));

describe('set points of a table without time', () => {
  const rows = [1450, 2200, 2900].flatMap((n) => [20, 60, 100].map((z) => [n, z, n / 100 + z / 7]));
  const column = (k: number) => Float64Array.from(rows, (r) => r[k]!);
  const table: RunState = {
    samples: rows.length,
    mask: new Uint16Array(rows.length),
    along: undefined,
    channels: new Map(
      (['n', 'z_v', 'H'] as const).map((symbol, k) => [
        symbol,
        { symbol, name: symbol, unit: ['rpm', '%', 'm'][k]!, origin: 'logged', values: column(k) },
      ]),
    ),
  };
  test('each sample counts as a point, and its levels become conditions that pick it', () => {
    const levels = levelsOf(table, null, ['n', 'z_v', 'H']);
    expect(levels[0]!.levels.map((l) => l.value)).toEqual([1450, 2200, 2900]);
    expect(levels.map((l) => l.proposed)).toEqual([true, true, false]);
    const { conditions: found, missed } = conditionsOfLevels(
      table,
      null,
      levels.filter((l) => l.proposed),
    );
    expect([found.length, missed]).toEqual([9, 0]);
    for (const condition of found) expect(pickSamples(table, condition)).toHaveLength(1);
  });
  test('what is set aside is no point', () =>
    expect(levelsOf({ ...table, mask: table.mask.map((_, i) => Number(i < 3)) }, null, ['n'])[0]!.levels).toHaveLength(
      2,
    ));
});

test('a drift is along the time, however unevenly samples stand in it', () => {
  const t = Float64Array.from({ length: 40 }, (_, k) => k * k);
  const logged = (symbol: string, unit: string, values: Float64Array) =>
    [symbol, { symbol, name: symbol, unit, origin: 'logged' as const, values }] as const;
  const run: RunState = {
    ...{ samples: 40, mask: new Uint16Array(40), along: 't' },
    channels: new Map([
      logged('t', 's', t),
      logged(
        'p',
        'kPa',
        t.map((v, k) => (k === 7 ? NaN : 2 * v)),
      ),
    ]),
  };
  const [point] = operatingPoints(run, Int32Array.from(t.keys()).subarray(0, 3), ['p']);
  const whole = { ...point!, members: Int32Array.from(t.keys()) };
  expect(driftOfPoint(run, whole, 'p').change).toBeCloseTo(2 * 39 * 39, 6);
  expect(driftOfPoint({ ...run, along: undefined }, whole, 'p').change).not.toBeCloseTo(2 * 39 * 39, 0);
});

describe('operating points that are too short for how slowly they wander', () => {
  /** A first-order process of correlation rho about 20, from a seed. */
  const wandering = (n: number, rho: number): RunState => {
    const random = new Random(4);
    const values = new Float64Array(n);
    for (let i = 0; i < n; i++) values[i] = (i === 0 ? 0 : rho * (values[i - 1]! - 20)) + 20 + random.normal(0.1);
    const time = values.map((_, i) => i);
    return {
      samples: n,
      mask: new Uint16Array(n),
      along: 't',
      channels: new Map([
        ['t', { symbol: 't', name: 't', unit: 's', origin: 'logged' as const, values: time }],
        ['Q', { symbol: 'Q', name: 'Flow', unit: 'L/min', origin: 'logged' as const, values }],
      ]),
    };
  };
  const series = (n: number, rho: number) =>
    seriesData(wandering(n, rho), [{ name: 'all', limits: [] }], { x: 't', y: 'Q' }, 'run', 'operatingPoints');
  const flow = (n: number, rho: number) =>
    operatingPoints(
      wandering(n, rho),
      Int32Array.from({ length: n }, (_, i) => i),
      ['Q'],
    )[0]!.values[0]!;
  test('are marked, and told beside a fit', () => {
    expect(flow(50, 0.99).isShort).toBe(true);
    expect(doubtsOfPoints(series(50, 0.99))[0]).toContain('too short for how slowly they wander');
  });
  test('others are not', () => {
    expect(flow(2000, 0.5).isShort).toBe(false);
    expect(flow(50, 0).isShort).toBe(false);
    expect(doubtsOfPoints({ short: 0, twice: 0, without: [], x: Float64Array.of(1, 2) })).toEqual([]);
  });
});
