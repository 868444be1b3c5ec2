import type {
  Channel,
  Choices,
  Condition,
  Groupable,
  Level,
  OneSeriesOf,
  PropertyTable,
  SeriesKind,
  SeriesPart,
  Step,
} from '@undameter/core';

/** A run as it travels to the worker: columns in shared memory, so nothing is copied. */
export interface BenchRun {
  /** Content of the logged channels: samples are immutable, so the number of their set says them; what is declared of them stands beside it. */
  key: string;
  name: string;
  samples: number;
  along: string | undefined;
  /** Moment from which `along` counts, where the file stated it. */
  origin: string | undefined;
  channels: (Omit<Channel, 'origin'> & { levels: Level[] })[];
  steps: Step[];
  tables: PropertyTable[];
}

/** A run and another one of its campaign that is to come into it. */
export interface TwoRuns {
  run: BenchRun;
  other: BenchRun;
}

export type NamedCondition = Condition & Groupable;

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

/** Points of a run: two of its channels, condition by condition. */
export interface PointsOfRun {
  run: BenchRun;
  /** Empty: one series of all kept samples. */
  conditions: NamedCondition[];
  /** What one series is made of; undefined: each condition. */
  oneSeriesOf?: OneSeriesOf | undefined;
  x: string;
  y: string;
}

export interface FitTask extends PointsOfRun {
  /** Series of other runs or channels. */
  further?: (PointsOfRun & { id: number })[];
  /** Models of single series by their keys. */
  models?: Readonly<Record<string, { model: string; settings: Record<string, unknown> }>>;
  data: SeriesKind;
  weights: 'none' | 'absolute' | 'relative' | 'both';
  model: string;
  settings: Record<string, unknown>;
  choices: Choices;
}

/** One series of a fit with its model. */
export interface SeriesTask extends Omit<FitTask, 'conditions' | 'oneSeriesOf' | 'further' | 'models'> {
  name: string;
  part: SeriesPart<NamedCondition>;
  /** Id of the further source; 0: the fit's own. */
  from: number;
  isOwnModel: boolean;
  /** Points whose units these are brought to; absent: they keep theirs. */
  into?: PointsOfRun;
}

/** One candidate: points of a run, or a fit. */
export interface CandidateTask {
  name: string;
  kind: 'measured' | 'simulated' | 'fit';
  run?: BenchRun;
  fit?: FitTask;
  /** Channels of the run. */
  x: string;
  y: string;
  offset: number;
  scale: number;
  method: string;
  uncertainty: number | null;
}

export interface CompareTask {
  /** Its points; the model of the task takes no part. */
  reference: FitTask;
  candidates: CandidateTask[];
  /** Symbol of the channel whose limits make groups of the conditions. */
  groupBy?: string | undefined;
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
  /** Undefined: all channels. */
  symbols: string[] | undefined;
  /** A stretch of the channel along which the run is ordered; undefined: to its ends. */
  from: number | undefined;
  to: number | undefined;
}
