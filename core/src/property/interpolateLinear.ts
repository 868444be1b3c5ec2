import { firstAtLeast } from '../sample';
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
 * A grid of equal cells over the knots tells for each argument where to start, so that
 * random arguments need no search; a cell with many knots is searched. Common practice.
 */
export function interpolateLinear(
  x: Float64Array,
  y: Float64Array,
  query: Float64Array,
  outsidePolicy: OutsidePolicy,
): LookUp {
  const last = x.length - 1;
  const values = new Float64Array(query.length);
  const [low, high] = [x[0]!, x[last]!];
  const { starts, perUnit } = gridOver(x);
  let outside = 0;
  for (let i = 0; i < query.length; i++) {
    const q = query[i]!;
    if (!(q >= low && q <= high)) {
      if (q === q) outside++;
      values[i] = q !== q || outsidePolicy === 'refuse' ? NaN : q < low ? y[0]! : y[last]!;
      continue;
    }
    const cell = ((q - low) * perUnit) | 0;
    const k = segmentOf(x, q, starts[cell]!, starts[cell + 1]!);
    values[i] = q === x[k + 1]! ? y[k + 1]! : y[k]! + ((y[k + 1]! - y[k]!) / (x[k + 1]! - x[k]!)) * (q - x[k]!);
  }
  return { values, outside };
}

/**
 * dy/dx at arguments: that of the line between the two knots around each, [y]/[x]; 0 where an end value is held.
 * @param x, y, query  as for `interpolateLinear`
 */
export function slopesLinear(
  x: Float64Array,
  y: Float64Array,
  query: Float64Array,
  outsidePolicy: OutsidePolicy,
): Float64Array {
  const last = x.length - 1;
  return query.map((q) => {
    if (!(q >= x[0]! && q <= x[last]!)) return q !== q || outsidePolicy === 'refuse' ? NaN : 0;
    const k = Math.min(last, Math.max(1, firstAtLeast(x, q)));
    return (y[k]! - y[k - 1]!) / (x[k]! - x[k - 1]!);
  });
}

/** For each of equal cells over the range the segment in which it begins; one cell more for its end. */
function gridOver(x: Float64Array): { starts: Int32Array; perUnit: number } {
  const segments = x.length - 1;
  const cells = Math.min(2 * segments, 1 << 20);
  const low = x[0]!;
  const range = x[segments]! - low;
  const starts = new Int32Array(cells + 2).fill(segments - 1);
  let k = 0;
  for (let c = 0; c < cells; c++) {
    const at = low + (range * c) / cells;
    while (k < segments - 1 && x[k + 1]! <= at) k++;
    starts[c] = k;
  }
  return { starts, perUnit: cells / range };
}

/** The segment that holds q, searched between two; rounding may put q a cell off, so the ends are checked. */
function segmentOf(x: Float64Array, q: number, from: number, to: number): number {
  let low = from;
  while (low > 0 && q < x[low]!) low--;
  let high = to;
  while (high < x.length - 2 && q >= x[high + 1]!) high++;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (x[middle]! <= q) low = middle;
    else high = middle - 1;
  }
  return low;
}
