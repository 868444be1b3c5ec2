import { jobParams, propagationBody, propagationReply } from '@undameter/contract';
import type { Services } from '../services';
import { checkFit } from './models';
import type { Routes } from './Routes';

/** Monte Carlo runs of the whole way from the declared sources of error to what is read off a fit. */
export function propagationRoutes(app: Routes, { loader, propagations }: Services): void {
  const tags = ['fits'];
  const path = '/propagations/:jobId';
  app.post(
    '/propagations',
    {
      schema: {
        operationId: 'startMonteCarlo',
        tags,
        summary: 'Draw all declared sources of error and go the whole way anew with each',
        body: propagationBody,
        response: { 202: propagationReply },
      },
    },
    async ({ body }, reply) => {
      const { series, atX, atY, other, draws } = body;
      const task = { ...(await loader.fit(checkFit(body))), series, atX, atY, other, draws };
      const started = propagations.start(task);
      return reply.status(202).header('location', `/api/propagations/${started.jobId}`).send(started);
    },
  );
  app.get(
    path,
    {
      schema: {
        operationId: 'getMonteCarlo',
        tags,
        summary: 'How far a Monte Carlo run is, and what its draws come to so far',
        params: jobParams,
        response: { 200: propagationReply },
      },
    },
    async ({ params }) => propagations.status(params.jobId),
  );
  app.delete(
    path,
    {
      schema: {
        operationId: 'stopMonteCarlo',
        tags,
        summary: 'End a Monte Carlo run; what was drawn so far is kept for a while',
        params: jobParams,
        response: { 200: propagationReply },
      },
    },
    ({ params }) => propagations.stop(params.jobId),
  );
}
