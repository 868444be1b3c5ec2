import { seriesAddress, type FindingOrigin, type LivingEntry } from '@undameter/contract';
import { AppError, formatValue, printUnit } from '@undameter/core';
import {
  placeOf,
  comparedGroup,
  comparedPair,
  crossingOf,
  fittedSeries,
  optimumOf,
  parameterOf,
  readingsOf,
} from '../../findings/originOf';
import type { Services } from '../../services';
import { comparison, comparisons } from '../../store/comparisons';
import { findings } from '../../store/findings';
import { fit } from '../../store/fits';
import { run } from '../../store/runs';
import { livingKind, ofCampaign, quantityText, type Said } from '../Kind';
import { basisOfFit, fittedOf, nameOfParameter, originOfFit } from './fitted';

/** A number that a finding could be written of, inside a sentence. */
export const number = livingKind({
  kind: 'number',
  entries: async (services, campaignId) => [
    ...(await parametersOf(services, campaignId)),
    ...(await readOff(services, campaignId)),
    ...(await differencesOf(services, campaignId)),
  ],
  async say(services, campaignId, { origin }) {
    const text = await textOf(services, origin);
    return { content: { form: 'number', text }, ...(await standsOn(services, campaignId, origin)) };
  },
});

/** @throws {AppError} NOT_FOUND */
async function textOf(services: Services, origin: FindingOrigin): Promise<string> {
  switch (origin.kind) {
    case 'parameter': {
      const { parameter, value } = await parameterOf(services, origin);
      return quantityText(value, parameter.halfWidth, parameter.unit);
    }
    case 'reading': {
      const { what } = origin;
      if (what === 'optimum') {
        const { optimum, facts } = await optimumOf(services, origin);
        return quantityText(optimum.y, optimum.yHalf, facts.yUnit);
      }
      const { readings, facts } = await readingsOf(services, { ...origin, what });
      if (readings.length === 0)
        throw new AppError('NOT_FOUND', { what: 'value on the curve at', id: String(origin.at) });
      return readings
        .map((r) => (what === 'at' ? quantityText(r.y, r.yHalf, facts.yUnit) : quantityText(r.x, r.xHalf, facts.xUnit)))
        .join(' and ');
    }
    case 'crossing': {
      const { place, facts } = await crossingOf(services, origin);
      return quantityText(place.x, place.xHalf, facts.xUnit);
    }
    case 'goodness': {
      const { series, facts } = await fittedSeries(services, origin);
      return `${formatValue(series.residualStandardDeviation ?? NaN, 3)} ${printUnit(facts.yUnit)}`.trim();
    }
    case 'difference': {
      const { result, compared, mean } = await comparedPair(services, origin);
      const half = compared.uVal === null ? compared.meanHalfWidth : 2 * compared.uVal;
      return quantityText(compared.e ?? mean, half, result.y.unit);
    }
    case 'group': {
      const { result, compared } = await comparedGroup(services, origin);
      if (compared.e === null) throw new AppError('NOT_FOUND', { what: 'mean of the group', id: origin.group });
      return quantityText(compared.e, compared.uVal === null ? null : 2 * compared.uVal, result.y.unit);
    }
    case 'ranking':
      throw new AppError('NOT_FOUND', { what: 'number of the ranking', id: String(origin.fitId) });
  }
}

async function standsOn(
  services: Services,
  campaignId: number,
  origin: FindingOrigin,
): Promise<Pick<Said, 'basis' | 'origin'>> {
  const { db, pools, loader } = services;
  if (origin.kind === 'difference') {
    const row = ofCampaign(await comparison(db, origin.comparisonId), campaignId, 'comparison');
    const { series } = await comparedPair(services, origin);
    return {
      basis: [{ what: `points of ${series.name}`, value: String(series.points) }],
      origin: { place: 'compare', thing: row.id, words: `Compare: ${row.name}` },
    };
  }
  if (origin.kind === 'group') {
    const row = ofCampaign(await comparison(db, origin.comparisonId), campaignId, 'comparison');
    const { compared } = await comparedGroup(services, origin);
    return {
      basis: [{ what: `points of ${origin.group}`, value: String(compared.points) }],
      origin: { place: 'compare', thing: row.id, words: `Compare: ${row.name}` },
    };
  }
  const row = ofCampaign(await fit(db, origin.fitId), campaignId, 'fit');
  const reply = await pools.fit(await loader.fit(row));
  const series = reply.series[placeOf(reply.series, origin)];
  return { basis: basisOfFit(reply, (await run(db, row.runId)).name, series), origin: originOfFit(row) };
}

async function parametersOf(services: Services, campaignId: number): Promise<LivingEntry[]> {
  return (await fittedOf(services, campaignId)).flatMap(({ row, reply }) =>
    reply.series.flatMap((series) => {
      const at = { fitId: row.id, ...seriesAddress(series) };
      const of = series.conditionIds.length === 0 && reply.series.length === 1 ? '' : `, ${series.name}`;
      const common = { group: 'numbers' as const, from: originOfFit(row).words };
      const found = series.parameters.flatMap((p): LivingEntry[] =>
        p.value === null
          ? []
          : [
              {
                ...common,
                name: `${nameOfParameter(p, series)}${of}`,
                text: quantityText(p.value, p.halfWidth, p.unit),
                source: { kind: 'number', origin: { kind: 'parameter', ...at, parameter: p.symbol } },
              },
            ],
      );
      if (series.residualStandardDeviation === null) return found;
      const scatter = `${formatValue(series.residualStandardDeviation, 3)} ${printUnit(reply.y.unit)}`.trim();
      const source = { kind: 'number' as const, origin: { kind: 'goodness' as const, ...at } };
      return [...found, { ...common, name: `Residual standard deviation${of}`, text: scatter, source }];
    }),
  );
}

/** Readings, optima and crossings that were pinned as findings: only those say where on the curve is meant. */
async function readOff(services: Services, campaignId: number): Promise<LivingEntry[]> {
  const entries: LivingEntry[] = [];
  for (const { origin, sentence } of await findings(services.db, campaignId)) {
    if (origin.kind !== 'reading' && origin.kind !== 'crossing') continue;
    try {
      const text = await textOf(services, origin);
      const name = sentence.split(/[:(]/)[0]!;
      entries.push({ group: 'numbers', name, text, from: 'a finding', source: { kind: 'number', origin } });
    } catch (error) {
      if (!(error instanceof AppError)) throw error;
    }
  }
  return entries;
}

async function differencesOf(services: Services, campaignId: number): Promise<LivingEntry[]> {
  const { db, pools, loader } = services;
  const entries: LivingEntry[] = [];
  for (const row of await comparisons(db, campaignId)) {
    try {
      const result = await pools.compare(await loader.comparison(row));
      for (const series of result.series)
        for (const [candidate, { mean }] of series.candidates.entries()) {
          if (mean === null) continue;
          const origin = {
            kind: 'difference' as const,
            comparisonId: row.id,
            conditionId: series.conditionId,
            candidate,
          };
          entries.push({
            group: 'numbers',
            name: `${result.candidates[candidate]!.name} − ${result.reference}, mean${series.conditionId === null ? '' : `, ${series.name}`}`,
            text: await textOf(services, origin),
            from: `Compare: ${row.name}`,
            source: { kind: 'number', origin },
          });
        }
    } catch (error) {
      if (!(error instanceof AppError)) throw error;
    }
  }
  return entries;
}
