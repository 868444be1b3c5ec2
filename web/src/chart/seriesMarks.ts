import type { CurveMark, FitReply, SeriesReply } from '@undameter/contract';
import { normalQuantile } from '@undameter/core';
import type { Palette } from '../theme/palette';
import { band, colourOf, errorBars, level, line, namedPlaces, points, setAsideCrosses, type Points } from './marks';
import type { Size } from './Chart';
import { extent } from './extent';
import type { ChartOption } from './echarts';
import type { KeyEntry } from './key';
import { axisTitle, stackOption, type Pane } from './panes';

/** Measured points as open symbols, the fitted model as a solid line in its 95 % confidence band. */
const fittedMarks = (
  series: SeriesReply,
  index: number,
  palette: Palette,
  label: string | undefined,
  withPrediction = false,
) => {
  const colour = colourOf(palette, index);
  const { x, lowest, highest } = series.curve;
  return [
    ...(withPrediction ? [band({ x, low: lowest, high: highest }, colour, '')] : []),
    band(series.curve, colour, ''),
    ...(series.leftOut.x.length > 0 ? [setAsideCrosses(series.leftOut, palette)] : []),
    ...(series.drawn.xUncertainty.length > 0
      ? [errorBars({ ...series.drawn, xError: series.drawn.xUncertainty, yError: series.drawn.yUncertainty }, colour)]
      : []),
    points(series.drawn, { name: '', colour, series: index, ground: palette.sheet, size: 6 }),
    ...curveMarks(series, colour, label),
  ];
};

/** Whether a curve is drawn beyond its points. */
const isExtrapolated = ({ curve: { inside, x } }: Pick<SeriesReply, 'curve'>): boolean =>
  inside.length === 2 && (x[0]! < inside[0]! || x.at(-1)! > inside[1]!);

/** Solid over its points, dashed where it is extrapolated. */
export function curveMarks({ curve, name }: Pick<SeriesReply, 'curve' | 'name'>, colour: string, label?: string) {
  const look = { name, colour, width: 2, z: 6 };
  const named = label === undefined ? {} : { endLabel: label };
  const [low = null, high = null] = curve.inside;
  if (low === null || high === null) return [line(curve, { ...look, ...named })];
  const part = (isIn: (x: number) => boolean): Points => {
    const kept = curve.x.flatMap((x, i) => (x !== null && isIn(x) ? [i] : []));
    return { x: kept.map((i) => curve.x[i]!), y: kept.map((i) => curve.y[i] ?? null) };
  };
  const [inside, before, after] = [part((x) => x >= low && x <= high), part((x) => x <= low), part((x) => x >= high)];
  const hasAfter = after.x.length > 1;
  return [
    line(inside, { ...look, ...(hasAfter ? {} : named) }),
    ...(before.x.length > 1 ? [line(before, { ...look, dashed: true })] : []),
    ...(hasAfter ? [line(after, { ...look, ...named, dashed: true })] : []),
  ];
}

/** Of the whole height and width: ends of curves nearer than this would write over each other. */
const SAME_PLACE = 0.05;

/** The name of each series at the end of its curve; where curves end together, one of them counts them. */
export function endLabels(series: readonly Pick<SeriesReply, 'name' | 'curve'>[]): (string | undefined)[] {
  if (series.length < 2) return [];
  const ends = series.map(({ curve }) => [curve.x.at(-1) ?? NaN, curve.y.at(-1) ?? NaN] as const);
  const [width, height] = (['x', 'y'] as const).map((axis) => {
    const all = series.flatMap(({ curve }) => curve[axis].filter((v) => v !== null));
    return Math.max(...all) - Math.min(...all) || 1;
  }) as [number, number];
  const isNear = (a: number, b: number): boolean =>
    Math.abs(ends[a]![0] - ends[b]![0]) < SAME_PLACE * width &&
    Math.abs(ends[a]![1] - ends[b]![1]) < SAME_PLACE * height;
  return series.map(({ name }, i) => {
    const together = series.flatMap((_, k) => (k === i || isNear(i, k) ? [k] : []));
    if (together.length < 2) return name;
    return together[0] === i ? `${together.length} series` : undefined;
  });
}

/** What the lower pane shows of the residuals. */
export const residualViews = {
  x: 'against x',
  fitted: 'against fitted value',
  time: 'in time order',
  histogram: 'histogram',
  normal: 'normal plot',
} as const;
export type ResidualView = keyof typeof residualViews;

/** Further curves over the points: a nudge, other models. */
export interface Extra {
  curve: Points;
  name: string;
  series: number;
  look: 'dashed' | 'thin';
}

export interface FitChart {
  fit: FitReply;
  palette: Palette;
  size: Size;
  view: ResidualView;
  /** The series in hand, whose prediction band is drawn. */
  inHand: number;
  extras: readonly Extra[];
  /** Places of the curve in hand that are marked. */
  marks?: readonly CurveMark[];
  withPrediction: boolean;
}

/** The curves of a fit over its residuals; on one x axis where both are against x. */
export function fitOption(chart: FitChart): ChartOption {
  const { fit, palette, size, view, inHand, extras, marks: places = [], withPrediction } = chart;
  const labels = endLabels(fit.series);
  const key: KeyEntry[] = [
    { label: 'measured', mark: 'symbol' },
    { label: withPrediction ? 'model, 95 % of curve and of a point' : 'model, 95 % band', mark: 'solid' },
    ...(fit.series.some((s) => s.leftOut.x.length > 0) ? [{ label: 'left out', mark: 'cross' } as const] : []),
    ...(fit.series.some(isExtrapolated) ? [{ label: 'extrapolated', mark: 'dashed' } as const] : []),
    ...(extras.some((e) => e.look === 'dashed') ? [{ label: 'nudged', mark: 'dashed' } as const] : []),
  ];
  const marks = [
    ...fit.series.flatMap((s, i) => fittedMarks(s, i, palette, labels[i], withPrediction && i === inHand)),
    ...extras.map(({ curve, name, series, look }) =>
      line(curve, {
        name,
        colour: look === 'thin' ? palette.soft : colourOf(palette, series),
        width: look === 'thin' ? 1.2 : 1.8,
        dashed: look === 'dashed',
        z: 7,
      }),
    ),
  ];
  if (places.length > 0) marks.push(namedPlaces(places, farRightOf(fit), palette));
  const pane: Pane = { title: axisTitle(fit.y), weight: 3, marks };
  return stackOption({
    size,
    palette,
    panes: [pane, residualPane(fit, palette, view)],
    x: { title: axisTitle(fit.x) },
    key,
  });
}

/** Residuals of the drawn points, in one of their views. */
function residualPane(fit: FitReply, palette: Palette, view: ResidualView): Pane {
  const { unit } = fit.y;
  const name = `Residual${view === 'x' ? '' : ` ${residualViews[view]}`}`;
  const shown = fit.series.map((s) => residualPoints(s, view));
  const isOwnX = view !== 'x';
  return {
    title: view === 'histogram' ? 'Residuals: how many' : axisTitle({ name, unit }),
    weight: 1,
    ...(isOwnX ? { ownX: { title: ownTitle(fit, view) } } : {}),
    marks: [
      ...(view === 'histogram' ? [] : [level(0, palette.soft)]),
      ...shown.map((at, i) =>
        view === 'histogram'
          ? line(at, { name: '', colour: colourOf(palette, i), held: true })
          : points(at, { name: '', colour: colourOf(palette, i), series: i, ground: palette.sheet, size: 5 }),
      ),
    ],
  };
}

const ownTitle = (fit: FitReply, view: ResidualView): string =>
  ({
    x: axisTitle(fit.x),
    fitted: axisTitle({ name: `Fitted ${fit.y.name.toLowerCase() || fit.y.symbol}`, unit: fit.y.unit }),
    time: 'Number of the point, in the order of measuring',
    histogram: axisTitle({ name: 'Residual', unit: fit.y.unit }),
    normal: 'Where a normal distribution would have it (standard deviations)',
  })[view];

/** x and y of a view; missing residuals take no part. */
export function residualPoints({ drawn }: Pick<SeriesReply, 'drawn'>, view: ResidualView): Points {
  const kept = drawn.residual.flatMap((r, i) => (r === null || drawn.x[i] === null ? [] : [{ r, i }]));
  const residual = kept.map(({ r }) => r);
  switch (view) {
    case 'x':
      return { x: drawn.x, y: drawn.residual };
    case 'fitted':
      return { x: kept.map(({ r, i }) => drawn.y[i]! - r), y: residual };
    case 'time':
      return { x: kept.map(({ i }) => 1 + i * drawn.every), y: residual };
    case 'histogram':
      return steps(residual);
    case 'normal': {
      const sorted = [...residual].sort((a, b) => a - b);
      // Blom's plotting positions.
      return { x: sorted.map((_, k) => normalQuantile((k + 0.625) / (sorted.length + 0.25))), y: sorted };
    }
  }
}

/** Counts in even cells, as the corners of steps; their number by Sturges. */
function steps(values: readonly number[]): Points {
  const [low, high] = [Math.min(...values), Math.max(...values)];
  if (!(high > low)) return { x: [], y: [] };
  const cells = Math.ceil(Math.log2(values.length)) + 1;
  const counts = Array.from({ length: cells }, () => 0);
  for (const v of values) counts[Math.min(cells - 1, Math.floor(((v - low) / (high - low)) * cells))]!++;
  const edge = (k: number): number => low + ((high - low) * k) / cells;
  return { x: [edge(0), ...counts.map((_, k) => edge(k)), edge(cells)], y: [0, ...counts, 0] };
}

/** From here on the name of a place would run out of the chart. */
function farRightOf({ series }: FitReply): number {
  const [low, high] = extent(series.flatMap(({ curve }) => [curve.x[0] ?? null, curve.x.at(-1) ?? null]));
  return low + 0.6 * (high - low);
}
