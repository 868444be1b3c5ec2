import type { ConditionRow, MapReply, PointsReply } from '@undameter/contract';
import type { Size } from '../../chart/Chart';
import type { ChartOption } from '../../chart/echarts';
import { cellMap, colourOf, errorBars, points } from '../../chart/marks';
import { axisTitle, stackOption } from '../../chart/panes';
import type { Palette } from '../../theme/palette';

interface ConditionsMap {
  map: MapReply;
  x: { symbol: string; name: string; unit: string };
  y: { symbol: string; name: string; unit: string };
  operating: PointsReply | undefined;
  conditions: readonly ConditionRow[];
  palette: Palette;
}

/** Where a run dwelt on two channels, the darker the longer, and its operating points with their ±. */
export function mapOption({ map, x, y, operating, conditions, palette }: ConditionsMap, size: Size): ChartOption {
  const marks = [cellMap(map, palette.ink)];
  conditions.forEach((condition, series) => {
    const own = operating?.points.filter((p) => p.conditionId === condition.id) ?? [];
    if (own.length === 0) return;
    const value = (symbol: string, part: 'mean' | 'uncertainty') =>
      own.map((p) => p.values.find((v) => v.symbol === symbol)?.[part] ?? null);
    const at = { x: value(x.symbol, 'mean'), y: value(y.symbol, 'mean') };
    const colour = colourOf(palette, series);
    marks.push(
      errorBars({ ...at, xError: value(x.symbol, 'uncertainty'), yError: value(y.symbol, 'uncertainty') }, colour),
    );
    marks.push(points(at, { name: condition.name, colour, series, ground: palette.sheet, size: 8 }));
  });
  const padded = ([low, high]: readonly [number, number]): [number, number] => [
    low - 0.03 * (high - low),
    high + 0.03 * (high - low),
  ];
  return stackOption({
    size,
    palette,
    panes: [{ title: axisTitle(y), weight: 1, marks, yRange: padded(map.yRange) }],
    x: { title: axisTitle(x), range: padded(map.xRange) },
    tooltip: false,
  });
}
