import type { BenchReply, FigureContent, FigureSeries, TracesReply } from '@undameter/contract';
import { formatCount } from '@undameter/core';
import type { Services } from '../../services';
import { alongAxis, channelPanels } from './channels';
import { bareSeries, named, sourceKind } from './Source';

/** So many pixels wide is a sheet of 160 mm at 600 dpi: what is reduced to them loses nothing in print. */
export const PRINTED_PIXELS = 3780;
/** Up to so many samples across, symbols can be told apart. */
const MOST_SYMBOLS = 100;

/** Channels along a run, each as a line where sampling is dense, as symbols where it is not. */
export const run = sourceKind({
  kind: 'run',
  async contentOf(services, { runId, panels, from, to }) {
    const { bench, traces, name, origin } = await tracesOf(services, { runId, panels, from, to });
    return {
      panels: channelPanels(bench.channels, panels, alongAxis(bench, traces.window, origin), (channel) => [
        seriesOf(channel, traces),
      ]),
      about: aboutRun(name, bench),
    };
  },
});

interface Wanted {
  runId: number;
  panels: readonly (readonly string[])[];
  from: number | null;
  to: number | null;
}

/** The board of a run and its channels reduced to the pixels of a print. */
export async function tracesOf(
  { loader, pools }: Services,
  { runId, panels, from, to }: Wanted,
): Promise<{ bench: BenchReply; traces: TracesReply; name: string; campaignId: number; origin: string | undefined }> {
  const whole = await loader.run(runId);
  const conditions = await loader.conditionsOn(runId, whole.campaignId);
  const bench = await pools.evaluate({ run: whole, conditions });
  const symbols = [...new Set(panels.flat())];
  const traces = await pools.traces({ run: whole, conditions, symbols, from, to, pixels: PRINTED_PIXELS });
  return { bench, traces, name: whole.name, campaignId: whole.campaignId, origin: whole.origin };
}

export const aboutRun = (name: string, { samples, kept }: BenchReply): FigureContent['about'] =>
  `from the run "${name}": ${formatCount(kept)} of ${formatCount(samples)} samples kept`;

function seriesOf(channel: BenchReply['channels'][number], { traces }: TracesReply): FigureSeries {
  const trace = traces.find((t) => t.symbol === channel.symbol);
  const { x = [], y = [], setAside = { x: [], y: [] }, everySample = false } = trace ?? {};
  const isSparse = everySample && x.length <= MOST_SYMBOLS && !channel.labels;
  return {
    ...bareSeries,
    id: channel.symbol,
    ...named(channel.name),
    nature: 'measured',
    points: isSparse ? { x, y, xError: [], yError: [] } : null,
    curve: { x, y, low: [], high: [], held: channel.labels !== null },
    setAside: setAside.x.length > 0 ? { x: setAside.x, y: setAside.y } : null,
  };
}
