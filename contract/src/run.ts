import {
  columnReadingSchema,
  joinMethods,
  layoutSchema,
  madeUpRecipe,
  readRecordSchema,
  declaredUncertaintySchema,
  type JoinMethod,
} from '@undameter/core';
import { Type, type Static } from 'typebox';
import { runRow } from './campaign';
import { closed, described, id, name, orNull, problem, reading, symbol, unit } from './common';

export const stepSchema = closed({
  id: Type.String({ pattern: '^[A-Za-z0-9_-]{1,40}$' }),
  kind: Type.String({ maxLength: 40 }),
  version: Type.Integer({ minimum: 1 }),
  settings: described(
    'What each kind takes is checked by the kind itself, which names the field.',
    Type.Record(Type.String({ maxLength: 40 }), Type.Unknown()),
  ),
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
  reading: described('How its cells were read; null where it came from another run.', orNull(columnReadingSchema)),
  labels: described('Words of a category.', orNull(Type.Array(Type.String()))),
  uncertainty: described('Its own, or that of its sensor.', orNull(declaredUncertaintySchema)),
  sensorId: described('The sensor that measured it, where it was named.', orNull(id)),
});

export const source = described(
  'A file whose rows or channels were added to a run.',
  closed({
    how: Type.Union([Type.Literal('continued'), Type.Literal('joined')]),
    runName: Type.String(),
    fileName: Type.String(),
    fileSha256: Type.String(),
    count: described('Rows or channels that it brought.', Type.Integer()),
    shift: described(
      'What was added to its times, in the unit of the channel along which the run is ordered.',
      Type.Number(),
    ),
    rate: described(
      'By what share its clock was slow, and its times were stretched; absent: not at all.',
      Type.Optional(Type.Number()),
    ),
  }),
);
export type Source = Static<typeof source>;

export const runReply = closed({
  ...runRow.properties,
  fileSha256: Type.String(),
  fileBytes: Type.Integer(),
  parts: described('The way to the file through containers; empty for a plain one.', Type.Array(Type.String())),
  sources: described('Files whose rows or channels were added later.', Type.Array(source)),
  sampleSet: described('Number of its present samples; another one when they were replaced.', Type.Integer()),
  declared: described('Its logged channels, as they are declared.', Type.Array(declaredChannel)),
  layout: orNull(layoutSchema),
  record: orNull(readRecordSchema),
  recipe: described('What a made-up run was made from.', orNull(madeUpRecipe)),
  procedure: steps,
  procedureVersion: Type.Integer(),
  canUndo: Type.Boolean(),
  canRedo: Type.Boolean(),
});
export type RunReply = Static<typeof runReply>;

export const channelBody = described(
  'What is declared of a logged channel.',
  closed({
    symbol,
    name,
    unit,
    uncertainty: described('Left out: it stays as it is.', Type.Optional(orNull(declaredUncertaintySchema))),
    sensorId: described(
      'A sensor of the campaign, which then states the uncertainty; left out: it stays.',
      Type.Optional(orNull(id)),
    ),
  }),
);
export type ChannelBody = Static<typeof channelBody>;
export const channelParams = closed({ id, symbol });
export const exportQuery = closed({
  which: described(
    'As logged with every sample, or after the procedure with what is kept.',
    Type.Union([Type.Literal('logged'), Type.Literal('kept')]),
  ),
  format: Type.Optional(Type.String({ pattern: '^[a-z0-9]{1,12}$' })),
  symbols: described('Symbols apart by commas; absent: all channels.', Type.Optional(Type.String({ maxLength: 4000 }))),
  from: described('A stretch of the channel along which the run is ordered.', Type.Optional(Type.Number())),
  to: Type.Optional(Type.Number()),
});

export const qualityReply = described(
  'What is worth knowing of the logged samples, channel by channel, in short sentences with a picture.',
  Type.Array(
    closed({
      symbol: Type.String(),
      name: Type.String(),
      notes: Type.Array(
        closed({
          state: Type.Union([Type.Literal('sound'), Type.Literal('doubt')]),
          sentence: Type.String(),
          at: described('Where along the samples the first of it is, 0 to 1.', orNull(Type.Number())),
        }),
      ),
      picture: described(
        'Lowest and highest value and share of missing samples in equal slices of the run.',
        closed({ lowest: Type.Array(reading), highest: Type.Array(reading), missing: Type.Array(Type.Number()) }),
      ),
    }),
  ),
);
export type QualityReply = Static<typeof qualityReply>;

export const renameBody = closed({ name });

export const procedureBody = described(
  'The whole procedure anew, with the version that it was made from.',
  closed({ steps, version: Type.Integer({ minimum: 0 }) }),
);
export const undoBody = closed({ direction: Type.Union([Type.Literal('undo'), Type.Literal('redo')]) });
export const procedureReply = closed({
  procedure: steps,
  procedureVersion: Type.Integer(),
  canUndo: Type.Boolean(),
  canRedo: Type.Boolean(),
});
export type ProcedureReply = Static<typeof procedureReply>;

const trial = described('What to compute with: the saved procedure, or one that is being tried.', Type.Optional(steps));

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
  notes: Type.Array(Type.String()),
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
  uncertainty: described('Mean standard uncertainty over the kept samples, declared or propagated.', reading),
  labels: described('Words of a category, whose values are their codes.', orNull(Type.Array(Type.String()))),
  missing: Type.Integer(),
  present: Type.Integer(),
  decimals: described('How many decimals are shown of it, where a step says so.', orNull(Type.Integer())),
  trace: Type.Array(reading),
});
export type ChannelBoardRow = Static<typeof channelBoardRow>;

export const benchReply = closed({
  samples: Type.Integer(),
  kept: Type.Integer(),
  spacing: described('The usual step along the run, as it was logged or re-sampled; null where it has none.', reading),
  grid: described(
    'Once the run was re-sampled: the samples of the grid, and those of them that are kept.',
    orNull(closed({ samples: Type.Integer(), kept: Type.Integer() })),
  ),
  along: orNull(Type.String()),
  channels: Type.Array(channelBoardRow),
  reports: Type.Array(stepReport),
  conditions: described(
    'Kept samples in each condition of the campaign.',
    Type.Array(
      closed({
        id,
        name: Type.String(),
        samples: orNull(Type.Integer()),
        shares: described('Of them in another condition too.', Type.Integer()),
        problem: orNull(problem),
      }),
    ),
  ),
  outsideTables: described('Kept samples of which a value rests on a table beyond its end.', Type.Integer()),
  inAnyCondition: described('Kept samples in at least one condition.', Type.Integer()),
  inSeveralConditions: described('Kept samples in more than one.', Type.Integer()),
  strip: described(
    'For the ledger bar: 240 equal slices of the run; share of samples kept, and in a condition.',
    closed({
      kept: Type.Array(Type.Number()),
      inCondition: Type.Array(Type.Number()),
      asideBy: described(
        'Place in the procedure, from 1, of the last step that set a sample of the slice aside; 0 for none.',
        Type.Array(Type.Integer()),
      ),
    }),
  ),
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
  doubtful: described(
    'Samples that are less sure than the others, thinned to points, and why; null where all are alike.',
    orNull(closed({ x: column, y: column, why: Type.String() })),
  ),
  inConditions: described(
    'Kept samples in the window, by condition id, thinned to points.',
    Type.Array(closed({ id, x: column, y: column })),
  ),
});
export type TraceReply = Static<typeof traceReply>;

export const tracesReply = closed({
  whole: described(
    'Range of the x axis over the whole run, and the window that was drawn.',
    Type.Tuple([Type.Number(), Type.Number()]),
  ),
  window: Type.Tuple([Type.Number(), Type.Number()]),
  samplesInWindow: Type.Integer(),
  traces: Type.Array(traceReply),
  problem: orNull(problem),
});
export type TracesReply = Static<typeof tracesReply>;

export const formulaBody = closed({
  formula: Type.String({ maxLength: 2000 }),
  unit: Type.String({ maxLength: 60 }),
  before: described(
    'Number of steps of the procedure that come before the formula.',
    Type.Integer({ minimum: 0, maximum: 200 }),
  ),
});
export type FormulaBody = Static<typeof formulaBody>;
export const formulaReply = closed({
  unit: orNull(Type.String()),
  first: described(
    'Of the first kept samples, with their standard uncertainty where one is known.',
    Type.Array(closed({ value: reading, uncertainty: reading })),
  ),
  problem: orNull(problem),
});
export type FormulaReply = Static<typeof formulaReply>;

export const monteCarloReply = closed({
  draws: Type.Integer(),
  unit: Type.String(),
  places: described(
    'Standard uncertainty at some samples, by first order and by draws.',
    Type.Array(closed({ firstOrder: Type.Number(), drawn: Type.Number() })),
  ),
});
export type MonteCarloReply = Static<typeof monteCarloReply>;

export const continueBody = described(
  'Rows of a further run below those of a run.',
  closed({
    otherRunId: id,
    matches: Type.Array(closed({ symbol, from: orNull(symbol) }), { maxItems: 2000 }),
    times: described(
      "`follow`: one sampling interval behind the last sample; `asStated`: its own times, on the run's clock where both are known.",
      Type.Union([Type.Literal('follow'), Type.Literal('asStated')]),
    ),
  }),
);
export type ContinueBody = Static<typeof continueBody>;

export const offsetBody = closed({ otherRunId: id, symbol, otherSymbol: symbol });
export const offsetReply = closed({
  offset: Type.Number(),
  correlation: Type.Number(),
  runnerUp: Type.Number(),
  byClock: described('The offset by the clocks of both logs, where both state their moments.', orNull(Type.Number())),
  clock: described(
    'How both clocks run against each other, by parts that were matched one by one; null: fewer than two tell.',
    orNull(
      closed({
        offset: described('At time zero of the second log.', Type.Number()),
        rate: described(
          'Share by which the clock of the run is faster: 0.000001 is one part per million.',
          Type.Number(),
        ),
        rateHalf: described('Half width of its 95 % interval; null of two matches.', reading),
        matches: Type.Array(
          closed({
            at: described("By the times of the second log, in the unit of the run's own.", Type.Number()),
            residual: described('Time error that offset and rate leave there.', Type.Number()),
            correlation: Type.Number(),
          }),
        ),
      }),
    ),
  ),
});
export type OffsetReply = Static<typeof offsetReply>;

export const joinBody = described(
  'Channels of a second logger, brought to the times of a run.',
  closed({
    otherRunId: id,
    offset: described("Added to the times of the second log, in the unit of the run's own.", Type.Number()),
    rate: described(
      'Its times are stretched by this share first: by how much its clock is slow; absent: as they are.',
      Type.Optional(Type.Number({ minimum: -0.1, maximum: 0.1 })),
    ),
    method: Type.Unsafe<JoinMethod>(Type.Enum([...joinMethods])),
    channels: Type.Array(closed({ from: symbol, symbol, name }), { minItems: 1, maxItems: 200 }),
  }),
);
export type JoinBody = Static<typeof joinBody>;

export const costBody = described(
  'What a step that makes a calmer channel takes away.',
  closed({ steps: trial, channel: symbol, made: symbol }),
);
const peak = closed({ at: reading, height: reading, width: reading });
export const costReply = closed({
  proposal: described(
    'Of a smoothing by weights: the window that leaves least of noise and bend together; nothing where none can be told.',
    orNull(
      closed({
        window: Type.Integer(),
        noise: described('Standard deviation, by differences of neighbours.', Type.Number()),
        noiseLeft: described('Share of it.', Type.Number()),
        peakLost: described('Share of the height of the highest peak.', Type.Number()),
        place: Type.Unsafe<'within' | 'narrowest' | 'widest'>(Type.Enum(['within', 'narrowest', 'widest'])),
      }),
    ),
  ),
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
