/** Samples per bucket on each level of a channel's min/max levels. */
export const LEVEL_SIZES = [64, 512, 4096, 32768] as const;

/** Lowest and highest value of each bucket of a level; NaN where all are missing. */
export interface Level {
  size: number;
  lowest: Float64Array;
  highest: Float64Array;
}

/**
 * Min/max levels of a channel: 64, 512, 4096 and 32,768 samples a bucket, so that any
 * window can be drawn faithfully from a few thousand numbers.
 * @param values  length n; missing (NaN) values are passed over
 */
export function buildLevels(values: Float64Array): Level[] {
  const levels: Level[] = [];
  let below: Level = { size: 1, lowest: values, highest: values };
  for (const size of LEVEL_SIZES) {
    below = coarser(below, size, Math.ceil(values.length / size));
    levels.push(below);
  }
  return levels;
}

function coarser(below: Level, size: number, buckets: number): Level {
  const ratio = size / below.size;
  const lowest = new Float64Array(buckets);
  const highest = new Float64Array(buckets);
  for (let b = 0; b < buckets; b++) {
    let low = Infinity;
    let high = -Infinity;
    const end = Math.min(below.lowest.length, (b + 1) * ratio);
    for (let i = b * ratio; i < end; i++) {
      // Comparisons with NaN are false, which passes missing values over.
      if (below.lowest[i]! < low) low = below.lowest[i]!;
      if (below.highest[i]! > high) high = below.highest[i]!;
    }
    lowest[b] = low === Infinity ? NaN : low;
    highest[b] = high === -Infinity ? NaN : high;
  }
  return { size, lowest, highest };
}

/**
 * The levels of a channel from those of its blocks, in order; all blocks but the last are
 * whole buckets of the coarsest level.
 */
export const joinLevels = (blocks: readonly (readonly Level[])[]): Level[] =>
  LEVEL_SIZES.map((size, l) => ({
    size,
    lowest: concatenated(blocks.map((b) => b[l]!.lowest)),
    highest: concatenated(blocks.map((b) => b[l]!.highest)),
  }));

function concatenated(parts: readonly Float64Array[]): Float64Array {
  const all = new Float64Array(parts.reduce((sum, p) => sum + p.length, 0));
  let at = 0;
  for (const part of parts) {
    all.set(part, at);
    at += part.length;
  }
  return all;
}
