import { describe } from './describe';

export interface Histogram {
  /** Lower end of the first bin, and the width of each, unit of the column. */
  low: number;
  width: number;
  counts: Int32Array;
  /** The normal distribution of the same mean and standard deviation; undefined of fewer than two values, or equal ones. */
  normal: { mean: number; standardDeviation: number } | undefined;
}

const MOST_BINS = 200;

/**
 * How often a column takes which values.
 * @param y     samples, missing ones passed over
 * @param bins  how many, 1 to MOST_BINS; undefined: as many as the values ask for
 * @returns     undefined where nothing is present
 * The proposed width of the bins is 2·(quartile distance)·n^(−1/3), D. Freedman and P. Diaconis, Zeitschrift
 * für Wahrscheinlichkeitstheorie 57 (1981) 453-476, held between 5 and MOST_BINS bins.
 */
export function histogram(y: Float64Array, bins?: number): Histogram | undefined {
  const sorted = y.filter((v) => v === v).sort();
  const n = sorted.length;
  if (n === 0) return undefined;
  const [low, high] = [sorted[0]!, sorted[n - 1]!];
  const count = high > low ? (bins ?? proposedBins(sorted)) : 1;
  const width = (high - low) / count || 1;
  const counts = new Int32Array(count);
  for (const v of sorted) counts[Math.min(count - 1, Math.floor((v - low) / width))]!++;
  return { low, width, counts, normal: normalOf(sorted) };
}

function proposedBins(sorted: Float64Array): number {
  const n = sorted.length;
  const quartiles = sorted[Math.floor(0.75 * (n - 1))]! - sorted[Math.floor(0.25 * (n - 1))]!;
  const range = sorted[n - 1]! - sorted[0]!;
  const wanted = quartiles > 0 ? Math.ceil(range / (2 * quartiles * n ** (-1 / 3))) : Math.ceil(Math.sqrt(n));
  return Math.min(MOST_BINS, Math.max(5, wanted));
}

function normalOf(values: Float64Array): Histogram['normal'] {
  const { mean, standardDeviation } = describe(values, new Uint16Array(values.length));
  return standardDeviation > 0 ? { mean, standardDeviation } : undefined;
}

const ON_CURVE = 160;

/**
 * How many samples each bin would hold if they were spread normally, over the bins and one more on either side.
 * @returns  places on the axis of the column, and counts there
 */
export function normalCounts(
  { low, width, counts }: { low: number; width: number; counts: ArrayLike<number> },
  { mean, standardDeviation: s }: NonNullable<Histogram['normal']>,
): { x: number[]; y: number[] } {
  const all = Array.from(counts).reduce((a, b) => a + b, 0);
  const [from, to] = [low - width, low + width * (counts.length + 1)];
  const x = Array.from({ length: ON_CURVE + 1 }, (_, k) => from + ((to - from) * k) / ON_CURVE);
  const scale = (all * width) / (s * Math.sqrt(2 * Math.PI));
  return { x, y: x.map((v) => scale * Math.exp(-0.5 * ((v - mean) / s) ** 2)) };
}
