import { Type, type Static } from 'typebox';
import { declaredUncertaintySchema } from '@undameter/core';
import { closed, id, name, orNull, symbol, unit } from './common';
import { stepReport, steps } from './run';

/** A channel that a procedure reads, as it was on the run that the procedure was made on. */
const readChannel = closed({
  symbol,
  name: Type.String({ maxLength: 200 }),
  unit,
  /** What was declared of how sure it is, to be carried to runs where nothing is. */
  uncertainty: Type.Optional(orNull(declaredUncertaintySchema)),
});

/** A procedure kept for other runs; also the form of the file that it travels in. */
export const savedProcedureBody = closed({
  name,
  steps,
  channels: Type.Array(readChannel, { maxItems: 2000 }),
});
export type SavedProcedureBody = Static<typeof savedProcedureBody>;
export const savedProcedureRow = closed({ id, campaignId: id, ...savedProcedureBody.properties });
export type SavedProcedureRow = Static<typeof savedProcedureRow>;

export const applyBody = closed({
  steps,
  channels: Type.Array(readChannel, { maxItems: 2000 }),
  runIds: Type.Array(id, { minItems: 1, maxItems: 500 }),
  /** In place of what the run has, or after it. */
  how: Type.Union([Type.Literal('replace'), Type.Literal('append')]),
  /** Channels of the runs of which no uncertainty is declared get that of the channel of the same symbol. */
  carriesUncertainty: Type.Optional(Type.Boolean()),
  /** False: only tells what would come of it. */
  save: Type.Boolean(),
});
export type ApplyBody = Static<typeof applyBody>;

export const appliedRun = closed({
  runId: id,
  runName: Type.String(),
  reports: Type.Array(stepReport),
  samples: Type.Integer(),
  kept: Type.Integer(),
  /** Channels that the procedure reads and this run does not have. */
  missing: Type.Array(Type.String()),
  /** Channels of which no uncertainty is declared here, and whose namesakes carry one. */
  undeclared: Type.Array(Type.String()),
  /** Channels whose unit here is another one. */
  otherUnits: Type.Array(closed({ symbol: Type.String(), made: Type.String(), here: Type.String() })),
});
export type AppliedRun = Static<typeof appliedRun>;
