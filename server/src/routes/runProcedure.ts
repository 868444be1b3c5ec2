import { idParams, procedureBody, procedureReply, undoBody } from '@undameter/contract';
import { checkSettings, type Step } from '@undameter/core';
import type { Services } from '../services';
import { moveProcedure, saveProcedure } from '../store/runs';
import type { Routes } from './Routes';

/** The procedure of a run, by versions. */
export function runProcedureRoutes(app: Routes, { db }: Services): void {
  const tags = ['runs'];
  app.put(
    '/runs/:id/procedure',
    {
      config: { changes: 'runs' },
      schema: {
        operationId: 'saveProcedure',
        tags,
        summary: 'Save the procedure',
        params: idParams,
        body: procedureBody,
        response: { 200: procedureReply },
      },
    },
    async (request) => {
      const steps = request.body.steps as Step[];
      steps.forEach(checkSettings);
      return saveProcedure(db, request.params.id, steps, request.body.version);
    },
  );
  app.post(
    '/runs/:id/procedure/history',
    {
      config: { changes: 'runs' },
      schema: {
        operationId: 'moveInHistory',
        tags,
        summary: 'Undo or redo the last change of the procedure',
        params: idParams,
        body: undoBody,
        response: { 200: procedureReply },
      },
    },
    (request) => moveProcedure(db, request.params.id, request.body.direction),
  );
}
