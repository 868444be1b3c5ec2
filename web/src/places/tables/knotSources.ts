import type {
  BenchReply,
  CampaignReply,
  FitReply,
  FitRow,
  PairsReply,
  PointsReply,
  TableFileReply,
} from '@undameter/contract';
import { ask, withFile } from '../../data/api';

/** Where knots can be taken from; all of them give columns. */
export type KnotSource =
  | { kind: 'file'; file: File }
  | { kind: 'channels' | 'points'; runId: number; name: string }
  | { kind: 'fit'; fitId: number; name: string };

export interface KnotColumns {
  columns: TableFileReply['columns'];
  doubts: string[];
  /** The same as a grid; null: it is none. */
  grid?: TableFileReply['grid'];
  /** What a table made of them names as its source. */
  source: string | undefined;
}

/** The server answers so many channels at once. */
const AT_ONCE = 12;

export async function columnsFrom(source: KnotSource): Promise<KnotColumns> {
  switch (source.kind) {
    case 'file': {
      const found = await ask<TableFileReply>(withFile('/table-files', source.file), { body: source.file });
      return { ...found, source: found.source || undefined };
    }
    case 'channels':
      return channelsOf(source.runId, source.name);
    case 'points': {
      const { channels, points } = await ask<PointsReply>(`/runs/${source.runId}/operating-points`, {
        body: { conditionIds: [], symbols: [] },
      });
      const columns = channels.map(({ symbol, name, unit }) => ({
        name,
        unit,
        values: points.map((p) => p.values.find((v) => v.symbol === symbol)?.mean ?? null),
      }));
      return { columns, doubts: [], source: `Operating points of "${source.name}"` };
    }
    case 'fit': {
      const { x, y, series } = await ask<FitReply>(`/fits/${source.fitId}/result`);
      const columns = series.flatMap((s) => {
        const of = series.length > 1 ? `, ${s.name}` : '';
        return [
          { name: x.name + of, unit: x.unit, values: s.curve.x },
          { name: y.name + of, unit: y.unit, values: s.curve.y },
        ];
      });
      return {
        columns,
        doubts: [],
        source: `Fit "${source.name}", ${[...new Set(series.map((s) => s.model))].join('; ')}`,
      };
    }
  }
}

/** The kept samples of a run after its procedure; of very many, one of every so many. */
async function channelsOf(runId: number, name: string): Promise<KnotColumns> {
  const { channels } = await ask<BenchReply>(`/runs/${runId}/bench`, { body: {} });
  const numbers = channels.filter((c) => !c.labels);
  const [first] = numbers;
  if (!first) return { columns: [], doubts: [`"${name}" has no channel of numbers.`], source: undefined };
  const columns: KnotColumns['columns'] = [];
  let every = 1;
  for (let k = 0; k < numbers.length; k += AT_ONCE) {
    const some = numbers.slice(k, k + AT_ONCE);
    const body = { symbols: some.map((c) => c.symbol), x: first.symbol, from: null, to: null };
    const reply = await ask<PairsReply>(`/runs/${runId}/pairs`, { body });
    every = reply.every;
    columns.push(...some.map((c, i) => ({ name: c.name, unit: c.unit, values: reply.series[i]!.y })));
  }
  const doubts =
    every > 1
      ? [`One of every ${every} kept samples is taken. Operating points or a fit make a better table of so many.`]
      : [];
  return { columns, doubts, source: `Channels of "${name}"` };
}

/** What a campaign offers, in groups. */
export function knotSources(campaign: CampaignReply, fits: readonly FitRow[]) {
  const ofRuns = (kind: 'channels' | 'points', label: string) => ({
    label,
    options: campaign.runRows.map((r) => ({
      value: `${kind} ${r.id}`,
      label: r.name,
      source: { kind, runId: r.id, name: r.name } as KnotSource,
    })),
  });
  return [
    ofRuns('points', 'operating points of'),
    ofRuns('channels', 'channels of'),
    {
      label: 'the curve of a fit',
      options: fits.map((f) => ({
        value: `fit ${f.id}`,
        label: f.name,
        source: { kind: 'fit', fitId: f.id, name: f.name } as KnotSource,
      })),
    },
  ].filter((group) => group.options.length > 0);
}
