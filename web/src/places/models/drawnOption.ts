import type { DrawnQuantity } from '@undameter/contract';
import { stackOption } from '../../chart/panes';
import type { Size } from '../../chart/Chart';
import type { ChartOption } from '../../chart/echarts';
import { bars, line } from '../../chart/marks';
import type { Palette } from '../../theme/palette';

const CURVE_POINTS = 81;
/** Half of the 95 % interval of a normal distribution. */
const HALF = 1.959963984540054;

/** The draws of a number as bars, and as a curve the normal distribution that first order takes them for. */
export function drawnOption(quantity: DrawnQuantity, palette: Palette, size: Size): ChartOption {
  const { name, unit, histogram } = quantity;
  const { from, width, counts } = histogram;
  if (from === null || width === null) return {};
  const first = normalCurve(quantity);
  const highest = Math.max(...counts, ...first.y);
  return stackOption({
    size,
    palette,
    panes: [
      {
        title: '',
        weight: 1,
        yRange: [0, 1.08 * highest],
        marks: [
          bars({ low: from, width, counts }, palette.faint),
          line(first, { name: 'first order', colour: palette.act, width: 1.6 }),
        ],
      },
    ],
    x: { title: `${name}${unit ? ` (${unit})` : ''}`, range: rangeOf(quantity) },
    tooltip: false,
  });
}

/** Both the draws and first order have room, without the few draws that lie far out. */
function rangeOf({ low, high, value, halfWidth }: DrawnQuantity): readonly [number, number] {
  const [left, right] = [
    Math.min(low ?? value, value - (halfWidth ?? 0)),
    Math.max(high ?? value, value + (halfWidth ?? 0)),
  ];
  const margin = 0.4 * (right - left) || Math.abs(value) || 1;
  return [left - margin, right + margin];
}

/** As many draws a class as the normal distribution of first order would have. */
export function normalCurve({ value, halfWidth, draws, histogram: { width } }: DrawnQuantity): {
  x: number[];
  y: number[];
} {
  const u = (halfWidth ?? 0) / HALF;
  if (!(u > 0) || width === null) return { x: [], y: [] };
  const x = Array.from({ length: CURVE_POINTS }, (_, i) => value + 4 * u * ((2 * i) / (CURVE_POINTS - 1) - 1));
  return {
    x,
    y: x.map((v) => (draws * width * Math.exp(-(((v - value) / u) ** 2) / 2)) / (u * Math.sqrt(2 * Math.PI))),
  };
}
