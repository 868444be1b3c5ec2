import { choicesSchema } from '@undameter/core';
import { Type, type Static } from 'typebox';
import { closed, described, id, name, orNull, problem, reading, symbol } from './common';

/** What a series is found by; see `seriesKey`. */
export const SERIES_KEY = '^(all|(condition|group) [0-9]+)( from [0-9]+)?$';
const settings = Type.Record(Type.String({ maxLength: 40 }), Type.Unknown());
const model = Type.String({ maxLength: 40 });
const pointsOfRun = {
  runId: id,
  x: symbol,
  y: symbol,
  conditionIds: described('Empty: one series of all kept samples.', Type.Array(id, { maxItems: 200 })),
  oneSeriesOf: described(
    'What one series is made of: each condition, the conditions of each group, or all of them; left out: each condition.',
    Type.Optional(Type.Union([Type.Literal('condition'), Type.Literal('group'), Type.Literal('all')])),
  ),
};
export const furtherSource = closed({
  id: described(
    'Its series are found by it; of the run of the fit itself it is 0.',
    Type.Integer({ minimum: 1, maximum: 99 }),
  ),
  ...pointsOfRun,
});
export type FurtherSource = Static<typeof furtherSource>;

export const fitBody = closed({
  name,
  ...pointsOfRun,
  further: described(
    'Series of other runs or other channels; what is in another unit is converted to that of x and y.',
    Type.Optional(Type.Array(furtherSource, { maxItems: 20 })),
  ),
  models: described(
    'Models of single series, by `all`, `condition 3` or `group 2`, of a further source `all from 2`; the others have that of the fit.',
    Type.Optional(Type.Record(Type.String({ maxLength: 60 }), closed({ model, settings }))),
  ),
  data: described(
    'What is fitted: samples, or operating points.',
    Type.Union([Type.Literal('samples'), Type.Literal('operatingPoints')]),
  ),
  weights: described(
    'By the uncertainty of y: not at all, as it stands, or by its ratios only; or by those of x and y as they stand.',
    Type.Union([Type.Literal('none'), Type.Literal('absolute'), Type.Literal('relative'), Type.Literal('both')]),
  ),
  model,
  settings,
  choices: choicesSchema,
});
export type FitBody = Static<typeof fitBody>;
export const fitResults = described(
  'Value and standard error of each parameter, by the name of the series and the symbol.',
  Type.Record(Type.String(), Type.Record(Type.String(), Type.Tuple([Type.Number(), reading]))),
);
export type FitResults = Static<typeof fitResults>;
export const fitRow = closed({
  id,
  campaignId: id,
  ...fitBody.properties,
  results: described('As they were when it was saved.', fitResults),
});
export type FitRow = Static<typeof fitRow>;

const column = Type.Array(reading);
export const budgetLine = described(
  'One source of error: its standard uncertainty alone, and its share of the square of the whole.',
  closed({
    source: Type.String(),
    kind: Type.Union([Type.Literal('random'), Type.Literal('systematic')]),
    contribution: reading,
    share: reading,
    degreesOfFreedom: described('Nothing where it is taken as known.', reading),
  }),
);
export type BudgetLine = Static<typeof budgetLine>;
export const parameterRow = closed({
  symbol: Type.String(),
  meaning: Type.String(),
  unit: Type.String(),
  value: reading,
  standardError: reading,
  halfWidth: described('Half width of the 95 % confidence interval: the factor times the standard error.', reading),
  factor: reading,
  systematic: described(
    'Of the standard error the part that the points share: what is declared of sensors and tables.',
    reading,
  ),
  budget: described('Why it may be off, the largest reason first.', Type.Array(budgetLine)),
  start: described('Where the search began that led here.', reading),
  state: Type.Union([Type.Literal('found'), Type.Literal('fixed'), Type.Literal('tied'), Type.Literal('shared')]),
});
export type ParameterRow = Static<typeof parameterRow>;

export const fromSource = described(
  'Id of the further source that the series is of; 0: of the run and the channels of the fit itself.',
  Type.Integer({ minimum: 0, maximum: 99 }),
);
export const axis = closed({ symbol: Type.String(), name: Type.String(), unit: Type.String() });
export const seriesReply = closed({
  conditionId: orNull(id),
  groupId: described('Of the group whose conditions it takes together; null: it is not of a group.', orNull(id)),
  conditionIds: described('All whose points it takes; empty: all kept samples.', Type.Array(id)),
  from: fromSource,
  name: Type.String(),
  run: described('Name of its run.', Type.String()),
  x: described('Its channel; the unit is that of the fit.', axis),
  y: described('Its channel; the unit is that of the fit.', axis),
  model: described('Its model in words.', Type.String()),
  formula: Type.String(),
  isOwnModel: described('It has a model of its own, and none of the choices of parameters.', Type.Boolean()),
  points: Type.Integer(),
  missing: Type.Integer(),
  expression: described('The right-hand side as a formula is typed.', Type.String()),
  parameters: Type.Array(parameterRow),
  residualStandardDeviation: reading,
  sumOfSquares: described('Of the residuals of the points, unweighted, in the square of the unit of y.', reading),
  degreesOfFreedom: Type.Integer(),
  rSquared: reading,
  adjustedRSquared: reading,
  aic: reading,
  bic: reading,
  reducedChiSquare: described('With weights: near 1 where the uncertainties explain the scatter.', reading),
  correlation: described('Of the parameters, row by row.', Type.Array(Type.Array(reading))),
  worth: described(
    'So many independent points are these worth, by how much neighbours in time know of each other.',
    reading,
  ),
  sources: described(
    'The sources of error that the points share and that the ± holds; empty: none is declared of their channels.',
    Type.Array(Type.String()),
  ),
  doubts: described('What speaks against the solution, in sentences.', Type.Array(Type.String())),
  drawn: described(
    'Points to draw: every `every`-th of them.',
    closed({
      every: Type.Integer(),
      x: column,
      y: column,
      residual: column,
      xUncertainty: described('Standard uncertainty of operating points; empty for samples.', column),
      yUncertainty: column,
    }),
  ),
  leftOut: described(
    'Points outside the range that was set and what steps set aside, every so many of them; those far off are counted only.',
    closed({ x: column, y: column, beyond: Type.Integer() }),
  ),
  curve: described(
    'Curve over the range of the points, and over its reach where one was set, with its 95 % confidence band, and the 95 % band of one further point.',
    closed({
      inside: described('Ends of the points: beyond them it is extrapolated.', Type.Array(reading)),
      x: column,
      y: column,
      low: column,
      high: column,
      lowest: column,
      highest: column,
    }),
  ),
  means: described(
    "Means of the run's channels over the points, for charts of a parameter against them.",
    Type.Array(closed({ symbol: Type.String(), unit: Type.String(), mean: reading })),
  ),
  problem: orNull(problem),
});
export type SeriesReply = Static<typeof seriesReply>;

/** By what a series is found, whatever it is called: its condition or its group, and its source. */
export interface SeriesAddress {
  conditionId: number | null;
  groupId?: number | null | undefined;
  from?: number | undefined;
}

/** Names a series as a finding does. */
export const seriesAddress = ({ conditionId, groupId, from }: SeriesReply) => ({
  conditionId,
  ...(groupId === null ? {} : { groupId }),
  ...(from === 0 ? {} : { from }),
});

type Head = Pick<ParameterRow, 'symbol' | 'unit'>;

/** Parameters of one letter and one unit are the same in all series; of other models they may bear a letter in another unit. */
export const sameParameter = (a: Head, b: Head): boolean => a.symbol === b.symbol && a.unit === b.unit;

/** The parameters of all series, each once. */
export function parameterHeads(series: readonly Pick<SeriesReply, 'parameters'>[]): ParameterRow[] {
  const all = series.flatMap((s) => s.parameters);
  return all.filter((p, k) => all.findIndex((q) => sameParameter(p, q)) === k);
}

/** The address of a series in one word, as models of single series are kept by it. */
export function seriesKey({ conditionId, groupId = null, from = 0 }: SeriesAddress): string {
  const of = conditionId !== null ? `condition ${conditionId}` : groupId !== null ? `group ${groupId}` : 'all';
  return from === 0 ? of : `${of} from ${from}`;
}

export const fitReply = closed({
  x: described('That of all series; of several channels it has their symbols and no name.', axis),
  y: described('That of all series; of several channels it has their symbols and no name.', axis),
  formula: Type.String(),
  model: Type.String(),
  samples: Type.Integer(),
  kept: Type.Integer(),
  series: Type.Array(seriesReply),
  sharing: described(
    'Whether one value of the shared parameters holds all series as well as one for each.',
    orNull(closed({ f: reading, p: Type.Number(), text: Type.String() })),
  ),
});
export type FitReply = Static<typeof fitReply>;
export const trialFitBody = closed({ ...fitBody.properties, campaignId: id });

const rungState = Type.Union([
  Type.Literal('passed'),
  Type.Literal('doubtful'),
  Type.Literal('failed'),
  Type.Literal('notTested'),
]);
export const candidate = described(
  'A model with its settings.',
  closed({ kind: Type.String({ maxLength: 40 }), settings: fitBody.properties.settings }),
);
export const actionReply = closed({
  title: Type.String(),
  candidate: Type.Optional(candidate),
  weights: Type.Optional(fitBody.properties.weights),
  loss: Type.Optional(Type.String()),
  range: Type.Optional(Type.Array(Type.Number())),
  fixed: Type.Optional(Type.Record(Type.String(), Type.Number())),
  ownStarts: Type.Optional(Type.Literal(true)),
});
export type ActionReply = Static<typeof actionReply>;
export const rungReply = closed({
  title: Type.String(),
  state: rungState,
  text: Type.String(),
  action: Type.Optional(actionReply),
});
export type RungReply = Static<typeof rungReply>;

const judged = { ...trialFitBody.properties, series: Type.Integer({ minimum: 0, maximum: 500 }) };
export const judgementBody = closed(judged);
export const judgementReply = closed({
  rungs: Type.Array(rungReply),
  tests: described(
    'Tests of the residuals, each in words.',
    Type.Array(closed({ name: Type.String(), state: rungState, text: Type.String() })),
  ),
  straight: described(
    'The line through logarithms beside the direct fit, where the model can be drawn straight.',
    orNull(
      closed({
        parameters: Type.Array(
          closed({
            symbol: Type.String(),
            value: reading,
            halfWidth: described('Half width of the 95 % interval by the scatter about the line alone.', reading),
            unit: Type.String(),
          }),
        ),
        curve: closed({ x: column, y: column }),
        explanation: Type.String(),
      }),
    ),
  ),
});
export type JudgementReply = Static<typeof judgementReply>;

export const readingsBody = closed({
  ...judged,
  x: fitBody.properties.x,
  atX: orNull(Type.Number()),
  atY: orNull(Type.Number()),
  other: orNull(Type.Integer({ minimum: 0, maximum: 500 })),
});
export const curveReading = closed({
  x: Type.Number(),
  y: Type.Number(),
  xHalf: reading,
  yHalf: reading,
  xPrediction: described('As those, for one further point of the same sensors.', reading),
  yPrediction: reading,
  factor: described('Factor of the half widths, and whether they hold what the points share.', reading),
  outside: Type.Number(),
  what: Type.String(),
  isBent: described('The curve bends so much within the ± that first order may not hold.', Type.Boolean()),
  budget: described('Why what is read may be off, the largest reason first.', Type.Array(budgetLine)),
});
export type CurveReading = Static<typeof curveReading>;
export const readingsReply = described(
  'Half widths are of 95 % intervals.',
  closed({
    at: Type.Array(curveReading),
    back: Type.Array(curveReading),
    zeros: Type.Array(curveReading),
    optima: Type.Array(curveReading),
    crossings: Type.Array(curveReading),
    isCourseTested: described(
      'Enough points for the two that follow; false: nothing of the course was tested.',
      Type.Boolean(),
    ),
    linearPart: described(
      'The longest stretch of the points in which the residuals of a straight line stay random; nothing where there is none.',
      orNull(
        closed({
          from: Type.Number(),
          to: Type.Number(),
          before: described('The point before it; nothing where it begins with the first.', reading),
          after: described('The point behind it; nothing where it goes to the last.', reading),
          points: Type.Integer(),
          slope: Type.Number(),
          intercept: described('Of its line, at x = 0.', Type.Number()),
          p: Type.Number(),
        }),
      ),
    ),
    breakPoint: described(
      'Where two straight lines that meet hold the points best; nothing where one does as well, or a parabola better.',
      orNull(
        closed({
          x: Type.Number(),
          y: Type.Number(),
          xHalf: Type.Number(),
          slopeBefore: Type.Number(),
          slopeAfter: Type.Number(),
          p: Type.Number(),
        }),
      ),
    ),
  }),
);
export type ReadingsReply = Static<typeof readingsReply>;

export const rankingBody = closed({ ...judged, candidates: Type.Array(candidate, { minItems: 1, maxItems: 30 }) });
export const rankedReply = closed({
  title: Type.String(),
  kind: Type.String(),
  settings: fitBody.properties.settings,
  parameters: Type.Integer(),
  residualStandardDeviation: reading,
  adjustedRSquared: reading,
  aic: reading,
  bic: reading,
  runs: reading,
  leftOut: reading,
  nested: orNull(closed({ simpler: Type.String(), f: reading, p: reading })),
  values: Type.Array(closed({ symbol: Type.String(), value: reading, standardError: reading })),
  curve: closed({ x: column, y: column }),
  problem: orNull(problem),
});
export type RankedReply = Static<typeof rankedReply>;
export const rankingReply = closed({
  rows: Type.Array(rankedReply),
  suffices: Type.Integer(),
  sentence: Type.String(),
  points: Type.Integer(),
  every: Type.Integer(),
});
export type RankingReply = Static<typeof rankingReply>;

export const ownModelBody = described(
  "A formula of one's own, kept for the fits of a campaign.",
  closed({
    name,
    formula: Type.String({ minLength: 1, maxLength: 500 }),
    meanings: Type.Record(Type.String({ maxLength: 40 }), Type.String({ maxLength: 200 })),
  }),
);
export type OwnModelBody = Static<typeof ownModelBody>;
export const ownModelRow = closed({ id, campaignId: id, ...ownModelBody.properties });
export type OwnModelRow = Static<typeof ownModelRow>;
