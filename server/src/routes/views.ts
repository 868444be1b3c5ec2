import {
  cyclesBody,
  cyclesReply,
  histogramBody,
  histogramReply,
  idParams,
  pairsBody,
  pairsReply,
  rowsBody,
  rowsReply,
  spectrumBody,
  spectrumReply,
  stretchBody,
  stretchReply,
  transferBody,
  transferReply,
  whyBody,
  whyReply,
} from '@undameter/contract';
import type { Step } from '@undameter/core';
import type { Services } from '../services';
import type { Routes } from './Routes';

/** Ways to look at the channels of a run other than along it. */
export function viewRoutes(app: Routes, { loader, pools }: Services): void {
  const schema = { tags: ['views'], params: idParams };
  /** The run with the channels that are looked at, and those that its steps read. */
  const withRun = async <B extends { symbols: string[]; steps?: unknown; x?: string }>(
    id: number,
    { steps, ...rest }: B,
    other = rest.x,
  ) => {
    const wanted = other === undefined ? rest.symbols : [...rest.symbols, other];
    return { ...rest, run: await loader.run(id, steps as Step[] | undefined, wanted) };
  };
  app.post(
    '/runs/:id/stretch',
    {
      schema: {
        operationId: 'measureStretch',
        ...schema,
        summary: 'What lies between two cursors',
        body: stretchBody,
        response: { 200: stretchReply },
      },
    },
    async (request) => pools.stretchOf(await withRun(request.params.id, request.body)),
  );
  app.post(
    '/runs/:id/why',
    {
      schema: {
        operationId: 'explainSample',
        ...schema,
        summary: 'Why a sample is or is not in the result',
        body: whyBody,
        response: { 200: whyReply },
      },
    },
    async (request) => {
      const { steps, at } = request.body;
      const run = await loader.run(request.params.id, steps as Step[] | undefined);
      return pools.whyOf({ run, conditions: await loader.conditionsOn(request.params.id, run.campaignId), at });
    },
  );
  app.post(
    '/runs/:id/pairs',
    {
      schema: {
        operationId: 'getPairs',
        ...schema,
        summary: 'Channels over another channel',
        body: pairsBody,
        response: { 200: pairsReply },
      },
    },
    async (request) => pools.pairsOf(await withRun(request.params.id, request.body)),
  );
  app.post(
    '/runs/:id/rows',
    {
      schema: {
        operationId: 'getRows',
        ...schema,
        summary: 'Values of channels side by side',
        body: rowsBody,
        response: { 200: rowsReply },
      },
    },
    async (request) => pools.rowsOf(await withRun(request.params.id, request.body)),
  );
  app.post(
    '/runs/:id/spectrum',
    {
      schema: {
        operationId: 'getSpectra',
        ...schema,
        summary: 'Spectra of channels over frequency or orders, with the lines that stand out',
        body: spectrumBody,
        response: { 200: spectrumReply },
      },
    },
    async (request) => {
      const { conditionIds, ...body } = request.body;
      if (!conditionIds) return pools.spectraOf(await withRun(request.params.id, body, body.turnsBy));
      // What a condition looks at is among the channels, whichever it is.
      const { steps, ...asked } = body;
      const run = await loader.run(request.params.id, steps as Step[] | undefined);
      const conditions = await loader.conditions(run.campaignId, conditionIds);
      return pools.spectraOf({ ...asked, run, conditions });
    },
  );
  app.post(
    '/runs/:id/transfer',
    {
      schema: {
        operationId: 'getTransfers',
        ...schema,
        summary: 'How channels follow another one: gain, phase and coherence over frequency',
        body: transferBody,
        response: { 200: transferReply },
      },
    },
    async (request) => pools.transfersOf(await withRun(request.params.id, request.body)),
  );
  app.post(
    '/runs/:id/histogram',
    {
      schema: {
        operationId: 'getHistograms',
        ...schema,
        summary: 'How often channels take which values',
        body: histogramBody,
        response: { 200: histogramReply },
      },
    },
    async (request) => pools.histogramsOf(await withRun(request.params.id, request.body)),
  );
  app.post(
    '/runs/:id/cycles',
    {
      schema: {
        operationId: 'countCycles',
        ...schema,
        summary: 'Load cycles of channels by the rainflow method',
        body: cyclesBody,
        response: { 200: cyclesReply },
      },
    },
    async (request) => pools.cyclesOf(await withRun(request.params.id, request.body)),
  );
}
