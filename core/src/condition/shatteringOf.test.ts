/** Conditions carried to runs that scatter otherwise; made-up logs from seeds. */
import { describe, expect, test } from '@jest/globals';
import { Random } from '../number/Random';
import type { RunState } from '../procedure/RunState';
import type { Limit } from './limits';
import { pickSamples } from './pickSamples';
import { shatteringOf } from './shatteringOf';

const HELD = 400;

/** Three levels of a speed, each held for 400 s, with noise. */
function run(noise: number, seed = 3, levels = [1450, 2200, 1450]): RunState {
  const random = new Random(seed);
  const t = Float64Array.from({ length: HELD * levels.length }, (_, i) => i);
  const n = t.map((i) => levels[Math.floor(i / HELD)]! + random.normal(noise));
  const channel = (symbol: string, unit: string, values: Float64Array) =>
    [symbol, { symbol, name: symbol, unit, origin: 'logged' as const, values }] as const;
  return {
    samples: t.length,
    mask: new Uint16Array(t.length),
    along: 't',
    channels: new Map([channel('t', 's', t), channel('n', 'rpm', n)]),
  };
}
const near = (tolerance: number, unit = 'rpm', value = 1450): Limit => ({
  ...{ kind: 'tolerance', symbol: 'n', value, tolerance, unit },
});
const steady = (deviation: number | null, slope: number | null = null): Limit => ({
  ...{ kind: 'steady', lasting: 60, settling: 0, timeUnit: 's' },
  steady: [{ symbol: 'n', unit: 'rpm', deviation, slope }],
});
const found = (state: RunState, ...limits: Limit[]) => {
  const condition = { name: 'rated', limits };
  return shatteringOf(state, condition, pickSamples(state, condition));
};
const toleranceOf = (limit: Limit | undefined): number => (limit?.kind === 'tolerance' ? limit.tolerance : NaN);

describe('a tolerance', () => {
  test('narrower than the scatter falls into scraps; one of four standard deviations would not', () => {
    const told = found(run(10), near(8));
    expect(told).toMatchObject({ whole: 2, changed: [0] });
    expect(told!.stretches).toBeGreaterThan(6);
    expect(toleranceOf(told!.limits[0])).toBeGreaterThan(38);
    expect(toleranceOf(told!.limits[0])).toBeLessThan(50);
  });
  test('wide enough is left alone', () => {
    expect(found(run(10), near(60))).toBeUndefined();
    expect(found(run(2), near(20))).toBeUndefined();
  });
  test('in a unit of its own stays in it', () => {
    const turn = (2 * Math.PI) / 60;
    const told = found(run(10), near(8 * turn, 'rad/s', 1450 * turn));
    expect(toleranceOf(told?.limits[0]) / turn).toBeGreaterThan(38);
    expect(toleranceOf(told?.limits[0]) / turn).toBeLessThan(52);
  });
  test('off the level reaches as far as the level and its scatter', () =>
    expect(toleranceOf(found(run(10), near(8, 'rpm', 1445))!.limits[0])).toBeGreaterThan(43));
  test('at a level that the run does not have is no matter of scatter, nor where the tail of another level reaches', () => {
    expect(found(run(10), near(8, 'rpm', 1800))).toBeUndefined();
    for (const value of [1490, 1500, 1510, 1520]) expect(found(run(10), near(8, 'rpm', value))).toBeUndefined();
    for (let seed = 1; seed <= 50; seed++) expect(found(run(10, seed), near(20, 'rpm', 1550))).toBeUndefined();
  });
});

describe('what is steady', () => {
  test('by less than the scatter is nowhere; by what the scatter asks it is all three levels', () => {
    const told = found(run(10), steady(4));
    expect(told).toMatchObject({ stretches: 0, whole: 3, changed: [0] });
    const [limit] = told!.limits;
    expect(limit?.kind === 'steady' ? limit.steady[0]!.deviation : NaN).toBeCloseTo(20, -1);
  });
  test('by enough is left alone, and what was not limited stays so', () => {
    expect(found(run(10), steady(20))).toBeUndefined();
    const [limit] = found(run(10), steady(4))!.limits;
    expect(limit?.kind === 'steady' ? limit.steady[0]!.slope : NaN).toBeNull();
  });
  test('together with a tolerance both are told where both are too narrow', () =>
    expect(found(run(10), near(8), steady(4))).toMatchObject({ stretches: 0, whole: 2, changed: [0, 1] }));
});

test('a level that is really left often is no shattering: the scatter is small, the stretches are many', () =>
  expect(
    found(run(2, 5, [1450, 2200, 1450, 2200, 1450, 2200, 1450, 2200, 1450, 2200, 1450]), near(20)),
  ).toBeUndefined());

test('the opposite of a limit, and one of several, are left alone', () => {
  expect(found(run(10), { ...near(8), not: true } as Limit)).toBeUndefined();
  expect(found(run(10), { kind: 'any', any: [near(8) as never] })).toBeUndefined();
});

test('a condition that fits its run is not told in any of 200 seeded logs', () => {
  for (let seed = 1; seed <= 200; seed++) expect(found(run(5, seed), near(25))).toBeUndefined();
});

test('of very many samples blocks of neighbours tell as much as all', () => {
  const long = run(
    10,
    3,
    Array.from({ length: 80 }, (_, k) => (k % 2 ? 2200 : 1450)),
  );
  const told = found(long, near(8))!;
  expect(told.whole).toBe(40);
  expect(toleranceOf(told.limits[0])).toBeGreaterThan(38);
  expect(toleranceOf(told.limits[0])).toBeLessThan(50);
});
