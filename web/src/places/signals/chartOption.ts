import type { AxisLook, BenchReply, TraceReply, TracesReply } from '@undameter/contract';
import type { Size } from '../../chart/Chart';
import type { ChartOption } from '../../chart/echarts';
import { extent } from '../../chart/extent';
import { colourOf, doubtfulMarks, line, points, setAsideCrosses } from '../../chart/marks';
import { axisTitle, stackOption, type Pane } from '../../chart/panes';
import type { Palette } from '../../theme/palette';
import { sharedPanes } from './sharedPanes';

type BoardRow = BenchReply['channels'][number];

export interface Shown {
  channel: BoardRow;
  /** Colour of the channel on chart and board. */
  series: number;
}

export interface SignalsChart {
  traces: TracesReply;
  shown: readonly Shown[];
  along: BoardRow | undefined;
  /** A smoothing in hand: raw below the smoothed curve, and what it removed. */
  smoothing?: { channel: string; made: string; removed: string; variants: readonly string[] } | undefined;
  /** Each further setting of a smoothing is drawn so much higher than the one before. */
  offset?: number;
  /** How a person wants the axes, by symbol. */
  looks: Readonly<Record<string, AxisLook>>;
  palette: Palette;
}

/** Fewer points than one in so many pixels are drawn as symbols: there is no line between what was not sampled. */
const PIXELS_PER_SYMBOL = 9;

/** The stack of channel charts over one x axis. */
export function signalsOption(chart: SignalsChart, size: Size): ChartOption {
  const { traces, shown, along, palette, smoothing, looks } = chart;
  const find = (symbol: string) => traces.traces.find((t) => t.symbol === symbol);
  const drawable = shown.filter(({ channel }) => find(channel.symbol));
  const channels = drawable.map(({ channel }) => channel);
  const panes = sharedPanes(channels, looks, smoothing?.channel).flatMap((symbols, at) => {
    const [first, ...others] = symbols.map((symbol) => {
      const of = drawable.find(({ channel }) => channel.symbol === symbol)!;
      return { unit: of.channel.unit, drawn: drawnChannel(chart, of, find(symbol)!, size) };
    });
    const isSmoothed = symbols[0] === smoothing?.channel;
    const pane: Pane = { ...first!.drawn, weight: isSmoothed ? 3 : at === 0 ? 1.7 : 1 };
    for (const { unit, drawn } of others) {
      if (unit === first!.unit) Object.assign(pane, together(pane, drawn));
      else pane.right = pane.right ? together(pane.right, drawn) : drawn;
    }
    const removed = isSmoothed && smoothing ? find(smoothing.removed) : undefined;
    return removed
      ? [
          pane,
          removedPane(
            removed,
            channels.find((c) => c.symbol === symbols[0])!,
            palette,
          ),
        ]
      : [pane];
  });
  return stackOption({
    size,
    palette,
    panes,
    x: { title: along ? axisTitle(along) : 'Sample number', range: traces.window },
  });
}

type Drawn = Omit<Pane, 'weight' | 'right' | 'ownX'>;

/** One channel as a pane draws it: what is set aside, the curve, and a smoothing in hand over it. */
function drawnChannel(chart: SignalsChart, { channel, series }: Shown, trace: TraceReply, size: Size): Drawn {
  const { traces, palette, smoothing } = chart;
  const find = (symbol: string) => traces.traces.find((t) => t.symbol === symbol);
  const look = chart.looks[channel.symbol] ?? {};
  const smoothed = smoothing?.channel === channel.symbol ? find(smoothing.made) : undefined;
  const colour = colourOf(palette, series);
  const { range: own, beyond } = rangeOf(trace);
  const lift = smoothed ? (chart.offset ?? 0) * (smoothing?.variants.length ?? 0) : 0;
  const range = own && ([own[0] + Math.min(0, lift), own[1] + Math.max(0, lift)] as [number, number]);
  return {
    title: axisTitle(channel) + (beyond > 0 ? ` · ${beyond} set aside beyond the axis` : ''),
    names: [{ text: axisTitle({ ...channel, unit: '' }), colour }],
    look,
    ...(channel.labels ? { words: channel.labels } : range ? { yRange: range } : {}),
    marks: [
      ...setAside(trace, palette),
      ...(channel.labels
        ? [line(trace, { name: channel.symbol, colour, held: true })]
        : curve(
            trace,
            { name: channel.symbol, colour: smoothed ? palette.faint : colour, series, marks: look.marks },
            size,
            palette,
          )),
      ...(trace.doubtful ? [doubtfulMarks(trace.doubtful, trace.doubtful.why, palette)] : []),
      ...(smoothed ? [line(smoothed, { name: smoothed.symbol, colour, width: 2, z: 5 }), ...besides(chart, find)] : []),
    ],
  };
}

/** Two channels of one unit on one scale: each is named in its colour, since the axis is of both. */
function together(above: Drawn, drawn: Drawn): Drawn {
  const ends = [above.yRange, drawn.yRange].filter((r) => r !== undefined).flat();
  return {
    ...above,
    names: [...(above.names ?? []), ...(drawn.names ?? [])],
    marks: [...above.marks, ...drawn.marks],
    ...(ends.length > 0 ? { yRange: [Math.min(...ends), Math.max(...ends)] as const } : {}),
  };
}

const removedPane = (removed: TraceReply, { unit }: BoardRow, palette: Palette): Pane => ({
  title: `Removed part (${unit})`,
  weight: 0.8,
  marks: [line(removed, { name: 'removed', colour: palette.soft, width: 1 })],
});

/**
 * The axis follows what is kept, and as much of what is set aside as is near: a spike that
 * was set aside must not flatten the curve. How many lie beyond is told.
 */
export function rangeOf({ y, setAside }: Pick<TraceReply, 'y' | 'setAside'>): {
  range?: [number, number];
  beyond: number;
} {
  let [low, high] = extent(y);
  if (low > high) return { beyond: 0 };
  const span = high - low || Math.abs(high) || 1;
  const near = setAside.y.filter((v): v is number => v !== null && v >= low - span / 2 && v <= high + span / 2);
  const [lowNear, highNear] = extent(near);
  low = Math.min(low, lowNear);
  high = Math.max(high, highNear);
  return { range: [low - 0.08 * span, high + 0.12 * span], beyond: setAside.y.length - near.length };
}

const setAside = (trace: TraceReply, palette: Palette) =>
  trace.setAside.x.length > 0 ? [setAsideCrosses(trace.setAside, palette)] : [];

/** The settings that are put beside the smoothing in hand, each shifted up and in a colour of its own. */
function besides({ smoothing, offset = 0, palette }: SignalsChart, find: (symbol: string) => TraceReply | undefined) {
  return (smoothing?.variants ?? []).flatMap((symbol, k) => {
    const trace = find(symbol);
    if (!trace) return [];
    const lifted = { x: trace.x, y: trace.y.map((v) => (v === null ? null : v + (k + 1) * offset)) };
    return [line(lifted, { name: `setting ${k + 1}`, colour: colourOf(palette, k + 1), width: 1.6, z: 5 })];
  });
}

interface CurveLook {
  name: string;
  colour: string;
  series: number;
  marks: AxisLook['marks'];
}

function curve(at: TraceReply, { name, colour, series, marks }: CurveLook, size: Size, palette: Palette) {
  const sparse = at.everySample && at.x.length * PIXELS_PER_SYMBOL < size.width;
  const symbols = () => points(at, { name, colour, series, ground: palette.sheet, size: sparse ? 6 : 3 });
  if (marks === 'symbols') return [symbols()];
  if (marks === 'line' || !sparse) return [line(at, { name, colour, width: at.everySample ? 1.3 : 1.1 })];
  return [symbols(), line(at, { name, colour, width: 0.8 })];
}
