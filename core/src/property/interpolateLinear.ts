import type { OutsidePolicy } from './PropertyTable';

export interface LookUp {
  values: Float64Array;
  /** How many arguments lay outside the knots. */
  outside: number;
}

/**
 * Linear interpolation in a table of one variable.
 * @param x      knots, length k >= 2, strictly increasing; unit [x]
 * @param y      values at the knots; unit [y]
 * @param query  arguments in [x]; missing gives missing
 * @returns      values in [y]; outside the knots missing ('refuse') or the end value ('hold')
 * The last segment is tried first, so sorted arguments walk the table instead of
 * searching it. Common practice.
 */
export function interpolateLinear(
  x: Float64Array,
  y: Float64Array,
  query: Float64Array,
  outsidePolicy: OutsidePolicy,
): LookUp {
  const last = x.length - 1;
  const values = new Float64Array(query.length);
  let outside = 0;
  let k = 0;
  for (let i = 0; i < query.length; i++) {
    const q = query[i]!;
    if (!(q >= x[0]! && q <= x[last]!)) {
      if (q === q) outside++;
      values[i] = q !== q || outsidePolicy === 'refuse' ? NaN : q < x[0]! ? y[0]! : y[last]!;
      continue;
    }
    if (q < x[k]! || q > x[k + 1]!) k = segmentOf(x, q, k);
    values[i] = q === x[k + 1]! ? y[k + 1]! : y[k]! + ((y[k + 1]! - y[k]!) / (x[k + 1]! - x[k]!)) * (q - x[k]!);
  }
  return { values, outside };
}

function segmentOf(x: Float64Array, q: number, near: number): number {
  if (near + 2 < x.length && q >= x[near + 1]! && q <= x[near + 2]!) return near + 1;
  let low = 0;
  let high = x.length - 1;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (x[middle]! <= q) low = middle;
    else high = middle;
  }
  return low;
}
