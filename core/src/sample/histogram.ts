export interface Histogram {
  /** Lower end of the first bin, and the width of each, unit of the column. */
  low: number;
  width: number;
  counts: Int32Array;
}

const MOST_BINS = 200;

/**
 * How often a column takes which values.
 * @param y  samples, missing ones passed over
 * @returns  undefined where nothing is present
 * The width of the bins is 2·(quartile distance)·n^(−1/3), D. Freedman and P. Diaconis, Zeitschrift
 * für Wahrscheinlichkeitstheorie 57 (1981) 453-476, held between 5 and MOST_BINS bins.
 */
export function histogram(y: Float64Array): Histogram | undefined {
  const sorted = y.filter((v) => v === v).sort();
  const n = sorted.length;
  if (n === 0) return undefined;
  const [low, high] = [sorted[0]!, sorted[n - 1]!];
  const quartiles = sorted[Math.floor(0.75 * (n - 1))]! - sorted[Math.floor(0.25 * (n - 1))]!;
  const wanted = quartiles > 0 ? Math.ceil((high - low) / (2 * quartiles * n ** (-1 / 3))) : Math.ceil(Math.sqrt(n));
  const bins = high > low ? Math.min(MOST_BINS, Math.max(5, wanted)) : 1;
  const width = (high - low) / bins || 1;
  const counts = new Int32Array(bins);
  for (const v of sorted) counts[Math.min(bins - 1, Math.floor((v - low) / width))]!++;
  return { low, width, counts };
}
