import type { AxisLook } from '@undameter/contract';
import { axisOf, labelsOf } from '../chart/axisLook';
import type { ChartOption } from '../chart/echarts';
import type { Looks } from './looks';

type Part = Record<string, unknown>;

/** An axis of a chart. */
export interface NamedAxis {
  /** Its quantity and unit, with the direction that it runs in: what its look is kept under. */
  name: string;
  title: string;
  direction: 'x' | 'y';
  /** The chart chooses it so, as that of a spectrum. */
  isLog: boolean;
  /** So many values cannot be shown where it is logarithmic: they are not above zero. */
  notAboveZero: number;
}

const list = (part: unknown): Part[] => [part ?? []].flat() as Part[];

/** What follows the unit in a title says what is on the chart, not which axis it is. */
const quantityOf = (title: string): string => title.split(/ · |: /)[0]!;
const nameOf = (direction: 'x' | 'y', title: string): string => `${direction} ${quantityOf(title)}`;

/** The titles of the x axes: those of a stack that share one are titled once, at the lowest. */
function titlesOfX(axes: readonly Part[]): string[] {
  const titles = axes.map((axis) => String(axis['name'] ?? ''));
  for (let i = titles.length - 2; i >= 0; i--) if (titles[i] === '') titles[i] = titles[i + 1]!;
  return titles;
}
/** A chart is titled above its panes, one title a y axis. */
const titlesOfY = ({ title, yAxis }: ChartOption): string[] =>
  list(yAxis).map((_, i) => String(list(title)[i]?.['text'] ?? ''));

/** The axes of a chart by name, each once; those of categories are as their words are. */
export function axesIn(option: ChartOption): NamedAxis[] {
  const found = new Map<string, NamedAxis>();
  for (const direction of ['x', 'y'] as const) {
    const axes = list(option[`${direction}Axis`]);
    const titles = direction === 'x' ? titlesOfX(axes) : titlesOfY(option);
    titles.forEach((title, index) => {
      if (title === '') return;
      const name = nameOf(direction, title);
      const before = found.get(name)?.notAboveZero ?? 0;
      const notAboveZero = before + notAboveZeroOf(option, direction, index);
      found.set(name, {
        name,
        title: quantityOf(title),
        direction,
        isLog: axes[index]!['type'] === 'log',
        notAboveZero,
      });
    });
  }
  return [...found.values()];
}

function notAboveZeroOf({ series }: ChartOption, direction: 'x' | 'y', index: number): number {
  const own = list(series).filter((s) => (s[`${direction}AxisIndex`] ?? 0) === index);
  const values = own.flatMap((s) =>
    s['type'] === 'custom' || !Array.isArray(s['data'])
      ? []
      : (s['data'] as unknown[]).flatMap((pair) => (Array.isArray(pair) ? [pair[direction === 'x' ? 0 : 1]] : [])),
  );
  return values.filter((v) => typeof v === 'number' && v <= 0).length;
}

/** The chart with its axes as they are wanted. */
export function withLooks(option: ChartOption, looks: Looks): ChartOption {
  if (Object.keys(looks).length === 0) return option;
  const dressed = (direction: 'x' | 'y', axes: Part[], titles: readonly string[]): Part[] =>
    axes.map((axis, i) => {
      const look = looks[nameOf(direction, titles[i]!)];
      return look ? dressedAxis(axis, look) : axis;
    });
  return {
    ...option,
    xAxis: dressed('x', list(option['xAxis']), titlesOfX(list(option['xAxis']))),
    yAxis: dressed('y', list(option['yAxis']), titlesOfY(option)),
  };
}

function dressedAxis(axis: Part, look: AxisLook): Part {
  const log = look.log ?? axis['type'] === 'log';
  const { min, max, boundaryGap, axisLabel, inverse, ...rest } = axis;
  const own = typeof min === 'number' && typeof max === 'number' ? ([min, max] as const) : undefined;
  const isSaid = (look.digits ?? null) !== null || look.turned;
  return {
    ...rest,
    ...axisOf({ ...look, log, reversed: look.reversed ?? inverse === true }, own),
    ...(log || boundaryGap === undefined ? {} : { boundaryGap }),
    axisLabel: { ...(axisLabel as Part), ...(isSaid ? labelsOf(look) : {}) },
  };
}
