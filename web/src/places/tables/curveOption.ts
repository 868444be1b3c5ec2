import {
  formatValue,
  interpolationMethods,
  interpolatorOf,
  methodOf,
  standardAtKnots,
  type Interpolator,
  type PropertyTable,
} from '@undameter/core';
import { errorBars, knots, line } from '../../chart/marks';
import { axisTitle, stackOption, type Pane } from '../../chart/panes';
import type { Size } from '../../chart/Chart';
import type { Palette } from '../../theme/palette';
import { knotsOf } from './cells';
import { productUnit, slopeUnit } from './derivedUnits';
import { likelyWrong, type TableDraft, type Understood } from './state';

const PLACES = 600;
/** So much of the range is shown beyond each end where a table goes on. */
const BEYOND = 0.08;

type Drawn = { x: number[]; y: (number | null)[] };
const drawnOver = (x: Float64Array, y: Float64Array): Drawn => ({
  x: Array.from(x),
  y: Array.from(y, (v) => (Number.isFinite(v) ? v : null)),
});

/** The curve through its knots, what other methods would draw faint beside it, and a derivative below on demand. */
export function curveOption(
  draft: TableDraft,
  understood: Understood | undefined,
  drawn: { others: boolean; rate: boolean; area: boolean },
  palette: Palette,
  size: Size,
) {
  const colour = palette.series[0]!;
  const title = axisTitle({ name: draft.name || 'Value', symbol: draft.symbol, unit: draft.yUnit });
  const x = { title: axisTitle({ name: draft.xName || 'Argument', unit: draft.xUnit }) };
  const shown = knots(knotsOf(draft.shape, draft.cells), { name: 'knots', colour });
  if (!understood?.curve) return stackOption({ size, palette, panes: [{ title, weight: 1, marks: [shown] }], x });
  const { table, curve } = understood;
  const grid = column(table.x[0]!, table.x.at(-1)!);
  const odd = likelyWrong(understood);
  const marks = [
    ...(drawn.others ? otherMethods(table, grid, palette) : []),
    ...furtherMarks(table, curve, palette),
    line(drawnOver(grid, curve.at(grid).values), { name: draft.symbol || 'value', colour, width: 1.6 }),
    ...barsOf(table, colour),
    shown,
    knots(
      { x: odd.map((i) => table.x[i]!), y: odd.map((i) => table.y[i]!) },
      { name: 'a typing error?', colour: palette.doubt, size: 10 },
    ),
  ];
  return stackOption({
    size,
    palette,
    panes: [
      { title, weight: 2, marks },
      ...(drawn.rate ? [slopePane(draft, curve, grid, palette)] : []),
      ...(drawn.area ? [integralPane(draft, curve, grid, palette)] : []),
    ],
    x,
  });
}

/** What is stated of each knot, one standard uncertainty each way. */
function barsOf({ x, y, uncertainty }: PropertyTable, colour: string) {
  if (uncertainty?.kind !== 'perKnot') return [];
  const yError = standardAtKnots(uncertainty).map((u) => (u === u ? u : null));
  return [errorBars({ x, y, xError: [], yError }, colour)];
}

/** What other methods would draw between the same knots. */
const otherMethods = (table: PropertyTable, grid: Float64Array, palette: Palette) =>
  interpolationMethods
    .filter((m) => m.kind !== methodOf(table.method).kind)
    .map(({ kind, title: name }) =>
      line(drawnOver(grid, interpolatorOf({ ...table, method: kind }).at(grid).values), {
        name,
        colour: palette.faint,
        width: 0.8,
      }),
    );

/** How the table goes on beyond either end, where it does. */
function furtherMarks(table: PropertyTable, curve: Interpolator, palette: Palette) {
  if (table.outside === 'refuse') return [];
  const [low, high] = [table.x[0]!, table.x.at(-1)!];
  const reach = BEYOND * (high - low);
  const name = table.outside === 'hold' ? 'held' : 'extended';
  return [column(low - reach, low), column(high, high + reach)].map((x) =>
    line(drawnOver(x, curve.at(x).values), { name, colour: palette.doubt, width: 1.2 }),
  );
}

const belowLook = (palette: Palette) => ({ colour: palette.soft, width: 1.2 });

const slopePane = (draft: TableDraft, curve: Interpolator, grid: Float64Array, palette: Palette): Pane => ({
  title: axisTitle({
    name: `its slope, d${draft.symbol || 'y'}/d(${draft.xName || 'x'})`,
    unit: slopeUnit(draft.yUnit, draft.xUnit),
  }),
  weight: 1,
  marks: [line(drawnOver(grid, curve.slopes(grid)), { name: 'slope', ...belowLook(palette) })],
});

const integralPane = (draft: TableDraft, curve: Interpolator, grid: Float64Array, palette: Palette): Pane => ({
  title: axisTitle({
    name: `its integral ∫ ${draft.symbol || 'y'} d(${draft.xName || 'x'}) from ${formatValue(grid[0]!)}`,
    unit: productUnit(draft.yUnit, draft.xUnit),
  }),
  weight: 1,
  marks: [
    line(
      drawnOver(
        grid,
        grid.map((to) => curve.area(grid[0]!, to)),
      ),
      { name: 'integral', ...belowLook(palette) },
    ),
  ],
});

const column = (from: number, to: number): Float64Array =>
  Float64Array.from({ length: PLACES + 1 }, (_, i) => (i === PLACES ? to : from + ((to - from) * i) / PLACES));
