import { Type, type Static } from 'typebox';
import { axis, budgetLine, fitBody } from './fit';
import { closed, described, id, method, name, orNull, problem, reading, symbol } from './common';

export const referenceBody = closed({
  runId: id,
  x: symbol,
  y: symbol,
  conditionIds: described(
    'Each is a series of its own; none: all kept samples as one.',
    fitBody.properties.conditionIds,
  ),
  data: fitBody.properties.data,
  groupBy: described(
    'Conditions with the same limits on this channel stand on one chart and have one verdict: those of a station; absent: each stands for itself.',
    Type.Optional(symbol),
  ),
});
export const candidateBody = closed({
  source: Type.Union([
    closed({ kind: Type.Literal('run'), runId: id, x: symbol, y: symbol }),
    closed({ kind: Type.Literal('fit'), fitId: id }),
  ]),
  offset: described('A known difference, added to its y after the scale, in the unit of the reference.', Type.Number()),
  scale: Type.Number(),
  method,
  uncertainty: described(
    'Standard uncertainty that its maker states, in the unit of the reference; null where none is stated.',
    orNull(Type.Number({ minimum: 0 })),
  ),
});
export type CandidateBody = Static<typeof candidateBody>;

export const comparisonBody = closed({
  name,
  reference: referenceBody,
  candidates: Type.Array(candidateBody, { minItems: 1, maxItems: 12 }),
});
export type ComparisonBody = Static<typeof comparisonBody>;
export const comparisonRow = closed({ id, campaignId: id, ...comparisonBody.properties });
export type ComparisonRow = Static<typeof comparisonRow>;
export const trialComparisonBody = closed({ ...comparisonBody.properties, campaignId: id });

const column = Type.Array(reading);
const state = Type.Union([
  Type.Literal('passed'),
  Type.Literal('doubtful'),
  Type.Literal('failed'),
  Type.Literal('notTested'),
]);
export const comparedCandidate = closed({
  curve: described(
    'Its curve in the units of the reference, with the 95 % band of a fit.',
    closed({ x: column, y: column, low: column, high: column }),
  ),
  branches: described(
    'Of a run whose points go up and down along x on two ways that differ: up less down; null: it has one way, or both agree.',
    orNull(
      closed({
        difference: Type.Number(),
        half: described('Half width of its 99 % interval.', Type.Number()),
        up: described('Points of the way up.', Type.Integer()),
        down: described('Points of the way down.', Type.Integer()),
      }),
    ),
  ),
  points: Type.Integer(),
  outside: Type.Integer(),
  mean: described('candidate − reference, as every difference here.', reading),
  meanHalfWidth: described('Half width of its 95 % interval by the scatter of the points alone.', reading),
  rms: reading,
  largest: reading,
  largestAt: reading,
  scaled: described('rms over the range of the reference.', reading),
  correlation: reading,
  within: described('Share of the points that lie within twice the combined uncertainty.', reading),
  e: described(
    'Of the points of which an uncertainty is known: the mean, and the validation uncertainty of it.',
    reading,
  ),
  uVal: reading,
  budget: described('What that uncertainty is due to, the largest part first.', Type.Array(budgetLine)),
  verdict: closed({ state, text: Type.String(), differsIn: Type.Array(Type.String()) }),
  drawn: described(
    'With the standard uncertainty of each difference, nothing where none is known.',
    closed({ x: column, difference: column, reference: column, candidate: column, uncertainty: column }),
  ),
  problem: orNull(problem),
});
export type ComparedCandidate = Static<typeof comparedCandidate>;

export const comparedSeries = closed({
  name: Type.String(),
  conditionId: orNull(id),
  points: Type.Integer(),
  drawn: closed({ every: Type.Integer(), x: column, y: column, xUncertainty: column, yUncertainty: column }),
  candidates: Type.Array(comparedCandidate),
  problem: orNull(problem),
});
export type ComparedSeries = Static<typeof comparedSeries>;

/** Of several conditions together. */
export const comparedGroup = closed({
  name: described('What its conditions have in common, in words.', Type.String()),
  members: described(
    'Its conditions.',
    Type.Array(
      closed({
        series: described('Number of the series, from 0.', Type.Integer()),
        conditionId: id,
        name: described('What tells it from the others of the group.', Type.String()),
      }),
    ),
  ),
  candidates: described(
    'What they say of each candidate together.',
    Type.Array(
      closed({
        verdict: closed({ state, text: Type.String() }),
        points: Type.Integer(),
        odd: described(
          'Points that differ by more than is known of them, the farthest first.',
          Type.Array(
            closed({
              series: described('Number of its series, from 0.', Type.Integer()),
              x: reading,
              difference: reading,
              times: described('So many of its uncertainties.', reading),
            }),
          ),
        ),
        rms: reading,
        e: described('Mean over the points that do not, with its validation uncertainty.', reading),
        uVal: reading,
      }),
    ),
  ),
});
export type ComparedGroup = Static<typeof comparedGroup>;

export const comparisonReply = closed({
  reference: Type.String(),
  candidates: Type.Array(
    closed({
      name: Type.String(),
      kind: Type.Union([Type.Literal('measured'), Type.Literal('simulated'), Type.Literal('fit')]),
    }),
  ),
  x: axis,
  y: axis,
  samples: Type.Integer(),
  series: Type.Array(comparedSeries),
  groups: described('None where each condition stands for itself.', Type.Array(comparedGroup)),
});
export type ComparisonReply = Static<typeof comparisonReply>;
