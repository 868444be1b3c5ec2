import { formatCount } from '@undameter/core';
import { runRows } from '../../store/campaigns';
import { livingKind } from '../Kind';
import { basisOfRun, evaluated, originOfRun } from './ofRun';

const words = { logged: 'Samples logged', kept: 'Samples kept', setAside: 'Samples set aside' } as const;

/** How many samples of a run there are, from the ledger. */
export const count = livingKind({
  kind: 'count',
  async entries(services, campaignId) {
    const all = [];
    for (const { id, name } of await runRows(services.db, campaignId)) {
      const { bench } = await evaluated(services, campaignId, id);
      for (const what of ['logged', 'kept', 'setAside'] as const)
        all.push({
          group: 'numbers' as const,
          name: `${words[what]}, ${name}`,
          text: formatCount(counted(bench)[what]),
          from: originOfRun({ id, name }).words,
          source: { kind: 'count' as const, runId: id, what },
        });
    }
    return all;
  },
  async say(services, campaignId, { runId, what }) {
    const { row, bench } = await evaluated(services, campaignId, runId);
    const text = formatCount(counted(bench)[what]);
    return { content: { form: 'number', text }, basis: basisOfRun(row, bench), origin: originOfRun(row) };
  },
});

const counted = ({ samples, kept }: { samples: number; kept: number }) => ({
  logged: samples,
  kept,
  setAside: samples - kept,
});
