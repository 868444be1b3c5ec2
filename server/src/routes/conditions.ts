import { conditionBody, conditionRow, done, idParams } from '@undameter/contract';
import { parseUnit } from '@undameter/core';
import { Type } from 'typebox';
import type { Services } from '../services';
import { conditions, createCondition, removeCondition, updateCondition } from '../store/conditions';
import type { Routes } from './Routes';

export function conditionRoutes(app: Routes, { db }: Services): void {
  const tags = ['conditions'];
  app.get(
    '/campaigns/:id/conditions',
    {
      schema: {
        tags,
        summary: 'Conditions of a campaign',
        params: idParams,
        response: { 200: Type.Array(conditionRow) },
      },
    },
    (request) => conditions(db, request.params.id),
  );
  app.post(
    '/campaigns/:id/conditions',
    {
      schema: {
        tags,
        summary: 'Create a condition',
        params: idParams,
        body: conditionBody,
        response: { 200: conditionRow },
      },
    },
    async (request) => {
      for (const { unit } of request.body.limits) parseUnit(unit);
      return createCondition(db, request.params.id, request.body);
    },
  );
  app.put(
    '/conditions/:id',
    {
      schema: {
        tags,
        summary: 'Change a condition',
        params: idParams,
        body: conditionBody,
        response: { 200: conditionRow },
      },
    },
    async (request) => {
      for (const { unit } of request.body.limits) parseUnit(unit);
      return updateCondition(db, request.params.id, request.body);
    },
  );
  app.delete(
    '/conditions/:id',
    { schema: { tags, summary: 'Delete a condition', params: idParams, response: { 200: done } } },
    async (request) => {
      await removeCondition(db, request.params.id);
      return { done: true as const };
    },
  );
}
