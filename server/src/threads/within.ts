import { KEPT, numberChannelOf, sampleNumbers, type RunState } from '@undameter/core';
import type { BenchRun } from './BenchInput';

/** Channels of a run over a window of it; null for its ends. */
export interface ViewTask {
  run: BenchRun;
  symbols: string[];
  from: number | null;
  to: number | null;
}

export const positionsOf = (state: RunState): Float64Array =>
  state.along === undefined ? sampleNumbers(state.samples) : numberChannelOf(state, state.along).values;

/** What the run is ordered by, as sentences name it. */
export const nameAlong = (state: RunState): string =>
  state.along === undefined ? 'sample number' : numberChannelOf(state, state.along).name;

/** Numbers of the kept samples within the window. */
export function keptWithin(state: RunState, { from, to }: Pick<ViewTask, 'from' | 'to'>): Int32Array {
  const x = positionsOf(state);
  const kept = new Int32Array(state.samples);
  let count = 0;
  for (let i = 0; i < x.length; i++)
    if (state.mask[i] === KEPT && (from === null || x[i]! >= from) && (to === null || x[i]! <= to)) kept[count++] = i;
  return kept.subarray(0, count);
}
