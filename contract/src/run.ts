import {
  columnReadingSchema,
  joinMethods,
  layoutSchema,
  readRecordSchema,
  declaredUncertaintySchema,
  type JoinMethod,
} from '@undameter/core';
import { Type, type Static } from 'typebox';
import { runRow } from './campaign';
import { closed, id, name, orNull, problem, reading, symbol, unit } from './common';

export const stepSchema = closed({
  id: Type.String({ pattern: '^[A-Za-z0-9_-]{1,40}$' }),
  kind: Type.String({ maxLength: 40 }),
  version: Type.Integer({ minimum: 1 }),
  /** What each kind takes is checked by the kind itself, which names the field. */
  settings: Type.Record(Type.String({ maxLength: 40 }), Type.Unknown()),
  on: Type.Boolean(),
  note: Type.Optional(Type.String({ maxLength: 1000 })),
});
export const steps = Type.Array(stepSchema, { maxItems: 200 });

export const channelRow = closed({
  symbol: Type.String(),
  name: Type.String(),
  unit: Type.String(),
});

export const declaredChannel = closed({
  position: Type.Integer(),
  ...channelRow.properties,
  /** How its cells were read; null where it came from another run. */
  reading: orNull(columnReadingSchema),
  /** Words of a category. */
  labels: orNull(Type.Array(Type.String())),
  /** Its own, or that of its sensor. */
  uncertainty: orNull(declaredUncertaintySchema),
  /** The sensor that measured it, where it was named. */
  sensorId: orNull(id),
});

/** A file whose rows or channels were added to a run. */
export const source = closed({
  how: Type.Union([Type.Literal('continued'), Type.Literal('joined')]),
  runName: Type.String(),
  fileName: Type.String(),
  fileSha256: Type.String(),
  /** Rows or channels that it brought. */
  count: Type.Integer(),
  /** What was added to its times, in the unit of the channel along which the run is ordered. */
  shift: Type.Number(),
});
export type Source = Static<typeof source>;

export const runReply = closed({
  ...runRow.properties,
  fileSha256: Type.String(),
  fileBytes: Type.Integer(),
  /** The way to the file through containers; empty for a plain one. */
  parts: Type.Array(Type.String()),
  /** Files whose rows or channels were added later. */
  sources: Type.Array(source),
  /** Number of its present samples; another one when they were replaced. */
  sampleSet: Type.Integer(),
  /** Its logged channels, as they are declared. */
  declared: Type.Array(declaredChannel),
  layout: orNull(layoutSchema),
  record: orNull(readRecordSchema),
  procedure: steps,
  procedureVersion: Type.Integer(),
  canUndo: Type.Boolean(),
  canRedo: Type.Boolean(),
});
export type RunReply = Static<typeof runReply>;

/** What is declared of a logged channel. */
export const channelBody = closed({
  symbol,
  name,
  unit,
  /** Left out: it stays as it is. */
  uncertainty: Type.Optional(orNull(declaredUncertaintySchema)),
  /** A sensor of the campaign, which then states the uncertainty; left out: it stays. */
  sensorId: Type.Optional(orNull(id)),
});
export type ChannelBody = Static<typeof channelBody>;
export const channelParams = closed({ id, symbol });
export const exportQuery = closed({
  /** As logged with every sample, or after the procedure with what is kept. */
  which: Type.Union([Type.Literal('logged'), Type.Literal('kept')]),
  format: Type.Optional(Type.String({ pattern: '^[a-z0-9]{1,12}$' })),
  /** Symbols apart by commas; absent: all channels. */
  symbols: Type.Optional(Type.String({ maxLength: 4000 })),
  /** A stretch of the channel along which the run is ordered. */
  from: Type.Optional(Type.Number()),
  to: Type.Optional(Type.Number()),
});

/** What is worth knowing of the logged samples, channel by channel, in short sentences with a picture. */
export const qualityReply = Type.Array(
  closed({
    symbol: Type.String(),
    name: Type.String(),
    notes: Type.Array(
      closed({
        state: Type.Union([Type.Literal('sound'), Type.Literal('doubt')]),
        sentence: Type.String(),
        /** Where along the samples the first of it is, 0 to 1. */
        at: orNull(Type.Number()),
      }),
    ),
    /** Lowest and highest value and share of missing samples in equal slices of the run. */
    picture: closed({ lowest: Type.Array(reading), highest: Type.Array(reading), missing: Type.Array(Type.Number()) }),
  }),
);
export type QualityReply = Static<typeof qualityReply>;

export const renameBody = closed({ name });

/** The whole procedure anew, with the version that it was made from. */
export const procedureBody = closed({ steps, version: Type.Integer({ minimum: 0 }) });
export const undoBody = closed({ direction: Type.Union([Type.Literal('undo'), Type.Literal('redo')]) });
export const procedureReply = closed({
  procedure: steps,
  procedureVersion: Type.Integer(),
  canUndo: Type.Boolean(),
  canRedo: Type.Boolean(),
});
export type ProcedureReply = Static<typeof procedureReply>;

/** What to compute with: the saved procedure, or one that is being tried. */
const trial = Type.Optional(steps);

export const benchBody = closed({ steps: trial });
export const stepReport = closed({
  id: Type.String(),
  kind: Type.String(),
  title: Type.String(),
  detail: Type.String(),
  status: Type.Union([Type.Literal('done'), Type.Literal('off'), Type.Literal('failed')]),
  milliseconds: Type.Number(),
  setAside: Type.Integer(),
  made: orNull(closed({ symbol: Type.String(), unit: Type.String() })),
  doubts: Type.Array(Type.String()),
  error: orNull(problem),
});
export type StepReportReply = Static<typeof stepReport>;

export const channelBoardRow = closed({
  symbol: Type.String(),
  name: Type.String(),
  unit: Type.String(),
  origin: Type.Union([Type.Literal('logged'), Type.Literal('derived')]),
  lowest: reading,
  mean: reading,
  highest: reading,
  standardDeviation: reading,
  /** Mean standard uncertainty over the kept samples, declared or propagated. */
  uncertainty: reading,
  /** Words of a category, whose values are their codes. */
  labels: orNull(Type.Array(Type.String())),
  missing: Type.Integer(),
  present: Type.Integer(),
  /** How many decimals are shown of it, where a step says so. */
  decimals: orNull(Type.Integer()),
  trace: Type.Array(reading),
});
export type ChannelBoardRow = Static<typeof channelBoardRow>;

export const benchReply = closed({
  samples: Type.Integer(),
  kept: Type.Integer(),
  /** Once the run was re-sampled: the samples of the grid, and those of them that are kept. */
  grid: orNull(closed({ samples: Type.Integer(), kept: Type.Integer() })),
  along: orNull(Type.String()),
  channels: Type.Array(channelBoardRow),
  reports: Type.Array(stepReport),
  /** Kept samples in each condition of the campaign. */
  conditions: Type.Array(
    closed({
      id,
      name: Type.String(),
      samples: orNull(Type.Integer()),
      /** Of them in another condition too. */
      shares: Type.Integer(),
      problem: orNull(problem),
    }),
  ),
  /** Kept samples of which a value rests on a table beyond its end. */
  outsideTables: Type.Integer(),
  /** Kept samples in at least one condition. */
  inAnyCondition: Type.Integer(),
  /** Kept samples in more than one. */
  inSeveralConditions: Type.Integer(),
  /** For the ledger bar: 240 equal slices of the run; share of samples kept, and in a condition. */
  strip: closed({
    kept: Type.Array(Type.Number()),
    inCondition: Type.Array(Type.Number()),
    /** Place in the procedure, from 1, of the last step that set a sample of the slice aside; 0 for none. */
    asideBy: Type.Array(Type.Integer()),
  }),
});
export type BenchReply = Static<typeof benchReply>;

export const tracesBody = closed({
  steps: trial,
  symbols: Type.Array(Type.String({ maxLength: 40 }), { minItems: 1, maxItems: 12 }),
  from: reading,
  to: reading,
  pixels: Type.Integer({ minimum: 50, maximum: 8000 }),
});
export type TracesBody = Static<typeof tracesBody>;

const column = Type.Array(reading);
export const traceReply = closed({
  symbol: Type.String(),
  x: column,
  y: column,
  everySample: Type.Boolean(),
  setAside: closed({ x: column, y: column, count: Type.Integer() }),
  /** Samples that are less sure than the others, thinned to points, and why; null where all are alike. */
  doubtful: orNull(closed({ x: column, y: column, why: Type.String() })),
  /** Kept samples in the window, by condition id, thinned to points. */
  inConditions: Type.Array(closed({ id, x: column, y: column })),
});
export type TraceReply = Static<typeof traceReply>;

export const tracesReply = closed({
  /** Range of the x axis over the whole run, and the window that was drawn. */
  whole: Type.Tuple([Type.Number(), Type.Number()]),
  window: Type.Tuple([Type.Number(), Type.Number()]),
  samplesInWindow: Type.Integer(),
  traces: Type.Array(traceReply),
  problem: orNull(problem),
});
export type TracesReply = Static<typeof tracesReply>;

export const formulaBody = closed({
  formula: Type.String({ maxLength: 2000 }),
  unit: Type.String({ maxLength: 60 }),
  /** Number of steps of the procedure that come before the formula. */
  before: Type.Integer({ minimum: 0, maximum: 200 }),
});
export type FormulaBody = Static<typeof formulaBody>;
export const formulaReply = closed({
  unit: orNull(Type.String()),
  /** Of the first kept samples, with their standard uncertainty where one is known. */
  first: Type.Array(closed({ value: reading, uncertainty: reading })),
  problem: orNull(problem),
});
export type FormulaReply = Static<typeof formulaReply>;

export const monteCarloReply = closed({
  draws: Type.Integer(),
  unit: Type.String(),
  /** Standard uncertainty at some samples, by first order and by draws. */
  places: Type.Array(closed({ firstOrder: Type.Number(), drawn: Type.Number() })),
});
export type MonteCarloReply = Static<typeof monteCarloReply>;

/** Rows of a further run below those of a run. */
export const continueBody = closed({
  otherRunId: id,
  matches: Type.Array(closed({ symbol, from: orNull(symbol) }), { maxItems: 2000 }),
  /** `follow`: one sampling interval behind the last sample; `asStated`: its own times, on the run's clock where both are known. */
  times: Type.Union([Type.Literal('follow'), Type.Literal('asStated')]),
});
export type ContinueBody = Static<typeof continueBody>;

export const offsetBody = closed({ otherRunId: id, symbol, otherSymbol: symbol });
export const offsetReply = closed({
  offset: Type.Number(),
  correlation: Type.Number(),
  runnerUp: Type.Number(),
  /** The offset by the clocks of both logs, where both state their moments. */
  byClock: orNull(Type.Number()),
});
export type OffsetReply = Static<typeof offsetReply>;

/** Channels of a second logger, brought to the times of a run. */
export const joinBody = closed({
  otherRunId: id,
  /** Added to the times of the second log, in the unit of the run's own. */
  offset: Type.Number(),
  method: Type.Unsafe<JoinMethod>(Type.Enum([...joinMethods])),
  channels: Type.Array(closed({ from: symbol, symbol, name }), { minItems: 1, maxItems: 200 }),
});
export type JoinBody = Static<typeof joinBody>;

/** What a step that makes a calmer channel takes away. */
export const costBody = closed({ steps: trial, channel: symbol, made: symbol });
const peak = closed({ at: reading, height: reading, width: reading });
export const costReply = closed({
  standardDeviation: reading,
  neighbourCorrelation: reading,
  removesSignal: Type.Boolean(),
  before: peak,
  after: peak,
  frequency: column,
  densityBefore: column,
  densityAfter: column,
});
export type CostReply = Static<typeof costReply>;
