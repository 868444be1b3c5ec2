import { formatCount } from '../number/formatNumber';
import { KEPT } from '../sample';
import type { RunState, StepEffect } from './RunState';
import { remask } from './stepTools';

/** Sets the kept samples aside for which the question is answered with yes; none is told, and no error: the next run may have some. */
export function setAsideWhere(state: RunState, ordinal: number, hit: (sample: number) => boolean): StepEffect {
  let count = 0;
  const mask = remask(state.mask, (i, now) => {
    if (now !== KEPT || !hit(i)) return now;
    count++;
    return ordinal;
  });
  return { state: { ...state, mask }, ...(count === 0 ? { doubts: [`${formatCount(0)} samples found`] } : {}) };
}
