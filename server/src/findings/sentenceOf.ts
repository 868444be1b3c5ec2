import type { FindingOrigin } from '@undameter/contract';
import {
  AppError,
  crossingSentence,
  differenceSentence,
  goodnessSentence,
  groupSentence,
  optimumSentence,
  parameterSentence,
  rankingSentence,
  readingSentence,
} from '@undameter/core';
import type { Services } from '../services';
import {
  comparedGroup,
  comparedPair,
  crossingOf,
  fittedSeries,
  optimumOf,
  parameterOf,
  readingsOf,
  type Of,
} from './originOf';

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
    case 'group':
      return groupFinding(services, origin);
  }
}

async function parameterFinding(services: Services, origin: Of<'parameter'>): Promise<string> {
  const { facts, parameter, value } = await parameterOf(services, origin);
  const { halfWidth, factor } = parameter;
  return parameterSentence({ ...facts, parameter, value, halfWidth: halfWidth ?? NaN, factor: factor ?? NaN });
}

async function readingFinding(services: Services, origin: Of<'reading'>): Promise<string> {
  const { what, at } = origin;
  if (what === 'optimum') {
    const { facts, optimum } = await optimumOf(services, origin);
    return optimumSentence({ ...facts, ...optimum, factor: optimum.factor ?? NaN });
  }
  const { facts, readings } = await readingsOf(services, { ...origin, what });
  return readingSentence({ ...facts, what, at, factor: readings[0]?.factor ?? NaN, readings });
}

async function crossingFinding(services: Services, origin: Of<'crossing'>): Promise<string> {
  const { facts, place, other } = await crossingOf(services, origin);
  return crossingSentence({ ...facts, ...place, factor: place.factor ?? NaN, other });
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

async function differenceFinding(services: Services, origin: Of<'difference'>): Promise<string> {
  const { result, series, compared, mean, candidate } = await comparedPair(services, origin);
  return differenceSentence({
    yName: result.y.name,
    xName: result.x.name,
    series: series.conditionId === null ? '' : series.name,
    unit: result.y.unit,
    xUnit: result.x.unit,
    mean: compared.e ?? mean,
    meanHalfWidth: compared.meanHalfWidth ?? NaN,
    rms: compared.rms ?? NaN,
    largest: compared.largest ?? NaN,
    largestAt: compared.largestAt ?? NaN,
    points: compared.points,
    reference: result.reference,
    candidate,
    validation: compared.uVal ?? NaN,
    verdict: compared.verdict.state,
    differsIn: compared.verdict.differsIn,
  });
}

async function groupFinding(services: Services, origin: Of<'group'>): Promise<string> {
  const { result, compared, candidate } = await comparedGroup(services, origin);
  const { reference, y } = result;
  return groupSentence({ yName: y.name, candidate, reference, group: origin.group, verdict: compared.verdict.text });
}
