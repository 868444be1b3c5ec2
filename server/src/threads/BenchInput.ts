import type { Condition, Level, PropertyTable, Step } from '@undameter/core';

/** A run as it travels to the worker: columns in shared memory, so nothing is copied. */
export interface BenchRun {
  /** Content of the logged channels: samples are immutable, so the run's id says them; what is declared of them stands beside it. */
  key: string;
  name: string;
  samples: number;
  along: string | undefined;
  channels: { symbol: string; name: string; unit: string; values: Float64Array; levels: Level[] }[];
  steps: Step[];
  tables: PropertyTable[];
}

export type NamedCondition = Condition & { id: number };

export interface EvaluateTask {
  run: BenchRun;
  conditions: NamedCondition[];
}

export interface TracesTask {
  run: BenchRun;
  conditions: NamedCondition[];
  symbols: string[];
  from: number | null;
  to: number | null;
  pixels: number;
}

export interface FitTask {
  run: BenchRun;
  /** Empty: one series of all kept samples. */
  conditions: NamedCondition[];
  x: string;
  y: string;
  model: string;
  settings: Record<string, unknown>;
}

export interface CompareTask {
  fit: FitTask;
  candidate: BenchRun;
  candidateX: string;
  candidateY: string;
}

export interface FormulaTask {
  run: BenchRun;
  formula: string;
  unit: string;
}

export interface ExportTask {
  run: BenchRun;
  /** As logged with every sample, or after the procedure with what is kept. */
  which: 'logged' | 'kept';
  /** Absent: all channels. */
  symbols: string[] | undefined;
}
