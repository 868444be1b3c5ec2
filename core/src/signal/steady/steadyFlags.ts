import { splitAtJumps } from './splitAtJumps';
import type { Watched } from './Watched';

/** The sums over a window start anew from here on now and then, so that rounding does not pile up. */
const ANEW = 1024;
/** A window may be this share shorter than asked: clocks of loggers are rounded. */
const SHORT = 1e-6;

/**
 * Which samples of a stretch are steady: they lie in a window of the length `lasting` over which
 * all watched channels keep within their limits, and the level of none changes by more than its limit within a stretch.
 * @param x        positions, length n, rising
 * @param watched  columns of length n, finite
 * @param lasting  length of the window, in [x]
 * @returns        1 where steady, length n
 * Limits on the mean square and the slope of a moving window are common practice in steady-state
 * testing; no source needed.
 */
export function steadyFlags(x: Float64Array, watched: readonly Watched[], lasting: number): Uint8Array {
  const steady = calmFlags(x, watched, lasting);
  splitAtJumps(x, watched, steady, lasting);
  return steady;
}

/** As `steadyFlags`, but two levels between which no window is restless are one stretch. */
export function calmFlags(x: Float64Array, watched: readonly Watched[], lasting: number): Uint8Array {
  const n = x.length;
  const calm = new Uint8Array(n).fill(1);
  const ends = windowEnds(x, lasting);
  for (const channel of watched) markRestless(x, channel, ends, calm);
  const steady = new Uint8Array(n);
  let covered = 0;
  for (let i = 0; i < n; i++) {
    if (!calm[i] || ends[i] === 0) continue;
    for (let k = Math.max(covered, i); k < ends[i]!; k++) steady[k] = 1;
    covered = Math.max(covered, ends[i]!);
  }
  return steady;
}

/** For each sample the end (exclusive) of the window that begins with it; 0 where the stretch ends before. */
function windowEnds(x: Float64Array, lasting: number): Int32Array {
  const n = x.length;
  const ends = new Int32Array(n);
  let end = 0;
  for (let i = 0; i < n; i++) {
    const reach = x[i]! + lasting * (1 - SHORT);
    while (end < n && x[end]! < reach) end++;
    if (end === n) break;
    ends[i] = Math.max(end + 1, i + 2);
    if (ends[i]! > n) ends[i] = 0;
  }
  return ends;
}

/** Clears the samples at whose window the channel moves too much. */
function markRestless(
  x: Float64Array,
  { values: y, deviation, slope }: Watched,
  ends: Int32Array,
  calm: Uint8Array,
): void {
  let [sx, sy, sxx, sxy, syy] = [0, 0, 0, 0, 0];
  let [x0, y0] = [0, 0];
  let [first, past] = [0, 0];
  const take = (k: number, sign: 1 | -1): void => {
    const [dx, dy] = [x[k]! - x0, y[k]! - y0];
    sx += sign * dx;
    sy += sign * dy;
    sxx += sign * dx * dx;
    sxy += sign * dx * dy;
    syy += sign * dy * dy;
  };
  for (let i = 0; i < x.length && ends[i] !== 0; i++) {
    if (i % ANEW === 0) {
      [sx, sy, sxx, sxy, syy] = [0, 0, 0, 0, 0];
      [x0, y0] = [x[i]!, y[i]!];
      [first, past] = [i, i];
    }
    while (past < ends[i]!) take(past++, 1);
    while (first < i) take(first++, -1);
    const m = past - first;
    const spread = Math.max(0, syy - (sy * sy) / m);
    const lean = Math.abs((sxy - (sx * sy) / m) / (sxx - (sx * sx) / m));
    if (Math.sqrt(spread / Math.max(1, m - 1)) > deviation || lean > slope) calm[i] = 0;
  }
}

/**
 * Clears the first part of every steady stretch, in which the machine may still settle.
 * @param steady  1 where steady, length n; changed in place
 * @param settling  length of the part, in [x]
 */
export function cutSettling(x: Float64Array, steady: Uint8Array, settling: number): void {
  let start = -1;
  for (let i = 0; i < x.length; i++) {
    if (!steady[i]) {
      start = -1;
      continue;
    }
    if (start < 0) start = i;
    if (x[i]! - x[start]! < settling) steady[i] = 0;
  }
}
