import { conditionBody, conditionRow, type ConditionBody, type ConditionRow } from '@undameter/contract';
import { parseUnit, unitsOfLimit } from '@undameter/core';
import type { Services } from '../services';
import { conditions, createCondition, removeCondition, updateCondition } from '../store/conditions';
import { collectionRoutes } from './collectionRoutes';
import type { Routes } from './Routes';

export function conditionRoutes(app: Routes, { db }: Services): void {
  collectionRoutes<ConditionBody, ConditionRow>(app, {
    path: 'conditions',
    one: 'a condition',
    body: conditionBody,
    row: conditionRow,
    list: (campaignId) => conditions(db, campaignId),
    check: (body) => {
      for (const unit of body.limits.flatMap(unitsOfLimit)) parseUnit(unit);
      return body;
    },
    create: (campaignId, body) => createCondition(db, campaignId, body),
    update: (id, body) => updateCondition(db, id, body),
    remove: (id) => removeCondition(db, id),
  });
}
