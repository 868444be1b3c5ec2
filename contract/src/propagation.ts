import { Type, type Static } from 'typebox';
import { closed, errorReply, orNull, reading } from './common';
import { readingsBody } from './fit';

export const MOST_DRAWS = 20_000;

/** A Monte Carlo run of the whole way: from the declared sources of error through steps, points and fit to what is read. */
export const propagationBody = closed({
  ...readingsBody.properties,
  draws: Type.Integer({ minimum: 100, maximum: MOST_DRAWS }),
});
export type PropagationBody = Static<typeof propagationBody>;

/** One number that is read off the fit: as first order has it, and as the draws have it. */
export const drawnQuantity = closed({
  name: Type.String(),
  kind: Type.Union([Type.Literal('parameter'), Type.Literal('reading')]),
  unit: Type.String(),
  value: Type.Number(),
  halfWidth: reading,
  /** Draws that gave a number, and those that gave none. */
  draws: Type.Integer(),
  missing: Type.Integer(),
  mean: reading,
  standard: reading,
  /** Ends of the interval that holds 95 % of the draws. */
  low: reading,
  high: reading,
  agreement: Type.Union([Type.Literal('agrees'), Type.Literal('differs'), Type.Literal('notTested')]),
  text: Type.String(),
  /** Draws in classes of one width. */
  histogram: closed({ from: reading, width: reading, counts: Type.Array(Type.Integer()) }),
});
export type DrawnQuantity = Static<typeof drawnQuantity>;

export const propagationReply = closed({
  jobId: Type.String(),
  state: Type.Union([Type.Literal('running'), Type.Literal('done'), Type.Literal('stopped'), Type.Literal('failed')]),
  /** Done so far, of so many. */
  draws: Type.Integer(),
  wanted: Type.Integer(),
  secondsLeft: orNull(Type.Number()),
  quantities: Type.Array(drawnQuantity),
  /** Sources of error that are drawn, and those that reach the points and are not. */
  sources: Type.Array(Type.String()),
  notDrawn: Type.Array(Type.String()),
  error: orNull(errorReply),
});
export type PropagationReply = Static<typeof propagationReply>;
