import type { SampleSpread, SpreadOf } from '../sample';
import { productAtLag } from './statistics/dependence';

/** Weights below this share of the largest do not count. */
const LEAST = 1e-6;
/** So many products at most to find out how the ends of a column are treated. */
const MOST_PRODUCTS = 3e7;
/** The middle of a column of this length tells how it is treated away from its ends. */
const MIDDLE = 4001;

type Work = (y: Float64Array, x: Float64Array) => Float64Array;

/**
 * How a linear operation spreads the samples of a column: from impulses in its middle, which stand for all but those near the
 * ends, and from one impulse for each of those.
 * @param work  (y, x) to a column of the same length
 * @param x     positions, length n
 * @returns  undefined where the operation reaches so far that finding out would take too long
 */
export function spreadOfSamples(work: Work, x: Float64Array): SpreadOf | undefined {
  const n = x.length;
  const length = Math.min(MIDDLE, n);
  const start = (n - length) >> 1;
  const centre = length >> 1;
  const middle = impulse(work, x.subarray(start, start + length), centre);
  if (!middle) return undefined;
  const reach = Math.max(centre - middle.from, middle.from + middle.weights.length - 1 - centre) + 1;
  const near = 2 * reach;
  const slice = Math.min(n, 2 * near + 2 * reach);
  const isShort = n <= 2 * slice;
  if ((isShort ? n * n : 2 * near * slice) > MOST_PRODUCTS) return undefined;
  if (isShort) return remembered((m) => impulse(work, x, m));
  const head = remembered((m) => impulse(work, x.subarray(0, slice), m));
  const tail = remembered((m) => shifted(impulse(work, x.subarray(n - slice), m - (n - slice)), n - slice));
  return (m) => (m < near ? head(m) : m >= n - near ? tail(m) : shifted(middle, m - centre));
}

function impulse(work: Work, x: Float64Array, at: number): SampleSpread | undefined {
  const y = new Float64Array(x.length);
  y[at] = 1;
  const out = work(y, x);
  const largest = out.reduce((most, v) => Math.max(most, Math.abs(v) || 0), 0);
  const counts = (v: number): boolean => Math.abs(v) > LEAST * largest;
  const from = out.findIndex(counts);
  return from < 0 ? undefined : { from, weights: out.slice(from, out.findLastIndex(counts) + 1) };
}

const shifted = (spread: SampleSpread | undefined, by: number): SampleSpread | undefined =>
  spread && { from: spread.from + by, weights: spread.weights };

function remembered(make: SpreadOf): SpreadOf {
  const known = new Map<number, SampleSpread | undefined>();
  return (m) => {
    if (!known.has(m)) known.set(m, make(m));
    return known.get(m);
  };
}

/** One operation after another. */
export const inSeries =
  (first: SpreadOf, second: SpreadOf): SpreadOf =>
  (m) => {
    const inner = first(m);
    if (!inner) return undefined;
    const parts = Array.from(inner.weights, (w, i) => ({ w, spread: second(inner.from + i) })).filter((p) => p.spread);
    if (parts.length === 0) return undefined;
    const from = Math.min(...parts.map((p) => p.spread!.from));
    const end = Math.max(...parts.map((p) => p.spread!.from + p.spread!.weights.length));
    const weights = new Float64Array(end - from);
    for (const { w, spread } of parts) spread!.weights.forEach((v, j) => (weights[spread!.from - from + j]! += w * v));
    return { from, weights };
  };

/** An operation on stretches of a column, each by itself. @param stretches  numbers of their samples, rising */
export function overStretches(work: Work, x: Float64Array, stretches: readonly Int32Array[]): SpreadOf | undefined {
  const each = stretches.map((samples) => ({
    samples,
    of: spreadOfSamples(
      work,
      Float64Array.from(samples, (i) => x[i]!),
    ),
  }));
  if (!each.every(({ of }) => of)) return undefined;
  const places = new Map<number, { stretch: (typeof each)[number]; at: number }>();
  for (const stretch of each) stretch.samples.forEach((sample, at) => places.set(sample, { stretch, at }));
  return (m) => {
    const place = places.get(m);
    const spread = place?.stretch.of!(place.at);
    if (!place || !spread) return undefined;
    const { samples } = place.stretch;
    const [first, last] = [samples[spread.from]!, samples[spread.from + spread.weights.length - 1]!];
    if (last - first === spread.weights.length - 1) return { from: first, weights: spread.weights };
    // A sample that is missing inside of a stretch leaves a hole.
    const weights = new Float64Array(last - first + 1);
    spread.weights.forEach((w, j) => (weights[samples[spread.from + j]! - first] = w));
    return { from: first, weights };
  };
}

/**
 * Correlations by lag of what comes out when noise goes through weights, r₀ = 1, up to the lag from which none is left.
 * @param rho  correlation of neighbours of the noise that goes in, a first-order process, 0 <= ρ < 1; 0: independent
 * Source: the filter theorem for stationary noise, e.g. A. Papoulis, Probability, Random Variables, and Stochastic Processes,
 * section 10-2: the autocorrelation of the output is that of the input, convolved with that of the weights.
 */
export function correlationsThrough(weights: Float64Array, rho = 0): { correlations: Float64Array; variance: number } {
  const own = Float64Array.from(weights, (_, lag) => productAtLag(weights, lag));
  const out = rho > 0 ? convolvedWithPowers(own, rho) : own;
  return { correlations: out.map((v) => v / out[0]!), variance: out[0]! };
}

/** Σ_j own(|j|)·ρ^|k − j| for k >= 0: one pass up and one down, each keeping a share of what came before. */
function convolvedWithPowers(own: Float64Array, rho: number): Float64Array {
  const half = own.length + Math.ceil(Math.log(LEAST) / Math.log(rho));
  const at = (k: number): number => own[Math.abs(k)] ?? 0;
  const out = new Float64Array(half);
  let up = 0;
  for (let k = 1 - half; k < half; k++) {
    up = at(k) + rho * up;
    if (k >= 0) out[k] = up;
  }
  let down = 0;
  for (let k = half - 1; k >= 0; k--) {
    out[k] = out[k]! + rho * down;
    down = at(k) + rho * down;
  }
  return out;
}
