import { channelOf, KEPT } from '@undameter/core';
import type { RunToWrite } from '@undameter/formats';
import type { ExportTask } from './BenchInput';
import { benchState } from './benchState';

/** Channels of a run as they leave it: as logged with every sample, or after the procedure with what is kept. */
export function exportColumns({ run, which, symbols, from, to }: ExportTask): RunToWrite {
  const { final, before } = benchState(run).result;
  const state = which === 'logged' ? (before[0] ?? final) : final;
  const chosen = (symbols ?? [...state.channels.keys()]).map((symbol) => channelOf(state, symbol));
  const along = state.along === undefined ? undefined : channelOf(state, state.along).values;
  const within = (i: number): boolean =>
    along === undefined || ((from === undefined || along[i]! >= from) && (to === undefined || along[i]! <= to));
  const rows: number[] = [];
  for (let i = 0; i < state.samples; i++) if (within(i) && (which === 'logged' || state.mask[i] === KEPT)) rows.push(i);
  return {
    name: run.name,
    channels: chosen.map(({ symbol, name, unit, labels, values }) => ({
      symbol,
      name,
      unit,
      labels,
      values: Float64Array.from(rows, (i) => values[i]!),
    })),
  };
}
