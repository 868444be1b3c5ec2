import { createHash } from 'node:crypto';
import type { LivingNow, LivingSource } from '@undameter/contract';
import { AppError } from '@undameter/core';
import { nameOfSource, sortedJson } from '@undameter/writing';
import type { Services } from '../services';
import { keepLiving } from '../store/keptContents';
import type { Said } from './Kind';
import { kindOf } from './kinds';
import { remembering } from './remembering';

/** What living things say now, each once, in the order of the sources. */
export async function sayAll(
  services: Services,
  campaignId: number,
  sources: Iterable<LivingSource>,
): Promise<LivingNow[]> {
  const once = new Map([...sources].map((source) => [nameOfSource(source), source]));
  const shared = remembering(services);
  const said: LivingNow[] = [];
  for (const source of once.values())
    said.push(await services.living.now(campaignId, source, () => sayNow(shared, campaignId, source)));
  return said;
}

/** What it says is kept under its hash, so that a report can take it. */
async function sayNow(services: Services, campaignId: number, source: LivingSource): Promise<LivingNow> {
  try {
    const said = await kindOf(source).say(services, campaignId, source);
    const { content, basis, origin, drawing, problem = null } = said;
    const hash = hashOf(said);
    await keepLiving(services.db, { hash, content, basis }, drawing);
    return { source, hash, content, basis, origin, problem };
  } catch (error) {
    if (!(error instanceof AppError)) throw error;
    const origin = { place: 'report', thing: null, words: 'lost its origin' };
    return { source, hash: null, content: null, basis: [], origin, problem: error.report() };
  }
}

/** Of what is seen: the same numbers from other samples are the same. */
const hashOf = ({ content, drawing }: Said): string =>
  createHash('sha256').update(sortedJson({ content, drawing })).digest('hex').slice(0, 32);
