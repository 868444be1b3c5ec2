import { AppError, gather, KEPT, needEven, segments, type Channel, type RunState } from '@undameter/core';
import { nameAlong, positionsOf } from './within';

/** Channels over the stretches of a selection, each on even steps. */
export interface EvenStretches {
  /** Of each its channels, the longest stretch first. */
  columns: Float64Array[][];
  spacing: number;
}

const LEAST = 8;
/** Clocks of stretches that differ by more than this share are not averaged together. */
const SAME_CLOCK = 0.01;

/**
 * The stretches without a gap in which all channels are present; those whose clock is another than the longest one's are left out.
 * @param picked  numbers of the samples that count
 * @throws {AppError} TOO_FEW_SAMPLES, UNEVEN_SPACING, NOT_INCREASING
 */
export function evenStretches(
  state: RunState,
  picked: Int32Array,
  channels: readonly Channel[],
  method: string,
): EvenStretches {
  const inside = new Uint16Array(state.samples).fill(1);
  for (const i of picked) inside[i] = KEPT;
  const x = positionsOf(state);
  const along = nameAlong(state);
  // A sum is missing where any of its parts is.
  const all = channels.map((c) => c.values);
  const present = all.length === 1 ? all[0]! : all[0]!.map((_, i) => all.reduce((sum, c) => sum + c[i]!, 0));
  const found = segments(x, present, inside, along, state.gaps).sort((a, b) => b.length - a.length);
  const have = found[0]?.length ?? 0;
  if (have < LEAST) {
    const name = `The longest stretch of "${channels.map((c) => c.name).join('" and "')}"`;
    throw new AppError('TOO_FEW_SAMPLES', { name, have, need: LEAST });
  }
  const even = (samples: Int32Array) =>
    all.map((column) => needEven(gather(column, samples), gather(x, samples), { name: along, method }));
  const longest = even(found[0]!);
  const { spacing } = longest[0]!;
  const others = found
    .slice(1)
    .filter((s) => s.length >= LEAST)
    .map(even)
    .filter(([first]) => Math.abs(first!.spacing / spacing - 1) < SAME_CLOCK);
  return { columns: [longest, ...others].map((stretch) => stretch.map((c) => c.y)), spacing };
}
