import type { BenchReply, StepReportReply } from '@undameter/contract';
import { formatCount } from '@undameter/core';
import { livingKind } from '../Kind';
import { basisOfRun, evaluated, measuredRuns, originOfRun } from './ofRun';

/** What was done to a run, step by step, with counts from the ledger. */
export const procedure = livingKind({
  kind: 'procedure',
  entries: async (services, campaignId) =>
    (await measuredRuns(services, campaignId))
      .filter((r) => r.steps > 0)
      .map(({ id, name, steps }) => ({
        group: 'words',
        name: `Procedure, ${name}`,
        text: `${steps} steps`,
        from: originOfRun({ id, name }).words,
        source: { kind: 'procedure', runId: id },
      })),
  async say(services, campaignId, { runId }) {
    const { row, bench } = await evaluated(services, campaignId, runId);
    const done = bench.reports.filter((r) => r.status !== 'off');
    return {
      content: { form: 'list', lead: leadOf(row.name, row.fileName, bench, done.length), items: done.map(sentenceOf) },
      basis: basisOfRun(row, bench),
      origin: originOfRun(row),
    };
  },
});

function leadOf(name: string, file: string, { samples, kept }: BenchReply, steps: number): string {
  const logged = `${name} (${file}) holds ${formatCount(samples)} logged samples`;
  if (steps === 0) return `${logged}; nothing was done to them.`;
  return `${logged}, of which ${formatCount(kept)} were kept. What was done to them, in this order:`;
}

function sentenceOf({ title, detail, setAside, status, error, doubts, notes }: StepReportReply): string {
  const said = detail ? `${title}: ${detail}` : title;
  if (status === 'failed') return `${said}. This step failed, and nothing came of it: ${error?.message ?? ''}`;
  const aside = setAside > 0 ? `; ${formatCount(setAside)} samples set aside` : '';
  const told = [...notes, ...doubts];
  return `${said}${aside}${told.length > 0 ? ` (${told.join('; ')})` : ''}.`;
}
