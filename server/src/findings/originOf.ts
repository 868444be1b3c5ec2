import { seriesKey, type FindingOrigin, type SeriesAddress, type SeriesReply } from '@undameter/contract';
import { AppError } from '@undameter/core';
import type { Services } from '../services';
import { comparison } from '../store/comparisons';
import { fit } from '../store/fits';

export type Of<Kind extends FindingOrigin['kind']> = Extract<FindingOrigin, { kind: Kind }>;

/** Where the series of an address stands; -1 where there is no such series. */
export const placeOf = (series: readonly SeriesReply[], address: SeriesAddress): number =>
  series.findIndex((s) => seriesKey(s) === seriesKey(address));

/** The fit that a finding stands on, with the series in question. @throws {AppError} NOT_FOUND and what the fit cannot do */
export async function fittedSeries({ db, loader, pools }: Services, at: { fitId: number } & SeriesAddress) {
  const task = await loader.fit(await fit(db, at.fitId));
  const result = await pools.fit(task);
  const index = placeOf(result.series, at);
  const series = result.series[index];
  if (!series) throw new AppError('NOT_FOUND', { what: 'fitted series', id: String(at.conditionId) });
  const facts = {
    yName: series.y.name,
    yUnit: series.y.unit,
    xName: series.x.name,
    xUnit: series.x.unit,
    series: result.series.length === 1 && series.conditionIds.length === 0 ? '' : series.name,
    model: series.model,
    points: series.points,
    pointKind: task.data,
    run: series.run,
    sources: series.sources,
    worth: series.worth ?? series.points,
  };
  return { task, index, series, all: result.series, facts };
}

/** @throws {AppError} NOT_FOUND where the fit has no such parameter any more */
export async function parameterOf(services: Services, origin: Of<'parameter'>) {
  const { series, facts } = await fittedSeries(services, origin);
  const parameter = series.parameters.find((p) => p.symbol === origin.parameter);
  if (!parameter || parameter.value === null)
    throw new AppError('NOT_FOUND', { what: 'fitted parameter', id: origin.parameter });
  return { facts, parameter, value: parameter.value };
}

/** What the curve says at x or back from y. */
export async function readingsOf(services: Services, origin: Of<'reading'> & { what: 'at' | 'back' }) {
  const { task, index, facts } = await fittedSeries(services, origin);
  const [atX, atY] = origin.what === 'at' ? [origin.at, null] : [null, origin.at];
  const found = await services.pools.readCurve({ ...task, series: index, atX, atY, other: null });
  return { facts, readings: found[origin.what] };
}

/** @throws {AppError} NOT_FOUND where the curve has no such optimum any more */
export async function optimumOf(services: Services, origin: Of<'reading'>) {
  const { task, index, facts } = await fittedSeries(services, origin);
  const found = await services.pools.readCurve({ ...task, series: index, atX: null, atY: null, other: null });
  const optimum = found.optima[origin.at];
  if (!optimum) throw new AppError('NOT_FOUND', { what: 'optimum of the curve', id: String(origin.at + 1) });
  return { facts, optimum };
}

/** @throws {AppError} NOT_FOUND where the curves do not meet there any more */
export async function crossingOf(services: Services, origin: Of<'crossing'>) {
  const { task, index, all, facts } = await fittedSeries(services, origin);
  const other = placeOf(all, {
    conditionId: origin.otherConditionId,
    groupId: origin.otherGroupId,
    from: origin.otherFrom,
  });
  if (other < 0) throw new AppError('NOT_FOUND', { what: 'fitted series', id: String(origin.otherConditionId) });
  const { crossings } = await services.pools.readCurve({ ...task, series: index, atX: null, atY: null, other });
  const place = crossings[origin.which];
  if (!place) throw new AppError('NOT_FOUND', { what: 'place where the curves meet', id: String(origin.which + 1) });
  return { facts, place, other: all[other]!.name };
}

/** @throws {AppError} NOT_FOUND where the comparison has no such pair any more */
export async function comparedPair({ db, loader, pools }: Services, origin: Of<'difference'>) {
  const result = await pools.compare(await loader.comparison(await comparison(db, origin.comparisonId)));
  const series = result.series.find((s) => s.conditionId === origin.conditionId);
  const which = origin.candidate ?? 0;
  const compared = series?.candidates[which];
  if (!series || !compared || compared.mean === null)
    throw new AppError('NOT_FOUND', { what: 'compared series', id: String(origin.conditionId) });
  return { result, series, compared, mean: compared.mean, candidate: result.candidates[which]!.name };
}

/** What a group of series says of a candidate. @throws {AppError} NOT_FOUND where the comparison has no such group any more */
export async function comparedGroup({ db, loader, pools }: Services, origin: Of<'group'>) {
  const result = await pools.compare(await loader.comparison(await comparison(db, origin.comparisonId)));
  const compared = result.groups.find((g) => g.name === origin.group)?.candidates[origin.candidate];
  if (!compared) throw new AppError('NOT_FOUND', { what: 'group of compared series', id: origin.group });
  return { result, compared, candidate: result.candidates[origin.candidate]!.name };
}
