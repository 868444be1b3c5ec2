import { median } from '../sample';

/** What the samples of a channel tell about its sensor and its input. */
export interface Soundness {
  present: number;
  missing: number;
  /** Every present sample has one value. */
  stuck: boolean;
  /** The extreme value that an input gives when it can give no more. */
  rail: { value: number; count: number; first: number } | undefined;
  /** Single samples far off their neighbours. */
  spikes: { count: number; first: number };
  /** Step of the numbers, where they are multiples of one; undefined where there is none to see. */
  resolution: number | undefined;
}

const MAD_TO_SIGMA = 1.4826;
/** A spike lies so many robust standard deviations off the median of its neighbours. */
const SPIKE_SIGMAS = 10;
/** So many samples at the extreme, in a row or far from all others, are no chance. */
const RAIL_ROW = 6;
const RAIL_REPEATS = 3;
const MOST_FOR_RESOLUTION = 20_000;

/**
 * Judges a channel by its samples alone.
 * @param values  length n, may hold missing values; places are sample numbers from 0, −1 for none
 * Spikes: the Hampel identifier with a window of five (L. Davies and U. Gather, J. Am. Stat.
 * Assoc. 88, 1993), its scale taken over the whole channel. Rails and resolution: common practice.
 */
export function soundnessOf(values: Float64Array): Soundness {
  const places: number[] = [];
  for (let i = 0; i < values.length; i++) if (values[i] === values[i]) places.push(i);
  const present = Float64Array.from(places, (i) => values[i]!);
  const first = present[0];
  const stuck = present.length > 1 && present.every((v) => v === first);
  const deviations = stuck ? new Float64Array(0) : offNeighbours(present);
  const scale = median(deviations.map(Math.abs)) * MAD_TO_SIGMA;
  return {
    present: present.length,
    missing: values.length - present.length,
    stuck,
    rail: stuck ? undefined : railOf(present, places, scale),
    spikes: spikesOf(deviations, scale, places),
    resolution: stuck ? undefined : resolutionOf(present),
  };
}

/** Each sample less the median of it and its four neighbours. */
function offNeighbours(values: Float64Array): Float64Array {
  const out = new Float64Array(values.length);
  for (let i = 2; i < values.length - 2; i++)
    out[i] = values[i]! - medianOfFive(values[i - 2]!, values[i - 1]!, values[i]!, values[i + 1]!, values[i + 2]!);
  return out;
}

/** Without sorting: the middle of e and the two that the lower and the upper of the pairs leave in the middle. */
function medianOfFive(a: number, b: number, c: number, d: number, e: number): number {
  const f = Math.max(Math.min(a, b), Math.min(c, d));
  const g = Math.min(Math.max(a, b), Math.max(c, d));
  return Math.max(Math.min(e, f), Math.min(Math.max(e, f), g));
}

function spikesOf(deviations: Float64Array, scale: number, places: readonly number[]): Soundness['spikes'] {
  // A channel that mostly repeats its neighbours has no scatter to judge by.
  if (!(scale > 0)) return { count: 0, first: -1 };
  let count = 0;
  let first = -1;
  deviations.forEach((d, k) => {
    if (Math.abs(d) <= SPIKE_SIGMAS * scale) return;
    count++;
    if (first < 0) first = places[k]!;
  });
  return { count, first };
}

/** Samples at the highest or lowest value, when they stand there in a row or far off all others. */
function railOf(values: Float64Array, places: readonly number[], scale: number): Soundness['rail'] {
  for (const side of [1, -1]) {
    let extreme = -Infinity;
    let next = -Infinity;
    for (const v of values) {
      const height = side * v;
      if (height > extreme) {
        next = extreme;
        extreme = height;
      } else if (height < extreme && height > next) next = height;
    }
    const at = places.filter((_, k) => side * values[k]! === extreme);
    const far = at.length >= RAIL_REPEATS && scale > 0 && extreme - next > SPIKE_SIGMAS * scale;
    // Numbers of few steps stand still at their top too; only fine ones show a clipped one.
    const clipped = scale > 0 && longestRow(at) >= RAIL_ROW && extreme - next < scale;
    // At zero a rig stands still; that is rest, no rail.
    if (extreme !== 0 && (far || clipped)) return { value: side * extreme, count: at.length, first: at[0]! };
  }
  return undefined;
}

function longestRow(places: readonly number[]): number {
  let longest = 0;
  let row = 0;
  places.forEach((p, k) => {
    row = k > 0 && p === places[k - 1]! + 1 ? row + 1 : 1;
    longest = Math.max(longest, row);
  });
  return longest;
}

function resolutionOf(values: Float64Array): number | undefined {
  const stride = Math.max(1, Math.floor(values.length / MOST_FOR_RESOLUTION));
  const distinct = [...new Set(values.filter((_, i) => i % stride === 0))].sort((a, b) => a - b);
  if (distinct.length < 3) return undefined;
  const steps = distinct.slice(1).map((v, i) => v - distinct[i]!);
  const smallest = Math.min(...steps);
  const size = Math.max(Math.abs(distinct[0]!), Math.abs(distinct.at(-1)!));
  // Differences of decimal numbers are off by their rounding, which must not be taken for a step.
  if (smallest < size * 1e-12) return undefined;
  const multiples = steps.filter((s) => Math.abs(s / smallest - Math.round(s / smallest)) < 0.01);
  return multiples.length >= 0.98 * steps.length ? Number(smallest.toPrecision(6)) : undefined;
}
