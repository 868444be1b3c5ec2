import type { RunState } from '../procedure/RunState';
import { KEPT } from '../sample';
import { isAnyLimit, limitKindOf, type Limit, type SingleLimit } from './limits';
import { FAILS, HOLDS } from './limits/LimitKind';

/** A named set of limits that picks samples; all of them must hold. */
export interface Condition {
  name: string;
  limits: Limit[];
}

/**
 * Numbers of the kept samples for which every limit holds (ends included), rising. A sample with
 * a missing value is picked neither by a limit on it nor by its opposite.
 * @throws {AppError} CHANNEL_UNKNOWN, CHANNEL_IS_CATEGORY, CHANNEL_IS_NUMBER, UNIT_MISFIT,
 *   UNIT_UNKNOWN, CONDITION_NOT_TRUTH, NO_TIME_FOR_STEADY, and what a formula can be refused for
 */
export function pickSamples(state: RunState, condition: Condition): Int32Array {
  // One place more, so that every number can be written and only those that count are kept.
  const picked = new Int32Array(state.samples + 1);
  let count = 0;
  for (let i = 0; i < state.samples; i++) {
    picked[count] = i;
    count += Number(state.mask[i] === KEPT);
  }
  for (const limit of condition.limits) count = narrowed(state, limit, picked, count);
  return picked.slice(0, count);
}

/** What of the picked samples a limit leaves, at the front of `picked`. */
function narrowed(state: RunState, limit: Limit, picked: Int32Array, count: number): number {
  if (!isAnyLimit(limit) && !limit.not) {
    const kind = limitKindOf(limit);
    if (kind.narrow) return kind.narrow(state, limit, picked, count);
  }
  const holds = isAnyLimit(limit) ? anyHolds(state, limit.any) : judged(state, limit);
  let inside = 0;
  for (let k = 0; k < count; k++) {
    picked[inside] = picked[k]!;
    inside += holds[picked[k]!]! & 1;
  }
  return inside;
}

/** HOLDS is odd, the other two answers are even; the opposite exchanges HOLDS and FAILS. */
function judged(state: RunState, limit: SingleLimit): Uint8Array {
  const answers = limitKindOf(limit).judge(state, limit);
  if (limit.not)
    for (let i = 0; i < answers.length; i++)
      answers[i] = answers[i] === HOLDS ? FAILS : answers[i] === FAILS ? HOLDS : answers[i]!;
  return answers;
}

function anyHolds(state: RunState, limits: readonly SingleLimit[]): Uint8Array {
  const out = new Uint8Array(state.samples);
  for (const limit of limits) {
    const answers = judged(state, limit);
    for (let i = 0; i < out.length; i++) if (answers[i] === HOLDS) out[i] = HOLDS;
  }
  return out;
}
