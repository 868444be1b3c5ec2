import {
  done,
  findingBody,
  findingMeaning,
  findingRow,
  idParams,
  type FindingOrigin,
  type FindingRow,
} from '@undameter/contract';
import {
  AppError,
  crossingSentence,
  differenceSentence,
  goodnessSentence,
  optimumSentence,
  parameterSentence,
  rankingSentence,
  readingSentence,
} from '@undameter/core';
import { Type } from 'typebox';
import type { Services } from '../services';
import { comparison } from '../store/comparisons';
import {
  createFinding,
  explainFinding,
  finding,
  findings,
  removeFinding,
  rewriteFinding,
  type StoredFinding,
} from '../store/findings';
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
  app.put(
    '/findings/:id',
    {
      schema: {
        tags,
        summary: 'Say what the number of a finding means',
        params: idParams,
        body: findingMeaning,
        response: { 200: findingRow },
      },
    },
    async ({ params, body }) => withPresent(services, await explainFinding(db, params.id, body.meaning)),
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

type Of<Kind extends FindingOrigin['kind']> = Extract<FindingOrigin, { kind: Kind }>;

/** The sentence of a finding as its numbers are now. @throws {AppError} NOT_FOUND and what the computation cannot do */
export function sentenceOf(services: Services, origin: FindingOrigin): Promise<string> {
  switch (origin.kind) {
    case 'parameter':
      return parameterFinding(services, origin);
    case 'reading':
      return readingFinding(services, origin);
    case 'crossing':
      return crossingFinding(services, origin);
    case 'ranking':
      return rankingFinding(services, origin);
    case 'goodness':
      return goodnessFinding(services, origin);
    case 'difference':
      return differenceFinding(services, origin);
  }
}

/** The fit that a finding stands on, with the series in question. */
async function fittedSeries({ db, loader, pools }: Services, { fitId, conditionId }: { fitId: number; conditionId: number | null }) {
  const task = await loader.fit(await fit(db, fitId));
  const result = await pools.fit(task);
  const index = result.series.findIndex((s) => s.conditionId === conditionId);
  const series = result.series[index];
  if (!series) throw new AppError('NOT_FOUND', { what: 'fitted series', id: String(conditionId) });
  return {
    task,
    index,
    series,
    all: result.series,
    facts: {
      yName: result.y.name,
      yUnit: result.y.unit,
      xName: result.x.name,
      xUnit: result.x.unit,
      series: series.conditionId === null ? '' : series.name,
      model: result.model,
      points: series.points,
      pointKind: task.data,
      run: task.run.name,
      sources: series.sources,
      worth: series.worth ?? series.points,
    },
  };
} // prettier-ignore

async function parameterFinding(services: Services, origin: Of<'parameter'>): Promise<string> {
  const { series, facts } = await fittedSeries(services, origin);
  const parameter = series.parameters.find((p) => p.symbol === origin.parameter);
  if (!parameter || parameter.value === null)
    throw new AppError('NOT_FOUND', { what: 'fitted parameter', id: origin.parameter });
  return parameterSentence({ ...facts, parameter, value: parameter.value, halfWidth: parameter.halfWidth ?? NaN, factor: parameter.factor ?? NaN }); // prettier-ignore
}

async function readingFinding(services: Services, origin: Of<'reading'>): Promise<string> {
  const { task, index, facts } = await fittedSeries(services, origin);
  const [atX, atY] = [origin.what === 'at' ? origin.at : null, origin.what === 'back' ? origin.at : null];
  const found = await services.pools.readCurve({ ...task, series: index, atX, atY, other: null });
  if (origin.what !== 'optimum') return readingSentence({ ...facts, what: origin.what, at: origin.at, factor: found[origin.what][0]?.factor ?? NaN, readings: found[origin.what] }); // prettier-ignore
  const optimum = found.optima[origin.at];
  if (!optimum) throw new AppError('NOT_FOUND', { what: 'optimum of the curve', id: String(origin.at + 1) });
  return optimumSentence({ ...facts, ...optimum, factor: optimum.factor ?? NaN });
}

async function crossingFinding(services: Services, origin: Of<'crossing'>): Promise<string> {
  const { task, index, all, facts } = await fittedSeries(services, origin);
  const other = all.findIndex((s) => s.conditionId === origin.otherConditionId);
  if (other < 0) throw new AppError('NOT_FOUND', { what: 'fitted series', id: String(origin.otherConditionId) });
  const { crossings } = await services.pools.readCurve({ ...task, series: index, atX: null, atY: null, other });
  const place = crossings[origin.which];
  if (!place) throw new AppError('NOT_FOUND', { what: 'place where the curves meet', id: String(origin.which + 1) });
  return crossingSentence({ ...facts, ...place, factor: place.factor ?? NaN, other: all[other]!.name });
}

async function rankingFinding(services: Services, origin: Of<'ranking'>): Promise<string> {
  const { task, index, facts } = await fittedSeries(services, origin);
  const { rows, sentence, points } = await services.pools.rank({
    ...task,
    series: index,
    candidates: origin.candidates,
  });
  return rankingSentence({ ...facts, rows, verdict: sentence, taken: points });
}

async function goodnessFinding(services: Services, origin: Of<'goodness'>): Promise<string> {
  const { series, facts } = await fittedSeries(services, origin);
  if (series.residualStandardDeviation === null)
    throw new AppError('NOT_FOUND', { what: 'goodness of fit', id: String(origin.fitId) });
  return goodnessSentence({ ...facts, deviation: series.residualStandardDeviation, rSquared: series.rSquared ?? NaN });
}

async function differenceFinding({ db, loader, pools }: Services, origin: Of<'difference'>): Promise<string> {
  const result = await pools.compare(await loader.comparison(await comparison(db, origin.comparisonId)));
  const series = result.series.find((s) => s.conditionId === origin.conditionId);
  const which = origin.candidate ?? 0;
  const compared = series?.candidates[which];
  if (!series || !compared || compared.mean === null)
    throw new AppError('NOT_FOUND', { what: 'compared series', id: String(origin.conditionId) });
  return differenceSentence({
    yName: result.y.name,
    xName: result.x.name,
    series: series.conditionId === null ? '' : series.name,
    unit: result.y.unit,
    xUnit: result.x.unit,
    mean: compared.e ?? compared.mean,
    meanHalfWidth: compared.meanHalfWidth ?? NaN,
    rms: compared.rms ?? NaN,
    largest: compared.largest ?? NaN,
    largestAt: compared.largestAt ?? NaN,
    points: compared.points,
    reference: result.reference,
    candidate: result.candidates[which]!.name,
    validation: compared.uVal ?? NaN,
    verdict: compared.verdict.state,
  });
}
