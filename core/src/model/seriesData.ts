import { AppError } from '../error/AppError';
import { pickSamples, type Condition } from '../condition';
import type { RunState } from '../procedure/RunState';
import { numberChannelOf } from '../procedure/stepTools';
import { KEPT, type Channel } from '../sample';

export interface Series {
  x: Float64Array;
  y: Float64Array;
  xChannel: Channel;
  yChannel: Channel;
  /** Picked samples in which x or y is missing; they take no part. */
  missing: number;
}

/**
 * x and y of the samples that a condition picks; without one, of all kept samples.
 * @throws {AppError} CHANNEL_UNKNOWN, CONDITION_EMPTY
 */
export function seriesData(
  state: RunState,
  condition: Condition | undefined,
  symbols: { x: string; y: string },
  runName: string,
): Series {
  const xChannel = numberChannelOf(state, symbols.x);
  const yChannel = numberChannelOf(state, symbols.y);
  const picked = condition ? pickSamples(state, condition) : keptSamples(state);
  if (picked.length === 0)
    throw new AppError('CONDITION_EMPTY', { condition: condition?.name ?? 'all kept samples', run: runName });
  const x = new Float64Array(picked.length);
  const y = new Float64Array(picked.length);
  let count = 0;
  for (const i of picked) {
    const a = xChannel.values[i]!;
    const b = yChannel.values[i]!;
    if (!Number.isFinite(a) || !Number.isFinite(b)) continue;
    x[count] = a;
    y[count++] = b;
  }
  return { x: x.slice(0, count), y: y.slice(0, count), xChannel, yChannel, missing: picked.length - count };
}

function keptSamples(state: RunState): Int32Array {
  const kept: number[] = [];
  for (let i = 0; i < state.samples; i++) if (state.mask[i] === KEPT) kept.push(i);
  return Int32Array.from(kept);
}
