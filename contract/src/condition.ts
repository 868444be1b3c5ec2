import { Type, type Static } from 'typebox';
import { closed, id, name, symbol, unit } from './common';

export const limit = closed({
  symbol,
  value: Type.Number(),
  tolerance: Type.Number({ minimum: 0 }),
  unit,
});
export const conditionBody = closed({ name, limits: Type.Array(limit, { minItems: 1, maxItems: 20 }) });
export type ConditionBody = Static<typeof conditionBody>;
export const conditionRow = closed({ id, campaignId: id, ...conditionBody.properties });
export type ConditionRow = Static<typeof conditionRow>;
