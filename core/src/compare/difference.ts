import { AppError } from '../error/AppError';
import type { PointErrors } from '../model/uncertainty/PointErrors';
import { interpolatorThrough } from '../property';

/** A curve given by points. */
export interface Curve {
  x: Float64Array;
  y: Float64Array;
}

/** How far one source of error moves a curve at each of its points: one standard deviation of it, with its sign. */
export interface SharedError {
  source: string;
  /** The scatter of a fitted curve takes several columns, which a budget shows as one. */
  scatterOf?: string;
  column: Float64Array;
}

export interface Reference extends Curve {
  /** Standard uncertainty of each y by what differs from point to point; NaN where it is not known, absent where none is. */
  independent?: Float64Array | undefined;
  /** The same of each x, where it is known. */
  independentX?: Float64Array | undefined;
  /** What the points share, source by source. */
  shared?: readonly PointErrors[] | undefined;
}

/** What is held against the reference, at any x. */
export interface Candidate {
  name: string;
  /** It is not extended beyond these. */
  range: readonly [number, number];
  at(x: Float64Array): Float64Array;
  /** Its errors at x, source by source; absent where nothing is stated. A source of the same name is the same error. */
  shared?: ((x: Float64Array) => SharedError[]) | undefined;
}

export interface Difference {
  /** Points of the reference inside the range of the candidate, and what both have there. */
  x: Float64Array;
  reference: Float64Array;
  candidate: Float64Array;
  /** candidate − reference: the error of the candidate as the reference sees it. */
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
  /** What is known of how sure each difference is; undefined where nothing is. */
  known: KnownErrors | undefined;
  /** The candidate states errors of its own. */
  isCandidateStated: boolean;
}

/** Errors of the differences: each point's own, and what they share. */
export interface KnownErrors {
  /** Numbers of the points of which an uncertainty is known, rising. */
  points: Int32Array;
  /** Of those points. */
  independent: Float64Array;
  shared: SharedError[];
  /** Both together: the validation uncertainty of each of those points. */
  standard: Float64Array;
}

/**
 * Reference against candidate at the points of the reference, which the candidate is brought to and never beyond.
 * @param reference  points in any order, finite
 * @throws {AppError} NO_OVERLAP
 * Source: ASME V&V 20-2009, section 1-5 (from memory): E = S − D, u_val² = u_D² + u_input² + u_num², point by point; an error
 * that both sides share counts once, with its signs.
 */
export function difference(reference: Reference, candidate: Candidate, referenceName: string): Difference {
  const [low, high] = candidate.range;
  const inside = [...reference.x.keys()].filter((i) => reference.x[i]! >= low && reference.x[i]! <= high);
  const values = candidate.at(Float64Array.from(inside, (i) => reference.x[i]!));
  const kept = [...inside.keys()].filter(
    (k) => Number.isFinite(values[k]!) && Number.isFinite(reference.y[inside[k]!]!),
  );
  if (kept.length === 0) throw new AppError('NO_OVERLAP', { reference: referenceName, candidate: candidate.name });
  const n = kept.length;
  const take = (column: Float64Array): Float64Array => Float64Array.from(kept, (k) => column[inside[k]!]!);
  const parts = {
    x: take(reference.x),
    reference: take(reference.y),
    candidate: Float64Array.from(kept, (k) => values[k]!),
  };
  const d = parts.candidate.map((v, i) => v - parts.reference[i]!);
  const at = d.reduce((best, v, i) => (Math.abs(v) >= Math.abs(d[best]!) ? i : best), 0);
  const rms = Math.sqrt(d.reduce((s, v) => s + v * v, 0) / n);
  const [lowest, highest] = endsOf(parts.reference);
  return {
    ...parts,
    difference: d,
    outside: reference.x.length - n,
    mean: d.reduce((s, v) => s + v, 0) / n,
    meanSize: d.reduce((s, v) => s + Math.abs(v), 0) / n,
    rms,
    largest: d[at]!,
    largestAt: parts.x[at]!,
    scaled: highest > lowest ? rms / (highest - lowest) : NaN,
    correlation: correlationOf(parts.reference, parts.candidate),
    known: knownErrors(reference, candidate, parts.x, take),
    isCandidateStated: candidate.shared !== undefined,
  };
}

function knownErrors(
  reference: Reference,
  candidate: Candidate,
  x: Float64Array,
  take: (column: Float64Array) => Float64Array,
): KnownErrors | undefined {
  const alongX = reference.independentX && take(reference.independentX).map((u, i) => u * slopeAt(candidate, x[i]!));
  const independent =
    reference.independent && take(reference.independent).map((u, i) => Math.hypot(u, alongX?.[i] || 0));
  const ofCandidate = candidate.shared?.(x) ?? [];
  if (!independent && !reference.shared?.length && ofCandidate.length === 0) return undefined;
  const columns = new Map<string, Float64Array>();
  const scatters = new Map(ofCandidate.map(({ source, scatterOf }) => [source, scatterOf]));
  const add = (source: string, column: Float64Array, sign: 1 | -1): void => {
    const sum = columns.get(source) ?? new Float64Array(x.length);
    columns.set(
      source,
      sum.map((v, i) => v + sign * column[i]!),
    );
  };
  for (const { source, column } of ofCandidate) add(source, column, 1);
  for (const { source, x: alongX, y } of reference.shared ?? []) {
    if (y) add(source, take(y), -1);
    // A reference that stands too far right is compared with the candidate there.
    if (alongX)
      add(
        source,
        take(alongX).map((e, i) => e * slopeAt(candidate, x[i]!)),
        1,
      );
  }
  const points = Int32Array.from(x, (_, i) => i).filter((i) => !independent || Number.isFinite(independent[i]!));
  const pick = (column: Float64Array): Float64Array => Float64Array.from(points, (i) => column[i]!);
  const own = independent ? pick(independent) : new Float64Array(points.length);
  const shared = [...columns].map(([source, column]): SharedError => {
    const scatterOf = scatters.get(source);
    return { source, column: pick(column), ...(scatterOf === undefined ? {} : { scatterOf }) };
  });
  const standard = own.map((u, i) => Math.hypot(u, ...shared.map((s) => s.column[i]!)));
  return { points, independent: own, shared, standard };
}

function slopeAt({ range: [low, high], at }: Candidate, x: number): number {
  const h = 1e-4 * (high - low);
  const [from, to] = [Math.max(low, x - h), Math.min(high, x + h)];
  const [a, b] = at(Float64Array.of(from, to));
  return to > from ? (b! - a!) / (to - from) : 0;
}

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
