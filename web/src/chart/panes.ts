import { formatValue, printUnit } from '@undameter/core';
import { fonts, type Palette } from '../theme/palette';
import { axisOf, labelsOf, type AxisLook } from './axisLook';
import { echarts, type ChartOption } from './echarts';

/** One chart in a stack that shares the x axis. */
export interface Pane {
  title: string;
  /** Share of the height. */
  weight: number;
  marks: Record<string, unknown>[];
  yRange?: readonly [number, number];
  look?: AxisLook;
  /** What is drawn against a second axis, at the right. */
  right?: Pick<Pane, 'title' | 'marks' | 'yRange' | 'look'>;
  /** An x axis of its own, below it; else it shares that of the stack. */
  ownX?: { title: string; look?: AxisLook };
  /** A category: the words that stand at 0, 1, 2 … of the axis. */
  words?: readonly string[];
}

export interface Stack {
  size: { width: number; height: number };
  palette: Palette;
  panes: readonly Pane[];
  x: { title: string; range?: readonly [number, number]; look?: AxisLook };
  /** Greyed stretches left and right of a window would hide data, so a stack has none; see the ledger. */
  tooltip?: boolean;
  /** What the marks of the first pane mean, at its upper right. */
  key?: readonly KeyEntry[];
}
export interface KeyEntry {
  label: string;
  mark: 'symbol' | 'cross' | 'solid' | 'dashed';
}

const LEFT = 62;
const RIGHT = 18;
const TOP = 8;
const BOTTOM = 40;
const BETWEEN = 10;

/** `name symbol (unit)`, as every axis is titled. */
export const axisTitle = ({ name, symbol, unit }: { name: string; symbol?: string; unit: string }): string =>
  `${name}${symbol && symbol !== name ? ` ${symbol}` : ''}${unit ? ` (${printUnit(unit)})` : ''}`;

/** The word at a whole number of the axis, shortened to the room beside it. */
const wordAt =
  (words: readonly string[]) =>
  (value: number): string => {
    const word = words[value] ?? '';
    return word.length > 7 ? `${word.slice(0, 6)}…` : word;
  };

/** The option of a stack of panes: one grid each, axes, titles, the shared cursor. */
export function stackOption({ size, palette, panes, x, tooltip = true, key = [] }: Stack): ChartOption {
  const gapBelow = (i: number): number => (panes[i + 1]?.ownX ? BOTTOM + BETWEEN : BETWEEN);
  const gaps = panes.slice(1).reduce((sum, _, i) => sum + gapBelow(i), 0);
  const room = Math.max(40, size.height - TOP - BOTTOM - gaps);
  const weights = panes.reduce((sum, p) => sum + p.weight, 0) || 1;
  let top = TOP;
  const grids = panes.map((pane, i) => {
    const height = (room * pane.weight) / weights;
    const grid = {
      left: LEFT,
      right: panes.some((p) => p.right) ? LEFT : RIGHT,
      top,
      height,
      outerBoundsMode: 'none',
      show: true,
      backgroundColor: palette.sheet,
      borderColor: palette.line,
      borderWidth: 1,
    };
    top += height + gapBelow(i);
    return grid;
  });
  const together = panes.filter((p) => !p.ownX);
  const range = x.range ?? commonRange(together);
  const shared = panes.flatMap((p, i) => (p.ownX ? [] : [i]));
  const right = panes.some((p) => p.right) ? LEFT : RIGHT;
  const seconds = panes.flatMap((pane, i) => (pane.right ? [{ ...pane.right, grid: i }] : []));
  const axisText = { color: palette.soft, fontFamily: fonts.numbers, fontSize: 12 };
  return {
    animation: false,
    textStyle: { fontFamily: fonts.words, color: palette.ink },
    axisPointer: { link: [{ xAxisIndex: shared }], lineStyle: { color: palette.ink, type: 'dotted', width: 1.2 } },
    tooltip: tooltip ? cursor(palette) : { show: false },
    title: [
      ...panes.map((pane, i) => ({ text: pane.title, left: LEFT + 6, top: grids[i]!.top + 4, ...titleLook(palette) })),
      ...seconds.map((second) => ({
        text: second.title,
        right: right + 6,
        top: grids[second.grid]!.top + 4,
        ...titleLook(palette),
      })),
    ],
    graphic: keyOf(key, size.width - right - 10, TOP + 14, palette),
    grid: grids,
    xAxis: panes.map((pane, i) => {
      const last = i === panes.length - 1 || panes[i + 1]!.ownX !== undefined;
      const look = (pane.ownX ? pane.ownX.look : x.look) ?? {};
      return {
        gridIndex: i,
        scale: true,
        ...axisOf(look, pane.ownX ? commonRange([pane]) : range),
        name: last ? (pane.ownX?.title ?? x.title) : '',
        nameLocation: 'middle',
        nameGap: 24,
        nameTextStyle: { color: palette.ink, fontFamily: fonts.words, fontSize: 12.5 },
        axisLine: { onZero: false, lineStyle: { color: palette.line } },
        axisTick: { show: false },
        axisLabel: {
          ...axisText,
          show: last,
          hideOverlap: true,
          ...labelsOf(look),
          showMinLabel: x.range === undefined,
          showMaxLabel: x.range === undefined,
        },
        splitLine: { lineStyle: { color: palette.hair } },
      };
    }),
    yAxis: [
      ...panes.map((pane, i) => ({
        gridIndex: i,
        scale: true,
        ...axisOf(pane.look ?? {}, pane.yRange),
        ...(pane.words
          ? { min: -1, max: pane.words.length, interval: 1 }
          : pane.yRange || pane.look?.log
            ? {}
            : { boundaryGap: ['0%', '10%'] }),
        splitNumber: splitsOf(grids[i]!.height),
        axisLine: { onZero: false, lineStyle: { color: palette.line } },
        axisTick: { show: false },
        axisLabel: {
          ...axisText,
          ...labelsOf(pane.look ?? {}),
          ...(pane.words ? { formatter: wordAt(pane.words) } : {}),
          showMinLabel: panes.length === 1 && !pane.yRange,
          showMaxLabel: panes.length === 1 && !pane.yRange,
        },
        splitLine: { lineStyle: { color: palette.hair } },
      })),
      ...seconds.map((second) => ({
        gridIndex: second.grid,
        scale: true,
        position: 'right',
        ...axisOf(second.look ?? {}, second.yRange),
        splitNumber: splitsOf(grids[second.grid]!.height),
        axisLine: { onZero: false, lineStyle: { color: palette.line } },
        axisTick: { show: false },
        axisLabel: { ...axisText, ...labelsOf(second.look ?? {}), showMinLabel: false, showMaxLabel: false },
        splitLine: { show: false },
      })),
    ],
    series: [
      ...panes.flatMap((pane, i) => pane.marks.map((mark) => ({ ...mark, xAxisIndex: i, yAxisIndex: i }))),
      ...seconds.flatMap((second, k) =>
        second.marks.map((mark) => ({ ...mark, xAxisIndex: second.grid, yAxisIndex: panes.length + k })),
      ),
    ],
  };
}

/** The outermost two have no label, so that a pane of some height needs four to show its scale. */
const splitsOf = (height: number): number => Math.max(height < 80 ? 2 : 4, Math.round(height / 55));

const titleLook = (palette: Palette) => ({
  padding: [1, 4],
  backgroundColor: palette.sheet,
  textStyle: { fontSize: 12.5, fontWeight: 500, color: palette.ink, fontFamily: fonts.words },
});

/** The key as lines below each other: a piece of the mark, then its words. */
function keyOf(entries: readonly KeyEntry[], right: number, top: number, palette: Palette): Record<string, unknown>[] {
  const words = Math.max(92, ...entries.map((e) => 6.1 * e.label.length));
  return entries.flatMap(({ label, mark }, i) => {
    const y = top + i * 16;
    const left = right - words - 34;
    const still = { silent: true, z: 20 };
    const style = { text: label, fill: palette.ink, font: `12px ${fonts.words}`, textVerticalAlign: 'middle' };
    return [
      ...markOf(mark, left, y, palette).map((piece) => ({ ...piece, ...still })),
      { type: 'text', x: left + 34, y, style, ...still },
    ];
  });
}

function markOf(mark: KeyEntry['mark'], left: number, y: number, palette: Palette): Record<string, unknown>[] {
  const middle = left + 13;
  const style = {
    stroke: palette.ink,
    lineWidth: 1.4,
    fill: 'transparent',
    lineDash: mark === 'dashed' ? [6, 4] : null,
  };
  const segment = (x1: number, y1: number, x2: number, y2: number, stroke = palette.ink) => ({
    type: 'line',
    shape: { x1, y1, x2, y2 },
    style: { ...style, stroke },
  });
  switch (mark) {
    case 'symbol':
      return [{ type: 'circle', shape: { cx: middle, cy: y, r: 3.2 }, style }];
    case 'cross':
      return [-2.3, 2.3].map((arm) => segment(middle - arm, y - 2.3, middle + arm, y + 2.3, palette.faint));
    default:
      return [segment(left, y, left + 26, y)];
  }
}

/** One range of x for all panes, so that what stands below each other belongs together; room for names at the ends. */
export function commonRange(panes: readonly Pick<Pane, 'marks'>[]): [number, number] | undefined {
  let [low, high] = [Infinity, -Infinity];
  let named = false;
  for (const mark of panes.flatMap((p) => p.marks)) {
    named ||= 'endLabel' in mark;
    for (const [x, y] of (mark['data'] ?? []) as (number | null)[][]) {
      if (x === null || x === undefined || y === null || y === undefined) continue;
      low = Math.min(low, x);
      high = Math.max(high, x);
    }
  }
  if (low > high) return undefined;
  const span = high - low || Math.abs(high) || 1;
  const step = 10 ** Math.floor(Math.log10(span)) / 10;
  const from = low >= 0 && low < span / 4 ? 0 : Math.floor((low - 0.01 * span) / step) * step;
  return [from, Math.ceil((high + (named ? 0.07 : 0) * span) / step) * step];
}

interface Hovered {
  seriesName?: string;
  seriesType?: string;
  color?: unknown;
  axisValue?: number;
  value?: unknown;
}

/** Values at the cursor, one a curve. */
function cursor(palette: Palette): Record<string, unknown> {
  const row = ({ seriesName, color, value }: Hovered): string => {
    const y = Array.isArray(value) ? (value[1] as number | null) : null;
    if (y === null || y === undefined || !seriesName) return '';
    return `<div style="color:${String(color)}">${echarts.format.encodeHTML(seriesName)} <b>${formatValue(y, 6)}</b></div>`;
  };
  return {
    trigger: 'axis',
    confine: true,
    transitionDuration: 0,
    backgroundColor: palette.sheet,
    borderColor: palette.line,
    borderWidth: 1,
    padding: [6, 9],
    extraCssText: 'box-shadow:none;border-radius:2px',
    textStyle: { color: palette.ink, fontFamily: fonts.numbers, fontSize: 12 },
    formatter: (hovered: Hovered | Hovered[]) => {
      const list = (Array.isArray(hovered) ? hovered : [hovered]).filter((h) => h.seriesType === 'line');
      if (list.length === 0) return '';
      return `<div>${formatValue(list[0]!.axisValue ?? NaN, 7)}</div>${list.slice(0, 8).map(row).join('')}`;
    },
  };
}
