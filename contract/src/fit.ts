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
  /** By the uncertainty of y: not at all, as it stands, or by its ratios only. */
  weights: Type.Union([Type.Literal('none'), Type.Literal('absolute'), Type.Literal('relative')]),
  model: Type.String({ maxLength: 40 }),
  settings: Type.Record(Type.String({ maxLength: 40 }), Type.Unknown()),
});
export type FitBody = Static<typeof fitBody>;
export const fitRow = closed({ id, campaignId: id, ...fitBody.properties });
export type FitRow = Static<typeof fitRow>;

const column = Type.Array(reading);
export const parameterRow = closed({
  symbol: Type.String(),
  meaning: Type.String(),
  unit: Type.String(),
  value: reading,
  standardError: reading,
  /** Half width of the 95 % confidence interval. */
  halfWidth: reading,
});
export type ParameterRow = Static<typeof parameterRow>;

export const seriesReply = closed({
  conditionId: orNull(id),
  name: Type.String(),
  points: Type.Integer(),
  missing: Type.Integer(),
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
  /** Curve over the range of the points, with 95 % confidence band. */
  curve: closed({ x: column, y: column, low: column, high: column }),
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
});
export type FitReply = Static<typeof fitReply>;
export const trialFitBody = closed({ ...fitBody.properties, campaignId: id });
