import { Type, type Static } from 'typebox';
import { closed, id, name, symbol, unit } from './common';

/** A number with a tolerance, or some of the words of a category. */
export const limit = Type.Union([
  closed({ symbol, value: Type.Number(), tolerance: Type.Number({ minimum: 0 }), unit }),
  closed({ symbol, words: Type.Array(Type.String({ maxLength: 200 }), { minItems: 1, maxItems: 200 }) }),
]);
export const conditionBody = closed({ name, limits: Type.Array(limit, { minItems: 1, maxItems: 20 }) });
export type ConditionBody = Static<typeof conditionBody>;
export const conditionRow = closed({ id, campaignId: id, ...conditionBody.properties });
export type ConditionRow = Static<typeof conditionRow>;
