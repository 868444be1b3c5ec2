import type { BenchReply, ConditionBody, TracesReply } from '@undameter/contract';
import { alternativesOf, limitKindOf } from '@undameter/core';
import type { Size } from '../../chart/Chart';
import type { ChartOption } from '../../chart/echarts';
import { colourOf, levelBand, line, points, setAsideCrosses } from '../../chart/marks';
import { axisTitle, stackOption } from '../../chart/panes';
import type { Palette } from '../../theme/palette';

interface ConditionsChart {
  traces: TracesReply;
  bench: BenchReply;
  /** Ids in the order of the board, which gives each its colour and shape. */
  order: readonly number[];
  /** The one in hand, whose limits are shaded. */
  inHand: { body: ConditionBody; series: number } | null;
  palette: Palette;
}

/** The channels that conditions look at; samples of a condition in its colour and shape, the limits in hand as bands. */
export function conditionsOption({ traces, bench, order, inHand, palette }: ConditionsChart, size: Size): ChartOption {
  const panes = traces.traces.map((trace) => {
    const channel = bench.channels.find((c) => c.symbol === trace.symbol);
    return {
      title: channel ? axisTitle(channel) : trace.symbol,
      weight: 1,
      ...(channel?.labels ? { words: channel.labels } : {}),
      marks: [
        ...(inHand && channel ? [limitsOn(inHand.body, channel, colourOf(palette, inHand.series))] : []),
        ...(trace.setAside.x.length > 0 ? [setAsideCrosses(trace.setAside, palette)] : []),
        line(trace, { name: trace.symbol, colour: palette.faint, width: 1, held: Boolean(channel?.labels) }),
        ...trace.inConditions.map((at) => {
          const series = order.indexOf(at.id);
          const look = { name: '', colour: colourOf(palette, series), series, ground: palette.sheet, size: 5 };
          return points(thin(at, 160), look);
        }),
      ],
    };
  });
  const along = bench.channels.find((c) => c.symbol === bench.along);
  return stackOption({
    size,
    palette,
    panes,
    x: { title: along ? axisTitle(along) : 'Sample number', range: traces.window },
  });
}

/** The stretches of a channel's axis that the limits pick. */
function limitsOn(
  body: ConditionBody,
  channel: { symbol: string; unit: string; labels: readonly string[] | null },
  colour: string,
) {
  const ranges = body.limits.flatMap(alternativesOf).flatMap((limit) => {
    if (!('symbol' in limit) || limit.symbol !== channel.symbol) return [];
    try {
      return limitKindOf(limit).ranges?.(limit, channel) ?? [];
    } catch {
      // A unit that does not fit is said beside the limit; there is nothing to draw.
      return [];
    }
  });
  return levelBand(ranges, colour);
}

/** At most so many of the points, evenly picked: more symbols would only hide each other. */
function thin({ x, y }: { x: readonly (number | null)[]; y: readonly (number | null)[] }, most: number) {
  const every = Math.max(1, Math.ceil(x.length / most));
  return { x: x.filter((_, i) => i % every === 0), y: y.filter((_, i) => i % every === 0) };
}
