import { AppError } from '../error/AppError';
import { interpolatorThrough } from '../property';

/** A curve given by points. */
export interface Curve {
  x: Float64Array;
  y: Float64Array;
}

export interface Reference extends Curve {
  /** Standard uncertainty of each y; absent where none is known. */
  uncertainty?: Float64Array | undefined;
}

/** What is held against the reference, at any x. */
export interface Candidate {
  name: string;
  /** It is not extended beyond these. */
  range: readonly [number, number];
  at(x: Float64Array): Float64Array;
  /** Standard uncertainty at x; absent where none is known. */
  uncertainty?: ((x: Float64Array) => Float64Array) | undefined;
}

export interface Difference {
  /** Points of the reference inside the range of the candidate, and what both have there. */
  x: Float64Array;
  reference: Float64Array;
  candidate: Float64Array;
  /** reference − candidate. */
  difference: Float64Array;
  /** Points outside it, which are not compared. */
  outside: number;
  mean: number;
  meanSize: number;
  rms: number;
  /** Largest by size, with its sign, and where it stands. */
  largest: number;
  largestAt: number;
  /** rms over the range of the reference; NaN where it does not vary. */
  scaled: number;
  /** Pearson's; NaN where one of them does not vary. */
  correlation: number;
  /** Share of points that lie within twice the combined standard uncertainty; NaN where none is known. */
  within: number;
  /** Comparison error E, candidate − reference on average, and the validation uncertainty u_val. */
  e: number;
  uVal: number;
}

/**
 * Reference against candidate at the points of the reference, which the candidate is brought to and never beyond.
 * u_val is the root of the sum of squares of what is known of either side, each as the rms over the points: an error
 * that all points share does not shrink by their number.
 * @param reference  points in any order, finite
 * @throws {AppError} NO_OVERLAP
 * Source: ASME V&V 20-2009, section 1-5 (from memory): E = S − D, u_val² = u_D² + u_input² + u_num².
 */
export function difference(reference: Reference, candidate: Candidate, referenceName: string): Difference {
  const [low, high] = candidate.range;
  const inside = [...reference.x.keys()].filter((i) => reference.x[i]! >= low && reference.x[i]! <= high);
  const take = (column: Float64Array): Float64Array => Float64Array.from(inside, (i) => column[i]!);
  const [x, y] = [take(reference.x), take(reference.y)];
  const values = candidate.at(x);
  const kept = [...x.keys()].filter((i) => Number.isFinite(values[i]!) && Number.isFinite(y[i]!));
  if (kept.length === 0) throw new AppError('NO_OVERLAP', { reference: referenceName, candidate: candidate.name });
  const n = kept.length;
  const again = (column: Float64Array): Float64Array => Float64Array.from(kept, (i) => column[i]!);
  const parts = { x: again(x), reference: again(y), candidate: again(values) };
  const d = parts.reference.map((v, i) => v - parts.candidate[i]!);
  const mean = d.reduce((s, v) => s + v, 0) / n;
  const rms = Math.sqrt(d.reduce((s, v) => s + v * v, 0) / n);
  const at = d.reduce((best, v, i) => (Math.abs(v) >= Math.abs(d[best]!) ? i : best), 0);
  const ofReference = reference.uncertainty && again(take(reference.uncertainty));
  const ofCandidate = candidate.uncertainty?.(parts.x);
  const combined = ofReference || ofCandidate ? d.map((_, i) => Math.hypot(ofReference?.[i] ?? 0, ofCandidate?.[i] ?? 0)) : undefined;
  const [lowest, highest] = endsOf(parts.reference);
  return {
    ...parts,
    difference: d,
    outside: reference.x.length - n,
    mean,
    meanSize: d.reduce((s, v) => s + Math.abs(v), 0) / n,
    rms,
    largest: d[at]!,
    largestAt: parts.x[at]!,
    scaled: highest > lowest ? rms / (highest - lowest) : NaN,
    correlation: correlationOf(parts.reference, parts.candidate),
    within: combined ? d.filter((v, i) => Math.abs(v) <= 2 * combined[i]!).length / n : NaN,
    e: -mean,
    uVal: combined ? Math.sqrt(combined.reduce((s, v) => s + v * v, 0) / n) : NaN,
  };
} // prettier-ignore

/**
 * A candidate given by points, in any order; repeated x are averaged.
 * @param method  between its points, one of interpolationMethods
 * @throws {AppError} TOO_FEW_SAMPLES with fewer than 2 points
 */
export function candidateThrough(curve: Curve, method: string, name: string): Candidate {
  const sorted = sortedCurve(curve);
  if (sorted.x.length < 2) throw new AppError('TOO_FEW_SAMPLES', { name: `"${name}"`, have: sorted.x.length, need: 2 });
  const through = interpolatorThrough(sorted.x, sorted.y, method, 'refuse');
  return { name, range: [sorted.x[0]!, sorted.x.at(-1)!], at: (x) => through.at(x).values };
}

/** A curve in rising x, with the y of repeated x averaged. */
export function sortedCurve(curve: Curve): Curve {
  const order = Array.from(curve.x, (_, i) => i)
    .filter((i) => Number.isFinite(curve.x[i]!) && Number.isFinite(curve.y[i]!))
    .sort((a, b) => curve.x[a]! - curve.x[b]!);
  const x: number[] = [];
  const y: number[] = [];
  let repeats = 1;
  for (const i of order) {
    if (x.at(-1) === curve.x[i]) {
      repeats++;
      y[y.length - 1] = y.at(-1)! + (curve.y[i]! - y.at(-1)!) / repeats;
    } else {
      repeats = 1;
      x.push(curve.x[i]!);
      y.push(curve.y[i]!);
    }
  }
  return { x: Float64Array.from(x), y: Float64Array.from(y) };
}

function endsOf(values: Float64Array): [number, number] {
  let [low, high] = [Infinity, -Infinity];
  for (const v of values) [low, high] = [Math.min(low, v), Math.max(high, v)];
  return [low, high];
}

function correlationOf(a: Float64Array, b: Float64Array): number {
  const [p, q] = [a, b].map((c) => c.reduce((s, v) => s + v, 0) / c.length) as [number, number];
  let [ab, aa, bb] = [0, 0, 0];
  for (let i = 0; i < a.length; i++) {
    const [u, v] = [a[i]! - p, b[i]! - q];
    ab += u * v;
    aa += u * u;
    bb += v * v;
  }
  return ab / Math.sqrt(aa * bb);
}
