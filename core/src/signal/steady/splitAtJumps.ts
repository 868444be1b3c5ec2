import { GAP_FACTOR } from '../../sample';
import { usualSpacing } from '../evenSpacing';
import { noiseOfColumn } from '../statistics/noise';
import type { Watched } from './Watched';

/** Fewer samples have no mean to speak of. */
const FEWEST = 3;
/** Standard errors by which a mean must have moved where only a slope is limited. */
const CLEAR = 4;

/** A place at which the mean of a watched channel changes by more than its limit. */
export interface Jump {
  /** The first sample of what comes behind it. */
  at: number;
  /** Place of the channel among the watched ones. */
  channel: number;
  /** Means of the parts on either side, unit of the channel. */
  before: number;
  after: number;
}

/**
 * Divides steady stretches where the mean of a watched channel changes by more than its limit: before and behind a jump
 * all windows can be calm, and only those that hold it are not. What is then shorter than `lasting` is not steady, and
 * between two parts so many samples are cleared that they are not taken for one stretch.
 * @param x        positions, length n, rising
 * @param steady   1 where steady, length n; changed in place
 * @param lasting  least length of a part, in [x]
 * @returns       the places at which a steady stretch ends and the next begins, rising
 * Source of the search: binary segmentation by the largest between-group sum of squares, A. J. Scott and M. Knott,
 * Biometrics 30 (1974) 507-512.
 */
export function splitAtJumps(
  x: Float64Array,
  watched: readonly Watched[],
  steady: Uint8Array,
  lasting: number,
): Jump[] {
  const apart = (GAP_FACTOR + 0.5) * (x.length > 1 ? usualSpacing(x) : 0);
  // What was cleared at the begin of a part changes its means, so it is looked at again.
  const jumps: Jump[] = [];
  while (splitOnce(x, watched, steady, { lasting, apart }, jumps));
  // Where a part was too short to stay, the level was on its way: that is no jump between two levels.
  const isBetween = ({ at }: Jump): boolean => {
    let next = at;
    while (next < x.length && x[next]! - x[at - 1]! <= apart) next++;
    return steady[at - 1] === 1 && steady[next] === 1;
  };
  return jumps.filter(isBetween).sort((a, b) => a.at - b.at);
}

interface Lengths {
  lasting: number;
  apart: number;
}

function splitOnce(
  x: Float64Array,
  watched: readonly Watched[],
  steady: Uint8Array,
  lengths: Lengths,
  found: Jump[],
): boolean {
  let isChanged = false;
  let from = 0;
  while (from < x.length) {
    if (!steady[from]) {
      from++;
      continue;
    }
    let to = from;
    while (to < x.length && steady[to]) to++;
    const jumps = jumpsWithin(watched, from, to, lengths.lasting);
    found.push(...jumps);
    const begins = [from, ...jumps.map((j) => j.at), to];
    clearBetween(x, begins, steady, lengths);
    isChanged ||= begins.length > 2;
    from = to;
  }
  return isChanged;
}

/** Where the samples from … to − 1 part, rising. */
function jumpsWithin(watched: readonly Watched[], from: number, to: number, lasting: number): Jump[] {
  const jumps: Jump[] = [];
  const divide = (a: number, b: number): void => {
    for (const [channel, one] of watched.entries()) {
      const found = jumpIn(one, a, b, lasting);
      if (!found) continue;
      jumps.push({ channel, ...found });
      divide(a, found.at);
      divide(found.at, b);
      return;
    }
  };
  divide(from, to);
  return jumps.sort((a, b) => a.at - b.at);
}

/** The sample before which the mean changes most, if by more than the limit; undefined where the level holds. */
function jumpIn(
  { values, deviation, slope }: Watched,
  a: number,
  b: number,
  lasting: number,
): Omit<Jump, 'channel'> | undefined {
  const n = b - a;
  if (n < 2 * FEWEST) return undefined;
  const isSlopeOnly = deviation === Infinity;
  const limit = isSlopeOnly ? slope * lasting : deviation;
  if (limit === Infinity) return undefined;
  const noise = isSlopeOnly ? noiseOfColumn(values.subarray(a, b)) : 0;
  const middle = values[a]!;
  let total = 0;
  for (let i = a; i < b; i++) total += values[i]! - middle;
  let [sum, best] = [0, 0];
  let found: Omit<Jump, 'channel'> | undefined;
  for (let i = a; i < b - FEWEST; i++) {
    sum += values[i]! - middle;
    const m = i - a + 1;
    if (m < FEWEST) continue;
    const [before, after] = [sum / m, (total - sum) / (n - m)];
    const change = Math.abs(after - before);
    const share = (m * (n - m)) / n;
    if (change <= limit + CLEAR * noise * Math.sqrt(1 / share)) continue;
    if (change * change * share <= best) continue;
    best = change * change * share;
    found = { at: i + 1, before: middle + before, after: middle + after };
  }
  return found;
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
