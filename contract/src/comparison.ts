import { Type, type Static } from 'typebox';
import { closed, id, name, orNull, problem, reading, symbol } from './common';
import { fitReply } from './fit';

export const comparisonBody = closed({ name, fitId: id, candidateRunId: id, x: symbol, y: symbol });
export type ComparisonBody = Static<typeof comparisonBody>;
export const comparisonRow = closed({ id, campaignId: id, ...comparisonBody.properties });
export type ComparisonRow = Static<typeof comparisonRow>;

const column = Type.Array(reading);
export const comparedSeries = closed({
  name: Type.String(),
  conditionId: orNull(id),
  /** The candidate's points, in the units of the measured axes, in rising x. */
  candidate: closed({ x: column, y: column }),
  compared: Type.Integer(),
  outside: Type.Integer(),
  mean: reading,
  /** Half width of the 95 % confidence interval of the mean. */
  meanHalfWidth: reading,
  rms: reading,
  largest: reading,
  largestAt: reading,
  /** measured − candidate at the drawn points. */
  drawn: closed({ x: column, difference: column }),
  /** fitted model − candidate along the curve, with the model's 95 % band. */
  curve: closed({ x: column, difference: column, low: column, high: column }),
  problem: orNull(problem),
});
export type ComparedSeries = Static<typeof comparedSeries>;

export const comparisonReply = closed({
  reference: Type.String(),
  candidate: Type.String(),
  fit: fitReply,
  series: Type.Array(comparedSeries),
});
export type ComparisonReply = Static<typeof comparisonReply>;
