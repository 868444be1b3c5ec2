import type { AxisLook, FigureSource } from '@undameter/contract';
import { standardUncertainty, type Fit } from '@undameter/core';
import type { Size } from '../../../chart/Chart';
import type { ChartOption } from '../../../chart/echarts';
import { colourOf, errorBars, expectedBar, line, namedPlaces, points, setAsideCrosses } from '../../../chart/marks';
import { axisTitle, stackOption } from '../../../chart/panes';
import type { Palette } from '../../../theme/palette';
import { typedNumber } from '../../../sheet/typedNumber';
import type { Expected } from './liveLine';
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
  /** The curve so far, and how far it is drawn. */
  line?: { fit: Pick<Fit, 'curve'>; range: [number, number]; reach: [number, number] } | undefined;
  /** Where the curve crosses zero, with its words. */
  crossing?: { x: number; words: string } | undefined;
  /** What is expected of the next reading. */
  expected?: Expected | undefined;
  palette: Palette;
}

const present = (v: number): number | null => (Number.isFinite(v) ? v : null);

/** Half of the interval that is stated of a column, as standard uncertainties are drawn with k = 2. */
function halvesOf({ columns }: Sheet, at: number, all: readonly Float64Array[]): (number | null)[] {
  const column = columns[at];
  const values = all[at]!;
  const teller = all[columns.findIndex((c) => c.symbol === column?.toldBy)];
  if (teller && column?.plusMinus === '') return Array.from(teller, (u) => present(2 * u));
  const value = typedNumber(column?.plusMinus);
  if (!column || value === null) return Array.from(values, () => null);
  const declared = { kind: 'absolute' as const, value, statedAs: column.statedAs };
  return Array.from(
    standardUncertainty(values, declared, () => values),
    (u) => present(2 * u),
  );
}

/** The rows that are finished, as open symbols with their ±; those that are left out as grey crosses. */
export function sheetOption(
  { sheet, x, y, leftOut, line: curve, crossing, expected, palette }: OnChart,
  size: Size,
): ChartOption {
  const { rows, columns, computed } = valuesOf(sheet);
  const all = [...columns, ...computed.map((c) => c.values)];
  const choices = choicesOf(sheet);
  const [across, up] = [all[x], all[y]];
  if (!across || !up) return {};
  const errors = { x: halvesOf(sheet, x, all), y: halvesOf(sheet, y, all) };
  const pick = (isOut: boolean): number[] =>
    rows.flatMap(({ row }, i) =>
      leftOut.has(row) === isOut && Number.isFinite(across[i]) && Number.isFinite(up[i]) ? [i] : [],
    );
  const at = (places: readonly number[]) => ({
    x: places.map((i) => across[i]!),
    y: places.map((i) => up[i]!),
  });
  const [kept, out] = [pick(false), pick(true)];
  const colour = sheet.columns[y]?.colour ?? colourOf(palette, 0);
  const middle = curve ? (curve.reach[0] + curve.reach[1]) / 2 : 0;
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
          ...(curve ? curveMarks(curve, palette) : []),
          ...(expected ? [expectedBar(expected, palette.act)] : []),
          ...(crossing ? [namedPlaces([{ x: crossing.x, y: 0, label: crossing.words }], middle, palette)] : []),
          ...(out.length > 0 ? [setAsideCrosses(at(out), palette)] : []),
        ],
      },
    ],
    x: { title: axisTitle(choices[x]!) },
  });
}

const PLACES = 120;

/** The curve within the rows as a solid line, beyond them dashed. */
function curveMarks({ fit, range, reach }: NonNullable<OnChart['line']>, palette: Palette) {
  const over = (from: number, to: number) => {
    const x = Array.from({ length: PLACES + 1 }, (_, k) => from + ((to - from) * k) / PLACES);
    return { x, y: x.map((at) => fit.curve(at).value) };
  };
  const look = { name: 'curve so far', colour: palette.ink, width: 1.4 };
  const dashed = { ...look, name: 'extrapolated', width: 1.1, dashed: true };
  return [
    line(over(...range), look),
    ...(reach[0] < range[0] ? [line(over(reach[0], range[0]), dashed)] : []),
    ...(reach[1] > range[1] ? [line(over(range[1], reach[1]), dashed)] : []),
  ];
}

/**
 * How far the curve is drawn: over the axis that a person asked for, else as far as the rows go, and to its crossing
 * with zero where that is wanted.
 */
export function reachOf(range: [number, number], look: AxisLook | undefined, crossing?: number): [number, number] {
  const [low, high] = [Math.min(range[0], look?.low ?? range[0]), Math.max(range[1], look?.high ?? range[1])];
  if (crossing === undefined) return [low, high];
  // A little beyond it, so that the crossing is seen as one.
  const air = 0.05 * Math.abs(crossing < low ? high - crossing : crossing - low);
  return [
    Math.min(low, crossing < low ? crossing - air : low),
    Math.max(high, crossing > high ? crossing + air : high),
  ];
}

/** The chart as what a figure shows: one column over another, with what is left out. */
export const figureOfSheet = (runId: number, x: string, y: string): FigureSource => ({
  kind: 'channels',
  ...{ runId, x, panels: [[y]], from: null, to: null },
});
