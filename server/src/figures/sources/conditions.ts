import type { BenchReply, FigureSeries, TracesReply } from '@undameter/contract';
import { conditions as storedConditions } from '../../store/conditions';
import { alongAxis, channelPanels } from './channels';
import { aboutRun, tracesOf } from './run';
import { bareSeries, named, sourceKind } from './Source';

/** Symbols of one condition that still can be told apart. */
const MOST_SYMBOLS = 160;

/** Channels along a run, thin, with the samples of each condition as symbols over them. */
export const conditions = sourceKind({
  kind: 'conditions',
  async contentOf(services, { runId, panels, from, to }) {
    const { bench, traces, name, campaignId, origin } = await tracesOf(services, { runId, panels, from, to });
    const known = await storedConditions(services.db, campaignId);
    return {
      panels: channelPanels(bench.channels, panels, alongAxis(bench, traces.window, origin), (channel) => [
        ...known.flatMap(({ id, name: title }) => samplesOf(channel, id, title, traces)),
        lineOf(channel, traces),
      ]),
      about: `${aboutRun(name, bench)}, ${known.length} conditions`,
    };
  },
});

function samplesOf(
  { symbol }: BenchReply['channels'][number],
  conditionId: number,
  title: string,
  { traces }: TracesReply,
): FigureSeries[] {
  const at = traces.find((t) => t.symbol === symbol)?.inConditions.find((c) => c.id === conditionId);
  if (!at || at.x.length === 0) return [];
  const every = Math.max(1, Math.ceil(at.x.length / MOST_SYMBOLS));
  const thinned = <T>(column: readonly T[]): T[] => column.filter((_, i) => i % every === 0);
  return [
    {
      ...bareSeries,
      id: `condition ${conditionId}`,
      ...named(title),
      nature: 'measured',
      points: { x: thinned(at.x), y: thinned(at.y), xError: [], yError: [] },
    },
  ];
}

function lineOf(channel: BenchReply['channels'][number], { traces }: TracesReply): FigureSeries {
  const { x = [], y = [] } = traces.find((t) => t.symbol === channel.symbol) ?? {};
  return {
    ...bareSeries,
    id: channel.symbol,
    ...named(channel.name),
    nature: 'measured',
    curve: { x, y, low: [], high: [], held: channel.labels !== null },
  };
}
