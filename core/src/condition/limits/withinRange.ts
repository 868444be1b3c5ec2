import { numberChannelOf } from '../../procedure/stepTools';
import type { RunState } from '../../procedure/RunState';
import { unitOfChannel } from '../../sample';
import { convert, parseUnit } from '../../units';
import type { DrawnChannel } from './LimitKind';

/** Lowest and highest value of a channel, in a unit of their own; infinite for an open end. */
export interface Range {
  symbol: string;
  low: number;
  high: number;
  unit: string;
}

/** For every sample whether it lies within, ends included: FAILS, HOLDS, or UNKNOWN where it is missing. */
export function judgeRange(state: RunState, range: Range): Uint8Array {
  const channel = numberChannelOf(state, range.symbol);
  const { values } = channel;
  const [low, high] = inUnitOf(channel, range);
  const out = new Uint8Array(values.length);
  for (let i = 0; i < out.length; i++) {
    const v = values[i]!;
    // Without branches, which a noisy channel would make the processor guess wrong: HOLDS is 1, UNKNOWN is 2.
    out[i] = (Number(v >= low) & Number(v <= high)) | (Number(v !== v) << 1);
  }
  return out;
}

/** Those of the first `count` picked samples that lie within, moved to the front; answers their number. */
export function narrowToRange(state: RunState, range: Range, picked: Int32Array, count: number): number {
  const channel = numberChannelOf(state, range.symbol);
  const { values } = channel;
  const [low, high] = inUnitOf(channel, range);
  let inside = 0;
  for (let k = 0; k < count; k++) {
    const i = picked[k]!;
    const v = values[i]!;
    picked[inside] = i;
    inside += Number(v >= low) & Number(v <= high);
  }
  return inside;
}

/** The range in the unit of the channel. @throws {AppError} UNIT_MISFIT, ANGLE_OR_COUNT, DATUM_MISFIT */
export function inUnitOf(channel: DrawnChannel, { low, high, unit }: Omit<Range, 'symbol'>): [number, number] {
  const [from, to] = [parseUnit(unit), unitOfChannel(channel)];
  const [a, b] = [convert(low, from, to), convert(high, from, to)];
  return [Math.min(a, b), Math.max(a, b)];
}
