import {
  benchBody,
  benchReply,
  costBody,
  costReply,
  formulaBody,
  formulaReply,
  idParams,
  monteCarloReply,
  tracesBody,
  tracesReply,
  type FormulaBody,
} from '@undameter/contract';
import { symbolsOfLimit, type Step } from '@undameter/core';
import { Type } from 'typebox';
import type { Services } from '../services';
import { run } from '../store/runs';
import type { Routes } from './Routes';

const tags = ['runs'];

/** What the bench computes of a run, with its saved procedure or one on trial. */
export function benchRoutes(app: Routes, services: Services): void {
  const { db, loader, pools } = services;
  app.post(
    '/runs/:id/bench',
    {
      schema: {
        operationId: 'evaluateRun',
        tags,
        summary: 'Board, ledger and step reports; with the saved procedure or one on trial',
        params: idParams,
        body: benchBody,
        response: { 200: benchReply },
      },
    },
    async (request) => {
      const benchRun = await loader.run(request.params.id, request.body.steps as Step[] | undefined);
      return pools.evaluate({
        run: benchRun,
        conditions: await loader.conditionsOn(request.params.id, benchRun.campaignId),
      });
    },
  );
  app.post(
    '/runs/:id/traces',
    {
      schema: {
        operationId: 'traceChannels',
        tags,
        summary: 'Channels over a window, reduced to its pixels',
        params: idParams,
        body: tracesBody,
        response: { 200: tracesReply },
      },
    },
    async (request) => {
      const { steps, ...window } = request.body;
      const { campaignId } = await run(db, request.params.id);
      const conditions = await loader.conditionsOn(request.params.id, campaignId);
      const limited = conditions.flatMap((c) => c.limits.flatMap(symbolsOfLimit));
      const benchRun = await loader.run(request.params.id, steps as Step[] | undefined, [
        ...window.symbols,
        ...limited,
      ]);
      return pools.traces({ run: benchRun, conditions, ...window });
    },
  );
  app.post(
    '/runs/:id/cost',
    {
      schema: {
        operationId: 'judgeSmoothing',
        tags,
        summary: 'What a smoothing or filter on trial takes away from a channel',
        params: idParams,
        body: costBody,
        response: { 200: Type.Union([costReply, Type.Null()]) },
      },
    },
    async (request) => {
      const { steps, channel, made } = request.body;
      return pools.costOf({ run: await loader.run(request.params.id, steps as Step[] | undefined), channel, made });
    },
  );
  formulaRoutes(app, services);
}

/** A formula while it is typed. */
function formulaRoutes(app: Routes, { loader, pools }: Services): void {
  /** The run as it is before a step whose formula is being typed. */
  const upTo = async (id: number, { formula, unit, before }: FormulaBody) => {
    const benchRun = await loader.run(id);
    return { run: { ...benchRun, steps: benchRun.steps.slice(0, before) }, formula, unit };
  };
  app.post(
    '/runs/:id/formula',
    {
      schema: {
        operationId: 'checkFormula',
        tags,
        summary: 'The unit and the first values that a formula would give',
        params: idParams,
        body: formulaBody,
        response: { 200: formulaReply },
      },
    },
    async (request) => pools.checkFormula(await upTo(request.params.id, request.body)),
  );
  app.post(
    '/runs/:id/formula/monte-carlo',
    {
      schema: {
        operationId: 'checkFormulaByMonteCarlo',
        tags,
        summary: 'The uncertainty of a formula by first order and by draws',
        params: idParams,
        body: formulaBody,
        response: { 200: monteCarloReply },
      },
    },
    async (request) => pools.checkByMonteCarlo(await upTo(request.params.id, request.body)),
  );
}
