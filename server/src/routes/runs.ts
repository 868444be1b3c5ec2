import { channelBody, channelParams, done, idParams, qualityReply, renameBody, runReply } from '@undameter/contract';
import { AppError, checkUncertainty, isSymbol, parseUnit } from '@undameter/core';
import type { Services } from '../services';
import { declareChannel, removeRun, renameRun, run } from '../store/runs';
import type { Routes } from './Routes';

export function runRoutes(app: Routes, { db, loader, pools, originals }: Services): void {
  const tags = ['runs'];
  app.get(
    '/runs/:id',
    {
      schema: {
        tags,
        summary: 'One run with its procedure and import record',
        params: idParams,
        response: { 200: runReply },
      },
    },
    (request) => run(db, request.params.id),
  );
  app.put(
    '/runs/:id',
    { schema: { tags, summary: 'Rename a run', params: idParams, body: renameBody, response: { 200: runReply } } },
    (request) => renameRun(db, request.params.id, request.body.name),
  );
  app.delete(
    '/runs/:id',
    { schema: { tags, summary: 'Delete a run', params: idParams, response: { 200: done } } },
    async (request) => {
      await removeRun(db, request.params.id);
      await originals.dropUnused();
      return { done: true as const };
    },
  );
  app.put(
    '/runs/:id/channels/:symbol',
    {
      schema: {
        tags,
        summary: 'Declare name, symbol and unit of a logged channel anew',
        params: channelParams,
        body: channelBody,
        response: { 200: done },
      },
    },
    async (request) => {
      const { id, symbol } = request.params;
      if (!isSymbol(request.body.symbol)) throw new AppError('SYMBOL_INVALID', { symbol: request.body.symbol });
      parseUnit(request.body.unit);
      if (request.body.uncertainty) checkUncertainty(request.body.symbol, request.body.uncertainty);
      await declareChannel(db, id, symbol, request.body);
      return { done: true as const };
    },
  );
  app.get(
    '/runs/:id/quality',
    {
      schema: {
        tags,
        summary: 'What the logged samples tell of the clock and the sensors',
        params: idParams,
        response: { 200: qualityReply },
      },
    },
    async (request) => pools.judgeQuality({ run: await loader.run(request.params.id) }),
  );
}
