/** Why a run is steady where it is; made-up logs from seeds. */
import { describe, expect, test } from '@jest/globals';
import { Random } from '../number/Random';
import type { RunState } from '../procedure/RunState';
import type { SteadyLimit } from './limits/steady';
import { pickSteady } from './pickSteady';
import { reportSteady } from './reportSteady';

const random = new Random(6);
const t = Float64Array.from({ length: 3000 }, (_, i) => i / 5);
/** A speed that jumps at 300 s from one sample to the next; a flow that follows at 450 s, with 8 s. */
const n = t.map((at) => (at < 300 ? 1500 : 1510) + random.normal(1));
const Q = t.map((at) => (at < 450 ? 60 : 30 + 30 * Math.exp(-(at - 450) / 8)) + random.normal(0.2));
const channel = (symbol: string, unit: string, values: Float64Array) =>
  [symbol, { symbol, name: symbol, unit, origin: 'logged' as const, values }] as const;
const run: RunState = {
  samples: t.length,
  mask: new Uint16Array(t.length),
  along: 't',
  channels: new Map([channel('t', 's', t), channel('n', 'rpm', n), channel('Q', 'L/min', Q)]),
};
const limit: SteadyLimit = {
  ...{ kind: 'steady', lasting: 10, settling: 0, timeUnit: 's' },
  steady: [
    { symbol: 'n', unit: 'rpm', deviation: 6, slope: null },
    { symbol: 'Q', unit: 'L/min', deviation: 0.5, slope: 0.05 },
  ],
};
const shareOf = (flags: Uint8Array): number => flags.reduce((sum, f) => sum + f, 0) / flags.length;
const found = reportSteady(run, limit);

test('each limit by itself, and only those that are set', () => {
  expect(found.limits.map((l) => [l.symbol, l.of])).toEqual([
    ['n', 'deviation'],
    ['Q', 'deviation'],
    ['Q', 'slope'],
  ]);
  // What the speed lets through is all: its jump is told, not seen by a window.
  expect(shareOf(found.limits[0]!.flags)).toBe(1);
  expect(shareOf(found.limits[1]!.flags)).toBeLessThan(0.97);
});
test('what all of them leave is what the limit picks, with and without the settling cut off', () => {
  for (const one of [limit, { ...limit, settling: 5 }, { ...limit, constants: 5 }])
    expect(shareOf(reportSteady(run, one).flags) * run.samples).toBeCloseTo(pickSteady(run, one).length, 6);
});
test('the jump between two calm levels, and no other place', () => {
  expect(found.jumps).toHaveLength(1);
  expect(t[found.jumps[0]!.sample]).toBe(300);
  expect(found.jumps[0]).toMatchObject({ symbol: 'n' });
  expect(found.jumps[0]!.before).toBeCloseTo(1500, 0);
  expect(found.jumps[0]!.after).toBeCloseTo(1510, 0);
});
describe('the way to a level', () => {
  test('is told with its time constant and its channel, also where nothing is cut by it', () => {
    expect(found.settlings.map((s) => s.symbol)).toEqual(['Q']);
    expect(found.settlings[0]!.constant / 8).toBeCloseTo(1, 1);
  });
  test('is cut on wish: five time constants of it', () => {
    const after = (flags: Uint8Array): number => t[flags.indexOf(1, 5 * 451)]!;
    const cut = after(reportSteady(run, { ...limit, constants: 5 }).flags);
    expect(after(found.flags)).toBeLessThan(cut);
    expect(cut).toBeGreaterThan(487);
    expect(cut).toBeLessThan(493);
  });
  test('is none of the jump, which is over at once', () =>
    expect(found.settlings.every((s) => s.symbol !== 'n')).toBe(true));
});
test('the limits that the scatter asks for: twice the noise, and no drift beyond it within the time', () => {
  const [speed, flow] = found.proposed;
  expect(speed!.deviation! / 2).toBeCloseTo(1, 0);
  expect(flow!.deviation! / 0.4).toBeCloseTo(1, 0);
  expect(flow!.slope).toBeCloseTo(flow!.deviation! / 10, 3);
});
test('they stay in the units of the limit, and where there is no scatter they stay as they are', () => {
  const still = {
    ...run,
    channels: new Map([
      ...run.channels,
      channel(
        'T',
        '°C',
        t.map(() => 20),
      ),
    ]),
  };
  const { proposed } = reportSteady(still, {
    ...limit,
    steady: [
      { symbol: 'n', unit: 'rad/s', deviation: 0.5, slope: null },
      { symbol: 'T', unit: '°C', deviation: 0.3, slope: 0.03 },
    ],
  });
  expect(proposed[0]!.unit).toBe('rad/s');
  expect(proposed[0]!.deviation! / ((2 * 2 * Math.PI) / 60)).toBeCloseTo(1, 1);
  expect(proposed[1]).toEqual({ symbol: 'T', unit: '°C', deviation: 0.3, slope: 0.03 });
});
