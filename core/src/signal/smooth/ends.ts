import { line } from '../filter/removeDrift';

/**
 * What stands beyond the ends of a stretch for a window that reaches over them.
 * shrink: nothing, the window gets smaller; mirror: the samples turned back about the end one;
 * hold: the end value; fit: the straight line through the last window.
 */
export const endRules = ['shrink', 'mirror', 'hold', 'fit'] as const;
export type EndRule = (typeof endRules)[number];

/**
 * A stretch continued on both sides by `reach` samples.
 * @param y  length n >= 1
 * @returns  length n + 2·reach
 */
export function continued(y: Float64Array, reach: number, rule: Exclude<EndRule, 'shrink'>): Float64Array {
  const n = y.length;
  const out = new Float64Array(n + 2 * reach);
  out.set(y, reach);
  const before = beyond(y, reach, rule);
  const after = beyond(y.slice().reverse(), reach, rule);
  for (let i = 0; i < reach; i++) {
    out[reach - 1 - i] = before(i + 1);
    out[reach + n + i] = after(i + 1);
  }
  return out;
}

/** The value so many samples before the first one. */
function beyond(y: Float64Array, reach: number, rule: Exclude<EndRule, 'shrink'>): (distance: number) => number {
  const n = y.length;
  if (rule === 'hold' || n === 1) return () => y[0]!;
  if (rule === 'fit') {
    const { at, mean, slope } = line(y.subarray(0, Math.min(n, Math.max(2, 2 * reach + 1))));
    return (distance) => mean - slope * (distance + at);
  }
  const period = 2 * (n - 1);
  return (distance) => {
    const k = distance % period;
    return y[k < n ? k : period - k]!;
  };
}
