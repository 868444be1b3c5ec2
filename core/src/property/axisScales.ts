import { AppError } from '../error/AppError';
import { parseUnit } from '../units';
import type { AxisScale } from './PropertyTable';

/** An axis as it is counted while interpolating; rising with the value. */
export interface ScaledAxis {
  to(value: number): number;
  from(scaled: number): number;
  /** d(scaled)/d(value) at a value. */
  slope(value: number): number;
  isPlain: boolean;
}

/**
 * The axis of a unit: logarithms and reciprocals are of the value in SI base units, so that of a
 * temperature they are those of kelvins.
 */
export function scaledAxis(scale: AxisScale | undefined, unit: string): ScaledAxis {
  if (!scale || scale === 'plain') return { to: (v) => v, from: (v) => v, slope: () => 1, isPlain: true };
  const { scale: factor, offset } = parseUnit(unit);
  const base = (v: number): number => v * factor + offset;
  if (scale === 'log')
    return {
      to: (v) => Math.log(base(v)),
      from: (s) => (Math.exp(s) - offset) / factor,
      slope: (v) => factor / base(v),
      isPlain: false,
    };
  return {
    to: (v) => -1 / base(v),
    from: (s) => (-1 / s - offset) / factor,
    slope: (v) => factor / base(v) ** 2,
    isPlain: false,
  };
}

/**
 * A column of knots on its scale; NaN where there is none.
 * @throws {AppError} TABLE_SCALE where a knot has no logarithm or reciprocal on one side of zero
 */
export function scaledKnots(values: readonly (number | null)[], axis: ScaledAxis, name: string): Float64Array {
  const scaled = Float64Array.from(values, (v) => (v === null ? NaN : axis.to(v)));
  let last: number | undefined;
  values.forEach((value, i) => {
    if (value === null) return;
    const turns = last !== undefined && !axis.isPlain && scaled[i]! - scaled[last]! > 0 !== value > values[last]!;
    if (!Number.isFinite(scaled[i]) || turns) throw new AppError('TABLE_SCALE', { name, row: i + 1, value });
    last = i;
  });
  return scaled;
}
