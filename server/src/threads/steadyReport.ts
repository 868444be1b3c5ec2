import type { SteadyReply } from '@undameter/contract';
import { countKept, KEPT, numberChannelOf, reportSteady, type RunState, type SteadyLimit } from '@undameter/core';
import type { BenchRun } from './BenchInput';
import { benchState } from './benchState';
import { reading } from './toReply';

export interface SteadyTask {
  run: BenchRun;
  limit: SteadyLimit;
}

/** So many parts are drawn of a run. */
const PARTS = 160;
/** More are not read. */
const MOST_TOLD = 200;

/** Why a run is steady where it is. @throws {AppError} as the limit */
export function steadyOf({ run, limit }: SteadyTask): SteadyReply {
  const state = benchState(run);
  return state.once(`steady ${JSON.stringify(limit)}`, () => repliedOf(state.result.final, limit));
}

function repliedOf(final: RunState, limit: SteadyLimit): SteadyReply {
  const found = reportSteady(final, limit);
  const along = numberChannelOf(final, final.along!).values;
  const at = (sample: number) => reading(along[sample]!);
  return {
    limits: found.limits.map(({ symbol, of, flags }) => ({ symbol, of, ...throughOf(final, flags) })),
    whole: throughOf(final, found.flags),
    jumps: found.jumps.slice(0, MOST_TOLD).map(({ sample, ...jump }) => ({ at: at(sample), ...jump })),
    settlings: found.settlings.slice(0, MOST_TOLD).map(({ sample, ...way }) => ({ at: at(sample), ...way })),
    proposed: { ...limit, steady: found.proposed },
  };
}

/** The share of the kept samples that are flagged, in all and in each part of the run. */
function throughOf({ samples, mask }: RunState, flags: Uint8Array): { share: number; through: number[] } {
  const parts = Math.min(PARTS, samples);
  const [kept, passed] = [new Float64Array(parts), new Float64Array(parts)];
  for (let i = 0; i < samples; i++) {
    if (mask[i] !== KEPT) continue;
    const part = Math.floor((i * parts) / samples);
    kept[part]! += 1;
    passed[part]! += flags[i]!;
  }
  return {
    share: passed.reduce((sum, v) => sum + v, 0) / Math.max(1, countKept(mask)),
    through: Array.from(passed, (v, k) => (kept[k]! > 0 ? Number((v / kept[k]!).toFixed(2)) : 0)),
  };
}
