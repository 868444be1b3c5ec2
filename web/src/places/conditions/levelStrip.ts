/** The strip of the values at which a channel was held: how many stretches stand where, and where its levels part. */

const BARS = 56;
/** Room beyond the lowest and the highest, as a share of the range. */
const ROOM = 0.04;
/** A key moves a cut by this share of what is shown. */
const NUDGE = 1 / 200;

export interface Strip {
  low: number;
  high: number;
  /** Stretches in each of equal parts from low to high. */
  counts: number[];
}

/** @param means  at least one, in any order */
export function stripOf(means: readonly number[]): Strip {
  const [least, most] = [Math.min(...means), Math.max(...means)];
  const room = ROOM * (most - least) || Math.abs(most) * ROOM || 1;
  const [low, high] = [least - room, most + room];
  const counts = new Array<number>(BARS).fill(0);
  for (const mean of means) counts[Math.min(BARS - 1, Math.floor(((mean - low) / (high - low)) * BARS))]!++;
  return { low, high, counts };
}

/** Where a value stands, as a share of the strip. */
export const shareOf = ({ low, high }: Strip, value: number): number => (value - low) / (high - low);

/** The value at a share of the strip, within it, with no more digits than can be seen. */
export function valueAt({ low, high }: Strip, share: number): number {
  const within = Math.min(1, Math.max(0, share));
  const place = 10 ** Math.floor(Math.log10((high - low) / 500));
  return Number((Math.round((low + within * (high - low)) / place) * place).toPrecision(12));
}

/** Cuts with one of them elsewhere, in order. */
export const movedCut = (cuts: readonly number[], k: number, to: number): number[] =>
  cuts.map((cut, i) => (i === k ? to : cut)).sort((a, b) => a - b);

/** What a key does to a cut; undefined: nothing. */
export function cutsByKey(strip: Strip, cuts: readonly number[], k: number, key: string): number[] | undefined {
  const step = { ArrowLeft: -NUDGE, ArrowRight: NUDGE, PageDown: -10 * NUDGE, PageUp: 10 * NUDGE }[key];
  if (step !== undefined) return movedCut(cuts, k, valueAt(strip, shareOf(strip, cuts[k]!) + step));
  return key === 'Delete' || key === 'Backspace' ? cuts.filter((_, i) => i !== k) : undefined;
}

/** Cuts with one more: in the middle of the widest gap between means that has none. @returns undefined: there is none */
export function furtherCut(means: readonly number[], cuts: readonly number[]): number[] | undefined {
  const gaps = means
    .slice(1)
    .map((mean, k) => ({ from: means[k]!, to: mean }))
    .filter(({ from, to }) => to > from && !cuts.some((cut) => cut > from && cut <= to))
    .sort((a, b) => b.to - b.from - (a.to - a.from));
  const widest = gaps[0];
  return widest && [...cuts, (widest.from + widest.to) / 2].sort((a, b) => a - b);
}
