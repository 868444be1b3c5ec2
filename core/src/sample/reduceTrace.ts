import type { Level } from './levels';
import { KEPT, type Mask } from './Mask';

/** Points of a drawn line: at most two per pixel, in order; NaN breaks the line. */
export interface Trace {
  x: Float64Array;
  y: Float64Array;
  /** True when each point is one sample, false when samples were reduced to min and max. */
  everySample: boolean;
}

interface Source {
  /** Increasing where both are present; unit of the x axis. */
  x: Float64Array;
  y: Float64Array;
  /** Min/max levels of y. */
  levels: readonly Level[];
}

/**
 * The kept samples first <= i < last of a channel, reduced to the lowest and highest
 * value per pixel, which hides no spike. A bucket of a level is used where all of its
 * samples are kept; elsewhere the samples themselves are read.
 * @param pixels    width of the drawing
 * @param pureFrom  for each block of 64 samples: 1 when all are kept, see `keptBlocks`
 * @param gap       a step of x longer than this breaks the line (Infinity: never)
 * @param isAnew    whether a step back does so too, since x begins anew there
 */
export function reduceTrace(
  source: Source,
  mask: Mask,
  blocks: Uint8Array,
  first: number,
  last: number,
  pixels: number,
  gap: number,
  isAnew = false,
): Trace {
  const isBroken = (at: number, before: number): boolean => at - before > gap || (isAnew && at < before);
  if (last - first <= 2 * pixels) return everyKeptSample(source, mask, first, last, isBroken);
  const x: number[] = [];
  const y: number[] = [];
  let previousX = NaN;
  for (let p = 0; p < pixels; p++) {
    const from = first + Math.floor(((last - first) * p) / pixels);
    const to = first + Math.floor(((last - first) * (p + 1)) / pixels);
    const range = lowestHighest(source, mask, blocks, from, to);
    const at = source.x[from]!;
    if (isBroken(at, previousX)) {
      x.push(at);
      y.push(NaN);
    }
    previousX = source.x[to - 1]!;
    if (range.present) {
      x.push(at, (at + previousX) / 2);
      // The line passes low and high in the order that the pixel ends favour.
      if (source.y[from]! <= source.y[to - 1]!) y.push(range.lowest, range.highest);
      else y.push(range.highest, range.lowest);
    } else if (range.anySetAside || range.anyMissing) {
      x.push(at);
      y.push(NaN);
    }
  }
  return { x: Float64Array.from(x), y: Float64Array.from(y), everySample: false };
}

/** For each block of 64 samples: 1 when every sample is kept. */
export function keptBlocks(mask: Mask): Uint8Array {
  const blocks = new Uint8Array(Math.ceil(mask.length / 64)).fill(1);
  for (let i = 0; i < mask.length; i++) if (mask[i] !== KEPT) blocks[i >> 6] = 0;
  return blocks;
}

function everyKeptSample(
  source: Source,
  mask: Mask,
  first: number,
  last: number,
  isBroken: (at: number, before: number) => boolean,
): Trace {
  const x: number[] = [];
  const y: number[] = [];
  let broken = false;
  let previousX = NaN;
  for (let i = first; i < last; i++) {
    if (mask[i] !== KEPT || Number.isNaN(source.y[i]!)) {
      broken = true;
      continue;
    }
    const at = source.x[i]!;
    if ((broken && x.length > 0) || isBroken(at, previousX)) {
      x.push(at);
      y.push(NaN);
    }
    broken = false;
    previousX = at;
    x.push(at);
    y.push(source.y[i]!);
  }
  return { x: Float64Array.from(x), y: Float64Array.from(y), everySample: true };
}

function lowestHighest(source: Source, mask: Mask, blocks: Uint8Array, from: number, to: number) {
  const found = { lowest: Infinity, highest: -Infinity, present: false, anySetAside: false, anyMissing: false };
  const take = (low: number, high: number): void => {
    if (low < found.lowest) found.lowest = low;
    if (high > found.highest) found.highest = high;
  };
  let i = from;
  while (i < to) {
    const level = coarsestAt(source.levels, blocks, i, to);
    if (level) {
      const bucket = i / level.size;
      take(level.lowest[bucket]!, level.highest[bucket]!);
      i += level.size;
      continue;
    }
    const v = source.y[i]!;
    if (mask[i] !== KEPT) found.anySetAside = true;
    else if (v !== v) found.anyMissing = true;
    else take(v, v);
    i++;
  }
  found.present = found.lowest !== Infinity;
  if (!found.present) found.anyMissing = true;
  return found;
}

/** The coarsest level with a wholly kept bucket that starts at i and ends by `to`. */
function coarsestAt(levels: readonly Level[], blocks: Uint8Array, i: number, to: number): Level | undefined {
  if (i % 64 !== 0) return undefined;
  for (let l = levels.length - 1; l >= 0; l--) {
    const level = levels[l]!;
    if (i % level.size !== 0 || i + level.size > to) continue;
    let pure = true;
    for (let b = i >> 6; b < (i + level.size) >> 6 && pure; b++) pure = blocks[b] === 1;
    if (pure) return level;
  }
  return undefined;
}
