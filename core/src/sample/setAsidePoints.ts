import { KEPT, type Mask } from './Mask';

/** Set-aside samples of a window, for the grey crosses. */
export interface SetAsidePoints {
  x: Float64Array;
  y: Float64Array;
  /** How many there are; `x` holds at most `limit` of them, evenly picked. */
  count: number;
}

/**
 * The set-aside samples first <= i < last that have a value.
 * @param limit  at most so many are returned
 */
export function setAsidePoints(
  x: Float64Array,
  y: Float64Array,
  mask: Mask,
  first: number,
  last: number,
  limit: number,
): SetAsidePoints {
  let count = 0;
  const usable = (i: number): boolean => mask[i] !== KEPT && Number.isFinite(y[i]!) && Number.isFinite(x[i]!);
  for (let i = first; i < last; i++) if (usable(i)) count++;
  const stride = Math.max(1, Math.ceil(count / limit));
  const outX: number[] = [];
  const outY: number[] = [];
  let seen = 0;
  for (let i = first; i < last; i++) {
    if (!usable(i)) continue;
    if (seen++ % stride === 0) {
      outX.push(x[i]!);
      outY.push(y[i]!);
    }
  }
  return { x: Float64Array.from(outX), y: Float64Array.from(outY), count };
}
