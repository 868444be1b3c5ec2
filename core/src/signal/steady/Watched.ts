/** One watched channel over a stretch, and how calm it has to be. */
export interface Watched {
  values: Float64Array;
  /** Highest standard deviation within the window, unit of the channel; Infinity for any. */
  deviation: number;
  /** Highest slope of the straight line through the window, either way, in [channel]/[x]; Infinity for any. */
  slope: number;
}
