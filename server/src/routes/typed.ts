import { idParams, madeUpBody, runReply, sheetBody, sheetReply, sheetVersion, typedBody } from '@undameter/contract';
import { Type } from 'typebox';
import type { Services } from '../services';
import { run } from '../store/runs';
import { createMadeUpRun, createTypedRun, saveSheet, sheetOf, versionsOf } from '../typed/typedRuns';
import type { Routes } from './Routes';

const tags = ['typed'];

/** Runs that come from no file: typed by hand, or made up from a formula. */
export function typedRoutes(app: Routes, { db }: Services): void {
  app.post(
    '/campaigns/:id/typed-runs',
    {
      config: { changes: 'runs' },
      schema: {
        operationId: 'createTypedRun',
        tags,
        summary: 'Make a run from typed rows',
        params: idParams,
        body: typedBody,
        response: { 201: runReply },
      },
    },
    async ({ params, body }, reply) => {
      const id = await createTypedRun(db, params.id, body);
      return reply
        .status(201)
        .header('location', `/api/runs/${id}`)
        .send(await run(db, id));
    },
  );
  app.post(
    '/campaigns/:id/made-up-runs',
    {
      config: { changes: 'runs' },
      schema: {
        operationId: 'createMadeUpRun',
        tags,
        summary: 'Make a run up from a formula, with errors, for trying a method out',
        params: idParams,
        body: madeUpBody,
        response: { 201: runReply },
      },
    },
    async ({ params, body }, reply) => {
      const id = await createMadeUpRun(db, params.id, body);
      return reply
        .status(201)
        .header('location', `/api/runs/${id}`)
        .send(await run(db, id));
    },
  );
  app.get(
    '/runs/:id/sheet',
    {
      schema: {
        operationId: 'getSheet',
        tags,
        summary: 'The rows of a typed run as they are typed',
        params: idParams,
        response: { 200: sheetReply },
      },
    },
    ({ params }) => sheetOf(db, params.id),
  );
  app.put(
    '/runs/:id/sheet',
    {
      config: { changes: 'runs' },
      schema: {
        operationId: 'saveSheet',
        tags,
        summary: 'Correct the rows of a typed run, or add some; those before stay in its history',
        params: idParams,
        body: sheetBody,
        response: { 200: sheetReply },
      },
    },
    async ({ params, body }) => {
      await saveSheet(db, params.id, body);
      return sheetOf(db, params.id);
    },
  );
  app.get(
    '/runs/:id/sheet/versions',
    {
      schema: {
        operationId: 'listSheetVersions',
        tags,
        summary: 'Every state of the rows that was saved, the last one first',
        params: idParams,
        response: { 200: Type.Array(sheetVersion) },
      },
    },
    ({ params }) => versionsOf(db, params.id),
  );
}
