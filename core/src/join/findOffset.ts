import { AppError } from '../error/AppError';
import { median } from '../sample';
import { crossCorrelation } from '../signal';
import { bringIn } from './bringIn';

export interface Offset {
  /** What to add to the times of the second log so that it agrees best with the first; their unit. */
  offset: number;
  /** Normalised correlation there, -1 to 1: how alike the two channels are. */
  correlation: number;
  /** Highest correlation away from that peak: as high as the peak, and the offset is ambiguous. */
  runnerUp: number;
}

interface Sampled {
  x: Float64Array;
  y: Float64Array;
}

const MOST_SAMPLES = 1 << 19;
const FEWEST_OVERLAP = 0.25;
/** Parts whose variance is a smaller share of the whole channel's are at rest, and like any other rest. */
const QUIET = 0.02;

/**
 * Finds how far a second log is shifted against a first by cross-correlation of a channel of each.
 * Both are brought to one even grid, freed of their mean, and correlated at every shift at
 * which they overlap by a quarter of the shorter; each value is the correlation coefficient of
 * the overlapping parts. The peak is placed between grid points by a parabola.
 * @param a, b  times (rising, same unit) and values; missing values are passed over
 * @throws {AppError} TOO_FEW_SAMPLES, NOT_INCREASING
 * Source: J. S. Bendat and A. G. Piersol, Random Data (4th ed. 2010), sections 5.1.4 and 11.6.2;
 * J. P. Lewis, "Fast normalized cross-correlation" (1995) for the running sums.
 */
export function findOffset(a: Sampled, b: Sampled): Offset {
  const [fromA, toA, stepA] = extent(a.x, 'first');
  const [fromB, toB, stepB] = extent(b.x, 'second');
  const span = toA - fromA + toB - fromB;
  const step = Math.max(Math.min(stepA, stepB), span / MOST_SAMPLES);
  const onGrid = ({ x, y }: Sampled, from: number, to: number): Float64Array =>
    bringIn(
      Float64Array.from({ length: Math.floor((to - from) / step) + 1 }, (_, i) => from + i * step),
      x,
      y,
      'linear',
    );
  const f = centred(onGrid(a, fromA, toA), 'first');
  const g = centred(onGrid(b, fromB, toB), 'second');
  const r = correlate(f, g);
  // r[k] belongs to g moved by k - (g.length - 1) grid steps against f.
  let peak = -1;
  for (let k = 0; k < r.length; k++) if (peak < 0 || r[k]! > r[peak]!) peak = k;
  const lag = peak - (g.values.length - 1) + vertex(r[peak - 1], r[peak]!, r[peak + 1]);
  return {
    offset: lag * step + fromA - fromB,
    correlation: r[peak]!,
    runnerUp: runnerUp(r, peak),
  };
}

function extent(x: Float64Array, which: string): [number, number, number] {
  const present = x.filter((v) => v === v);
  if (present.length < 4)
    throw new AppError('TOO_FEW_SAMPLES', { name: `The ${which} log`, have: present.length, need: 4 });
  return [present[0]!, present[present.length - 1]!, median(present.slice(1).map((v, i) => v - present[i]!))];
}

interface Centred {
  /** Less the mean; 0 where there is no value. */
  values: Float64Array;
  /** 1 where there is a value. */
  present: Float64Array;
}

function centred(values: Float64Array, which: string): Centred {
  const filled = values.filter((v) => v === v);
  if (filled.length < 4)
    throw new AppError('TOO_FEW_SAMPLES', { name: `The ${which} channel`, have: filled.length, need: 4 });
  const mean = filled.reduce((sum, v) => sum + v, 0) / filled.length;
  return { values: values.map((v) => (v === v ? v - mean : 0)), present: values.map((v) => (v === v ? 1 : 0)) };
}

/** Correlation of the overlapping parts for all shifts; -Infinity where too little overlaps or nothing happens there. */
function correlate(f: Centred, g: Centred): Float64Array {
  const square = (v: number): number => v * v;
  const products = crossCorrelation(f.values, g.values);
  const [sumF, squaresF] = [f.values, f.values.map(square)].map((v) => crossCorrelation(v, g.present)) as [
    Float64Array,
    Float64Array,
  ];
  const [sumG, squaresG] = [g.values, g.values.map(square)].map((v) => crossCorrelation(f.present, v)) as [
    Float64Array,
    Float64Array,
  ];
  const overlap = crossCorrelation(f.present, g.present);
  const least = FEWEST_OVERLAP * Math.min(f.values.length, g.values.length);
  const [quietF, quietG] = [f, g].map(
    ({ values }) => QUIET * (values.reduce((sum, v) => sum + v * v, 0) / values.length),
  ) as [number, number];
  return products.map((p, k) => {
    const n = overlap[k]!;
    const varianceF = squaresF[k]! / n - square(sumF[k]! / n);
    const varianceG = squaresG[k]! / n - square(sumG[k]! / n);
    if (n < least || !(varianceF > quietF) || !(varianceG > quietG)) return -Infinity;
    const covariance = p / n - (sumF[k]! / n) * (sumG[k]! / n);
    return Math.max(-1, Math.min(1, covariance / Math.sqrt(varianceF * varianceG)));
  });
}

/** Where the parabola through three neighbours has its top, from the middle one, in grid steps. */
function vertex(left: number | undefined, middle: number, right: number | undefined): number {
  if (left === undefined || right === undefined || !Number.isFinite(left) || !Number.isFinite(right)) return 0;
  const bend = left - 2 * middle + right;
  return bend < 0 ? (0.5 * (left - right)) / bend : 0;
}

/** The highest value beyond the first valleys at both sides of the peak. */
function runnerUp(r: Float64Array, peak: number): number {
  let [left, right] = [peak, peak];
  while (left > 0 && r[left - 1]! <= r[left]!) left--;
  while (right < r.length - 1 && r[right + 1]! <= r[right]!) right++;
  let highest = -1;
  for (let k = 0; k < r.length; k++) if ((k < left || k > right) && r[k]! > highest) highest = r[k]!;
  return highest;
}
