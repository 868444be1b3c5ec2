import type { RunState } from '../procedure/RunState';
import { calmFlags, cutApproach, cutSettling, splitAtJumps } from '../signal';
import { askedByScatter, watchedParts, type SteadyLimit } from './limits/steady';

/** What one limit of a watched channel lets through by itself. */
export interface LetThrough {
  symbol: string;
  of: 'deviation' | 'slope';
  /** 1 for each sample of the run that it lets through, else 0. */
  flags: Uint8Array;
}

/** Where a calm stretch was divided: before and behind it the level is another. */
export interface JumpPlace {
  /** Number of the first sample behind it. */
  sample: number;
  symbol: string;
  /** Means on either side, unit of the channel. */
  before: number;
  after: number;
}

/** How a stretch came to its level. */
export interface SettlingPlace {
  /** Number of its first sample, before anything of it was cut off. */
  sample: number;
  /** The slowest of the watched channels, and its time constant, in the unit along the run. */
  symbol: string;
  constant: number;
}

export interface SteadyReport {
  limits: LetThrough[];
  /** What all of them leave, with the jumps and the settling cut. */
  flags: Uint8Array;
  jumps: JumpPlace[];
  settlings: SettlingPlace[];
  /** The same channels with limits as wide as the scatter of the run asks, in the units of the limit. */
  proposed: SteadyLimit['steady'];
}

/**
 * Why a run is steady where it is: what each limit lets through alone, where levels jump, and how they were come to.
 * @throws {AppError} as the limit
 */
export function reportSteady(state: RunState, limit: SteadyLimit): SteadyReport {
  const symbols = limit.steady.map((w) => w.symbol);
  const { parts, lasting, settling, constants } = watchedParts(state, limit);
  const limits = limit.steady.flatMap(({ symbol, deviation, slope }, channel) =>
    (['deviation', 'slope'] as const)
      .filter((of) => (of === 'deviation' ? deviation : slope) !== null)
      .map((of) => ({ symbol, of, channel, flags: new Uint8Array(state.samples) })),
  );
  const flags = new Uint8Array(state.samples);
  const jumps: JumpPlace[] = [];
  const settlings: SettlingPlace[] = [];
  for (const { samples, x, watched } of parts) {
    for (const one of limits) {
      const { values, [one.of]: value } = watched[one.channel]!;
      const alone = { values, deviation: Infinity, slope: Infinity, [one.of]: value };
      calmFlags(x, [alone], lasting).forEach((f, k) => (one.flags[samples[k]!] = f));
    }
    const steady = calmFlags(x, watched, lasting);
    for (const { at, channel, before, after } of splitAtJumps(x, watched, steady, lasting))
      jumps.push({ sample: samples[at]!, symbol: symbols[channel]!, before, after });
    cutSettling(x, steady, settling);
    const columns = watched.map((w) => w.values);
    // Told also where nothing is cut by them.
    for (const { first, channel, constant } of cutApproach(x, columns, steady, constants))
      settlings.push({ sample: samples[first]!, symbol: symbols[channel]!, constant });
    steady.forEach((f, k) => (flags[samples[k]!] = f));
  }
  return {
    limits: limits.map(({ symbol, of, flags: alone }) => ({ symbol, of, flags: alone })),
    flags,
    jumps,
    settlings,
    proposed: askedByScatter(state, limit),
  };
}
