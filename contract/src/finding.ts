import { Type, type Static } from 'typebox';
import { closed, id, orNull } from './common';

/** Where a finding's number comes from: a parameter of a fit, or a compared series. */
export const findingOrigin = Type.Union([
  closed({
    kind: Type.Literal('parameter'),
    fitId: id,
    conditionId: orNull(id),
    parameter: Type.String({ maxLength: 40 }),
  }),
  closed({ kind: Type.Literal('difference'), comparisonId: id, conditionId: orNull(id) }),
]);
export type FindingOrigin = Static<typeof findingOrigin>;

export const findingBody = closed({ origin: findingOrigin });
export const findingRow = closed({
  id,
  campaignId: id,
  sentence: Type.String(),
  origin: findingOrigin,
  /** The sentence as it would read now, when the numbers behind it have changed since. */
  nowReads: orNull(Type.String()),
  createdAt: Type.String(),
});
export type FindingRow = Static<typeof findingRow>;
