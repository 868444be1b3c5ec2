import { channelOf, KEPT, type RunState } from '@undameter/core';
import type { RunToWrite } from '@undameter/formats';
import type { ExportTask } from './BenchInput';
import { benchState } from './benchState';

/** Channels of a run as they leave it: as logged with every sample, or after the procedure with what is kept. */
export function exportColumns({ run, which, symbols, from, to }: ExportTask): RunToWrite {
  const { logged, result } = benchState(run);
  const state = which === 'logged' ? logged : result.final;
  const chosen = (symbols ?? [...state.channels.keys()]).map((symbol) => channelOf(state, symbol));
  const rows = rowsOf(state, which === 'kept', from, to);
  return {
    name: run.name,
    channels: chosen.map(({ symbol, name, unit, labels, values }) => ({
      symbol,
      name,
      unit,
      labels,
      values: rows.length === state.samples ? values : pickedFrom(values, rows),
    })),
  };
}

/** Numbers of the samples that go out, in their order. */
function rowsOf(state: RunState, keptOnly: boolean, from = -Infinity, to = Infinity): Uint32Array {
  const isBounded = from > -Infinity || to < Infinity;
  const along = isBounded && state.along !== undefined ? channelOf(state, state.along).values : undefined;
  const rows = new Uint32Array(state.samples);
  let count = 0;
  for (let i = 0; i < state.samples; i++)
    if ((!keptOnly || state.mask[i] === KEPT) && (!along || (along[i]! >= from && along[i]! <= to))) rows[count++] = i;
  return rows.subarray(0, count);
}

/** In shared memory, so that the thread that writes them gets them without a copy. */
function pickedFrom(values: Float64Array, rows: Uint32Array): Float64Array {
  const picked = new Float64Array(new SharedArrayBuffer(8 * rows.length));
  for (let k = 0; k < rows.length; k++) picked[k] = values[rows[k]!]!;
  return picked;
}
