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
 * @param blocks  for each block of 64 samples: 1 when all are kept, see `keptBlocks`
 * @param limit   at most so many are returned
 */
export function setAsidePoints(
  x: Float64Array,
  y: Float64Array,
  mask: Mask,
  blocks: Uint8Array,
  first: number,
  last: number,
  limit: number,
): SetAsidePoints {
  const found: number[] = [];
  for (let i = first; i < last; i++) {
    if (blocks[i >> 6] === 1) i |= 63;
    else if (mask[i] !== KEPT && Number.isFinite(y[i]!) && Number.isFinite(x[i]!)) found.push(i);
  }
  const stride = Math.max(1, Math.ceil(found.length / limit));
  const shown = found.filter((_, k) => k % stride === 0);
  return { x: Float64Array.from(shown, (i) => x[i]!), y: Float64Array.from(shown, (i) => y[i]!), count: found.length };
}
