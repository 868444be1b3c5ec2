import type { AxisDressing, FigureAxis } from '@undameter/contract';
import {
  axisTicks,
  conversion,
  parseUnit,
  textLine,
  tickLabels,
  titleLine,
  upright,
  type AxisTicks,
  type MathLine,
} from '@undameter/core';

/** An axis with everything about it settled but its place. */
export interface ResolvedAxis {
  key: string;
  ticks: AxisTicks;
  log: boolean;
  reversed: boolean;
  labels: MathLine[];
  title: MathLine | undefined;
  /** Degrees anticlockwise by which the numbers are turned. */
  turned: number;
  labelsShown: boolean;
  crossesAt: number | undefined;
  /** Turns a reading into the unit that is shown. */
  shownOf: (value: number) => number;
  /** The same for a difference of two. */
  factor: number;
}

/** Lowest and highest reading that are drawn, as measured; of a logarithmic axis those above zero. */
export type Extent = (isLog: boolean) => readonly [number, number] | undefined;

interface Wanted {
  key: string;
  axis: FigureAxis;
  dressing: AxisDressing;
  extent: Extent;
  side: 'x' | 'y';
  /** How many marks there is room for. */
  about: number;
}

/**
 * @throws {AppError} UNIT_UNKNOWN, UNIT_MISFIT, AXIS_ENDS, AXIS_LOG, TICK_DISTANCE when the dressing cannot be
 */
export function resolveAxis({ key, axis, dressing, extent, side, about }: Wanted): ResolvedAxis {
  const log = dressing.log ?? axis.log;
  const unit = dressing.unit ?? axis.unit;
  const { factor, shift } =
    dressing.unit === undefined || dressing.unit === null
      ? { factor: 1, shift: 0 }
      : conversion(parseUnit(axis.unit), parseUnit(dressing.unit));
  const shownOf = (value: number): number => value * factor + shift;
  const fixed = axis.range?.map(shownOf);
  const data = dataEnds(extent(log), log, shownOf, side);
  const ticks = axis.words
    ? wordTicks(axis.words.length)
    : axisTicks(
        { data, low: dressing.low ?? fixed?.[0], high: dressing.high ?? fixed?.[1] },
        {
          log,
          every: dressing.every ?? undefined,
          count: dressing.count ?? undefined,
          minor: dressing.minor ?? undefined,
          about,
        },
      );
  const look = {
    kind: dressing.numbers ?? (log ? 'power' : 'decimal'),
    digits: dressing.digits ?? undefined,
    grouped: dressing.grouped,
  } as const;
  const shown = dressing.titleShown ?? true;
  const words = dressing.title ?? null;
  return {
    key,
    ticks,
    log,
    reversed: dressing.reversed ?? false,
    labels: axis.words ? ticks.major.map((k) => [upright(axis.words![k] ?? '')]) : tickLabels(ticks, log, look),
    title: shown ? (words === null ? titleLine({ ...axis, unit }) : textLine(words)) : undefined,
    turned: degreesOf(dressing.labels ?? 'level', side),
    labelsShown: dressing.labelsShown ?? true,
    crossesAt: dressing.crossesAt ?? undefined,
    shownOf,
    factor,
  };
}

/** Level is as the page is read, along and across as the axis runs. */
function degreesOf(labels: NonNullable<AxisDressing['labels']>, side: 'x' | 'y'): number {
  if (typeof labels === 'number') return labels;
  if (labels === 'level') return 0;
  return (labels === 'along') === (side === 'x') ? 0 : 90;
}

/** An axis of data that begin near zero begins at it. */
function dataEnds(
  found: readonly [number, number] | undefined,
  log: boolean,
  shownOf: (value: number) => number,
  side: 'x' | 'y',
): readonly [number, number] {
  if (!found) return log ? [1, 10] : [0, 1];
  const [low, high] = [shownOf(found[0]), shownOf(found[1])].sort((a, b) => a - b) as [number, number];
  const isNearZero = !log && low > 0 && low < (side === 'x' ? 0.34 : 0.3) * high;
  return [isNearZero ? 0 : low, high];
}

const wordTicks = (count: number): AxisTicks => ({
  low: -0.6,
  high: count - 0.4,
  major: Array.from({ length: count }, (_, k) => k),
  minor: [],
  step: 1,
});
