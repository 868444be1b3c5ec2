import { qualityInWords, type QualityNote } from '@undameter/core';
import type { BenchRun } from './BenchInput';
import { benchState } from './benchState';

/** What the logged samples of a run tell of its sensors and its clock. */
export function judgeQuality({ run }: { run: BenchRun }): QualityNote[] {
  const state = benchState({ ...run, steps: [] });
  return state.once('quality', () => qualityInWords(state.result.final.channels.values(), run.along));
}
