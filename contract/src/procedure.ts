import { Type, type Static } from 'typebox';
import { declaredUncertaintySchema } from '@undameter/core';
import { closed, described, id, name, orNull, symbol, unit } from './common';
import { stepReport, steps } from './run';

const readChannel = described(
  'A channel that a procedure reads, as it was on the run that the procedure was made on.',
  closed({
    symbol,
    name: Type.String({ maxLength: 200 }),
    unit,
    uncertainty: described(
      'What was declared of how sure it is, to be carried to runs where nothing is.',
      Type.Optional(orNull(declaredUncertaintySchema)),
    ),
  }),
);

export const savedProcedureBody = described(
  'A procedure kept for other runs; also the form of the file that it travels in.',
  closed({
    name,
    steps,
    channels: Type.Array(readChannel, { maxItems: 2000 }),
  }),
);
export type SavedProcedureBody = Static<typeof savedProcedureBody>;
export const savedProcedureRow = closed({ id, campaignId: id, ...savedProcedureBody.properties });
export type SavedProcedureRow = Static<typeof savedProcedureRow>;

export const applyBody = closed({
  steps,
  channels: Type.Array(readChannel, { maxItems: 2000 }),
  runIds: Type.Array(id, { minItems: 1, maxItems: 500 }),
  how: described(
    'In place of what the run has, or after it.',
    Type.Union([Type.Literal('replace'), Type.Literal('append')]),
  ),
  carriesUncertainty: described(
    'Channels of the runs of which no uncertainty is declared get that of the channel of the same symbol.',
    Type.Optional(Type.Boolean()),
  ),
  save: described('False: only tells what would come of it.', Type.Boolean()),
});
export type ApplyBody = Static<typeof applyBody>;

export const appliedRun = closed({
  runId: id,
  runName: Type.String(),
  reports: Type.Array(stepReport),
  samples: Type.Integer(),
  kept: Type.Integer(),
  missing: described('Channels that the procedure reads and this run does not have.', Type.Array(Type.String())),
  undeclared: described(
    'Channels of which no uncertainty is declared here, and whose namesakes carry one.',
    Type.Array(Type.String()),
  ),
  otherUnits: described(
    'Channels whose unit here is another one.',
    Type.Array(closed({ symbol: Type.String(), made: Type.String(), here: Type.String() })),
  ),
});
export type AppliedRun = Static<typeof appliedRun>;
