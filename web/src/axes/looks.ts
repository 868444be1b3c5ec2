import type { AxisLook, ChartAxes } from '@undameter/contract';

/** How axes are wanted, by their names; an axis without one is as the chart chooses. */
export type Looks = Readonly<Record<string, AxisLook>>;
type Axes = ChartAxes['axes'];

export const looksOf = (axes: Axes): Looks => Object.fromEntries(axes.map(({ axis, look }) => [axis, look]));

/** What is not wanted otherwise than the chart chooses needs no mention; some charts choose a logarithmic axis. */
const saysNothing = (look: AxisLook): boolean =>
  Object.entries(look).every(([key, value]) => (value ?? null) === null || (value === false && key !== 'log'));

/** A look after the box for logarithmic was ticked or unticked: as the chart chooses, it needs no mention. */
export function withLog({ log: _, ...look }: AxisLook, log: boolean, isLogByItself: boolean): AxisLook {
  return log === isLogByItself ? look : { ...look, log };
}

export const withLook = (axes: Axes, axis: string, look: AxisLook): Axes => [
  ...axes.filter((a) => a.axis !== axis),
  ...(saysNothing(look) ? [] : [{ axis, look }]),
];

/** Why a look cannot be followed, in a sentence; what of it can be is drawn. */
export function problemOfLook(look: AxisLook): string | undefined {
  const { low = null, high = null, step = null, log = false } = look;
  const isNotAboveZero = (end: number | null): boolean => end !== null && end <= 0;
  if (low !== null && high !== null && low >= high)
    return 'The lower end is not below the upper end, so the chart chooses both; Reversed turns the axis round.';
  if (log && (isNotAboveZero(low) || isNotAboveZero(high)))
    return 'A logarithmic axis begins above zero, so the chart chooses that end.';
  if (isNotAboveZero(step)) return 'A distance of ticks is above zero, so the chart chooses it.';
  if (log && step !== null) return 'A logarithmic axis has its ticks at powers of ten, whatever distance is given.';
  return undefined;
}
