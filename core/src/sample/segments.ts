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
  for (let i = 0; i < x.length; i++)
    if (mask[i] === KEPT && Number.isFinite(x[i]!) && Number.isFinite(y[i]!)) usable[count++] = i;
  const steps = new Float64Array(Math.max(0, count - 1));
  for (let k = 1; k < count; k++) {
    const before = x[usable[k - 1]!]!;
    const after = x[usable[k]!]!;
    if (!(after > before)) throw new AppError('NOT_INCREASING', { name: xName, index: usable[k]!, before, after });
    steps[k - 1] = after - before;
  }
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

/** The values at these sample numbers, as a new column. */
export function gather(values: Float64Array, samples: Int32Array): Float64Array {
  const out = new Float64Array(samples.length);
  for (let k = 0; k < samples.length; k++) out[k] = values[samples[k]!]!;
  return out;
}
