/** Spacing may deviate by this share and still count as even (clock rounding of loggers; common practice). */
export const TOLERANCE = 0.01;

/** The mean spacing of an increasing column when it is even, otherwise undefined. */
export function evenSpacing(x: Float64Array): number | undefined {
  const n = x.length;
  if (n < 2) return undefined;
  const mean = (x[n - 1]! - x[0]!) / (n - 1);
  for (let i = 1; i < n; i++) if (Math.abs(x[i]! - x[i - 1]! - mean) > TOLERANCE * mean) return undefined;
  return mean;
}
