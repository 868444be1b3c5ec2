import type { AxisLook } from '@undameter/contract';
import { printUnit } from '@undameter/core';
import { fonts, type Palette } from '../theme/palette';
import { axisOf, labelsOf } from './axisLook';
import { cursor } from './cursor';
import type { ChartOption } from './echarts';
import { keyOf, type KeyEntry } from './key';

/** One chart in a stack that shares the x axis. */
export interface Pane {
  title: string;
  /** Share of the height. */
  weight: number;
  marks: Record<string, unknown>[];
  yRange?: readonly [number, number];
  look?: AxisLook;
  /** What is drawn against a second axis, at the right. */
  right?: Omit<Pane, 'weight' | 'right' | 'ownX'>;
  /** What shares the axis, where it is more than one: each named in its colour, in place of the title. */
  names?: readonly { text: string; colour: string }[];
  /** An x axis of its own, below it; else it shares that of the stack. */
  ownX?: { title: string; look?: AxisLook; range?: readonly [number, number] };
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
  const grids = gridsOf(panes, size.height, palette);
  const shared = panes.flatMap((p, i) => (p.ownX ? [] : [i]));
  const right = marginAtRight(panes);
  const seconds = panes.flatMap((pane, i) => (pane.right ? [{ ...pane.right, grid: i }] : []));
  const titled = (of: Pick<Pane, 'title' | 'names'>, i: number, side: object) => ({
    ...side,
    top: grids[i]!.top + 4,
    ...titleOf(of, palette, panes[i]!.right !== undefined),
  });
  return {
    animation: false,
    textStyle: { fontFamily: fonts.words, color: palette.ink },
    axisPointer: { link: [{ xAxisIndex: shared }], lineStyle: { color: palette.ink, type: 'dotted', width: 1.2 } },
    tooltip: tooltip ? cursor(palette) : { show: false },
    title: [
      ...panes.map((pane, i) => titled(pane, i, { left: LEFT + 6 })),
      ...seconds.map((second) => titled(second, second.grid, { right: right + 6 })),
    ],
    graphic: keyOf(key, size.width - right - 10, TOP + 14, palette),
    grid: grids,
    xAxis: xAxesOf(panes, x, palette),
    yAxis: [
      ...panes.map((pane, i) => yAxisOf(pane, i, grids[i]!.height, panes.length === 1, palette)),
      ...seconds.map((second) => secondAxisOf(second, second.grid, grids[second.grid]!.height, palette)),
    ],
    series: [
      ...panes.flatMap((pane, i) => pane.marks.map((mark) => ({ ...mark, xAxisIndex: i, yAxisIndex: i }))),
      ...seconds.flatMap((second, k) =>
        second.marks.map((mark) => ({ ...mark, xAxisIndex: second.grid, yAxisIndex: panes.length + k })),
      ),
    ],
  };
}

const marginAtRight = (panes: readonly Pane[]): number => (panes.some((p) => p.right) ? LEFT : RIGHT);

/** The frames of the panes: the height that is left after margins and gaps, shared by their weights. */
function gridsOf(panes: readonly Pane[], height: number, palette: Palette) {
  const gapBelow = (i: number): number => (panes[i + 1]?.ownX ? BOTTOM + BETWEEN : BETWEEN);
  const gaps = panes.slice(1).reduce((sum, _, i) => sum + gapBelow(i), 0);
  const room = Math.max(40, height - TOP - BOTTOM - gaps);
  const weights = panes.reduce((sum, p) => sum + p.weight, 0) || 1;
  let top = TOP;
  return panes.map((pane, i) => {
    const grid = {
      left: LEFT,
      right: marginAtRight(panes),
      top,
      height: (room * pane.weight) / weights,
      outerBoundsMode: 'none',
      show: true,
      backgroundColor: palette.sheet,
      borderColor: palette.line,
      borderWidth: 1,
    };
    top += grid.height + gapBelow(i);
    return grid;
  });
}

const axisText = (palette: Palette) => ({ color: palette.soft, fontFamily: fonts.numbers, fontSize: 12 });
const axisFrame = (palette: Palette) => ({
  axisLine: { onZero: false, lineStyle: { color: palette.line } },
  axisTick: { show: false },
});
const splitLine = (palette: Palette) => ({ lineStyle: { color: palette.hair } });

/** An x axis a pane; those that share one show its labels and its name once, below. */
function xAxesOf(panes: readonly Pane[], x: Stack['x'], palette: Palette) {
  const range = x.range ?? (x.look?.log ? commonDecades : commonRange)(panes.filter((p) => !p.ownX));
  return panes.map((pane, i) => {
    const isLast = i === panes.length - 1 || panes[i + 1]!.ownX !== undefined;
    const look = (pane.ownX ? pane.ownX.look : x.look) ?? {};
    return {
      gridIndex: i,
      scale: true,
      ...axisOf(look, pane.ownX ? (pane.ownX.range ?? commonRange([pane])) : range),
      name: isLast ? (pane.ownX?.title ?? x.title) : '',
      nameLocation: 'middle',
      nameGap: 24,
      nameTextStyle: { color: palette.ink, fontFamily: fonts.words, fontSize: 12.5 },
      ...axisFrame(palette),
      axisLabel: {
        ...axisText(palette),
        show: isLast,
        hideOverlap: true,
        ...labelsOf(look),
        showMinLabel: (pane.ownX ?? x).range === undefined,
        showMaxLabel: (pane.ownX ?? x).range === undefined,
      },
      splitLine: splitLine(palette),
    };
  });
}

/** Room above the data, unless the range is said; the words of a category at the whole numbers. */
function roomOf({ words, yRange, look }: Pane): Record<string, unknown> {
  if (words) return { min: -1, max: words.length, interval: 1 };
  return yRange || look?.log ? {} : { boundaryGap: ['0%', '10%'] };
}

function yAxisOf(pane: Pane, gridIndex: number, height: number, isAlone: boolean, palette: Palette) {
  const { look = {}, words, yRange } = pane;
  const showsEnds = isAlone && !yRange;
  return {
    gridIndex,
    scale: true,
    ...axisOf(look, yRange),
    ...roomOf(pane),
    splitNumber: splitsOf(height),
    ...axisFrame(palette),
    axisLabel: {
      ...axisText(palette),
      ...labelsOf(look),
      ...(words ? { formatter: wordAt(words) } : {}),
      showMinLabel: showsEnds,
      showMaxLabel: showsEnds,
    },
    splitLine: splitLine(palette),
  };
}

function secondAxisOf(second: NonNullable<Pane['right']>, gridIndex: number, height: number, palette: Palette) {
  const { look = {}, yRange } = second;
  return {
    gridIndex,
    scale: true,
    position: 'right',
    ...axisOf(look, yRange),
    splitNumber: splitsOf(height),
    ...axisFrame(palette),
    axisLabel: { ...axisText(palette), ...labelsOf(look), showMinLabel: false, showMaxLabel: false },
    splitLine: { show: false },
  };
}

/** The outermost two have no label, so that a pane of some height needs four to show its scale. */
const splitsOf = (height: number): number => Math.max(height < 80 ? 2 : 4, Math.round(height / 55));

/**
 * The title of an axis; where a pane has several channels, each is named in its colour, and the unit of all comes
 * behind.
 */
function titleOf({ title, names = [] }: Pick<Pane, 'title' | 'names'>, palette: Palette, hasSecond: boolean) {
  const type = { fontSize: 12.5, fontWeight: 500, color: palette.ink, fontFamily: fonts.words };
  const look = { padding: [1, 4], backgroundColor: palette.sheet };
  if (names.length < (hasSecond ? 1 : 2)) return { text: title, ...look, textStyle: type };
  const unit = / \([^()]*(?:\([^()]*\)[^()]*)*\)(?= · |$)/.exec(title)?.[0] ?? '';
  const rich = Object.fromEntries(names.map(({ colour }, k) => [`n${k}`, { ...type, color: colour }]));
  const text = names.map(({ text: name }, k) => `{n${k}|${name.replace(/[{}|]/g, ' ')}}`).join(', ') + unit;
  return { text, ...look, textStyle: { ...type, rich } };
}

type Pair = readonly (number | null | undefined)[];

/** The same of a logarithmic axis: to the next whole place of the decade on either side; undefined of panes without a place above zero. */
export function commonDecades(panes: readonly Pick<Pane, 'marks'>[]): [number, number] | undefined {
  const [low, high] = extentOf(panes, (x) => x > 0);
  if (low > high) return undefined;
  const place = (v: number): number => 10 ** Math.floor(Math.log10(v));
  const from = Math.floor(low / place(low) + 1e-9) * place(low);
  const to = Math.ceil(high / place(high) - 1e-9) * place(high);
  return to > from ? [from, to] : [from, 10 * from];
}

/** Least and greatest x of what is drawn, of those that count. */
function extentOf(panes: readonly Pick<Pane, 'marks'>[], counts: (x: number) => boolean): [number, number] {
  let [low, high] = [Infinity, -Infinity];
  for (const mark of panes.flatMap((p) => p.marks))
    for (const item of (mark['data'] ?? []) as (Pair | { value: Pair })[]) {
      const [x, y] = 'value' in item ? item.value : item;
      if (x === null || x === undefined || y === null || y === undefined || !counts(x)) continue;
      low = Math.min(low, x);
      high = Math.max(high, x);
    }
  return [low, high];
}

/** One range of x for all panes, so that what stands below each other belongs together; room for names at the ends. */
export function commonRange(panes: readonly Pick<Pane, 'marks'>[]): [number, number] | undefined {
  const [low, high] = extentOf(panes, () => true);
  const named = panes.some((p) => p.marks.some((mark) => 'endLabel' in mark));
  if (low > high) return undefined;
  const span = high - low || Math.abs(high) || 1;
  const step = 10 ** Math.floor(Math.log10(span)) / 10;
  const from = low >= 0 && low < span / 4 ? 0 : Math.floor((low - 0.01 * span) / step) * step;
  return [from, Math.ceil((high + (named ? 0.07 : 0) * span) / step) * step];
}
