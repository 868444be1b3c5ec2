/** After a change, runs that were made from what changed are made anew before the reply goes out. */
import type { FastifyReply, FastifyRequest } from 'fastify';
import { touchedHeader, type Resource } from '@undameter/contract/touched';
import type { DerivedRuns } from '../fields/DerivedRuns';

/** What runs that are made from others stand on. */
const stoodOn: ReadonlySet<Resource> = new Set(['runs', 'bench', 'tables', 'sensors', 'procedures']);

export const renewDerived =
  (derivedRuns: DerivedRuns) =>
  async (request: FastifyRequest, reply: FastifyReply): Promise<void> => {
    const { config } = request.routeOptions;
    const changed = typeof config.changes === 'function' ? config.changes(request.body) : config.changes;
    if (!changed || !stoodOn.has(changed) || reply.statusCode >= 400) return;
    if (await derivedRuns.renew()) void reply.header('undameter-touched', touchedHeader('runs'));
  };
