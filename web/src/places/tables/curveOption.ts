import { formatValue, interpolationMethods, interpolatorOf, methodOf } from '@undameter/core';
import { knots, line } from '../../chart/marks';
import { axisTitle, stackOption } from '../../chart/panes';
import type { Size } from '../../chart/Chart';
import type { Palette } from '../../theme/palette';
import { knotsOf } from './cells';
import { productUnit, slopeUnit } from './derivedUnits';
import { likelyWrong, type TableDraft, type Understood } from './state';

const PLACES = 600;
/** So much of the range is shown beyond each end where a table goes on. */
const BEYOND = 0.08;

/** The curve through its knots, what other methods would draw faint beside it, and a derivative below on demand. */
export function curveOption(
  draft: TableDraft,
  understood: Understood | undefined,
  { others, rate, area }: { others: boolean; rate: boolean; area: boolean },
  palette: Palette,
  size: Size,
) {
  const at = knotsOf(draft.shape, draft.cells);
  const colour = palette.series[0]!;
  const title = axisTitle({ name: draft.name || 'Value', symbol: draft.symbol, unit: draft.yUnit });
  const xTitle = axisTitle({ name: draft.xName || 'Argument', unit: draft.xUnit });
  const shown = knots(at, { name: 'knots', colour });
  if (!understood?.curve)
    return stackOption({ size, palette, panes: [{ title, weight: 1, marks: [shown] }], x: { title: xTitle } });
  const { table, curve } = understood;
  const [low, high] = [table.x[0]!, table.x.at(-1)!];
  const grid = column(low, high);
  const curveOf = (y: Float64Array, x = grid) => ({
    x: Array.from(x),
    y: Array.from(y, (v) => (Number.isFinite(v) ? v : null)),
  });
  const faint = others
    ? interpolationMethods
        .filter((m) => m.kind !== methodOf(table.method).kind)
        .map((m) =>
          line(curveOf(interpolatorOf({ ...table, method: m.kind }).at(grid).values), {
            name: m.title,
            colour: palette.faint,
            width: 0.8,
          }),
        )
    : [];
  const reach = BEYOND * (high - low);
  const further =
    table.outside === 'refuse'
      ? []
      : [column(low - reach, low), column(high, high + reach)].map((x) =>
          line(curveOf(curve.at(x).values, x), {
            name: table.outside === 'hold' ? 'held' : 'extended',
            colour: palette.doubt,
            width: 1.2,
          }),
        );
  const odd = likelyWrong(understood);
  return stackOption({
    size,
    palette,
    panes: [
      {
        title,
        weight: 2,
        marks: [
          ...faint,
          ...further,
          line(curveOf(curve.at(grid).values), { name: draft.symbol || 'value', colour, width: 1.6 }),
          shown,
          knots(
            { x: odd.map((i) => table.x[i]!), y: odd.map((i) => table.y[i]!) },
            { name: 'a typing error?', colour: palette.doubt, size: 10 },
          ),
        ],
      },
      ...(rate
        ? [
            {
              title: axisTitle({
                name: `its slope, d${draft.symbol || 'y'}/d(${draft.xName || 'x'})`,
                unit: slopeUnit(draft.yUnit, draft.xUnit),
              }),
              weight: 1,
              marks: [line(curveOf(curve.slopes(grid)), { name: 'slope', colour: palette.soft, width: 1.2 })],
            },
          ]
        : []),
      ...(area
        ? [
            {
              title: axisTitle({
                name: `its integral ∫ ${draft.symbol || 'y'} d(${draft.xName || 'x'}) from ${formatValue(low)}`,
                unit: productUnit(draft.yUnit, draft.xUnit),
              }),
              weight: 1,
              marks: [
                line(curveOf(grid.map((to) => curve.area(low, to))), {
                  name: 'integral',
                  colour: palette.soft,
                  width: 1.2,
                }),
              ],
            },
          ]
        : []),
    ],
    x: { title: xTitle },
  });
}

const column = (from: number, to: number): Float64Array =>
  Float64Array.from({ length: PLACES + 1 }, (_, i) => (i === PLACES ? to : from + ((to - from) * i) / PLACES));
