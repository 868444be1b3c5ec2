import { KEPT, type Mask } from './Mask';

export interface Description {
  /** Of the kept samples that are not missing; NaN when there are none. */
  lowest: number;
  mean: number;
  highest: number;
  standardDeviation: number;
  /** Missing among all samples of the run. */
  missing: number;
  present: number;
}

/**
 * Lowest, mean, highest and count of a channel over its kept samples, in one pass
 * around the first value so that a large offset costs no digits (Welford's update).
 * @param values  the channel, length n, its unit
 * @param mask    length n
 */
export function describe(values: Float64Array, mask: Mask): Description {
  let lowest = Infinity;
  let highest = -Infinity;
  let mean = 0;
  let squares = 0;
  let present = 0;
  let missing = 0;
  for (let i = 0; i < values.length; i++) {
    const v = values[i]!;
    if (v !== v) {
      missing++;
      continue;
    }
    if (mask[i] !== KEPT) continue;
    present++;
    if (v < lowest) lowest = v;
    if (v > highest) highest = v;
    const delta = v - mean;
    mean += delta / present;
    squares += delta * (v - mean);
  }
  if (present === 0) return { lowest: NaN, mean: NaN, highest: NaN, standardDeviation: NaN, missing, present };
  return { lowest, mean, highest, standardDeviation: Math.sqrt(squares / Math.max(1, present - 1)), missing, present };
}
