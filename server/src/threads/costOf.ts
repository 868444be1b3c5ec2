import type { CostReply } from '@undameter/contract';
import { bestWindow, numberChannelOf, sampleNumbers, smoothingCost, type WeightedSmoother } from '@undameter/core';
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

/** Remembered with the column and what is kept of it: a slider asks for it at each move, and no window changes it. */
function proposalOf(run: BenchRun, channel: string, made: string): CostReply['proposal'] {
  const step = run.steps.findLast((s) => s.kind === 'smooth' && s.settings['symbol'] === made);
  const { method, order = 3 } = (step?.settings ?? {}) as { method?: string; order?: number };
  if (!isWeighted(method)) return null;
  const { result, ofKept } = benchState(run);
  const { final } = result;
  const along = final.along === undefined ? undefined : numberChannelOf(final, final.along);
  const x = along?.values ?? sampleNumbers(final.samples);
  const source = numberChannelOf(final, channel);
  const how = { method, order, xName: along?.name ?? 'sample number' };
  return ofKept(`window of ${method} ${order}`, source, () => bestWindow(source.values, x, final.mask, how) ?? null);
}

const isWeighted = (method: string | undefined): method is WeightedSmoother =>
  method === 'savitzkyGolay' || method === 'movingAverage' || method === 'gaussian';

/** What a step that makes a calmer channel takes away; null where no stretch is long enough. */
export function costOf({ run, channel, made }: CostTask): CostReply | null {
  const { final } = benchState(run).result;
  const along = final.along === undefined ? undefined : numberChannelOf(final, final.along);
  const x = along?.values ?? sampleNumbers(final.samples);
  const [raw, calm] = [numberChannelOf(final, channel).values, numberChannelOf(final, made).values];
  const cost = smoothingCost(raw, calm, x, final.mask, along?.name ?? 'sample number');
  if (!cost) return null;
  return {
    proposal: proposalOf(run, channel, made),
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
