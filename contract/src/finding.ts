import { Type, type Static } from 'typebox';
import { closed, described, id, orNull } from './common';
import { budgetLine, candidate, fromSource } from './fit';

const ofSeries = {
  fitId: id,
  conditionId: orNull(id),
  groupId: described('Of the group whose conditions are one series; absent: it is not of a group.', Type.Optional(id)),
  from: Type.Optional(fromSource),
};

export const findingOrigin = described(
  "Where a finding's number comes from: a parameter of a fit, or a compared series.",
  Type.Union([
    closed({
      kind: Type.Literal('parameter'),
      ...ofSeries,
      parameter: Type.String({ maxLength: 40 }),
    }),
    /** The curve at an x, back from a y, or its lowest or highest place, where `at` is its number from the left. */
    closed({
      kind: Type.Literal('reading'),
      ...ofSeries,
      what: Type.Union([Type.Literal('at'), Type.Literal('back'), Type.Literal('optimum')]),
      at: Type.Number(),
    }),
    /** Where the curve meets that of another series; `which` is the number of the place from the left. */
    closed({
      kind: Type.Literal('crossing'),
      ...ofSeries,
      otherConditionId: orNull(id),
      otherGroupId: ofSeries.groupId,
      otherFrom: Type.Optional(fromSource),
      which: Type.Integer({ minimum: 0, maximum: 20 }),
    }),
    /** What models side by side on the points of a series say. */
    closed({
      kind: Type.Literal('ranking'),
      ...ofSeries,
      candidates: Type.Array(candidate, { minItems: 1, maxItems: 30 }),
    }),
    /** How well a fit holds its points. */
    closed({ kind: Type.Literal('goodness'), ...ofSeries }),
    closed({
      kind: Type.Literal('difference'),
      comparisonId: id,
      conditionId: orNull(id),
      candidate: described(
        'Which of the candidates, from 0; the first where none is named.',
        Type.Optional(Type.Integer({ minimum: 0, maximum: 11 })),
      ),
    }),
    /** What the series of a group say of a candidate together. */
    closed({
      kind: Type.Literal('group'),
      comparisonId: id,
      group: described('What its conditions have in common, in words.', Type.String({ minLength: 1, maxLength: 400 })),
      candidate: described('Which of the candidates, from 0.', Type.Integer({ minimum: 0, maximum: 11 })),
    }),
  ]),
);
export type FindingOrigin = Static<typeof findingOrigin>;

export const findingBody = closed({ origin: findingOrigin });
export const findingMeaning = closed({ meaning: Type.String({ maxLength: 500 }) });
export const findingRow = closed({
  id,
  campaignId: id,
  sentence: Type.String(),
  meaning: described('What the number means, in the engineer’s words.', Type.String()),
  origin: findingOrigin,
  nowReads: described(
    'The sentence as it would read now, when the numbers behind it have changed since.',
    orNull(Type.String()),
  ),
  createdAt: Type.String(),
});
export const findingBudget = described(
  'Why the number of a finding may be off; no line where it has no ±, which `why` says.',
  closed({ unit: Type.String(), lines: Type.Array(budgetLine), why: Type.String() }),
);
export type FindingBudget = Static<typeof findingBudget>;
export type FindingRow = Static<typeof findingRow>;
