import type { AxisDressing, FigureAxis } from '@undameter/contract';
import {
  AppError,
  axisTicks,
  conversion,
  originOfTime,
  parseUnit,
  textLine,
  tickLabels,
  timeOfDayTitle,
  timeStep,
  titleLine,
  upright,
  type AxisTicks,
  type MathLine,
  type OriginOfTime,
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
 * @throws {AppError} when the dressing cannot be: UNIT_UNKNOWN, UNIT_MISFIT, AXIS_ENDS, AXIS_LOG, AXIS_CLOCK_LOG,
 *   AXIS_NO_ORIGIN, TICK_DISTANCE, TICKS_TOO_MANY
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
  const kind = dressing.numbers ?? (log ? 'power' : 'decimal');
  if (log && kind === 'clock') throw new AppError('AXIS_CLOCK_LOG', { axis: axis.name || axis.symbol });
  const clock = clockOf(axis, unit, kind);
  const wish = {
    log,
    every: dressing.every ?? undefined,
    count: dressing.count ?? undefined,
    minor: dressing.minor ?? undefined,
    about,
  };
  const ends = { data, low: dressing.low ?? fixed?.[0], high: dressing.high ?? fixed?.[1] };
  const written = axis.words ? wordTicks(axis.words.length) : axisTicks(...onClock(ends, wish, clock));
  const ticks = clock ? backFrom(written, clock) : written;
  const look = { kind, digits: dressing.digits ?? undefined, grouped: dressing.grouped } as const;
  const shown = dressing.titleShown ?? true;
  const words = dressing.title ?? null;
  return {
    key,
    ticks,
    log,
    reversed: dressing.reversed ?? false,
    labels: axis.words ? ticks.major.map((k) => [upright(axis.words![k] ?? '')]) : tickLabels(written, log, look),
    title: shown ? (words === null ? automaticTitle(axis, unit, clock, written) : textLine(words)) : undefined,
    turned: degreesOf(dressing.labels ?? 'level', side),
    labelsShown: dressing.labelsShown ?? true,
    crossesAt: dressing.crossesAt ?? undefined,
    shownOf,
    factor,
  };
}

/** How an axis of time is read: seconds of what it shows, from midnight where it is the time of day. */
interface Clock {
  secondsPerUnit: number;
  begin: number;
  origin: OriginOfTime | undefined;
}

/** @throws {AppError} UNIT_MISFIT where it is no time, AXIS_NO_ORIGIN where no file says from which moment it counts */
function clockOf(axis: FigureAxis, unit: string, kind: NonNullable<AxisDressing['numbers']>): Clock | undefined {
  if (kind !== 'time' && kind !== 'clock') return undefined;
  const { factor } = conversion(parseUnit(unit), parseUnit('s'));
  if (kind === 'time') return { secondsPerUnit: factor, begin: 0, origin: undefined };
  const origin = originOfTime(axis.origin ?? '');
  if (!origin) throw new AppError('AXIS_NO_ORIGIN', { axis: axis.name || axis.symbol });
  return { secondsPerUnit: factor, begin: origin.seconds, origin };
}

type ToMark = Parameters<typeof axisTicks>;

/** Ends and wishes in the seconds of a clock, whose marks lie where clocks are read. */
function onClock(ends: ToMark[0], wish: ToMark[1], clock: Clock | undefined): ToMark {
  if (!clock) return [ends, wish];
  const { secondsPerUnit, begin } = clock;
  const at = (v: number): number => v * secondsPerUnit + begin;
  const [low, high] = [ends.low ?? ends.data[0], ends.high ?? ends.data[1]];
  // As many marks as a hand asked for stand where they fall.
  const span = Math.abs(high - low) * secondsPerUnit;
  const chosen = wish.count === undefined ? timeStep(span, wish.about ?? 5) : undefined;
  const every = wish.every === undefined ? chosen : wish.every * secondsPerUnit;
  return [
    {
      data: [at(ends.data[0]), at(ends.data[1])],
      low: ends.low === undefined ? undefined : at(ends.low),
      high: ends.high === undefined ? undefined : at(ends.high),
    },
    { ...wish, every },
  ];
}

/** The same marks as values of the axis. */
function backFrom({ low, high, major, minor, step }: AxisTicks, { secondsPerUnit, begin }: Clock): AxisTicks {
  const back = (v: number): number => (v - begin) / secondsPerUnit;
  return {
    low: back(low),
    high: back(high),
    major: major.map(back),
    minor: minor.map(back),
    step: step / secondsPerUnit,
  };
}

/** Name, symbol and unit; of hours, minutes and seconds how they are written stands in place of the unit. */
function automaticTitle(axis: FigureAxis, unit: string, clock: Clock | undefined, { major }: AxisTicks): MathLine {
  if (!clock) return titleLine({ ...axis, unit });
  if (clock.origin) return textLine(timeOfDayTitle(clock.origin));
  const form = major.some((v) => Math.abs(v) >= 3600) ? 'h:min:s' : 'min:s';
  return [...titleLine({ ...axis, unit: '' }), upright(` (${form})`)];
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
