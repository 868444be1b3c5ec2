import { limitSchema, steadyLimitSchema } from '@undameter/core';
import { Type, type Static } from 'typebox';
import { closed, described, id, name, orNull, problem, reading, symbol } from './common';

const group = Type.String({ maxLength: 120 });
export const conditionBody = closed({
  name,
  limits: Type.Array(limitSchema, { minItems: 1, maxItems: 20 }),
  group: described(
    'Name of the group that it belongs to; empty: none; left out: as before, of a new one none.',
    Type.Optional(group),
  ),
  runId: described(
    'The run that it belongs to, and is offered on; null: all of the campaign; left out: as before, of a new one all.',
    Type.Optional(orNull(id)),
  ),
});
export type ConditionBody = Static<typeof conditionBody>;
export const conditionRow = closed({
  id,
  campaignId: id,
  ...conditionBody.properties,
  group: described('Name of its group; empty: it is in none.', group),
  groupId: described('By which fits find its group.', orNull(id)),
  runId: described('The run that it belongs to; null: all of the campaign.', orNull(id)),
});
export type ConditionRow = Static<typeof conditionRow>;

export const severalConditionsBody = described(
  'Several at once: all of them or none.',
  closed({ conditions: Type.Array(conditionBody, { minItems: 1, maxItems: 200 }) }),
);

export const severalChangedBody = described(
  'What is done to several conditions: all of it, or nothing.',
  closed({
    remove: described('Deleted.', Type.Optional(Type.Array(id, { maxItems: 500 }))),
    rename: described(
      'Called otherwise; names can be exchanged.',
      Type.Optional(Type.Array(closed({ id, name }), { maxItems: 500 })),
    ),
    group: described(
      'Put into the group of this name, a new one where there is none; empty: into none. All of one group in a new one rename it.',
      Type.Optional(
        closed({ ids: described('The conditions.', Type.Array(id, { minItems: 1, maxItems: 500 })), name: group }),
      ),
    ),
  }),
);
export type SeveralChangedBody = Static<typeof severalChangedBody>;

export const setPointsBody = described(
  'What is steady, and which channels were set; null: found from the run.',
  closed({
    steady: orNull(steadyLimitSchema),
    symbols: orNull(Type.Array(symbol, { maxItems: 20 })),
    cuts: described(
      'Where the levels of channels part, by hand; of the others they are found.',
      Type.Optional(Type.Array(closed({ symbol, at: Type.Array(Type.Number(), { maxItems: 200 }) }), { maxItems: 20 })),
    ),
    approachOf: described(
      'A channel that was set: whether its level was approached from below or from above makes two conditions.',
      Type.Optional(orNull(symbol)),
    ),
  }),
);
export type SetPointsBody = Static<typeof setPointsBody>;
const separation = closed({
  cuts: described('Values between the levels, in the unit of the channel, rising.', Type.Array(Type.Number())),
  by: described(
    'Why there: by hand, by gaps that stand out, or where none does by the scatter.',
    Type.Union([Type.Literal('hand'), Type.Literal('gaps'), Type.Literal('scatter')]),
  ),
  between: described('The smallest gap between two levels.', reading),
  within: described('The largest gap within one.', Type.Number()),
});
export const setPointsReply = closed({
  steady: described('Null for a run without time, where each sample is a point of its own.', orNull(steadyLimitSchema)),
  channels: Type.Array(
    closed({
      symbol: Type.String(),
      levels: Type.Array(closed({ value: Type.Number(), tolerance: Type.Number(), stretches: Type.Integer() })),
      separation: described('Where the levels part; null: the channel was never held.', orNull(separation)),
      means: described('Means of the stretches, rising; of very many an even choice.', Type.Array(Type.Number())),
      chosen: described('It takes part in the conditions that are proposed.', Type.Boolean()),
    }),
  ),
  proposed: Type.Array(closed({ ...conditionBody.properties, samples: Type.Integer(), points: Type.Integer() })),
  missed: described('Stretches that are in none of the conditions that are proposed.', Type.Integer()),
});
export type SetPointsReply = Static<typeof setPointsReply>;

const through = described(
  'Share of the samples of each of so many equal parts of the run, in turn, from 0 to 1.',
  Type.Array(Type.Number()),
);
export const steadyReply = closed({
  limits: described(
    'What each limit of a watched channel lets through by itself.',
    Type.Array(
      closed({
        symbol: Type.String(),
        of: described(
          'Of its standard deviation, or of its slope.',
          Type.Union([Type.Literal('deviation'), Type.Literal('slope')]),
        ),
        share: described('Share of the kept samples.', Type.Number()),
        through,
      }),
    ),
  ),
  whole: described(
    'What all of them leave, with the settling cut off.',
    closed({ share: described('Share of the kept samples.', Type.Number()), through }),
  ),
  jumps: described(
    'Where a calm stretch was divided, because the level before and behind is another.',
    Type.Array(
      closed({
        at: described('On the channel along which the run is ordered.', reading),
        symbol: Type.String(),
        before: described('Mean before it.', Type.Number()),
        after: described('Mean behind it.', Type.Number()),
      }),
    ),
  ),
  settlings: described(
    'Time constants of the ways to the levels, where they are clear of the noise.',
    Type.Array(
      closed({
        at: described('Where the stretch began, on the channel along which the run is ordered.', reading),
        symbol: described('The slowest of the watched channels.', Type.String()),
        constant: described('Its time constant, in the unit along the run.', Type.Number()),
      }),
    ),
  ),
  proposed: described('The same channels, with limits as wide as the scatter of the run asks.', steadyLimitSchema),
});
export type SteadyReply = Static<typeof steadyReply>;

export const pointsBody = closed({
  conditionIds: described('Empty: all conditions of the campaign.', Type.Array(id, { maxItems: 200 })),
  symbols: described('Empty: all channels that are numbers.', Type.Array(symbol, { maxItems: 200 })),
});
export const pointValue = closed({
  symbol: Type.String(),
  mean: reading,
  standardDeviation: reading,
  standardError: reading,
  systematic: reading,
  uncertainty: reading,
  count: Type.Integer(),
  worth: reading,
  isShort: described('Too short for its correlation time: its ± is a guess.', Type.Boolean()),
  drift: described('Change from the begin to the end of the stretch, along a straight line.', reading),
  driftUncertainty: reading,
  isDrifting: described('The change is more than chance and than a small part of the scatter.', Type.Boolean()),
});
export type PointValue = Static<typeof pointValue>;
export const operatingPoint = closed({
  conditionId: id,
  number: described('Place among the points of its condition, from 1.', Type.Integer()),
  from: reading,
  to: reading,
  samples: Type.Integer(),
  values: Type.Array(pointValue),
});
export type OperatingPointReply = Static<typeof operatingPoint>;
export const pointsReply = closed({
  channels: Type.Array(closed({ symbol: Type.String(), name: Type.String(), unit: Type.String() })),
  points: Type.Array(operatingPoint),
  shattered: described(
    'Conditions whose limits are narrower than this run scatters, and the limits that would fit it.',
    Type.Array(
      closed({
        conditionId: id,
        stretches: described('Into so many it falls; 0: it picks nothing.', Type.Integer()),
        whole: described('So many there are with limits that fit.', Type.Integer()),
        limits: described('All of its limits, as they would be then.', Type.Array(limitSchema)),
        changed: described('Places of those that change, from 0.', Type.Array(Type.Integer())),
      }),
    ),
  ),
  problems: described(
    'Conditions whose points cannot be told, and why.',
    Type.Array(closed({ conditionId: id, problem })),
  ),
});
export type PointsReply = Static<typeof pointsReply>;

const cells = Type.Integer({ minimum: 4, maximum: 200 });
export const mapBody = closed({ x: symbol, y: symbol, columns: cells, rows: cells });
const ends = Type.Tuple([Type.Number(), Type.Number()]);
export const mapReply = closed({
  xRange: ends,
  yRange: ends,
  columns: Type.Integer(),
  rows: Type.Integer(),
  dwell: described('Time spent in each cell, row by row from the lowest y.', Type.Array(Type.Number())),
});
export type MapReply = Static<typeof mapReply>;
