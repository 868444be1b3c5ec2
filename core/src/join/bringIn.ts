import { AppError } from '../error/AppError';
import { GAP_FACTOR, median } from '../sample';

export const joinMethods = ['linear', 'nearest', 'hold'] as const;
/** linear: on the line between two samples; nearest: the nearer of two; hold: the last one before. */
export type JoinMethod = (typeof joinMethods)[number];

/**
 * A channel of a second logger at the times of a run. Nothing is invented: outside the
 * second log, and inside a pause of it (longer than GAP_FACTOR of its intervals), there is no value.
 * @param times    times of the run, length n, in any order, its unit; missing gives missing
 * @param x        times of the second logger, length m, rising where present, same unit and zero
 * @param y        its channel, length m; missing samples are passed over
 * @returns        length n, unit of y; missing is NaN
 * @throws {AppError} NOT_INCREASING when x repeats or steps back
 */
export function bringIn(times: Float64Array, x: Float64Array, y: Float64Array, method: JoinMethod): Float64Array {
  const { at, value } = presentSamples(x, y);
  const steps = at.slice(1).map((v, i) => v - at[i]!);
  const longest = GAP_FACTOR * median(steps);
  const out = new Float64Array(times.length).fill(NaN);
  let k = 0;
  for (let i = 0; i < times.length; i++) {
    const t = times[i]!;
    if (!(t >= at[0]!) || !(t <= at[at.length - 1]!)) continue;
    k = segmentOf(at, t, k);
    const [before, after] = [at[k]!, at[k + 1] ?? Infinity];
    if (t === before) out[i] = value[k]!;
    else if (after - before <= longest) out[i] = between(method, t, before, after, value[k]!, value[k + 1]!);
  }
  return out;
}

function presentSamples(x: Float64Array, y: Float64Array): { at: Float64Array; value: Float64Array } {
  const at = new Float64Array(x.length);
  const value = new Float64Array(x.length);
  let count = 0;
  let before = -Infinity;
  for (let i = 0; i < x.length; i++) {
    const xi = x[i]!;
    if (xi !== xi) continue;
    if (!(xi > before))
      throw new AppError('NOT_INCREASING', { name: 'time of the second log', index: i, before, after: xi });
    before = xi;
    if (y[i] !== y[i]) continue;
    at[count] = xi;
    value[count++] = y[i]!;
  }
  return { at: at.slice(0, count), value: value.slice(0, count) };
}

/** The segment at[k] <= t < at[k + 1], looked for from where the last one was: times mostly rise. */
function segmentOf(at: Float64Array, t: number, from: number): number {
  let k = at[from]! <= t ? from : 0;
  let step = 1;
  // Doubling steps, then halving: near samples are found at once, far ones in few steps.
  while (k + step < at.length && at[k + step]! <= t) {
    k += step;
    step *= 2;
  }
  for (; step >= 1; step = Math.floor(step / 2)) while (k + step < at.length && at[k + step]! <= t) k += step;
  return k;
}

function between(method: JoinMethod, t: number, before: number, after: number, a: number, b: number): number {
  if (method === 'hold') return a;
  if (method === 'nearest') return t - before <= after - t ? a : b;
  return a + ((b - a) * (t - before)) / (after - before);
}
