import type { RunState } from '../procedure/RunState';
import { KEPT } from '../sample';
import { limitKindOf } from './limits';
import { HOLDS } from './limits/LimitKind';
import type { SteadyLimit } from './limits/steady';

/** Numbers of the kept samples that are steady, rising. @throws {AppError} as the limit */
export function pickSteady(state: RunState, steady: SteadyLimit): Int32Array {
  const answers = limitKindOf(steady).judge(state, steady);
  const picked: number[] = [];
  for (let i = 0; i < answers.length; i++) if (answers[i] === HOLDS && state.mask[i] === KEPT) picked.push(i);
  return Int32Array.from(picked);
}
