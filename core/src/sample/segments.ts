import { AppError } from '../error/AppError';
import { KEPT, type Mask } from './Mask';
import { median } from './median';

/** Longer than this many median sampling intervals is a gap. */
export const GAP_FACTOR = 4;

/**
 * The stretches between gaps: sample numbers of the usable samples (kept, and
 * present in both columns), in order. A gap is a time step longer than
 * GAP_FACTOR median steps of the whole run, so a few samples set aside do not
 * cut a stretch in two, but nothing is joined across a pause of the logger.
 * @param x  channel along which the run is ordered, length n
 * @param y  channel to be worked on, length n
 * @param marked  samples before which a gap was marked by hand
 * @throws {AppError} NOT_INCREASING when x repeats or steps back among usable samples
 */
export function segments(
  x: Float64Array,
  y: Float64Array,
  mask: Mask,
  xName: string,
  marked?: ReadonlySet<number>,
): Int32Array[] {
  const usable = new Int32Array(x.length);
  let count = 0;
  // What is neither infinite nor missing differs from itself by 0.
  for (let i = 0; i < x.length; i++)
    if (mask[i] === KEPT && x[i]! - x[i]! === 0 && y[i]! - y[i]! === 0) usable[count++] = i;
  let [shortest, longest] = [Infinity, 0];
  for (let k = 1; k < count; k++) {
    const step = x[usable[k]!]! - x[usable[k - 1]!]!;
    if (!(step > 0))
      throw new AppError('NOT_INCREASING', {
        name: xName,
        index: usable[k]!,
        before: x[usable[k - 1]!]!,
        after: x[usable[k]!]!,
      });
    if (step < shortest) shortest = step;
    if (step > longest) longest = step;
  }
  // The median is not below the shortest, so mostly it need not be known.
  if (count > 0 && longest <= GAP_FACTOR * shortest && !marked?.size) return [usable.subarray(0, count)];
  return cut(usable.subarray(0, count), x, marked);
}

function cut(usable: Int32Array, x: Float64Array, marked: ReadonlySet<number> | undefined): Int32Array[] {
  const count = usable.length;
  const steps = new Float64Array(Math.max(0, count - 1));
  for (let k = 1; k < count; k++) steps[k - 1] = x[usable[k]!]! - x[usable[k - 1]!]!;
  const limit = GAP_FACTOR * median(steps);
  const found: Int32Array[] = [];
  let start = 0;
  for (let k = 1; k <= count; k++)
    if (k === count || steps[k - 1]! > limit || isMarked(marked, usable[k - 1]!, usable[k]!)) {
      found.push(usable.slice(start, k));
      start = k;
    }
  return found;
}

/** Whether a gap was marked anywhere between two neighbours. */
function isMarked(marked: ReadonlySet<number> | undefined, before: number, after: number): boolean {
  if (!marked?.size) return false;
  for (let i = before + 1; i <= after; i++) if (marked.has(i)) return true;
  return false;
}

/** The other way of `gather`: puts values to these sample numbers of a column. */
export function scatter(values: Float64Array, samples: Int32Array, out: Float64Array): void {
  if (areNeighbours(samples)) out.set(values, samples[0] ?? 0);
  else for (let k = 0; k < samples.length; k++) out[samples[k]!] = values[k]!;
}

const areNeighbours = (rising: Int32Array): boolean => (rising.at(-1) ?? -1) - (rising[0] ?? 0) === rising.length - 1;

/**
 * The values at these sample numbers, rising. Neighbours are not copied: what is returned is to be read only.
 */
export function gather(values: Float64Array, samples: Int32Array): Float64Array {
  if (areNeighbours(samples)) return values.subarray(samples[0] ?? 0, (samples.at(-1) ?? -1) + 1);
  const out = new Float64Array(samples.length);
  for (let k = 0; k < samples.length; k++) out[k] = values[samples[k]!]!;
  return out;
}
