import type { RunState } from '../procedure/RunState';
import { channelOf } from '../procedure/stepTools';
import { KEPT } from '../sample';
import { convert, parseUnit } from '../units';

/** value ± tolerance on one channel, in a unit of its own. */
export interface Limit {
  symbol: string;
  value: number;
  tolerance: number;
  unit: string;
}

/** A named set of limits that picks samples; all of them must hold. */
export interface Condition {
  name: string;
  limits: Limit[];
}

/**
 * Numbers of the kept samples that are within every limit (ends included), rising.
 * @throws {AppError} CHANNEL_UNKNOWN, UNIT_MISFIT, UNIT_UNKNOWN
 */
export function pickSamples(state: RunState, condition: Condition): Int32Array {
  const bounds = condition.limits.map((limit) => ({
    values: channelOf(state, limit.symbol).values,
    ...boundsIn(limit, channelOf(state, limit.symbol).unit),
  }));
  const inside = Uint8Array.from(state.mask, (m) => (m === KEPT ? 1 : 0));
  // One pass a limit, written so that a missing value fails it.
  for (const { values, low, high } of bounds)
    for (let i = 0; i < inside.length; i++) if (!(values[i]! >= low && values[i]! <= high)) inside[i] = 0;
  const picked = new Int32Array(inside.length);
  let count = 0;
  for (let i = 0; i < inside.length; i++) if (inside[i]) picked[count++] = i;
  return picked.slice(0, count);
}

/** The limit as lowest and highest value in the unit of the channel. @throws {AppError} UNIT_MISFIT */
export function boundsIn(limit: Limit, channelUnit: string): { low: number; high: number } {
  const from = parseUnit(limit.unit);
  const to = parseUnit(channelUnit);
  const a = convert(limit.value - limit.tolerance, from, to);
  const b = convert(limit.value + limit.tolerance, from, to);
  return { low: Math.min(a, b), high: Math.max(a, b) };
}
