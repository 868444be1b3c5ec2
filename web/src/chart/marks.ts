import type { Palette } from '../theme/palette';

/**
 * The chart language: measured = open symbols (a line only where sampling is dense),
 * model = solid line, simulated = dashed line, set aside = small grey crosses,
 * uncertainty = a band. Series are told apart by colour and by shape.
 */
export type Column = readonly (number | null)[];
export interface Points {
  x: Column;
  y: Column;
}
type Mark = Record<string, unknown>;

const CROSS = 'path://M-1,-1L1,1M-1,1L1,-1';
const PLUS = 'path://M0,-1L0,1M-1,0L1,0';
/** Circle, square, triangle, diamond, cross and a ring, for the six series colours. */
const shapes = ['circle', 'rect', 'triangle', 'diamond', PLUS, 'roundRect'] as const;

export const colourOf = (palette: Palette, series: number): string => palette.series[series % palette.series.length]!;

/** x and y as pairs; a missing value breaks the line. */
const pairs = ({ x, y }: Points): (number | null)[][] => x.map((at, i) => [at, y[i] ?? null]);

interface LineLook {
  name: string;
  colour: string;
  width?: number;
  opacity?: number;
  dashed?: boolean;
  dotted?: boolean;
  /** A value holds until the next one, as the words of a category do. */
  held?: boolean;
  /** Written at the end of the curve, in place of a legend. */
  endLabel?: string;
  z?: number;
}

export const line = (
  points: Points,
  { name, colour, width = 1.5, opacity = 1, dashed, dotted, held, endLabel, z = 3 }: LineLook,
): Mark => ({
  type: 'line',
  name,
  data: pairs(points),
  showSymbol: false,
  connectNulls: false,
  ...(held ? { step: 'end' } : {}),
  silent: true,
  z,
  lineStyle: { color: colour, width, opacity, type: dashed ? [6, 4] : dotted ? [1.5, 3.5] : 'solid' },
  itemStyle: { color: colour },
  ...(endLabel === undefined
    ? {}
    : {
        endLabel: { show: true, formatter: endLabel, color: colour, align: 'left', offset: [2, -6], fontWeight: 600 },
      }),
});

interface PointLook {
  name: string;
  colour: string;
  series: number;
  ground: string;
  size?: number;
}

/**
 * Symbols come in rounds of six: open ones, so that what lies below stays visible, then filled ones, then half-filled ones.
 */
function fillOf(series: number, colour: string, ground: string): unknown {
  const round = Math.floor(series / shapes.length) % 3;
  if (round < 2) return round === 0 ? ground : colour;
  const half = [colour, colour, ground, ground].map((color, k) => ({ offset: [0, 0.5, 0.5, 1][k]!, color }));
  return { type: 'linear', x: 0, y: 0, x2: 1, y2: 0, colorStops: half };
}

/** The symbols of a series: of the first six open, the ground shows through. */
export const points = (at: Points, { name, colour, series, ground, size = 7 }: PointLook): Mark => ({
  type: 'scatter',
  name,
  data: pairs(at),
  symbol: shapes[series % shapes.length],
  symbolSize: size,
  silent: true,
  z: 4,
  itemStyle: { color: fillOf(series, colour, ground), borderColor: colour, borderWidth: 1.4, opacity: 0.95 },
});

/** A knot or a point under the cursor: filled. */
export const knots = (
  at: Points,
  { name, colour, size = 6 }: { name: string; colour: string; size?: number },
): Mark => ({
  ...points(at, { name, colour, series: 0, ground: colour, size }),
  z: 5,
});

/**
 * Places of a curve, filled in ink, each with what it is: the names one above the other in turn, since places of a kind
 * lie near each other, and from a place far right towards the middle of the chart, where there is room.
 */
export function namedPlaces(
  places: readonly { x: number; y: number; label: string }[],
  farRight: number,
  { ink, sheet }: Pick<Palette, 'ink' | 'sheet'>,
): Mark {
  const size = 7;
  const inOrder = [...places].sort((a, b) => a.x - b.x);
  return {
    ...knots({ x: [], y: [] }, { name: 'places', colour: ink, size }),
    z: 9,
    data: inOrder.map(({ x, y, label }, k) => ({
      value: [x, y],
      label: {
        formatter: label,
        position: [x > farRight ? size : 0, -14 - 20 * (k % 3)],
        align: x > farRight ? 'right' : 'left',
      },
    })),
    label: { show: true, color: ink, textBorderColor: sheet, textBorderWidth: 3 },
  };
}

/** A pale bar where a value is expected, as high as its interval, with its middle. */
export function expectedBar({ x, value, half }: { x: number; value: number; half: number }, colour: string): Mark {
  const wide = 8;
  return {
    type: 'custom',
    name: 'expected',
    silent: true,
    clip: true,
    z: 2,
    // Its ends, so that the axis makes room for it.
    data: [
      [x, value - half],
      [x, value + half],
    ],
    renderItem: (about: { dataIndex: number }, api: { coord(point: number[]): number[] }) => {
      if (about.dataIndex > 0) return undefined;
      const [left, bottom] = api.coord([x, value - half]) as [number, number];
      const [, top] = api.coord([x, value + half]) as [number, number];
      const [, middle] = api.coord([x, value]) as [number, number];
      return {
        type: 'group',
        children: [
          {
            type: 'rect',
            shape: { x: left - wide, y: top, width: 2 * wide, height: Math.max(2, bottom - top) },
            style: { fill: colour, opacity: 0.16 },
          },
          {
            type: 'line',
            shape: { x1: left - wide, y1: middle, x2: left + wide, y2: middle },
            style: { stroke: colour, lineWidth: 1 },
          },
        ],
      };
    },
  };
}

export const setAsideCrosses = (at: Points, palette: Palette): Mark => ({
  type: 'scatter',
  name: 'set aside',
  data: pairs(at),
  symbol: CROSS,
  symbolSize: 4.5,
  silent: true,
  z: 2,
  itemStyle: { color: 'transparent', borderColor: palette.faint, borderWidth: 1 },
});

/** Samples that are less sure than the others: small open triangles over the curve. */
export const doubtfulMarks = (at: Points, why: string, palette: Palette): Mark => ({
  type: 'scatter',
  name: `less sure: ${why}`,
  data: pairs(at),
  symbol: 'triangle',
  symbolSize: 6,
  silent: true,
  z: 6,
  itemStyle: { color: palette.sheet, borderColor: palette.doubt, borderWidth: 1.2 },
});

/** The area between two curves over the same x: an uncertainty band. */
export function band({ x, low, high }: { x: Column; low: Column; high: Column }, colour: string, name: string): Mark {
  const usable = x.map((_, i) => i).filter((i) => x[i] !== null && low[i] !== null && high[i] !== null);
  const upper = usable.map((i) => [x[i]!, high[i]!]);
  const lower = usable.map((i) => [x[i]!, low[i]!]).reverse();
  return {
    type: 'custom',
    name,
    silent: true,
    clip: true,
    z: 1,
    // The extent of the band, so that the axis makes room for it.
    data: upper.length > 0 ? [...upper, ...lower] : [],
    renderItem: (about: { dataIndex: number }, api: { coord(point: number[]): number[] }) =>
      about.dataIndex === 0
        ? {
            type: 'polygon',
            shape: { points: [...upper, ...lower].map((p) => api.coord(p)) },
            style: { fill: colour, opacity: 0.14 },
          }
        : undefined,
  };
}

type Ring = readonly (readonly [number, number])[];

/** Areas of a map with their rims, each an outer ring and the rings of its holes, and what the rim means written on it. */
export const region = (
  areas: readonly (readonly Ring[])[],
  { colour, label, ink }: { colour: string; label: string; ink: string },
): Mark => ({
  type: 'custom',
  name: label,
  silent: true,
  clip: true,
  z: 1,
  data: areas.map(([outer]) => [...outer![0]!]),
  renderItem: (about: { dataIndex: number }, api: { coord(point: readonly number[]): number[] }) => {
    const rings = areas[about.dataIndex]!.map((ring) => ring.map((p) => api.coord(p)));
    // The holes run the other way round, so that they stay empty.
    const pathData = rings.map((ring) => `M${ring.map((p) => p.join(' ')).join('L')}Z`).join('');
    // A third of the way along, the label is mostly clear of the axes.
    const [x, y] = rings[0]![Math.floor(rings[0]!.length / 3)] as [number, number];
    return {
      type: 'group',
      children: [
        { type: 'path', shape: { pathData }, style: { fill: colour, opacity: 0.09 } },
        { type: 'path', shape: { pathData }, style: { stroke: colour, lineWidth: 1, fill: 'none' } },
        {
          type: 'text',
          x,
          y,
          style: { text: label, fill: ink, fontSize: 11, textAlign: 'center', textVerticalAlign: 'middle' },
        },
      ],
    };
  },
});

/** A thin line across the pane at one y, such as zero under residuals. */
export const level = (y: number, colour: string): Mark => ({
  type: 'line',
  data: [],
  markLine: {
    silent: true,
    symbol: 'none',
    animation: false,
    label: { show: false },
    lineStyle: { color: colour, type: 'solid', width: 1 },
    data: [{ yAxis: y }],
  },
});

/** Shaded stretches of y, such as the limits of a condition. */
export const levelBand = (ranges: readonly (readonly [number, number])[], colour: string): Mark => ({
  type: 'line',
  data: [],
  markArea: {
    silent: true,
    itemStyle: { color: colour, opacity: 0.16 },
    data: ranges.map(([low, high]) => [{ yAxis: low }, { yAxis: high }]),
  },
});

interface Cells {
  xRange: readonly [number, number];
  yRange: readonly [number, number];
  columns: number;
  rows: number;
  dwell: readonly number[];
}

/** Cells of a map, the darker the more time was spent in them; the root lets short visits be seen. */
export function cellMap({ xRange, yRange, columns, rows, dwell }: Cells, colour: string): Mark {
  const most = dwell.reduce((a, b) => Math.max(a, b), 0);
  const [width, height] = [(xRange[1] - xRange[0]) / columns, (yRange[1] - yRange[0]) / rows];
  const cells = dwell.flatMap((time, k) => (time > 0 ? [[k % columns, Math.floor(k / columns), time]] : []));
  return {
    type: 'custom',
    silent: true,
    clip: true,
    z: 1,
    data: cells.map(([i, j]) => [xRange[0] + (i! + 0.5) * width, yRange[0] + (j! + 0.5) * height]),
    renderItem: (about: { dataIndex: number }, api: { coord(point: number[]): number[] }) => {
      const [i, j, time] = cells[about.dataIndex]!;
      const [left, bottom] = api.coord([xRange[0] + i! * width, yRange[0] + j! * height]) as [number, number];
      const [right, top] = api.coord([xRange[0] + (i! + 1) * width, yRange[0] + (j! + 1) * height]) as [number, number];
      return {
        type: 'rect',
        shape: { x: left, y: top, width: Math.max(1.5, right - left), height: Math.max(1.5, bottom - top) },
        style: { fill: colour, opacity: 0.1 + 0.75 * Math.sqrt(time! / most) },
      };
    },
  };
}

/** Error bars of both axes, one standard uncertainty each way; what is smaller than its symbol does not show. */
export function errorBars({ x, y, xError, yError }: Points & { xError: Column; yError: Column }, colour: string): Mark {
  const data = x.flatMap((at, i) =>
    at === null || (y[i] ?? null) === null ? [] : [[at, y[i], xError[i] ?? 0, yError[i] ?? 0]],
  );
  const bar = (from: number[], to: number[]): Mark => ({
    type: 'line',
    shape: { x1: from[0], y1: from[1], x2: to[0], y2: to[1] },
    style: { stroke: colour, lineWidth: 1.2 },
  });
  return {
    type: 'custom',
    silent: true,
    clip: true,
    z: 3,
    data: data.map(([px, py]) => [px, py]),
    renderItem: (about: { dataIndex: number }, api: { coord(point: number[]): number[] }) => {
      const [px, py, dx, dy] = data[about.dataIndex] as [number, number, number, number];
      return {
        type: 'group',
        children: [
          bar(api.coord([px - dx, py]), api.coord([px + dx, py])),
          bar(api.coord([px, py - dy]), api.coord([px, py + dy])),
        ],
      };
    },
  };
}

/** Bars of a histogram, from zero. */
export function bars(
  { low, width, counts }: { low: number; width: number; counts: readonly number[] },
  colour: string,
): Mark {
  return {
    type: 'custom',
    silent: true,
    clip: true,
    z: 2,
    data: counts.map((count, i) => [low + (i + 0.5) * width, count]),
    renderItem: (about: { dataIndex: number }, api: { coord(point: number[]): number[] }) => {
      const i = about.dataIndex;
      const [left, top] = api.coord([low + i * width, counts[i]!]) as [number, number];
      const [right, bottom] = api.coord([low + (i + 1) * width, 0]) as [number, number];
      return {
        type: 'rect',
        shape: { x: left, y: top, width: Math.max(1, right - left - 1), height: bottom - top },
        style: { fill: colour, opacity: 0.65 },
      };
    },
  };
}
