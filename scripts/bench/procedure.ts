/** A procedure of ten steps over 1e6 samples of 20 channels: cold, and after a change of its last step. */
import { runProcedure, type Change, type Channel, type RunState, type Step } from '@undameter/core';
import { median } from './medians';

const N = 1_000_000;
const CHANNELS = 20;
const MEDIAN_OF = 5;

function longRun(): RunState {
  const channels = new Map<string, Channel>();
  const add = (symbol: string, unit: string, values: Float64Array): void =>
    void channels.set(symbol, { symbol, name: symbol, unit, origin: 'logged', values });
  const column = (f: (i: number) => number): Float64Array => {
    const out = new Float64Array(N);
    for (let i = 0; i < N; i++) out[i] = f(i);
    return out;
  };
  add(
    't',
    's',
    column((i) => i / 100),
  );
  for (let k = 1; k < CHANNELS; k++)
    add(
      `c${k}`,
      'kPa',
      column((i) => 100 + 20 * Math.sin((i * k) / 30_000) + Math.sin(i * 12.9898 * k)),
    );
  return { samples: N, channels, mask: new Uint16Array(N), along: 't' };
}

const step = (kind: string, settings: Record<string, unknown>): Step => ({
  id: kind + JSON.stringify(settings),
  kind,
  version: 1,
  settings,
  on: true,
});
const steps = (cutoff: number): Step[] => [
  step('trim', { channel: 't', from: 100, to: 9900, unit: 's' }),
  step('setAsideOutliers', { channel: 'c1', window: 11, threshold: 8, reason: '' }),
  step('setAsideLimits', { channel: 'c2', method: 'outside', low: 85, high: 119, unit: 'kPa', reason: '' }),
  step('timeFromZero', { channel: 't' }),
  step('derive', { name: 'a', symbol: 'a', formula: '(c1 - c2) * c3 / c4', unit: '' }),
  step('derive', { name: 'b', symbol: 'b', formula: 'sqrt(c5^2 + c6^2)', unit: 'kPa' }),
  step('average', { channels: ['c7', 'c8', 'c9'], fewest: 1, symbol: 'm', name: 'm' }),
  step('smooth', { channel: 'c10', method: 'savitzkyGolay', window: 51, order: 3, symbol: 's', name: 's' }),
  step('differentiate', {
    channel: 's',
    against: 't',
    method: 'central',
    window: 11,
    order: 2,
    symbol: 'd',
    name: 'd',
  }),
  step('smooth', { channel: 'c11', method: 'movingAverage', window: cutoff, order: 3, symbol: 'f', name: 'f' }),
];

export function benchProcedure(): void {
  const run = longRun();
  const cold: number[] = [];
  const changed: number[] = [];
  for (let round = 0; round < MEDIAN_OF; round++) {
    const kept = new Map<string, Change>();
    const memory = {
      store: {
        recall: (key: string) => kept.get(key),
        keep: (key: string, change: Change) => void kept.set(key, change),
      },
      runKey: `bench ${round}`,
      now: () => performance.now(),
    };
    const timed = (cutoff: number): number => {
      const start = performance.now();
      const { reports } = runProcedure(run, steps(cutoff), new Map(), memory);
      const failed = reports.find((r) => r.status !== 'done');
      if (process.env['EACH']) console.log(reports.map((r) => r.kind + ' ' + r.milliseconds.toFixed(0)).join(', '));
      if (failed) throw new Error(`${failed.title}: ${failed.error?.message}`);
      return performance.now() - start;
    };
    cold.push(timed(21));
    changed.push(timed(31));
  }
  console.log(`\nA procedure of ten steps, ${N} samples of ${CHANNELS} channels`);
  console.log(`cold${`${median(cold).toFixed(0)} ms`.padStart(20)}`);
  console.log(`its last step changed${`${median(changed).toFixed(0)} ms`.padStart(20)}`);
}
