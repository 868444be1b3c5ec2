/** Plain numbers of a stretch of samples. */
export interface Statistics {
  mean: number;
  /** With n − 1 in the denominator. */
  standardDeviation: number;
  /** Root of the mean square. */
  rms: number;
  lowest: number;
  highest: number;
  median: number;
  /** Below them lie 5 and 95 % of the samples. */
  low5: number;
  high95: number;
  /** Third central moment over the cube of the standard deviation with n in the denominator. */
  skewness: number;
}

/**
 * @param y  samples, length n >= 1, finite
 * Quantiles lie on the line between two samples of the ordered stretch (R. J. Hyndman and
 * Y. Fan, American Statistician 50 (1996) 361-365, definition 7).
 */
export function statistics(y: Float64Array): Statistics {
  const n = y.length;
  const sorted = y.slice().sort();
  const mean = y.reduce((s, v) => s + v, 0) / n;
  let [squares, cubes, raw] = [0, 0, 0];
  for (const v of y) {
    const d = v - mean;
    squares += d * d;
    cubes += d * d * d;
    raw += v * v;
  }
  return {
    mean,
    standardDeviation: Math.sqrt(squares / (n - 1)),
    rms: Math.sqrt(raw / n),
    lowest: sorted[0]!,
    highest: sorted[n - 1]!,
    median: quantile(sorted, 0.5),
    low5: quantile(sorted, 0.05),
    high95: quantile(sorted, 0.95),
    skewness: cubes / n / (squares / n) ** 1.5,
  };
}

/** @param sorted  rising, length >= 1 */
export function quantile(sorted: Float64Array, share: number): number {
  const at = share * (sorted.length - 1);
  const k = Math.min(Math.floor(at), Math.max(0, sorted.length - 2));
  const next = sorted[k + 1] ?? sorted[k]!;
  return sorted[k]! + (at - k) * (next - sorted[k]!);
}
