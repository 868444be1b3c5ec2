import { limitSchema, steadyLimitSchema } from '@undameter/core';
import { Type, type Static } from 'typebox';
import { closed, id, name, orNull, problem, reading, symbol } from './common';

export const conditionBody = closed({ name, limits: Type.Array(limitSchema, { minItems: 1, maxItems: 20 }) });
export type ConditionBody = Static<typeof conditionBody>;
export const conditionRow = closed({ id, campaignId: id, ...conditionBody.properties });
export type ConditionRow = Static<typeof conditionRow>;

/** Several at once: all of them or none. */
export const severalConditionsBody = closed({ conditions: Type.Array(conditionBody, { minItems: 1, maxItems: 200 }) });

/** What is steady, and which channels were set; null: found from the run. */
export const setPointsBody = closed({
  steady: orNull(steadyLimitSchema),
  symbols: orNull(Type.Array(symbol, { maxItems: 20 })),
});
export const setPointsReply = closed({
  /** Null for a run without time, where each sample is a point of its own. */
  steady: orNull(steadyLimitSchema),
  channels: Type.Array(
    closed({
      symbol: Type.String(),
      levels: Type.Array(closed({ value: Type.Number(), tolerance: Type.Number(), stretches: Type.Integer() })),
      /** It takes part in the conditions that are proposed. */
      chosen: Type.Boolean(),
    }),
  ),
  proposed: Type.Array(closed({ ...conditionBody.properties, samples: Type.Integer(), points: Type.Integer() })),
});
export type SetPointsReply = Static<typeof setPointsReply>;

export const pointsBody = closed({
  /** Empty: all conditions of the campaign. */
  conditionIds: Type.Array(id, { maxItems: 200 }),
  /** Empty: all channels that are numbers. */
  symbols: Type.Array(symbol, { maxItems: 200 }),
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
  /** Too short for its correlation time: its ± is a guess. */
  isShort: Type.Boolean(),
});
export const operatingPoint = closed({
  conditionId: id,
  /** Place among the points of its condition, from 1. */
  number: Type.Integer(),
  from: reading,
  to: reading,
  samples: Type.Integer(),
  values: Type.Array(pointValue),
});
export type OperatingPointReply = Static<typeof operatingPoint>;
export const pointsReply = closed({
  channels: Type.Array(closed({ symbol: Type.String(), name: Type.String(), unit: Type.String() })),
  points: Type.Array(operatingPoint),
  /** Conditions whose points cannot be told, and why. */
  problems: Type.Array(closed({ conditionId: id, problem })),
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
  /** Time spent in each cell, row by row from the lowest y. */
  dwell: Type.Array(Type.Number()),
});
export type MapReply = Static<typeof mapReply>;
