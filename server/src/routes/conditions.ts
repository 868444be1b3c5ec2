import {
  conditionBody,
  conditionRow,
  idParams,
  mapBody,
  mapReply,
  pointsBody,
  pointsReply,
  setPointsBody,
  setPointsReply,
  steadyReply,
  severalChangedBody,
  severalConditionsBody,
  type ConditionBody,
  type ConditionRow,
} from '@undameter/contract';
import { checkLimit, steadyLimitSchema } from '@undameter/core';
import { Type } from 'typebox';
import type { Services } from '../services';
import {
  changeConditions,
  condition,
  conditions,
  createCondition,
  createConditions,
  removeCondition,
  updateCondition,
} from '../store/conditions';
import { collectionRoutes } from './collectionRoutes';
import type { Routes } from './Routes';

const checked = (body: ConditionBody): ConditionBody => {
  body.limits.forEach(checkLimit);
  return body;
};

export function conditionRoutes(app: Routes, { db, pools, loader }: Services): void {
  const tags = ['conditions'];
  app.post(
    '/campaigns/:id/conditions/several',
    {
      config: { changes: 'conditions' },
      schema: {
        operationId: 'createConditions',
        tags,
        summary: 'Create several conditions, all or none',
        params: idParams,
        body: severalConditionsBody,
        response: { 201: Type.Array(conditionRow) },
      },
    },
    async (request, reply) =>
      reply.status(201).send(await createConditions(db, request.params.id, request.body.conditions.map(checked))),
  );
  app.post(
    '/campaigns/:id/conditions/change',
    {
      config: { changes: 'conditions' },
      schema: {
        operationId: 'changeConditions',
        tags,
        summary:
          'Delete, rename and group several conditions, all or none; answers the conditions of the campaign then',
        params: idParams,
        body: severalChangedBody,
        response: { 200: Type.Array(conditionRow) },
      },
    },
    (request) => changeConditions(db, request.params.id, request.body),
  );
  app.post(
    '/runs/:id/set-points',
    {
      schema: {
        operationId: 'findSetPoints',
        tags,
        summary: 'Steady stretches of a run, the levels at which its channels stood, and the conditions that follow',
        params: idParams,
        body: setPointsBody,
        response: { 200: setPointsReply },
      },
    },
    async (request) => pools.findSetPoints({ run: await loader.run(request.params.id), ...request.body }),
  );
  app.post(
    '/runs/:id/steady',
    {
      schema: {
        operationId: 'reportSteady',
        tags,
        summary: 'Why a run is steady where it is: what each limit lets through, jumps of levels, and how they settled',
        params: idParams,
        body: steadyLimitSchema,
        response: { 200: steadyReply },
      },
    },
    async (request) => pools.steadyOf({ run: await loader.run(request.params.id), limit: request.body }),
  );
  app.post(
    '/runs/:id/map',
    {
      schema: {
        operationId: 'mapRun',
        tags,
        summary: 'How long a run dwelt at each place of the map of two channels',
        params: idParams,
        body: mapBody,
        response: { 200: mapReply },
      },
    },
    async (request) => pools.dwellOf({ run: await loader.run(request.params.id), ...request.body }),
  );
  app.post(
    '/runs/:id/operating-points',
    {
      schema: {
        operationId: 'reduceOperatingPoints',
        tags,
        summary: 'The stretches of conditions on a run, each reduced to means with their uncertainty',
        params: idParams,
        body: pointsBody,
        response: { 200: pointsReply },
      },
    },
    async (request) => {
      const { conditionIds, symbols } = request.body;
      const run = await loader.run(request.params.id);
      const conditions = await (conditionIds.length > 0
        ? loader.conditions(run.campaignId, conditionIds)
        : loader.conditionsOn(request.params.id, run.campaignId));
      return pools.reducePoints({ run, conditions, symbols });
    },
  );
  collectionRoutes<ConditionBody, ConditionRow>(app, {
    path: 'conditions',
    called: 'condition',
    body: conditionBody,
    row: conditionRow,
    list: (campaignId) => conditions(db, campaignId),
    one: (id) => condition(db, id),
    check: checked,
    create: (campaignId, body) => createCondition(db, campaignId, body),
    update: (id, body) => updateCondition(db, id, body),
    remove: (id) => removeCondition(db, id),
  });
}
