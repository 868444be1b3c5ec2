import {
  benchRunBody,
  benchSession,
  idParams,
  nothing,
  orNull,
  readingAction,
  readingBody,
  readingNow,
  readingReply,
  runReply,
  settingBody,
} from '@undameter/contract';
import type { Services } from '../services';
import { createBenchRun } from '../readings/benchRuns';
import { benchSessionOf, keepBenchSession } from '../store/benchSessions';
import { run } from '../store/runs';
import { sheetOf } from '../typed/typedRuns';
import type { Routes } from './Routes';

const tags = ['readings'];

/** Readings at the bench: a run whose rows are taken from instruments. */
export function readingRoutes(app: Routes, { db, readings }: Services): void {
  app.post(
    '/campaigns/:id/bench-runs',
    {
      config: { changes: 'runs' },
      schema: {
        operationId: 'createBenchRun',
        tags,
        summary: 'Begin a run whose rows are taken from instruments',
        params: idParams,
        body: benchRunBody,
        response: { 201: runReply },
      },
    },
    async ({ params, body }, reply) => {
      const id = await createBenchRun(db, params.id, body);
      return reply
        .status(201)
        .header('location', `/api/runs/${id}`)
        .send(await run(db, id));
    },
  );
  sessionRoutes(app, db);
  app.post(
    '/runs/:id/readings',
    {
      config: { changes: 'runs' },
      schema: {
        operationId: 'takeReading',
        tags,
        summary: 'Set what is to be set, wait until it is steady, take the samples, keep their means as a row',
        params: idParams,
        body: readingBody,
        response: { 201: readingReply },
      },
    },
    async ({ params, body }, reply) => {
      const taken = await readings.take(params.id, body);
      return reply.status(201).header('location', `/api/runs/${params.id}/sheet`).send(taken);
    },
  );
  app.get(
    '/runs/:id/readings/now',
    {
      schema: {
        operationId: 'getReadingNow',
        tags,
        summary: 'What the instruments show now, and how far a reading has come',
        params: idParams,
        response: { 200: readingNow },
      },
    },
    ({ params }) => readings.now(params.id),
  );
  app.post(
    '/runs/:id/readings/now',
    {
      schema: {
        operationId: 'actOnReading',
        tags,
        summary: 'Take the reading under way without waiting any longer, or stop it',
        params: idParams,
        body: readingAction,
        response: { 200: readingNow },
      },
    },
    ({ params, body }) => {
      readings.act(params.id, body.action);
      return readings.now(params.id);
    },
  );
  app.post(
    '/runs/:id/settings',
    {
      schema: {
        operationId: 'sendSetting',
        tags,
        summary: 'Set a column at its instrument',
        params: idParams,
        body: settingBody,
        response: { 204: nothing },
      },
    },
    async ({ params, body }, reply) => {
      await readings.set(params.id, body.symbol, body.value);
      return reply.status(204).send(null);
    },
  );
}

/** Which columns are set or read by which instruments. */
function sessionRoutes(app: Routes, db: Services['db']): void {
  app.get(
    '/runs/:id/session',
    {
      schema: {
        operationId: 'getBenchSession',
        tags,
        summary: 'The instruments of a typed run; null: it is typed by hand alone',
        params: idParams,
        response: { 200: orNull(benchSession) },
      },
    },
    async ({ params }) => {
      await run(db, params.id);
      return (await benchSessionOf(db, params.id)) ?? null;
    },
  );
  app.put(
    '/runs/:id/session',
    {
      config: { changes: 'bench' },
      schema: {
        operationId: 'keepBenchSession',
        tags,
        summary: 'Which columns are set or read by which instruments, and how readings are taken',
        params: idParams,
        body: benchSession,
        response: { 200: benchSession },
      },
    },
    async ({ params, body }) => {
      await sheetOf(db, params.id);
      await keepBenchSession(db, params.id, body);
      return body;
    },
  );
}
