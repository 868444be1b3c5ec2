import { choicesSchema } from '@undameter/core';
import { Type, type Static } from 'typebox';
import { closed, id, name, orNull, problem, reading, symbol } from './common';

export const fitBody = closed({
  name,
  runId: id,
  x: symbol,
  y: symbol,
  /** Empty: one series of all kept samples. */
  conditionIds: Type.Array(id, { maxItems: 50 }),
  /** What is fitted: samples, or operating points. */
  data: Type.Union([Type.Literal('samples'), Type.Literal('operatingPoints')]),
  /** By the uncertainty of y: not at all, as it stands, or by its ratios only; or by those of x and y as they stand. */
  weights: Type.Union([Type.Literal('none'), Type.Literal('absolute'), Type.Literal('relative'), Type.Literal('both')]),
  model: Type.String({ maxLength: 40 }),
  settings: Type.Record(Type.String({ maxLength: 40 }), Type.Unknown()),
  choices: choicesSchema,
});
export type FitBody = Static<typeof fitBody>;
/** Value and standard error of each parameter, by the name of the series and the symbol. */
export const fitResults = Type.Record(Type.String(), Type.Record(Type.String(), Type.Tuple([Type.Number(), reading])));
export type FitResults = Static<typeof fitResults>;
export const fitRow = closed({
  id,
  campaignId: id,
  ...fitBody.properties,
  /** As they were when it was saved. */ results: fitResults,
});
export type FitRow = Static<typeof fitRow>;

const column = Type.Array(reading);
/** One source of error: its standard uncertainty alone, and its share of the square of the whole. */
export const budgetLine = closed({
  source: Type.String(),
  kind: Type.Union([Type.Literal('random'), Type.Literal('systematic')]),
  contribution: reading,
  share: reading,
  /** Nothing where it is taken as known. */
  degreesOfFreedom: reading,
});
export type BudgetLine = Static<typeof budgetLine>;
export const parameterRow = closed({
  symbol: Type.String(),
  meaning: Type.String(),
  unit: Type.String(),
  value: reading,
  standardError: reading,
  /** Half width of the 95 % confidence interval: the factor times the standard error. */
  halfWidth: reading,
  factor: reading,
  /** Of the standard error the part that the points share: what is declared of sensors and tables. */
  systematic: reading,
  /** Why it may be off, the largest reason first. */
  budget: Type.Array(budgetLine),
  /** Where the search began that led here. */
  start: reading,
  state: Type.Union([Type.Literal('found'), Type.Literal('fixed'), Type.Literal('tied'), Type.Literal('shared')]),
});
export type ParameterRow = Static<typeof parameterRow>;

export const seriesReply = closed({
  conditionId: orNull(id),
  name: Type.String(),
  points: Type.Integer(),
  missing: Type.Integer(),
  /** The right-hand side as a formula is typed. */
  expression: Type.String(),
  parameters: Type.Array(parameterRow),
  residualStandardDeviation: reading,
  degreesOfFreedom: Type.Integer(),
  rSquared: reading,
  adjustedRSquared: reading,
  aic: reading,
  bic: reading,
  /** With weights: near 1 where the uncertainties explain the scatter. */
  reducedChiSquare: reading,
  /** Of the parameters, row by row. */
  correlation: Type.Array(Type.Array(reading)),
  /** So many independent points are these worth, by how much neighbours in time know of each other. */
  worth: reading,
  /** The sources of error that the points share and that the ± holds; empty: none is declared of their channels. */
  sources: Type.Array(Type.String()),
  /** What speaks against the solution, in sentences. */
  doubts: Type.Array(Type.String()),
  /** Points to draw: every `every`-th of them. */
  drawn: closed({
    every: Type.Integer(),
    x: column,
    y: column,
    residual: column,
    /** Standard uncertainty of operating points; empty for samples. */
    xUncertainty: column,
    yUncertainty: column,
  }),
  /** Points outside the range that was set and what steps set aside, every so many of them; those far off are counted only. */
  leftOut: closed({ x: column, y: column, beyond: Type.Integer() }),
  /** Curve over the range of the points, with its 95 % confidence band, and the 95 % band of one further point. */
  curve: closed({ x: column, y: column, low: column, high: column, lowest: column, highest: column }),
  /** Means of the run's channels over the points, for charts of a parameter against them. */
  means: Type.Array(closed({ symbol: Type.String(), mean: reading })),
  problem: orNull(problem),
});
export type SeriesReply = Static<typeof seriesReply>;

export const axis = closed({ symbol: Type.String(), name: Type.String(), unit: Type.String() });
export const fitReply = closed({
  x: axis,
  y: axis,
  formula: Type.String(),
  model: Type.String(),
  samples: Type.Integer(),
  kept: Type.Integer(),
  series: Type.Array(seriesReply),
  /** Whether one value of the shared parameters holds all series as well as one for each. */
  sharing: orNull(closed({ f: reading, p: Type.Number(), text: Type.String() })),
});
export type FitReply = Static<typeof fitReply>;
export const trialFitBody = closed({ ...fitBody.properties, campaignId: id });

const rungState = Type.Union([
  Type.Literal('passed'),
  Type.Literal('doubtful'),
  Type.Literal('failed'),
  Type.Literal('notTested'),
]);
/** A model with its settings. */
export const candidate = closed({ kind: Type.String({ maxLength: 40 }), settings: fitBody.properties.settings });
export const actionReply = closed({
  says: Type.String(),
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

const judged = { ...trialFitBody.properties, series: Type.Integer({ minimum: 0, maximum: 50 }) };
export const judgementBody = closed(judged);
export const judgementReply = closed({
  rungs: Type.Array(rungReply),
  /** Tests of the residuals, each in words. */
  tests: Type.Array(closed({ name: Type.String(), state: rungState, text: Type.String() })),
  /** The line through logarithms beside the direct fit, where the model can be drawn straight. */
  straight: orNull(
    closed({
      parameters: Type.Array(closed({ symbol: Type.String(), value: reading, unit: Type.String() })),
      curve: closed({ x: column, y: column }),
      says: Type.String(),
    }),
  ),
});
export type JudgementReply = Static<typeof judgementReply>;

export const readingsBody = closed({
  ...judged,
  x: fitBody.properties.x,
  atX: orNull(Type.Number()),
  atY: orNull(Type.Number()),
  other: orNull(Type.Integer({ minimum: 0, maximum: 50 })),
});
export const curveReading = closed({
  x: Type.Number(),
  y: Type.Number(),
  xHalf: reading,
  yHalf: reading,
  /** As those, for one further point of the same sensors. */
  xPrediction: reading,
  yPrediction: reading,
  /** Factor of the half widths, and whether they hold what the points share. */
  factor: reading,
  outside: Type.Number(),
  what: Type.String(),
  /** The curve bends so much within the ± that first order may not hold. */
  isBent: Type.Boolean(),
  /** Why what is read may be off, the largest reason first. */
  budget: Type.Array(budgetLine),
});
export type CurveReading = Static<typeof curveReading>;
/** Half widths are of 95 % intervals. */
export const readingsReply = closed({
  at: Type.Array(curveReading),
  back: Type.Array(curveReading),
  zeros: Type.Array(curveReading),
  optima: Type.Array(curveReading),
  crossings: Type.Array(curveReading),
});
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

/** A formula of one's own, kept for the fits of a campaign. */
export const ownModelBody = closed({
  name,
  formula: Type.String({ minLength: 1, maxLength: 500 }),
  meanings: Type.Record(Type.String({ maxLength: 40 }), Type.String({ maxLength: 200 })),
});
export type OwnModelBody = Static<typeof ownModelBody>;
export const ownModelRow = closed({ id, campaignId: id, ...ownModelBody.properties });
export type OwnModelRow = Static<typeof ownModelRow>;
