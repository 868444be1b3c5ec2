import type { AxisLook } from '@undameter/contract';
import { formatValue } from '@undameter/core';

/** The part of an axis of the chart library that a look says. */
export function axisOf(look: AxisLook, range: readonly [number, number] | undefined): Record<string, unknown> {
  const [low, high] = endsOf(look, range);
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

/** The ends of an axis: those that are wanted, as long as the lower is below the upper; else those of the chart. */
function endsOf({ low = null, high = null }: AxisLook, range: readonly [number, number] | undefined) {
  const isTurned = low !== null && high !== null && low >= high;
  const [from, to] = isTurned ? [null, null] : [low, high];
  return [
    from ?? (range && (to === null || range[0] < to) ? range[0] : undefined),
    to ?? (range && (from === null || range[1] > from) ? range[1] : undefined),
  ];
}
