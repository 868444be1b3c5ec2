import type { PairsReply } from '@undameter/contract';
import type { Size } from '../../chart/Chart';
import type { ChartOption } from '../../chart/echarts';
import { colourOf, points } from '../../chart/marks';
import { axisTitle, stackOption, type Pane } from '../../chart/panes';
import type { ViewChart } from './viewChart';

/** How the channels of a run are looked at. */
export const views = [
  { value: 'field', label: 'Field' },
  { value: 'run', label: 'Along the run' },
  { value: 'channel', label: 'Over a channel' },
  { value: 'spectrum', label: 'Spectrum' },
  { value: 'transfer', label: 'Transfer and coherence' },
  { value: 'histogram', label: 'Histogram' },
  { value: 'cycles', label: 'Load cycles' },
] as const;
export type View = (typeof views)[number]['value'];

/** Only a field has its view; every run has the others. */
export const viewsOf = (isField: boolean) => views.filter((v) => v.value !== 'field' || isField);

const find = <T extends { symbol: string }>(all: readonly T[], symbol: string): T | undefined =>
  all.find((a) => a.symbol === symbol);

/** Each channel as symbols over another channel. */
export function pairsOption(
  pairs: PairsReply,
  x: { symbol: string; name: string; unit: string },
  { shown, looks, palette }: ViewChart,
  size: Size,
): ChartOption {
  const panes = shown.map(({ channel, series }): Pane => ({
    title: axisTitle(channel),
    weight: 1,
    look: looks[channel.symbol] ?? {},
    marks: [
      points(
        { x: pairs.x, y: find(pairs.series, channel.symbol)?.y ?? [] },
        { name: channel.symbol, colour: colourOf(palette, series), series, ground: palette.sheet, size: 4 },
      ),
    ],
  }));
  return stackOption({ size, palette, panes, x: { title: axisTitle(x), look: looks[x.symbol] ?? {} } });
}
