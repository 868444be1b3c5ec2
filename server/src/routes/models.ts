import {
  SERIES_KEY,
  comparisonBody,
  comparisonReply,
  comparisonRow,
  fitBody,
  fitReply,
  fitRow,
  idParams,
  judgementBody,
  judgementReply,
  ownModelBody,
  ownModelRow,
  rankingBody,
  rankingReply,
  readingsBody,
  readingsReply,
  trialComparisonBody,
  trialFitBody,
  type ComparisonBody,
  type ComparisonRow,
  type FitBody,
  type FitResults,
  type FitRow,
  type OwnModelBody,
  type OwnModelRow,
} from '@undameter/contract';
import { AppError, modelOf, plain, settingsProblem } from '@undameter/core';
import type { Services } from '../services';
import { comparison, comparisons, createComparison, removeComparison, updateComparison } from '../store/comparisons';
import { createFit, fit, fits, removeFit, updateFit } from '../store/fits';
import { createOwnModel, ownModel, ownModels, removeOwnModel, updateOwnModel } from '../store/ownModels';
import { whenLeft } from '../whenLeft';
import { collectionRoutes } from './collectionRoutes';
import type { Routes } from './Routes';

/** The settings of a model are checked by the model. @throws {AppError} MODEL_UNKNOWN, REQUEST_INVALID */
export function checkModel<Body extends { model: string; settings: unknown }>(body: Body): Body {
  const problem = settingsProblem(modelOf(body.model).settings, body.settings);
  if (problem !== undefined) throw new AppError('REQUEST_INVALID', { problem: `settings: ${problem}` });
  return body;
}

/** The models of a fit and of its single series, and its further sources. @throws {AppError} MODEL_UNKNOWN, REQUEST_INVALID, FIT_SERIES_TWICE */
export function checkFit<Body extends Pick<FitBody, 'model' | 'settings' | 'models' | 'further'>>(body: Body): Body {
  checkModel(body);
  for (const [key, own] of Object.entries(body.models ?? {})) {
    if (!new RegExp(SERIES_KEY).test(key))
      throw new AppError('REQUEST_INVALID', { problem: `models: "${key}" is the key of no series` });
    checkModel(own);
  }
  const ids = (body.further ?? []).map((f) => f.id);
  const twice = ids.find((id, k) => ids.indexOf(id) < k);
  if (twice !== undefined) throw new AppError('FIT_SERIES_TWICE', { id: twice });
  return body;
}

/** What a fit gives now, to be kept with it; nothing where it cannot be computed. */
export async function resultsOf({ loader, pools }: Services, body: FitBody): Promise<FitResults> {
  try {
    const { series } = await pools.fit(await loader.fit(body));
    return Object.fromEntries(
      series.map((s) => [
        s.name,
        Object.fromEntries(
          s.parameters.flatMap((p) => (p.value === null ? [] : [[p.symbol, [p.value, p.standardError]]])),
        ),
      ]),
    );
  } catch (error) {
    if (error instanceof AppError) return {};
    throw error;
  }
}

export function modelRoutes(app: Routes, services: Services): void {
  const { db, loader, pools } = services;
  collectionRoutes<FitBody, FitRow>(app, {
    path: 'fits',
    called: 'fit',
    body: fitBody,
    row: fitRow,
    list: (campaignId) => fits(db, campaignId),
    one: (id) => fit(db, id),
    check: checkFit,
    create: async (campaignId, body) => createFit(db, campaignId, body, await resultsOf(services, body)),
    update: async (id, body) => updateFit(db, id, body, await resultsOf(services, body)),
    remove: (id) => removeFit(db, id),
  });
  app.get(
    '/fits/:id/result',
    {
      schema: {
        operationId: 'getFitResult',
        tags: ['fits'],
        summary: 'Parameters, curves and residuals of a saved fit',
        params: idParams,
        response: { 200: fitReply },
      },
    },
    async (request) => pools.fit(await loader.fit(await fit(db, request.params.id))),
  );
  app.post(
    '/fits/trial',
    {
      schema: {
        operationId: 'tryFit',
        tags: ['fits'],
        summary: 'The same for a fit that is not saved',
        body: trialFitBody,
        response: { 200: fitReply },
      },
    },
    async ({ body }, reply) => pools.fit(await loader.fit(checkFit(body)), whenLeft(reply)),
  );
  judgementRoutes(app, services);
  collectionRoutes<OwnModelBody, OwnModelRow>(app, {
    path: 'models',
    called: 'formula model',
    body: ownModelBody,
    row: ownModelRow,
    list: (campaignId) => ownModels(db, campaignId),
    one: (id) => ownModel(db, id),
    check: (body) => {
      modelOf('own').parameters({ formula: body.formula } as never, plain, plain);
      return body;
    },
    create: (campaignId, body) => createOwnModel(db, campaignId, body),
    update: (id, body) => updateOwnModel(db, id, body),
    remove: (id) => removeOwnModel(db, id),
  });
  comparisonRoutes(app, services);
}

/** What is asked of one series of a fit, saved or not. */
function judgementRoutes(app: Routes, { loader, pools }: Services): void {
  app.post(
    '/fits/judgement',
    {
      schema: {
        operationId: 'judgeFit',
        tags: ['fits'],
        summary: 'Whether a fit can be trusted: the ladder, tests of residuals, the line through logarithms',
        body: judgementBody,
        response: { 200: judgementReply },
      },
    },
    async ({ body }, reply) =>
      pools.judge({ ...(await loader.fit(checkFit(body))), series: body.series }, whenLeft(reply)),
  );
  app.post(
    '/fits/readings',
    {
      schema: {
        operationId: 'readFit',
        tags: ['fits'],
        summary: 'What a fitted curve says at x, back from y, at zero, at its optimum and where it meets another',
        body: readingsBody,
        response: { 200: readingsReply },
      },
    },
    async ({ body }) => {
      const { series, atX, atY, other } = body;
      return pools.readCurve({ ...(await loader.fit(checkFit(body))), series, atX, atY, other });
    },
  );
  app.post(
    '/fits/ranking',
    {
      schema: {
        operationId: 'rankModels',
        tags: ['fits'],
        summary: 'Models side by side on the points of one series',
        body: rankingBody,
        response: { 200: rankingReply },
      },
    },
    async ({ body }, reply) => {
      const { series, candidates } = body;
      for (const { kind, settings } of candidates) checkModel({ model: kind, settings });
      return pools.rank({ ...(await loader.fit(checkFit(body))), series, candidates }, whenLeft(reply));
    },
  );
}

function comparisonRoutes(app: Routes, { db, loader, pools }: Services): void {
  collectionRoutes<ComparisonBody, ComparisonRow>(app, {
    path: 'comparisons',
    called: 'comparison',
    body: comparisonBody,
    row: comparisonRow,
    list: (campaignId) => comparisons(db, campaignId),
    one: (id) => comparison(db, id),
    create: (campaignId, body) => createComparison(db, campaignId, body),
    update: (id, body) => updateComparison(db, id, body),
    remove: (id) => removeComparison(db, id),
  });
  app.get(
    '/comparisons/:id/result',
    {
      schema: {
        operationId: 'getComparisonResult',
        tags: ['comparisons'],
        summary: 'Differences and curves of a comparison',
        params: idParams,
        response: { 200: comparisonReply },
      },
    },
    async (request) => pools.compare(await loader.comparison(await comparison(db, request.params.id))),
  );
  app.post(
    '/comparisons/trial',
    {
      schema: {
        operationId: 'tryComparison',
        tags: ['comparisons'],
        summary: 'The same for a comparison that is not saved',
        body: trialComparisonBody,
        response: { 200: comparisonReply },
      },
    },
    async ({ body }, reply) => pools.compare(await loader.comparison(body), whenLeft(reply)),
  );
}
