import {
  benchBody,
  benchReply,
  channelBody,
  channelParams,
  costBody,
  costReply,
  done,
  formulaBody,
  formulaReply,
  idParams,
  monteCarloReply,
  procedureBody,
  procedureReply,
  qualityReply,
  renameBody,
  runReply,
  tracesBody,
  tracesReply,
  undoBody,
  type FormulaBody,
} from '@undameter/contract';
import {
  AppError,
  checkSettings,
  checkUncertainty,
  isSymbol,
  parseUnit,
  symbolsOfLimit,
  type Step,
} from '@undameter/core';
import { Type } from 'typebox';
import type { Services } from '../services';
import { declareChannel, moveProcedure, removeRun, renameRun, run, saveProcedure } from '../store/runs';
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
  app.put(
    '/runs/:id/procedure',
    {
      schema: {
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
      schema: {
        tags,
        summary: 'Undo or redo the last change of the procedure',
        params: idParams,
        body: undoBody,
        response: { 200: procedureReply },
      },
    },
    (request) => moveProcedure(db, request.params.id, request.body.direction),
  );
  app.post(
    '/runs/:id/bench',
    {
      schema: {
        tags,
        summary: 'Board, ledger and step reports; with the saved procedure or one on trial',
        params: idParams,
        body: benchBody,
        response: { 200: benchReply },
      },
    },
    async (request) => {
      const benchRun = await loader.run(request.params.id, request.body.steps as Step[] | undefined);
      return pools.evaluate({ run: benchRun, conditions: await loader.conditions(benchRun.campaignId) });
    },
  );
  app.post(
    '/runs/:id/traces',
    {
      schema: {
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
      const conditions = await loader.conditions(campaignId);
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
  /** The run as it is before a step whose formula is being typed. */
  const upTo = async (id: number, { formula, unit, before }: FormulaBody) => {
    const benchRun = await loader.run(id);
    return { run: { ...benchRun, steps: benchRun.steps.slice(0, before) }, formula, unit };
  };
  app.post(
    '/runs/:id/formula',
    {
      schema: {
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
