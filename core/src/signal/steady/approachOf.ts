import { noiseOfColumn } from '../statistics/noise';

/** How a channel came to its level: the rest of the way falls by a factor e in each time constant. */
export interface Approach {
  /** Its time constant, in [x]. */
  constant: number;
  /** Where the way began, by the curve: the position at which the rest was the whole change. */
  begin: number;
  /** The change of the level, unit of y. */
  change: number;
}

/** A change that is not so many times as large as the noise shows no way that could be followed. */
const CLEAR = 6;
/** The level is the mean of the last part of the stretch, so large. */
const LAST = 1 / 3;
/** The curve is followed from where this share of the way is left: before it, what drives the change still moves. */
const FOLLOWED = 0.7;
const FEWEST = 8;
/** More samples are thinned for the search. */
const MOST = 2000;
const TRIALS = 60;

/**
 * How a channel approaches the level of a stretch, as a first-order system does: y = level + rest · exp(−(x − x₀)/constant), by
 * least squares over what follows the greater part of the change.
 * @param x      positions, length n, rising: from the last sample of the level before to the last of the stretch
 * @param y      the channel there, finite
 * @param before its level before
 * @returns      undefined where the change is not clear of the noise, or was over within a sample or two
 * The separable least squares (level and rest are linear for a given constant) are those of G. H. Golub and V. Pereyra, SIAM J.
 * Numer. Anal. 10 (1973) 413-432. That a time constant tells the settling is common practice; no source needed.
 */
export function approachOf(x: Float64Array, y: Float64Array, before: number): Approach | undefined {
  const n = x.length;
  if (n < FEWEST) return undefined;
  const tail = y.subarray(Math.floor(n * (1 - LAST)));
  const level = tail.reduce((sum, v) => sum + v, 0) / tail.length;
  const change = before - level;
  if (!(Math.abs(change) > CLEAR * noiseOfColumn(tail))) return undefined;
  const from = y.findIndex((v) => (v - level) / change < FOLLOWED);
  if (from < 0 || n - from < FEWEST) return undefined;
  const stride = Math.max(1, Math.ceil((n - from) / MOST));
  const taken = Array.from({ length: Math.ceil((n - from) / stride) }, (_, k) => from + k * stride);
  const points = { t: taken.map((i) => x[i]! - x[from]!), y: taken.map((i) => y[i]! - level) };
  const [shortest, longest] = [points.t[1]! / 2, points.t.at(-1)!];
  const constant = leastAt(shortest, longest, (tau) => fitted(points, tau).squares);
  const { rest } = fitted(points, constant);
  // At either end of the search there is no constant to speak of: the way was over at once, or did not end.
  if (!(rest / change > 0) || constant < shortest * 1.1 || constant > longest / 2) return undefined;
  return { constant, change: -change, begin: x[from]! - constant * Math.log(change / rest) };
}

interface Points {
  t: readonly number[];
  y: readonly number[];
}

/** Level and rest for a given constant, by least squares. */
function fitted({ t, y }: Points, tau: number): { rest: number; squares: number } {
  let [se, see, sy, sey] = [0, 0, 0, 0];
  const n = t.length;
  const e = t.map((at) => Math.exp(-at / tau));
  for (let i = 0; i < n; i++) {
    se += e[i]!;
    see += e[i]! ** 2;
    sy += y[i]!;
    sey += e[i]! * y[i]!;
  }
  const rest = (n * sey - se * sy) / (n * see - se * se);
  const level = (sy - rest * se) / n;
  const squares = y.reduce((sum, v, i) => sum + (v - level - rest * e[i]!) ** 2, 0);
  return { rest, squares };
}

/** The place of the least value on a logarithmic scale: the best of a grid, then the golden section about it. */
function leastAt(low: number, high: number, of: (at: number) => number): number {
  const at = (k: number): number => low * (high / low) ** (k / TRIALS);
  let best = 0;
  let least = Infinity;
  for (let k = 0; k <= TRIALS; k++) {
    const value = of(at(k));
    if (value < least) [least, best] = [value, k];
  }
  let [a, b] = [Math.max(0, best - 1), Math.min(TRIALS, best + 1)];
  const golden = (Math.sqrt(5) - 1) / 2;
  for (let k = 0; k < 24; k++) {
    const [c, d] = [b - golden * (b - a), a + golden * (b - a)];
    if (of(at(c)) < of(at(d))) b = d;
    else a = c;
  }
  return at((a + b) / 2);
}

/**
 * Clears the begin of every steady stretch until so many time constants of its slowest channel have passed since its way there
 * began. A stretch that nothing led to, or whose approach is not clear of the noise, stays as it is.
 * @param x        positions, length n, rising
 * @param columns  watched channels, each of length n, finite
 * @param steady   1 where steady, length n; changed in place
 * @returns        the slowest approach of each stretch that has one, with the place of its channel and the stretch's first sample
 */
export function cutApproach(
  x: Float64Array,
  columns: readonly Float64Array[],
  steady: Uint8Array,
  constants: number,
): (Approach & { channel: number; first: number })[] {
  const found: (Approach & { channel: number; first: number })[] = [];
  for (const { first, past, from } of stretchesOf(steady)) {
    const all = columns.flatMap((y, channel) => {
      const level = meanBefore(y, steady, from);
      const one = approachOf(x.subarray(from, past), y.subarray(from, past), level);
      return one ? [{ ...one, channel, first }] : [];
    });
    const endOf = (one: Approach): number => one.begin + constants * one.constant;
    const slowest = all.reduce<(typeof all)[number] | undefined>(
      (last, one) => (last && endOf(last) >= endOf(one) ? last : one),
      undefined,
    );
    if (slowest) found.push(slowest);
  }
  for (const one of found)
    for (let i = one.first; steady[i] && x[i]! < one.begin + constants * one.constant; i++) steady[i] = 0;
  return found;
}

/** Each stretch with the sample from which its way can be followed: the last of the stretch before, or the first of all. */
function stretchesOf(steady: Uint8Array): { first: number; past: number; from: number }[] {
  const found: { first: number; past: number; from: number }[] = [];
  for (let i = 0; i < steady.length; i++) {
    if (!steady[i]) continue;
    const first = i;
    while (i < steady.length && steady[i]) i++;
    found.push({ first, past: i, from: found.length > 0 ? found.at(-1)!.past - 1 : 0 });
  }
  return found;
}

/** So many samples tell a level. */
const LEVEL = 20;

/** The mean of the last samples of the stretch that ends at a sample; of what no stretch is before, its first value. */
function meanBefore(y: Float64Array, steady: Uint8Array, last: number): number {
  if (!steady[last]) return y[last]!;
  let [sum, count] = [0, 0];
  for (let i = last; i >= 0 && steady[i] && count < LEVEL; i--) {
    sum += y[i]!;
    count++;
  }
  return sum / count;
}
