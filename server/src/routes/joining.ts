import { continueBody, idParams, joinBody, offsetBody, offsetReply, runReply } from '@undameter/contract';
import { continueRun, joinRun, twoRuns } from '../join/joinRuns';
import type { Services } from '../services';
import { run } from '../store/runs';
import type { Routes } from './Routes';

export function joiningRoutes(app: Routes, services: Services): void {
  const tags = ['joining'];
  app.post(
    '/runs/:id/continue',
    {
      config: { changes: 'runs' },
      schema: {
        operationId: 'continueRun',
        tags,
        summary: 'Put the rows of another run below those of a run',
        params: idParams,
        body: continueBody,
        response: { 200: runReply },
      },
    },
    async (request) => {
      await continueRun(services, request.params.id, request.body);
      return run(services.db, request.params.id);
    },
  );
  app.post(
    '/runs/:id/offset',
    {
      schema: {
        operationId: 'findOffset',
        tags,
        summary: 'The offset of a second log by cross-correlation of a channel of each',
        params: idParams,
        body: offsetBody,
        response: { 200: offsetReply },
      },
    },
    async (request) => {
      const { otherRunId, ...symbols } = request.body;
      return services.pools.offsetOf({ ...(await twoRuns(services, request.params.id, otherRunId)), ...symbols });
    },
  );
  app.post(
    '/runs/:id/join',
    {
      config: { changes: 'runs' },
      schema: {
        operationId: 'joinRun',
        tags,
        summary: 'Bring channels of a second log to the times of a run',
        params: idParams,
        body: joinBody,
        response: { 200: runReply },
      },
    },
    async (request) => {
      await joinRun(services, request.params.id, request.body);
      return run(services.db, request.params.id);
    },
  );
}
