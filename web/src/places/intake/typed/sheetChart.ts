import { standardUncertainty } from '@undameter/core';
import type { Size } from '../../../chart/Chart';
import type { ChartOption } from '../../../chart/echarts';
import { colourOf, errorBars, points, setAsideCrosses } from '../../../chart/marks';
import { axisTitle, stackOption } from '../../../chart/panes';
import type { Palette } from '../../../theme/palette';
import { typedNumber } from '../../../sheet/typedNumber';
import { valuesOf, type Sheet } from './typedSheet';

/** What can be looked at: typed columns, then computed ones. */
export const choicesOf = ({ columns, computed }: Sheet) =>
  [...columns, ...computed].map(({ symbol, name, unit }) => ({ symbol, name, unit }));

interface OnChart {
  sheet: Sheet;
  /** Places among the choices. */
  x: number;
  y: number;
  leftOut: ReadonlyMap<number, string>;
  palette: Palette;
}

const present = (v: number): number | null => (Number.isFinite(v) ? v : null);

/** Half of the interval that is stated of a column, as standard uncertainties are drawn with k = 2. */
function halvesOf({ columns }: Sheet, at: number, values: Float64Array): (number | null)[] {
  const column = columns[at];
  const value = typedNumber(column?.plusMinus);
  if (!column || value === null) return Array.from(values, () => null);
  const declared = { kind: 'absolute' as const, value, statedAs: column.statedAs };
  return Array.from(
    standardUncertainty(values, declared, () => values),
    (u) => present(2 * u),
  );
}

/** The rows that are finished, as open symbols with their ±; those that are left out as grey crosses. */
export function sheetOption({ sheet, x, y, leftOut, palette }: OnChart, size: Size): ChartOption {
  const { rows, columns, computed } = valuesOf(sheet);
  const all = [...columns, ...computed.map((c) => c.values)];
  const choices = choicesOf(sheet);
  const [across, up] = [all[x], all[y]];
  if (!across || !up) return {};
  const errors = { x: halvesOf(sheet, x, across), y: halvesOf(sheet, y, up) };
  const pick = (isOut: boolean): number[] =>
    rows.flatMap(({ row }, i) =>
      leftOut.has(row) === isOut && Number.isFinite(across[i]) && Number.isFinite(up[i]) ? [i] : [],
    );
  const at = (places: readonly number[]) => ({
    x: places.map((i) => across[i]!),
    y: places.map((i) => up[i]!),
  });
  const [kept, out] = [pick(false), pick(true)];
  const colour = colourOf(palette, 0);
  const bars = {
    ...at(kept),
    xError: kept.map((i) => errors.x[i]!),
    yError: kept.map((i) => errors.y[i]!),
  };
  return stackOption({
    size,
    palette,
    panes: [
      {
        title: axisTitle(choices[y]!),
        weight: 1,
        marks: [
          ...(bars.xError.concat(bars.yError).some((e) => e !== null) ? [errorBars(bars, colour)] : []),
          points(at(kept), { name: choices[y]!.symbol, colour, series: 0, ground: palette.sheet, size: 8 }),
          ...(out.length > 0 ? [setAsideCrosses(at(out), palette)] : []),
        ],
      },
    ],
    x: { title: axisTitle(choices[x]!) },
  });
}
