import {
  findingBody,
  findingBudget,
  findingMeaning,
  findingRow,
  idParams,
  nothing,
  type FindingRow,
} from '@undameter/contract';
import { AppError } from '@undameter/core';
import { Type } from 'typebox';
import { budgetOfFinding } from '../findings/budgetOfFinding';
import { sentenceOf } from '../findings/sentenceOf';
import type { Services } from '../services';
import {
  createFinding,
  explainFinding,
  finding,
  findings,
  removeFinding,
  rewriteFinding,
  type StoredFinding,
} from '../store/findings';
import { checkMatch, created, withEtag } from '../http/match';
import type { Routes } from './Routes';

const tags = ['findings'];

export function findingRoutes(app: Routes, services: Services): void {
  const { db } = services;
  app.get(
    '/campaigns/:id/findings',
    {
      schema: {
        operationId: 'listFindings',
        tags,
        summary: 'Findings of a campaign, each with what it would say now',
        params: idParams,
        response: { 200: Type.Array(findingRow) },
      },
    },
    async (request) => {
      const rows: FindingRow[] = [];
      for (const row of await findings(db, request.params.id)) rows.push(await withPresent(services, row));
      return rows;
    },
  );
  app.post(
    '/campaigns/:id/findings',
    {
      config: { changes: 'findings' },
      schema: {
        operationId: 'writeFinding',
        tags,
        summary: 'Write a finding from its origin',
        params: idParams,
        body: findingBody,
        response: { 201: findingRow },
      },
    },
    async (request, reply) => {
      const { origin } = request.body;
      const written = await createFinding(db, request.params.id, await sentenceOf(services, origin), origin);
      return created(reply, 'findings', { ...written, nowReads: null });
    },
  );
  oneFindingRoutes(app, services);
}

/** What is asked of one finding, and done to it. */
function oneFindingRoutes(app: Routes, services: Services): void {
  const { db } = services;
  const present = async (id: number) => withPresent(services, await finding(db, id));
  app.get(
    '/findings/:id',
    {
      schema: {
        operationId: 'getFinding',
        tags,
        summary: 'One finding, with what it would say now',
        params: idParams,
        response: { 200: findingRow },
      },
    },
    async ({ params }, reply) => withEtag(reply, await present(params.id)),
  );
  app.get(
    '/findings/:id/budget',
    {
      schema: {
        operationId: 'getFindingBudget',
        tags,
        summary: 'Why the number of a finding may be off: its sources of error and their shares',
        params: idParams,
        response: { 200: findingBudget },
      },
    },
    async ({ params }) => budgetOfFinding(services, (await finding(db, params.id)).origin),
  );
  app.post(
    '/findings/:id/rewrite',
    {
      config: { changes: 'findings' },
      schema: {
        operationId: 'rewriteFinding',
        tags,
        summary: 'Write a finding anew from the present numbers',
        params: idParams,
        response: { 200: findingRow },
      },
    },
    async (request) => {
      const { id } = request.params;
      return {
        ...(await rewriteFinding(db, id, await sentenceOf(services, (await finding(db, id)).origin))),
        nowReads: null,
      };
    },
  );
  app.put(
    '/findings/:id',
    {
      config: { changes: 'findings' },
      schema: {
        operationId: 'explainFinding',
        tags,
        summary: 'Say what the number of a finding means',
        params: idParams,
        body: findingMeaning,
        response: { 200: findingRow },
      },
    },
    async (request, reply) => {
      const { id } = request.params;
      await checkMatch(request, 'finding', () => present(id));
      return withEtag(reply, await withPresent(services, await explainFinding(db, id, request.body.meaning)));
    },
  );
  app.delete(
    '/findings/:id',
    {
      config: { changes: 'findings' },
      schema: {
        operationId: 'deleteFinding',
        tags,
        summary: 'Delete a finding',
        params: idParams,
        response: { 204: nothing },
      },
    },
    async (request, reply) => {
      await checkMatch(request, 'finding', () => present(request.params.id));
      await removeFinding(db, request.params.id);
      return reply.status(204).send(null);
    },
  );
}

/** The finding beside what the numbers behind it say now, when that differs. */
async function withPresent(services: Services, row: StoredFinding): Promise<FindingRow> {
  try {
    const now = await sentenceOf(services, row.origin);
    return { ...row, nowReads: now === row.sentence ? null : now };
  } catch (error) {
    if (error instanceof AppError) return { ...row, nowReads: `It cannot be computed any more. ${error.message}` };
    throw error;
  }
}
