import { channelBody, channelParams, idParams, nothing, qualityReply, renameBody, runReply } from '@undameter/contract';
import { AppError, checkUncertainty, isSymbol, parseUnit } from '@undameter/core';
import type { Services } from '../services';
import { declareChannel, removeRun, renameRun, run } from '../store/runs';
import { checkMatch, withEtag } from '../http/match';
import type { Routes } from './Routes';

export function runRoutes(app: Routes, { db, loader, pools, originals }: Services): void {
  const tags = ['runs'];
  app.get(
    '/runs/:id',
    {
      schema: {
        operationId: 'getRun',
        tags,
        summary: 'One run with its procedure and import record',
        params: idParams,
        response: { 200: runReply },
      },
    },
    async (request, reply) => withEtag(reply, await run(db, request.params.id)),
  );
  app.put(
    '/runs/:id',
    {
      config: { changes: 'runs' },
      schema: {
        operationId: 'renameRun',
        tags,
        summary: 'Rename a run',
        params: idParams,
        body: renameBody,
        response: { 200: runReply },
      },
    },
    async (request, reply) => {
      const { id } = request.params;
      await checkMatch(request, 'run', () => run(db, id));
      return withEtag(reply, await renameRun(db, id, request.body.name));
    },
  );
  app.delete(
    '/runs/:id',
    {
      config: { changes: 'runs' },
      schema: { operationId: 'deleteRun', tags, summary: 'Delete a run', params: idParams, response: { 204: nothing } },
    },
    async (request, reply) => {
      await checkMatch(request, 'run', () => run(db, request.params.id));
      await removeRun(db, request.params.id);
      await originals.dropUnused();
      return reply.status(204).send(null);
    },
  );
  app.put(
    '/runs/:id/channels/:symbol',
    {
      config: { changes: 'runs' },
      schema: {
        operationId: 'declareChannel',
        tags,
        summary: 'Declare name, symbol and unit of a logged channel anew',
        params: channelParams,
        body: channelBody,
        response: { 200: runReply },
      },
    },
    async (request, reply) => {
      const { id, symbol } = request.params;
      await checkMatch(request, 'run', () => run(db, id));
      if (!isSymbol(request.body.symbol)) throw new AppError('SYMBOL_INVALID', { symbol: request.body.symbol });
      parseUnit(request.body.unit);
      if (request.body.uncertainty) checkUncertainty(request.body.symbol, request.body.uncertainty);
      await declareChannel(db, id, symbol, request.body);
      return withEtag(reply, await run(db, id));
    },
  );
  app.get(
    '/runs/:id/quality',
    {
      schema: {
        operationId: 'judgeQuality',
        tags,
        summary: 'What the logged samples tell of the clock and the sensors',
        params: idParams,
        response: { 200: qualityReply },
      },
    },
    async (request) => pools.judgeQuality({ run: await loader.run(request.params.id) }),
  );
}
