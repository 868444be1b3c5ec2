import { median } from '../sample';

/** A stretch of a channel, or one sample of a table without time. */
export interface Held {
  mean: number;
  /** Standard deviation of its samples; 0 where it is one sample. */
  scatter: number;
}

/** Where the values at which a channel was held part into levels. */
export interface Separation {
  /** Values between the levels, rising. */
  cuts: number[];
  /** Why there: by hand, by the gaps between the means, or by their scatter where no gap stands out. */
  by: 'hand' | 'gaps' | 'scatter';
  /** The smallest gap between two levels; NaN with one level. */
  between: number;
  /** The largest gap within one; 0 where each stretch is a level of its own. */
  within: number;
}

/** A gap between two levels is at least so many times the largest one within a level. */
const CLEARLY = 3;
/** The gap that scatter alone leaves within a level, in standard deviations of a stretch. */
const WITHIN_SCATTER = 2;
/** Where no level is met twice nothing shows how well it is met: then a gap is at least so many of those. */
const ALONE = 5;

/**
 * Parts what was held into levels: the finest division whose gaps are clearly wider than what is left within the levels
 * and than the scatter of the stretches. Without scatter, as in a table, values that repeat exactly are levels.
 * @param held   at least one, in any order
 * @param given  values at which to part, where somebody chose them
 * The rule is this program's; that gaps in the sorted values part groups is single linkage: R. Sibson, The Computer
 * Journal 16 (1973) 30-34.
 */
export function separateLevels(held: readonly Held[], given?: readonly number[]): Separation {
  const means = held.map((h) => h.mean).sort((a, b) => a - b);
  if (given)
    return separation(
      means,
      [...given].sort((a, b) => a - b),
      'hand',
    );
  const scatter = WITHIN_SCATTER * (median(Float64Array.from(held, (h) => h.scatter)) || 0);
  const gaps = means.slice(1).map((mean, k) => ({ gap: mean - means[k]!, middle: (mean + means[k]!) / 2 }));
  const widest = gaps.filter((g) => g.gap > 0).sort((a, b) => b.gap - a.gap);
  const count = levelsByGaps(
    widest.map((g) => g.gap),
    { scatter, repeats: gaps.length - widest.length },
  );
  if (count > 0) return separation(means, cutsOf(widest.slice(0, count)), 'gaps');
  const apart = CLEARLY * scatter;
  return separation(means, cutsOf(widest.filter((g) => g.gap > apart)), 'scatter');
}

const cutsOf = (gaps: readonly { middle: number }[]): number[] => gaps.map((g) => g.middle).sort((a, b) => a - b);

/** @param gaps  the widest first, none of them 0. @returns how many of them part levels; 0: none stands out */
function levelsByGaps(gaps: readonly number[], { scatter, repeats }: { scatter: number; repeats: number }): number {
  if (scatter === 0 && repeats >= gaps.length + 1) return gaps.length;
  for (let k = gaps.length; k > 0; k--) {
    const next = gaps[k] ?? (repeats > 0 ? 0 : undefined);
    // The last gap of all: what lies within a level is seen nowhere but in the scatter.
    const least = next === undefined ? (scatter > 0 ? ALONE * scatter : Infinity) : CLEARLY * Math.max(next, scatter);
    if (gaps[k - 1]! >= least && least > 0) return k;
  }
  return 0;
}

function separation(sorted: readonly number[], cuts: readonly number[], by: Separation['by']): Separation {
  let [between, within, next] = [Infinity, 0, 0];
  for (let k = 1; k < sorted.length; k++) {
    const gap = sorted[k]! - sorted[k - 1]!;
    const before = next;
    while (next < cuts.length && cuts[next]! <= sorted[k]!) next++;
    if (next > before && cuts[next - 1]! > sorted[k - 1]!) between = Math.min(between, gap);
    else within = Math.max(within, gap);
  }
  return { cuts: [...cuts], by, between: between === Infinity ? NaN : between, within };
}
