import { done, findingBody, findingRow, idParams, type FindingOrigin, type FindingRow } from '@undameter/contract';
import { AppError, differenceSentence, parameterSentence } from '@undameter/core';
import { Type } from 'typebox';
import type { Services } from '../services';
import { comparison } from '../store/comparisons';
import { createFinding, finding, findings, removeFinding, rewriteFinding, type StoredFinding } from '../store/findings';
import { fit } from '../store/fits';
import type { Routes } from './Routes';

export function findingRoutes(app: Routes, services: Services): void {
  const { db } = services;
  const tags = ['findings'];
  app.get(
    '/campaigns/:id/findings',
    {
      schema: {
        tags,
        summary: 'Findings of a campaign, each with what it would say now',
        params: idParams,
        response: { 200: Type.Array(findingRow) },
      },
    },
    async (request) => {
      const rows: FindingRow[] = [];
      for (const row of await findings(db, request.params.id)) rows.push(await withPresent(services, row));
      return rows;
    },
  );
  app.post(
    '/campaigns/:id/findings',
    {
      schema: {
        tags,
        summary: 'Write a finding from its origin',
        params: idParams,
        body: findingBody,
        response: { 200: findingRow },
      },
    },
    async (request) => {
      const { origin } = request.body;
      return {
        ...(await createFinding(db, request.params.id, await sentenceOf(services, origin), origin)),
        nowReads: null,
      };
    },
  );
  app.post(
    '/findings/:id/rewrite',
    {
      schema: {
        tags,
        summary: 'Write a finding anew from the present numbers',
        params: idParams,
        response: { 200: findingRow },
      },
    },
    async (request) => {
      const { id } = request.params;
      return {
        ...(await rewriteFinding(db, id, await sentenceOf(services, (await finding(db, id)).origin))),
        nowReads: null,
      };
    },
  );
  app.delete(
    '/findings/:id',
    { schema: { tags, summary: 'Delete a finding', params: idParams, response: { 200: done } } },
    async (request) => {
      await removeFinding(db, request.params.id);
      return { done: true as const };
    },
  );
}

/** The finding beside what the numbers behind it say now, when that differs. */
async function withPresent(services: Services, row: StoredFinding): Promise<FindingRow> {
  try {
    const now = await sentenceOf(services, row.origin);
    return { ...row, nowReads: now === row.sentence ? null : now };
  } catch (error) {
    if (error instanceof AppError) return { ...row, nowReads: `It cannot be computed any more. ${error.message}` };
    throw error;
  }
}

/** The sentence of a finding as its numbers are now. @throws {AppError} NOT_FOUND and what the computation cannot do */
export const sentenceOf = (services: Services, origin: FindingOrigin): Promise<string> =>
  origin.kind === 'parameter' ? parameterFinding(services, origin) : differenceFinding(services, origin);

async function parameterFinding(
  { db, loader, pools }: Services,
  origin: Extract<FindingOrigin, { kind: 'parameter' }>,
): Promise<string> {
  const task = await loader.fit(await fit(db, origin.fitId));
  const result = await pools.fit(task);
  const series = result.series.find((s) => s.conditionId === origin.conditionId);
  const parameter = series?.parameters.find((p) => p.symbol === origin.parameter);
  if (!series || !parameter || parameter.value === null)
    throw new AppError('NOT_FOUND', { what: 'fitted parameter', id: origin.parameter });
  return parameterSentence({
    yName: result.y.name,
    xName: result.x.name,
    series: series.conditionId === null ? '' : series.name,
    parameter,
    value: parameter.value,
    halfWidth: parameter.halfWidth ?? NaN,
    model: result.model,
    points: series.points,
    run: task.run.name,
  });
}

async function differenceFinding(
  { db, loader, pools }: Services,
  origin: Extract<FindingOrigin, { kind: 'difference' }>,
): Promise<string> {
  const row = await comparison(db, origin.comparisonId);
  const candidate = await loader.run(row.candidateRunId);
  const result = await pools.compare({
    fit: await loader.fit(await fit(db, row.fitId)),
    candidate,
    candidateX: row.x,
    candidateY: row.y,
  });
  const series = result.series.find((s) => s.conditionId === origin.conditionId);
  if (!series || series.mean === null)
    throw new AppError('NOT_FOUND', { what: 'compared series', id: String(origin.conditionId) });
  return differenceSentence({
    yName: result.fit.y.name,
    xName: result.fit.x.name,
    series: series.conditionId === null ? '' : series.name,
    unit: result.fit.y.unit,
    xUnit: result.fit.x.unit,
    mean: series.mean,
    meanHalfWidth: series.meanHalfWidth ?? NaN,
    rms: series.rms ?? NaN,
    largest: series.largest ?? NaN,
    largestAt: series.largestAt ?? NaN,
    points: series.compared,
    reference: result.reference,
    candidate: result.candidate,
  });
}
