import { formatValue } from '@undameter/core';

/** How a person wants an axis: everything that is not said is chosen by the chart. */
export interface AxisLook {
  log?: boolean;
  reversed?: boolean;
  low?: number | null;
  high?: number | null;
  /** Distance of the ticks. */
  step?: number | null;
  /** Significant digits of the tick labels. */
  digits?: number | null;
  /** Tick labels turned upright. */
  turned?: boolean;
  /** Symbols or a line; else as dense as the sampling is. */
  marks?: 'line' | 'symbols';
  /** At the right of the pane above, instead of a pane of its own. */
  right?: boolean;
}

/** The part of an axis of the chart library that a look says. */
export function axisOf(look: AxisLook, range: readonly [number, number] | undefined): Record<string, unknown> {
  const [low, high] = [look.low ?? range?.[0], look.high ?? range?.[1]];
  // A logarithmic axis begins above zero.
  const fits = (v: number | undefined): boolean => v !== undefined && (!look.log || v > 0);
  return {
    type: look.log ? 'log' : 'value',
    inverse: look.reversed ?? false,
    ...(fits(low) ? { min: low } : {}),
    ...(fits(high) ? { max: high } : {}),
    ...(look.step ? { interval: look.step } : {}),
  };
}

/** The part of its tick labels. */
export const labelsOf = ({ digits, turned }: AxisLook): Record<string, unknown> => ({
  formatter: (value: number) => formatValue(value, digits ?? 7),
  ...(turned ? { rotate: 90 } : {}),
});
