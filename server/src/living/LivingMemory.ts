import type { LivingEntry, LivingNow, LivingSource } from '@undameter/contract';
import { nameOfSource } from '@undameter/writing';
import type { FastifyReply, FastifyRequest } from 'fastify';

interface Campaign {
  now: Map<string, LivingNow>;
  entries: LivingEntry[] | undefined;
}

/**
 * What living things said since the last change of anything that they may stand on: a report is opened many times
 * between two changes of the data.
 */
export class LivingMemory {
  private campaigns = new Map<number, Campaign>();
  /** Number of the last change: what was begun before it is not kept. */
  private change = 0;

  /** Something was changed that a living thing may stand on. */
  forget(): void {
    this.change++;
    this.campaigns.clear();
  }

  async now(campaignId: number, source: LivingSource, say: () => Promise<LivingNow>): Promise<LivingNow> {
    const name = nameOfSource(source);
    const known = this.of(campaignId).now.get(name);
    if (known) return known;
    const { change } = this;
    const said = await say();
    if (change === this.change) this.of(campaignId).now.set(name, said);
    return said;
  }

  async entries(campaignId: number, list: () => Promise<LivingEntry[]>): Promise<LivingEntry[]> {
    const known = this.of(campaignId).entries;
    if (known) return known;
    const { change } = this;
    const listed = await list();
    if (change === this.change) this.of(campaignId).entries = listed;
    return listed;
  }

  private of(campaignId: number): Campaign {
    const found = this.campaigns.get(campaignId) ?? { now: new Map<string, LivingNow>(), entries: undefined };
    this.campaigns.set(campaignId, found);
    return found;
  }
}

/** After each request that names living things among what it touched. */
export const forgetLiving =
  (living: LivingMemory) =>
  (_: FastifyRequest, reply: FastifyReply): Promise<void> => {
    const touched = reply.getHeader('undameter-touched');
    if (typeof touched === 'string' && touched.split(', ').includes('living')) living.forget();
    return Promise.resolve();
  };
