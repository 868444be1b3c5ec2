import type { CostReply } from '@undameter/contract';
import { numberChannelOf, sampleNumbers, smoothingCost } from '@undameter/core';
import type { BenchRun } from './BenchInput';
import { benchState } from './benchState';
import { reading, readings } from './toReply';

export interface CostTask {
  run: BenchRun;
  channel: string;
  made: string;
}

const peakReply = (p: { at: number; height: number; width: number }) => ({
  at: reading(p.at),
  height: reading(p.height),
  width: reading(p.width),
});

/** What a step that makes a calmer channel takes away; null where no stretch is long enough. */
export function costOf({ run, channel, made }: CostTask): CostReply | null {
  const { final } = benchState(run).result;
  const along = final.along === undefined ? undefined : numberChannelOf(final, final.along);
  const x = along?.values ?? sampleNumbers(final.samples);
  const [raw, calm] = [numberChannelOf(final, channel).values, numberChannelOf(final, made).values];
  const cost = smoothingCost(raw, calm, x, final.mask, along?.name ?? 'sample number');
  if (!cost) return null;
  return {
    standardDeviation: reading(cost.standardDeviation),
    neighbourCorrelation: reading(cost.neighbourCorrelation),
    removesSignal: cost.removesSignal,
    before: peakReply(cost.before),
    after: peakReply(cost.after),
    frequency: readings(cost.frequency),
    densityBefore: readings(cost.densityBefore),
    densityAfter: readings(cost.densityAfter),
  };
}
