import type { FigureSeries, LineType, SymbolShape } from '@undameter/contract';
import type { SeriesLook } from './seriesLook';

type Mark = Record<string, unknown>;
type Column = readonly (number | null)[];
type Api = { coord(point: readonly number[]): [number, number] };

/** How readings of the series become what is shown on its axes. */
export interface Shown {
  x: (value: number) => number;
  y: (value: number) => number;
  xFactor: number;
  yFactor: number;
}

/** Symbols of a unit size; what is not known to the library is drawn by its outline. */
const symbols: Record<SymbolShape, string> = {
  circle: 'circle',
  square: 'rect',
  triangle: 'triangle',
  diamond: 'diamond',
  cross: 'path://M0,-1L0,1M-1,0L1,0',
  ring: 'path://M-1,0A1,1,0,1,0,1,0A1,1,0,1,0,-1,0M-0.4,0A0.4,0.4,0,1,0,0.4,0A0.4,0.4,0,1,0,-0.4,0',
};
const SET_ASIDE = '#9aa0a0';

/** Lengths of dashes and gaps, in line widths. */
export const dashOf = (line: LineType, width: number): number[] | undefined => {
  const shares = { none: undefined, solid: undefined, dashed: [6, 4], dotted: [1, 3], dashDotted: [7, 3, 1.2, 3] }[
    line
  ];
  return shares?.map((s) => s * Math.max(width, 1));
};

const pairs = (x: Column, y: Column, shown: Shown): (number | null)[][] =>
  x.map((at, i) => {
    const value = y[i] ?? null;
    return at === null || value === null ? [at, null] : [shown.x(at), shown.y(value)];
  });

/** Everything that is drawn of a series, the lowest first. */
export function seriesMarks(series: FigureSeries, look: SeriesLook, shown: Shown, barsFactor: number): Mark[] {
  const lifted: Shown = { ...shown, y: (v) => shown.y(v) + look.offset };
  // A layer for each order, with room for the parts of a series within it.
  const z = 100 + 10 * look.order;
  return [
    ...(series.cells ? [cells(series.cells, look, lifted, z)] : []),
    ...(series.curve && look.band ? bandOf(series.curve, look, lifted, z) : []),
    ...(series.setAside && series.setAside.x.length > 0 ? [asideOf(series.setAside, look, lifted, z)] : []),
    ...(series.curve && look.line !== 'none' ? curvesOf(series.curve, look, lifted, look.isCrowded ? z + 3 : z) : []),
    ...(series.points && look.bars ? barsOf(series.points, look, lifted, barsFactor, z) : []),
    ...(series.points && look.pointsShown ? [pointsOf(series.points, look, lifted, z)] : []),
  ];
}

/** Beyond its points a curve is extrapolated, and drawn otherwise than over them. */
const BEYOND: Partial<Record<LineType, LineType>> = { solid: 'dashed', dashed: 'dotted', dashDotted: 'dotted' };
export const lineBeyond = (line: LineType): LineType => BEYOND[line] ?? line;

/** Whether a curve is drawn beyond the points that it stands on. */
export function isExtrapolated({ curve }: Pick<FigureSeries, 'curve'>): boolean {
  const [low = null, high = null] = curve?.inside ?? [];
  if (!curve || low === null || high === null) return false;
  return curve.x.some((x) => x !== null && (x < low || x > high));
}

function curvesOf(curve: Curve, look: SeriesLook, shown: Shown, z: number): Mark[] {
  const [low = null, high = null] = curve.inside ?? [];
  if (low === null || high === null) return [curveOf(curve, look, shown, z)];
  const part = (isIn: (x: number) => boolean): Curve => {
    const kept = curve.x.flatMap((x, i) => (x !== null && isIn(x) ? [i] : []));
    return { ...curve, x: kept.map((i) => curve.x[i]!), y: kept.map((i) => curve.y[i] ?? null) };
  };
  const beyond = { ...look, line: lineBeyond(look.line) };
  return [
    curveOf(
      part((x) => x >= low && x <= high),
      look,
      shown,
      z,
    ),
    ...[part((x) => x <= low), part((x) => x >= high)].flatMap((side) =>
      side.x.length > 1 ? [curveOf(side, beyond, shown, z)] : [],
    ),
  ];
}

type Curve = NonNullable<FigureSeries['curve']>;

const curveOf = (curve: NonNullable<FigureSeries['curve']>, look: SeriesLook, shown: Shown, z: number): Mark => ({
  type: 'line',
  data: pairs(curve.x, curve.y, shown),
  showSymbol: false,
  connectNulls: false,
  silent: true,
  animation: false,
  z: z + 3,
  ...(curve.held ? { step: 'end' } : {}),
  lineStyle: {
    color: look.colour,
    width: look.width,
    opacity: look.opacity,
    cap: 'butt',
    type: dashOf(look.line, look.width) ?? 'solid',
  },
});

const pointsOf = (at: { x: Column; y: Column }, look: SeriesLook, shown: Shown, z: number): Mark => ({
  type: 'scatter',
  data: pairs(at.x, at.y, shown).filter((p) => p[1] !== null),
  symbol: symbols[look.symbol],
  symbolSize: look.size,
  silent: true,
  animation: false,
  clip: true,
  z: z + 5,
  itemStyle: {
    color: look.filled ? look.colour : '#ffffff',
    borderColor: look.colour,
    borderWidth: Math.max(0.8, 0.14 * look.size),
    opacity: look.opacity,
  },
});

const asideOf = (at: { x: Column; y: Column }, look: SeriesLook, shown: Shown, z: number): Mark => ({
  type: 'scatter',
  data: pairs(at.x, at.y, shown).filter((p) => p[1] !== null),
  symbol: 'path://M-1,-1L1,1M-1,1L1,-1',
  symbolSize: 0.6 * look.size,
  silent: true,
  animation: false,
  clip: true,
  z,
  itemStyle: { color: 'transparent', borderColor: SET_ASIDE, borderWidth: 1 },
});

/** Something drawn once, over corners that are given in shown values. */
const custom = (corners: readonly (readonly number[])[], z: number, draw: (api: Api) => unknown): Mark => ({
  type: 'custom',
  silent: true,
  clip: true,
  animation: false,
  z,
  data: corners.length > 0 ? [corners[0]] : [],
  renderItem: (_: unknown, api: Api) => draw(api),
});

function bandOf(
  { x, low, high }: NonNullable<FigureSeries['curve']>,
  look: SeriesLook,
  shown: Shown,
  z: number,
): Mark[] {
  const usable = x.flatMap((at, i) =>
    at === null || (low[i] ?? null) === null || (high[i] ?? null) === null
      ? []
      : [{ at: shown.x(at), low: shown.y(low[i]!), high: shown.y(high[i]!) }],
  );
  if (usable.length < 2) return [];
  const corners = [...usable.map((p) => [p.at, p.high]), ...usable.map((p) => [p.at, p.low]).reverse()];
  return [
    custom(corners, z + 1, (api) => ({
      type: 'polygon',
      shape: { points: corners.map((c) => api.coord(c)) },
      style: { fill: look.colour, opacity: 0.16 * look.opacity },
    })),
  ];
}

function barsOf(
  { x, y, xError, yError }: NonNullable<FigureSeries['points']>,
  look: SeriesLook,
  shown: Shown,
  barsFactor: number,
  z: number,
): Mark[] {
  const known = x.flatMap((at, i) => {
    const value = y[i] ?? null;
    if (at === null || value === null) return [];
    const [dx, dy] = [xError[i] ?? 0, yError[i] ?? 0].map((u) => barsFactor * u) as [number, number];
    return dx > 0 || dy > 0 ? [{ x: at, y: value, dx, dy }] : [];
  });
  const bars = known.filter((_, i) => i % look.barsEvery === 0);
  if (bars.length === 0) return [];
  const cap = 0.35 * look.size;
  const style = { stroke: look.colour, lineWidth: 0.7 * look.width, opacity: look.opacity };
  const segment = (x1: number, y1: number, x2: number, y2: number) => ({
    type: 'line',
    shape: { x1, y1, x2, y2 },
    style,
  });
  const at = (px: number, py: number): number[] => [shown.x(px), shown.y(py)];
  return [
    custom([at(bars[0]!.x, bars[0]!.y)], z + 4, (api) => ({
      type: 'group',
      children: bars.flatMap((b) => {
        const [left, right] = [api.coord(at(b.x - b.dx, b.y)), api.coord(at(b.x + b.dx, b.y))];
        const [low, high] = [api.coord(at(b.x, b.y - b.dy)), api.coord(at(b.x, b.y + b.dy))];
        const across = [
          segment(left[0], left[1], right[0], right[1]),
          ...[left, right].map(([px, py]) => segment(px, py - cap, px, py + cap)),
        ];
        const upright = [
          segment(low[0], low[1], high[0], high[1]),
          ...[low, high].map(([px, py]) => segment(px - cap, py, px + cap, py)),
        ];
        return [...(b.dx > 0 ? across : []), ...(b.dy > 0 ? upright : [])];
      }),
    })),
  ];
}

function cells(
  { low, width, counts }: NonNullable<FigureSeries['cells']>,
  look: SeriesLook,
  shown: Shown,
  z: number,
): Mark {
  const edge = (k: number): number => shown.x(low + k * width);
  return custom([[edge(0), 0]], z, (api) => ({
    type: 'group',
    children: counts.map((count, k) => {
      const [a, b] = [api.coord([edge(k), count]), api.coord([edge(k + 1), 0])];
      return {
        type: 'rect',
        shape: { x: Math.min(a[0], b[0]), y: a[1], width: Math.abs(b[0] - a[0]), height: b[1] - a[1] },
        style: { fill: look.colour, opacity: 0.6 * look.opacity, stroke: '#ffffff', lineWidth: 0.5 },
      };
    }),
  }));
}

/** How long a run dwelt where: the darker, the longer; the root lets short visits be seen. */
export function mapMark(
  { xRange, yRange, columns, rows, dwell }: NonNullable<import('@undameter/contract').FigurePanel['map']>,
  colour: string,
  shown: Shown,
): Mark {
  const most = dwell.reduce((a, b) => Math.max(a, b), 0);
  const corner = (i: number, j: number): number[] => [
    shown.x(xRange[0]! + (i * (xRange[1]! - xRange[0]!)) / columns),
    shown.y(yRange[0]! + (j * (yRange[1]! - yRange[0]!)) / rows),
  ];
  return custom([corner(0, 0)], 1, (api) => ({
    type: 'group',
    children: dwell.flatMap((time, k) => {
      if (!(time > 0)) return [];
      const [i, j] = [k % columns, Math.floor(k / columns)];
      const [a, b] = [api.coord(corner(i, j)), api.coord(corner(i + 1, j + 1))];
      return [
        {
          type: 'rect',
          shape: {
            x: Math.min(a[0], b[0]),
            y: Math.min(a[1], b[1]),
            width: Math.abs(b[0] - a[0]),
            height: Math.abs(b[1] - a[1]),
          },
          style: { fill: colour, opacity: 0.1 + 0.75 * Math.sqrt(time / most) },
        },
      ];
    }),
  }));
}
