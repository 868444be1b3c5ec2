import { layoutSchema, readRecordSchema } from '@undameter/core';
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
});
const steps = Type.Array(stepSchema, { maxItems: 200 });

export const channelRow = closed({
  symbol: Type.String(),
  name: Type.String(),
  unit: Type.String(),
});

export const runReply = closed({
  ...runRow.properties,
  fileSha256: Type.String(),
  fileBytes: Type.Integer(),
  part: orNull(Type.String()),
  layout: orNull(layoutSchema),
  record: orNull(readRecordSchema),
  procedure: steps,
  procedureVersion: Type.Integer(),
  canUndo: Type.Boolean(),
  canRedo: Type.Boolean(),
});
export type RunReply = Static<typeof runReply>;

/** What is declared of a logged channel. */
export const channelBody = closed({ symbol, name, unit });
export type ChannelBody = Static<typeof channelBody>;
export const channelParams = closed({ id, symbol });
export const exportQuery = closed({
  which: Type.Union([Type.Literal('logged'), Type.Literal('kept')]),
  /** Symbols apart by commas; absent: all channels. */
  symbols: Type.Optional(Type.String({ maxLength: 4000 })),
});

/** What is worth knowing of the logged samples, in short sentences. */
export const qualityReply = Type.Array(
  closed({
    symbol: Type.String(),
    state: Type.Union([Type.Literal('sound'), Type.Literal('doubt')]),
    sentence: Type.String(),
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
  missing: Type.Integer(),
  present: Type.Integer(),
  trace: Type.Array(reading),
});
export type ChannelBoardRow = Static<typeof channelBoardRow>;

export const benchReply = closed({
  samples: Type.Integer(),
  kept: Type.Integer(),
  along: orNull(Type.String()),
  channels: Type.Array(channelBoardRow),
  reports: Type.Array(stepReport),
  /** Kept samples in each condition of the campaign. */
  conditions: Type.Array(
    closed({ id, name: Type.String(), samples: orNull(Type.Integer()), problem: orNull(problem) }),
  ),
  /** Kept samples in at least one condition. */
  inAnyCondition: Type.Integer(),
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
export const formulaReply = closed({ unit: orNull(Type.String()), problem: orNull(problem) });
export type FormulaReply = Static<typeof formulaReply>;
