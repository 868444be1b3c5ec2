import {
  comparisonBody,
  comparisonReply,
  comparisonRow,
  done,
  fitBody,
  fitReply,
  fitRow,
  idParams,
  trialFitBody,
} from '@undameter/contract';
import { AppError, modelOf } from '@undameter/core';
import { Type } from 'typebox';
import { Errors } from 'typebox/value';
import type { Services } from '../services';
import { comparison, comparisons, createComparison, removeComparison, updateComparison } from '../store/comparisons';
import { createFit, fit, fits, removeFit, updateFit } from '../store/fits';
import type { Routes } from './Routes';

/** @throws {AppError} MODEL_UNKNOWN, REQUEST_INVALID */
function checkModel({ model, settings }: { model: string; settings: unknown }): void {
  const [first] = Errors(modelOf(model).settings, settings);
  if (first)
    throw new AppError('REQUEST_INVALID', {
      problem: `settings${first.instancePath.replace(/\//g, '.')} ${first.message}`,
    });
}

export function modelRoutes(app: Routes, services: Services): void {
  const { db, loader, pools } = services;
  const tags = ['models'];
  app.get(
    '/campaigns/:id/fits',
    { schema: { tags, summary: 'Fits of a campaign', params: idParams, response: { 200: Type.Array(fitRow) } } },
    (request) => fits(db, request.params.id),
  );
  app.post(
    '/campaigns/:id/fits',
    { schema: { tags, summary: 'Save a fit', params: idParams, body: fitBody, response: { 200: fitRow } } },
    async (request) => {
      checkModel(request.body);
      return createFit(db, request.params.id, request.body);
    },
  );
  app.put(
    '/fits/:id',
    { schema: { tags, summary: 'Change a fit', params: idParams, body: fitBody, response: { 200: fitRow } } },
    async (request) => {
      checkModel(request.body);
      return updateFit(db, request.params.id, request.body);
    },
  );
  app.delete(
    '/fits/:id',
    { schema: { tags, summary: 'Delete a fit', params: idParams, response: { 200: done } } },
    async (request) => {
      await removeFit(db, request.params.id);
      return { done: true as const };
    },
  );
  app.get(
    '/fits/:id/result',
    {
      schema: {
        tags,
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
        tags,
        summary: 'The same for a fit that is not saved',
        body: trialFitBody,
        response: { 200: fitReply },
      },
    },
    async (request) => {
      checkModel(request.body);
      return pools.fit(await loader.fit(request.body));
    },
  );
  comparisonRoutes(app, services);
}

function comparisonRoutes(app: Routes, { db, loader, pools }: Services): void {
  const tags = ['comparisons'];
  app.get(
    '/campaigns/:id/comparisons',
    {
      schema: {
        tags,
        summary: 'Comparisons of a campaign',
        params: idParams,
        response: { 200: Type.Array(comparisonRow) },
      },
    },
    (request) => comparisons(db, request.params.id),
  );
  app.post(
    '/campaigns/:id/comparisons',
    {
      schema: {
        tags,
        summary: 'Save a comparison',
        params: idParams,
        body: comparisonBody,
        response: { 200: comparisonRow },
      },
    },
    (request) => createComparison(db, request.params.id, request.body),
  );
  app.put(
    '/comparisons/:id',
    {
      schema: {
        tags,
        summary: 'Change a comparison',
        params: idParams,
        body: comparisonBody,
        response: { 200: comparisonRow },
      },
    },
    (request) => updateComparison(db, request.params.id, request.body),
  );
  app.delete(
    '/comparisons/:id',
    { schema: { tags, summary: 'Delete a comparison', params: idParams, response: { 200: done } } },
    async (request) => {
      await removeComparison(db, request.params.id);
      return { done: true as const };
    },
  );
  app.get(
    '/comparisons/:id/result',
    {
      schema: {
        tags,
        summary: 'Differences and curves of a comparison',
        params: idParams,
        response: { 200: comparisonReply },
      },
    },
    async (request) => {
      const row = await comparison(db, request.params.id);
      const candidate = await loader.run(row.candidateRunId);
      return pools.compare({
        fit: await loader.fit(await fit(db, row.fitId)),
        candidate,
        candidateX: row.x,
        candidateY: row.y,
      });
    },
  );
}
