import { formatCount, formatValue } from '@undameter/core';
import { run } from '../../store/runs';
import { livingKind, ofCampaign, titleWithUnit } from '../Kind';
import { measuredRuns, originOfRun } from './ofRun';

const USUAL_ROWS = 30;
const USUAL_COLUMNS = 5;

/** Kept samples of a run as a table for an appendix, evenly picked so that it does not fill pages. */
export const data = livingKind({
  kind: 'data',
  entries: async (services, campaignId) => {
    const all = [];
    for (const { id, name } of await measuredRuns(services, campaignId)) {
      const { declared } = await run(services.db, id);
      const symbols = declared.slice(0, USUAL_COLUMNS).map((c) => c.symbol);
      all.push({
        group: 'tables' as const,
        name: `Data, ${name}`,
        text: `${USUAL_ROWS} rows of it`,
        from: originOfRun({ id, name }).words,
        source: { kind: 'data' as const, runId: id, symbols, rows: USUAL_ROWS },
      });
    }
    return all;
  },
  async say({ db, loader, pools }, campaignId, { runId, symbols, rows }) {
    const row = ofCampaign(await run(db, runId), campaignId, 'run');
    const written = await pools.exportColumns({
      run: await loader.run(runId),
      which: 'kept',
      symbols,
      from: undefined,
      to: undefined,
    });
    const kept = written.channels[0]?.values.length ?? 0;
    const every = Math.max(1, Math.ceil(kept / rows));
    const picked = Array.from({ length: Math.ceil(kept / every) }, (_, k) => k * every);
    return {
      content: {
        form: 'table',
        caption: `Data of ${row.name}`,
        columns: written.channels.map((c) => ({
          key: c.symbol,
          title: titleWithUnit(c.symbol, c.unit),
          isNumber: !c.labels,
        })),
        rows: picked.map((i) => ({
          key: String(i + 1),
          cells: written.channels.map(({ values, labels }) => labels?.[values[i]!] ?? formatValue(values[i]!, 6)),
        })),
        note:
          every === 1
            ? `All ${formatCount(kept)} kept samples.`
            : `Every ${formatCount(every)}-th of ${formatCount(kept)} kept samples; the others are left out here, and are in the log.`,
      },
      basis: [{ what: `samples kept of ${row.name}`, value: formatCount(kept) }],
      origin: originOfRun(row),
    };
  },
});
