import { limitSchema, steadyLimitSchema } from '@undameter/core';
import { Type, type Static } from 'typebox';
import { closed, described, id, name, orNull, problem, reading, symbol } from './common';

export const conditionBody = closed({ name, limits: Type.Array(limitSchema, { minItems: 1, maxItems: 20 }) });
export type ConditionBody = Static<typeof conditionBody>;
export const conditionRow = closed({ id, campaignId: id, ...conditionBody.properties });
export type ConditionRow = Static<typeof conditionRow>;

export const severalConditionsBody = described(
  'Several at once: all of them or none.',
  closed({ conditions: Type.Array(conditionBody, { minItems: 1, maxItems: 200 }) }),
);

export const setPointsBody = described(
  'What is steady, and which channels were set; null: found from the run.',
  closed({
    steady: orNull(steadyLimitSchema),
    symbols: orNull(Type.Array(symbol, { maxItems: 20 })),
  }),
);
export const setPointsReply = closed({
  steady: described('Null for a run without time, where each sample is a point of its own.', orNull(steadyLimitSchema)),
  channels: Type.Array(
    closed({
      symbol: Type.String(),
      levels: Type.Array(closed({ value: Type.Number(), tolerance: Type.Number(), stretches: Type.Integer() })),
      chosen: described('It takes part in the conditions that are proposed.', Type.Boolean()),
    }),
  ),
  proposed: Type.Array(closed({ ...conditionBody.properties, samples: Type.Integer(), points: Type.Integer() })),
});
export type SetPointsReply = Static<typeof setPointsReply>;

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
