import { Type, type Static } from 'typebox';
import { closed, described, errorReply, orNull, reading } from './common';
import { readingsBody } from './fit';

export const MOST_DRAWS = 20_000;

export const propagationBody = described(
  'A Monte Carlo run of the whole way: from the declared sources of error through steps, points and fit to what is read.',
  closed({
    ...readingsBody.properties,
    draws: Type.Integer({ minimum: 100, maximum: MOST_DRAWS }),
  }),
);
export type PropagationBody = Static<typeof propagationBody>;

export const drawnQuantity = described(
  'One number that is read off the fit: as first order has it, and as the draws have it.',
  closed({
    name: Type.String(),
    kind: Type.Union([Type.Literal('parameter'), Type.Literal('reading')]),
    unit: Type.String(),
    value: Type.Number(),
    halfWidth: reading,
    draws: described('Draws that gave a number, and those that gave none.', Type.Integer()),
    missing: Type.Integer(),
    mean: reading,
    standard: reading,
    low: described('Ends of the interval that holds 95 % of the draws.', reading),
    high: reading,
    agreement: Type.Union([Type.Literal('agrees'), Type.Literal('differs'), Type.Literal('notTested')]),
    text: Type.String(),
    histogram: described(
      'Draws in classes of one width.',
      closed({ from: reading, width: reading, counts: Type.Array(Type.Integer()) }),
    ),
  }),
);
export type DrawnQuantity = Static<typeof drawnQuantity>;

export const propagationReply = closed({
  jobId: Type.String(),
  state: Type.Union([Type.Literal('running'), Type.Literal('done'), Type.Literal('stopped'), Type.Literal('failed')]),
  draws: described('Done so far, of so many.', Type.Integer()),
  wanted: Type.Integer(),
  secondsLeft: orNull(Type.Number()),
  quantities: Type.Array(drawnQuantity),
  sources: described(
    'Sources of error that are drawn, and those that reach the points and are not.',
    Type.Array(Type.String()),
  ),
  notDrawn: Type.Array(Type.String()),
  error: orNull(errorReply),
});
export type PropagationReply = Static<typeof propagationReply>;
