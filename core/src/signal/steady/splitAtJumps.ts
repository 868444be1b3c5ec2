import { GAP_FACTOR } from '../../sample';
import { usualSpacing } from '../evenSpacing';
import { noiseOfColumn } from '../statistics/noise';
import type { Watched } from './Watched';

/** Fewer samples have no mean to speak of. */
const FEWEST = 3;
/** Standard errors by which a mean must have moved where only a slope is limited. */
const CLEAR = 4;

/**
 * Divides steady stretches where the mean of a watched channel changes by more than its limit: before and behind a jump
 * all windows can be calm, and only those that hold it are not. What is then shorter than `lasting` is not steady, and
 * between two parts so many samples are cleared that they are not taken for one stretch.
 * @param x        positions, length n, rising
 * @param steady   1 where steady, length n; changed in place
 * @param lasting  least length of a part, in [x]
 * Source of the search: binary segmentation by the largest between-group sum of squares, A. J. Scott and M. Knott,
 * Biometrics 30 (1974) 507-512.
 */
export function splitAtJumps(x: Float64Array, watched: readonly Watched[], steady: Uint8Array, lasting: number): void {
  const apart = (GAP_FACTOR + 0.5) * (x.length > 1 ? usualSpacing(x) : 0);
  // What was cleared at the begin of a part changes its means, so it is looked at again.
  while (splitOnce(x, watched, steady, { lasting, apart }));
}

interface Lengths {
  lasting: number;
  apart: number;
}

function splitOnce(x: Float64Array, watched: readonly Watched[], steady: Uint8Array, lengths: Lengths): boolean {
  let isChanged = false;
  let from = 0;
  while (from < x.length) {
    if (!steady[from]) {
      from++;
      continue;
    }
    let to = from;
    while (to < x.length && steady[to]) to++;
    const begins = parts(watched, from, to, lengths.lasting);
    clearBetween(x, begins, steady, lengths);
    isChanged ||= begins.length > 2;
    from = to;
  }
  return isChanged;
}

/** Where the parts of samples from … to − 1 begin, and the end. */
function parts(watched: readonly Watched[], from: number, to: number, lasting: number): number[] {
  const jumps = new Set<number>();
  const divide = (a: number, b: number): void => {
    const at = watched.map((w) => jumpIn(w, a, b, lasting)).find((k) => k !== undefined);
    if (at === undefined) return;
    jumps.add(at);
    divide(a, at);
    divide(at, b);
  };
  divide(from, to);
  return [from, ...[...jumps].sort((a, b) => a - b), to];
}

/** The sample before which the mean changes most, if by more than the limit; undefined where the level holds. */
function jumpIn({ values, deviation, slope }: Watched, a: number, b: number, lasting: number): number | undefined {
  const n = b - a;
  if (n < 2 * FEWEST) return undefined;
  const isSlopeOnly = deviation === Infinity;
  const limit = isSlopeOnly ? slope * lasting : deviation;
  if (limit === Infinity) return undefined;
  const noise = isSlopeOnly ? noiseOfColumn(values.subarray(a, b)) : 0;
  const middle = values[a]!;
  let total = 0;
  for (let i = a; i < b; i++) total += values[i]! - middle;
  let [sum, best, at] = [0, 0, -1];
  for (let i = a; i < b - FEWEST; i++) {
    sum += values[i]! - middle;
    const m = i - a + 1;
    if (m < FEWEST) continue;
    const change = Math.abs(sum / m - (total - sum) / (n - m));
    const share = (m * (n - m)) / n;
    if (change <= limit + CLEAR * noise * Math.sqrt(1 / share)) continue;
    if (change * change * share > best) [best, at] = [change * change * share, i + 1];
  }
  return at < 0 ? undefined : at;
}

function clearBetween(
  x: Float64Array,
  begins: readonly number[],
  steady: Uint8Array,
  { lasting, apart }: Lengths,
): void {
  for (let p = 0; p + 1 < begins.length; p++) {
    const [a, b] = [begins[p]!, begins[p + 1]!];
    const isWhole = p === 0 && begins.length === 2;
    const isShort = !isWhole && x[b - 1]! - x[a]! < lasting * 0.999999;
    for (let i = a; i < b && (isShort || (p > 0 && x[i]! - x[a - 1]! <= apart)); i++) steady[i] = 0;
  }
}
