import type { RunState } from '../procedure/RunState';
import { KEPT, median } from '../sample';

const LOOKED_AT = 5000;

/** The median step of a position between kept neighbours, from some of them; Infinity where there is none. */
export function usualStep({ samples, mask }: RunState, at: (i: number) => number): number {
  const stride = Math.max(1, Math.floor(samples / LOOKED_AT));
  const steps: number[] = [];
  for (let i = 1; i < samples; i += stride)
    if (mask[i] === KEPT && mask[i - 1] === KEPT) {
      const step = Math.abs(at(i) - at(i - 1));
      if (step > 0) steps.push(step);
    }
  return steps.length > 0 ? median(Float64Array.from(steps)) : Infinity;
}
