import type { FitReply, FitRow, SeriesReply } from '@undameter/contract';
import { AppError, formatCount } from '@undameter/core';
import type { Services } from '../../services';
import { fits } from '../../store/fits';
import { countOf, type Said } from '../Kind';

/** Fits of a campaign with what they come to; those that cannot be computed are left out. */
export async function fittedOf(services: Services, campaignId: number): Promise<{ row: FitRow; reply: FitReply }[]> {
  const all: { row: FitRow; reply: FitReply }[] = [];
  for (const row of await fits(services.db, campaignId)) {
    try {
      all.push({ row, reply: await services.pools.fit(await services.loader.fit(row)) });
    } catch (error) {
      // One that fails now is offered again when it no longer does.
      if (!(error instanceof AppError)) throw error;
    }
  }
  return all;
}

export const originOfFit = ({ id, name }: Pick<FitRow, 'id' | 'name'>): Said['origin'] => ({
  place: 'models',
  thing: id,
  words: `Models: fit ${name}`,
});

/** What a fit was computed from, to tell a move from its cause. */
export const basisOfFit = (
  reply: FitReply,
  run: string,
  series?: Pick<SeriesReply, 'points' | 'name' | 'from' | 'model'>,
): Said['basis'] => [
  // Of the runs of further sources the points are counted only.
  ...((series?.from ?? 0) === 0 ? [{ what: `samples kept of ${run}`, value: countOf(reply.kept, reply.samples) }] : []),
  ...(series ? [{ what: `points of ${series.name}`, value: formatCount(series.points) }] : []),
  { what: 'model', value: series?.model ?? reply.model },
];

/** `Head at zero flow`, `slope (a1)`. */
export const nameOfParameter = (
  { symbol, meaning }: { symbol: string; meaning: string },
  { x, y }: { x: { name: string }; y: { name: string } },
): string =>
  symbol === 'a0'
    ? `${y.name} at zero ${x.name.toLowerCase()}`
    : `${y.name}, ${meaning ? `${meaning} (${symbol})` : symbol}`;
