import {
  appliedRun,
  applyBody,
  idParams,
  savedProcedureBody,
  savedProcedureRow,
  type AppliedRun,
  type ApplyBody,
  type SavedProcedureBody,
  type SavedProcedureRow,
} from '@undameter/contract';
import { AppError, checkSettings, madeBySteps, parseUnit, sameUnit, symbolsRead, type Step } from '@undameter/core';
import { randomUUID } from 'node:crypto';
import { Type } from 'typebox';
import type { Services } from '../services';
import { channels, declareChannel, run, saveProcedure, type StoredChannel } from '../store/runs';
import {
  createSavedProcedure,
  removeSavedProcedure,
  savedProcedure,
  savedProcedures,
  updateSavedProcedure,
} from '../store/savedProcedures';
import { collectionRoutes } from './collectionRoutes';
import type { Routes } from './Routes';

export function procedureRoutes(app: Routes, services: Services): void {
  const { db } = services;
  collectionRoutes<SavedProcedureBody, SavedProcedureRow>(app, {
    path: 'procedures',
    called: 'saved procedure',
    body: savedProcedureBody,
    row: savedProcedureRow,
    list: (campaignId) => savedProcedures(db, campaignId),
    one: (id) => savedProcedure(db, id),
    check: (body) => {
      (body.steps as Step[]).forEach(checkSettings);
      for (const { unit } of body.channels) parseUnit(unit);
      return body;
    },
    create: (campaignId, body) => createSavedProcedure(db, campaignId, body),
    update: (id, body) => updateSavedProcedure(db, id, body),
    remove: (id) => removeSavedProcedure(db, id),
  });
  app.get(
    '/procedure-schema',
    {
      schema: {
        operationId: 'getProcedureSchema',
        tags: ['procedures'],
        summary: 'The JSON schema of a procedure as it travels in a file',
      },
    },
    () => savedProcedureBody,
  );
  app.post(
    '/campaigns/:id/procedures/apply',
    {
      config: { changes: (body) => ((body as ApplyBody).save ? 'runs' : undefined) },
      schema: {
        operationId: 'applyProcedure',
        tags: ['procedures'],
        summary: 'Apply steps to runs, or tell what would come of it',
        params: idParams,
        body: applyBody,
        response: { 200: Type.Array(appliedRun) },
      },
    },
    async (request) => {
      (request.body.steps as Step[]).forEach(checkSettings);
      const applied: AppliedRun[] = [];
      for (const runId of request.body.runIds)
        applied.push(await applyTo(services, request.params.id, runId, request.body));
      return applied;
    },
  );
}

/** @throws {AppError} NOT_FOUND when the run is not of the campaign */
async function applyTo(
  { db, loader, pools }: Services,
  campaignId: number,
  runId: number,
  body: ApplyBody,
): Promise<AppliedRun> {
  const head = await run(db, runId);
  if (head.campaignId !== campaignId) throw new AppError('NOT_FOUND', { what: 'run', id: String(runId) });
  // Each run's steps are its own: an id names one step of one run.
  const copies = (body.steps as Step[]).map((step) => ({ ...step, id: randomUUID() }));
  const steps = body.how === 'append' ? [...(head.procedure as Step[]), ...copies] : copies;
  const bench = await pools.evaluate({ run: await loader.run(runId, steps), conditions: [] });
  const units = new Map(bench.channels.map((c) => [c.symbol, c.unit]));
  const made = madeBySteps(steps);
  const missing = symbolsRead(copies, head.along ?? undefined).filter(
    (s) => !units.has(s) && !made.has(s) && isChannel(s, body),
  );
  const otherUnits = body.channels.flatMap(({ symbol, unit }) => {
    const here = units.get(symbol);
    return here === undefined || sameUnit(here, unit) ? [] : [{ symbol, made: unit, here }];
  });
  const undeclared = undeclaredOf(await channels(db, runId), body);
  if (body.save) {
    await saveProcedure(db, runId, steps, head.procedureVersion);
    if (body.carriesUncertainty)
      for (const { here, uncertainty } of undeclared)
        await declareChannel(db, runId, here.symbol, {
          symbol: here.symbol,
          name: here.name,
          unit: here.unit,
          uncertainty,
        });
  }
  const { samples, kept, reports } = bench;
  return {
    runId,
    runName: head.name,
    samples,
    kept,
    reports,
    missing,
    undeclared: undeclared.map((u) => u.here.symbol),
    otherUnits,
  };
}

/** Channels of a run of which nothing is declared, with what is declared of the one of the same symbol and unit. */
const undeclaredOf = (here: readonly StoredChannel[], body: ApplyBody) =>
  body.channels.flatMap(({ symbol, unit, uncertainty }) => {
    const channel = here.find((c) => c.symbol === symbol);
    return channel && uncertainty && !channel.uncertainty && !channel.labels && sameUnit(channel.unit, unit)
      ? [{ here: channel, uncertainty }]
      : [];
  });

/** A formula also names functions and tables; what the procedure was made on tells which are channels. */
const isChannel = (symbol: string, { channels }: ApplyBody): boolean => channels.some((c) => c.symbol === symbol);
