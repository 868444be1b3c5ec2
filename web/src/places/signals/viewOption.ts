import type { AxisLook, HistogramReply, PairsReply, SpectrumReply } from '@undameter/contract';
import { printUnit } from '@undameter/core';
import type { Size } from '../../chart/Chart';
import type { ChartOption } from '../../chart/echarts';
import { bars, colourOf, line, points } from '../../chart/marks';
import { axisTitle, stackOption, type Pane } from '../../chart/panes';
import type { Palette } from '../../theme/palette';
import type { Shown } from './chartOption';

/** How the channels of a run are looked at. */
export const views = [
  { value: 'field', label: 'Field' },
  { value: 'run', label: 'Along the run' },
  { value: 'channel', label: 'Over a channel' },
  { value: 'spectrum', label: 'Spectrum' },
  { value: 'histogram', label: 'Histogram' },
] as const;
export type View = (typeof views)[number]['value'];

/** Only a field has its view; every run has the others. */
export const viewsOf = (isField: boolean) => views.filter((v) => v.value !== 'field' || isField);

interface ViewChart {
  shown: readonly Shown[];
  looks: Readonly<Record<string, AxisLook>>;
  palette: Palette;
}

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

/** Spectra on logarithmic axes; zero frequency has no place there. */
export function spectrumOption(
  spectra: SpectrumReply,
  as: 'amplitude' | 'density',
  timeUnit: string,
  { shown, palette }: ViewChart,
  size: Size,
): ChartOption {
  const time = printUnit(timeUnit);
  const panes = shown.map(({ channel, series }): Pane => {
    const { frequency = [], value = [] } = find(spectra, channel.symbol) ?? {};
    const unit = printUnit(channel.unit) || '1';
    const wrapped = /[/·]/.test(unit) ? `(${unit})` : unit;
    return {
      title:
        as === 'amplitude'
          ? `Amplitude of ${channel.name} (${unit})`
          : `Power density of ${channel.name} (${wrapped}²·${time || '1'})`,
      weight: 1,
      look: { log: true, digits: 2 },
      marks: [
        line(
          { x: frequency.slice(1), y: value.slice(1) },
          { name: channel.symbol, colour: colourOf(palette, series), width: 1.1 },
        ),
      ],
    };
  });
  return stackOption({
    size,
    palette,
    panes,
    x: { title: time === 's' ? 'Frequency (Hz)' : `Frequency (1/${time || 'sample'})`, look: { log: true } },
  });
}

/** One pane a channel: its values have nothing in common, so each has an x axis of its own only when it is alone. */
export function histogramOption(histograms: HistogramReply, { shown, palette }: ViewChart, size: Size): ChartOption {
  const [first] = shown;
  const made = first && find(histograms, first.channel.symbol);
  if (!first || !made) return {};
  const { low, width, counts } = made;
  const edges = { low: low ?? 0, width: width ?? 1, counts };
  return stackOption({
    size,
    palette,
    panes: [
      {
        title: 'Samples in each bin',
        weight: 1,
        yRange: [0, 1.08 * Math.max(1, ...counts)],
        marks: [bars(edges, colourOf(palette, first.series))],
      },
    ],
    x: {
      title: axisTitle(first.channel),
      range: [edges.low - edges.width, edges.low + edges.width * (counts.length + 1)],
    },
    tooltip: false,
  });
}
