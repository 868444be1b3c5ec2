import type { CyclesReply, HistogramReply } from '@undameter/contract';
import { cyclesAtLeast, normalCounts, printUnit, unitOfDifference } from '@undameter/core';
import type { Size } from '../../../chart/Chart';
import type { ChartOption } from '../../../chart/echarts';
import { bars, colourOf, line } from '../../../chart/marks';
import { axisTitle, stackOption, type Pane } from '../../../chart/panes';
import type { ViewChart } from '../viewChart';

/** A histogram for each channel over an axis of its own, with the normal distribution of the same mean and scatter. */
export function histogramOption(histograms: HistogramReply, { shown, palette }: ViewChart, size: Size): ChartOption {
  const panes = shown.flatMap(({ channel, series }): Pane[] => {
    const made = histograms.find((h) => h.symbol === channel.symbol);
    if (!made) return [];
    const { low, width, counts, normal } = made;
    const edges = { low: low ?? 0, width: width ?? 1, counts };
    const curve = normal && normalCounts(edges, normal);
    const highest = Math.max(1, ...counts, ...(curve?.y ?? []));
    return [
      {
        title: 'Samples in each bin',
        weight: 1,
        yRange: [0, 1.08 * highest],
        marks: [
          bars(edges, colourOf(palette, series)),
          ...(curve ? [line(curve, { name: 'normal distribution', colour: palette.ink, width: 1.3 })] : []),
        ],
        ownX: {
          title: axisTitle(channel),
          range: [edges.low - edges.width, edges.low + edges.width * (counts.length + 1)],
        },
      },
    ];
  });
  return panes.length > 0 ? stackOption({ size, palette, panes, x: { title: '' }, tooltip: false }) : {};
}

/** How many load cycles are at least so large, one pane a channel. */
export function cyclesOption(found: CyclesReply, { shown, palette }: ViewChart, size: Size): ChartOption {
  const panes = shown.flatMap(({ channel, series }): Pane[] => {
    const made = found.find((c) => c.symbol === channel.symbol);
    if (!made) return [];
    const { counts, ranges } = cyclesAtLeast(made.classes.map((c) => ({ ...c, mean: c.mean ?? NaN })));
    const unit = printUnit(unitOfDifference(channel.unit));
    return [
      {
        title: `Range of ${channel.name}${unit && ` (${unit})`}`,
        weight: 1,
        yRange: [0, 1.08 * (made.largest || 1)],
        marks: [line({ x: counts, y: ranges }, { name: channel.symbol, colour: colourOf(palette, series) })],
      },
    ];
  });
  return stackOption({ size, palette, panes, x: { title: 'Cycles at least so large', look: { log: true } } });
}
