import type { TracesReply } from '@undameter/contract';
import type { Size } from '../../../chart/Chart';
import type { ChartOption } from '../../../chart/echarts';
import { extent } from '../../../chart/extent';
import { colourOf, line, type Column, type Points } from '../../../chart/marks';
import { axisTitle, stackOption } from '../../../chart/panes';
import type { Palette } from '../../../theme/palette';

interface Titled {
  name: string;
  symbol: string;
  unit: string;
}

export interface JoinChart {
  first: { traces: TracesReply; channel: Titled };
  second: { traces: TracesReply; channel: Titled } | undefined;
  /** Added to the times of the second log. */
  offset: number;
  along: { name: string; symbol: string; unit: string };
  window: readonly [number, number];
  palette: Palette;
}

/** A channel of the run with one of the second log laid over it, scaled to it; below, that one in its own unit. */
export function joinOption({ first, second, offset, along, window, palette }: JoinChart, size: Size): ChartOption {
  const own = first.traces.traces[0];
  const its = second?.traces.traces[0];
  const moved: Points | undefined = its && { x: its.x.map((x) => (x === null ? null : x + offset)), y: its.y };
  const [ink, other] = [colourOf(palette, 0), colourOf(palette, 1)];
  return stackOption({
    size,
    palette,
    x: { title: axisTitle(along), range: window },
    panes: [
      {
        title: `${axisTitle(first.channel)}${second ? `, over it ${second.channel.name}, scaled` : ''}`,
        weight: 2,
        marks: [
          ...(own ? [line(own, { name: first.channel.symbol, colour: ink })] : []),
          ...(own && moved
            ? [line({ x: moved.x, y: scaledTo(moved.y, own.y) }, { name: 'scaled', colour: other, width: 1 })]
            : []),
        ],
      },
      ...(second && moved
        ? [
            {
              title: axisTitle(second.channel),
              weight: 1,
              marks: [line(moved, { name: second.channel.symbol, colour: other })],
            },
          ]
        : []),
    ],
  });
}

/** A column brought to the span of another, for laying one over the other. */
export function scaledTo(values: Column, span: Column): Column {
  const [low, high] = extent(values);
  const [from, to] = extent(span);
  const factor = high > low ? (to - from) / (high - low) : 0;
  return values.map((v) => (v === null ? null : from + (v - low) * factor));
}
