/** When a value counts as steady: it stays within ± `within` for `seconds`. */
export interface RestLimit {
  /** Half width that all samples of the window keep to, unit of the value, above zero. */
  within: number;
  seconds: number;
}

export interface Steadiness {
  /** Half of the range that the samples of the last `seconds` take, unit of the value; NaN without any. */
  half: number;
  /** How much of `seconds` the samples that keep to the limit reach back, from 0 to 1. */
  progress: number;
  isSteady: boolean;
}

/**
 * Whether a value that is read again and again has come to rest: all samples of the last seconds, up to now, lie within
 * the limit. A sample that is missing breaks the rest. Common practice at the bench, no source.
 * @param times   s, length n, rising; the last one is now
 * @param values  length n, unit of the limit; NaN where a sample is missing
 */
export function steadiness(times: readonly number[], values: readonly number[], limit: RestLimit): Steadiness {
  const now = times.at(-1);
  if (now === undefined) return { half: NaN, progress: 0, isSteady: false };
  let [low, high] = [Infinity, -Infinity];
  let half = NaN;
  let since = now;
  let isBroken = false;
  // The window reaches back to the first sample that is as old as it is long, or older.
  for (let i = times.length - 1; i >= 0; i--) {
    low = Math.min(low, values[i]!);
    high = Math.max(high, values[i]!);
    half = (high - low) / 2;
    isBroken ||= !(half <= limit.within);
    if (!isBroken) since = times[i]!;
    if (now - times[i]! >= limit.seconds) break;
  }
  const isSteady = !isBroken && now - since >= limit.seconds;
  const progress = limit.seconds > 0 ? Math.min(1, (now - since) / limit.seconds) : Number(isSteady);
  return { half, progress, isSteady };
}
