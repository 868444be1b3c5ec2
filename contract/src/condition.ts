import { limitSchema } from '@undameter/core';
import { Type, type Static } from 'typebox';
import { closed, id, name } from './common';

export const conditionBody = closed({ name, limits: Type.Array(limitSchema, { minItems: 1, maxItems: 20 }) });
export type ConditionBody = Static<typeof conditionBody>;
export const conditionRow = closed({ id, campaignId: id, ...conditionBody.properties });
export type ConditionRow = Static<typeof conditionRow>;
