import { formatCount } from '@undameter/core';
import { livingKind, percent } from '../Kind';
import { basisOfRun, evaluated, measuredRuns, originOfRun } from './ofRun';

/** What was set aside of a run, by which step and why. */
export const setAside = livingKind({
  kind: 'setAside',
  entries: async (services, campaignId) =>
    (await measuredRuns(services, campaignId)).map(({ id, name }) => ({
      group: 'tables',
      name: `Set aside and why, ${name}`,
      text: 'by step',
      from: originOfRun({ id, name }).words,
      source: { kind: 'setAside', runId: id },
    })),
  async say(services, campaignId, { runId }) {
    const { row, bench } = await evaluated(services, campaignId, runId);
    const found = bench.reports.filter((r) => r.setAside > 0);
    const [basis, origin] = [basisOfRun(row, bench), originOfRun(row)];
    if (found.length === 0)
      return { content: { form: 'prose', paragraphs: [`No sample of ${row.name} was set aside.`] }, basis, origin };
    return {
      content: {
        form: 'table',
        caption: `What was set aside of ${row.name}`,
        columns: [
          { key: 'step', title: 'Step', isNumber: false },
          { key: 'why', title: 'Why', isNumber: false },
          { key: 'samples', title: 'Samples', isNumber: true },
          { key: 'share', title: 'Share', isNumber: true },
        ],
        rows: found.map((r) => ({
          key: r.id,
          cells: [r.title, r.detail, formatCount(r.setAside), percent(r.setAside / bench.samples)],
        })),
        note: `Of ${formatCount(bench.samples)} logged samples ${formatCount(bench.kept)} were kept.`,
      },
      basis,
      origin,
    };
  },
});
