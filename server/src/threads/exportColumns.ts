import { channelOf, KEPT } from '@undameter/core';
import type { ExportTask } from './BenchInput';
import { benchState } from './benchState';

export interface ExportedColumns {
  channels: { name: string; unit: string; values: Float64Array }[];
  samples: number;
}

/** Channels of a run as they leave it: as logged with every sample, or after the procedure with what is kept. */
export function exportColumns({ run, which, symbols }: ExportTask): ExportedColumns {
  const { final, before } = benchState(run).result;
  const state = which === 'logged' ? (before[0] ?? final) : final;
  const chosen = (symbols ?? [...state.channels.keys()]).map((symbol) => channelOf(state, symbol));
  const rows: number[] = [];
  for (let i = 0; i < state.samples; i++) if (which === 'logged' || state.mask[i] === KEPT) rows.push(i);
  return {
    channels: chosen.map(({ name, unit, values }) => ({
      name,
      unit,
      values: Float64Array.from(rows, (i) => values[i]!),
    })),
    samples: rows.length,
  };
}
