import { numberChannelOf } from '../procedure/stepTools';
import type { RunState } from '../procedure/RunState';
import { errorsOf, GAP_FACTOR, isRandomSource, type Channel } from '../sample';
import { driftOf, standardErrorOfMean, type Drift } from '../signal';
import { usualStep } from './usualStep';

/** A channel over one operating point. */
export interface PointValue {
  symbol: string;
  mean: number;
  standardDeviation: number;
  /** Of the mean, by the scatter of the samples, with their dependence on each other allowed for; NaN with one sample. */
  standardError: number;
  /** By what is declared of the sensors, carried to here; 0 where nothing is. */
  systematic: number;
  /** What each source of the systematic part does to the mean, with its sign. */
  effects: ReadonlyMap<string, number>;
  /** Both together: the standard uncertainty of the mean; NaN with one sample, whose scatter nobody knows. */
  uncertainty: number;
  /** Samples that are present, and how many independent ones they are worth. */
  count: number;
  worth: number;
  /** The stretch is too short for its correlation time: its scatter does not show how far its mean may be off. */
  isShort: boolean;
}

/** One stretch of a condition, reduced. */
export interface OperatingPoint {
  /** Sample numbers of its first and last sample, from 0. */
  first: number;
  last: number;
  /** Range of the channel along which the run is ordered; of the sample number where there is none. */
  from: number;
  to: number;
  samples: number;
  /** Their numbers, rising. */
  members: Int32Array;
  values: PointValue[];
}

/**
 * The stretches of a condition, each reduced to means. A stretch ends where the samples of the
 * condition pause for longer than GAP_FACTOR sampling intervals of the run.
 * @param picked   sample numbers of the condition, rising
 * @param symbols  channels to reduce, none of words
 * @param fewest   stretches with fewer samples are left out
 * @throws {AppError} CHANNEL_UNKNOWN, CHANNEL_IS_CATEGORY
 * Source of the combination: JCGM 100:2008 (GUM) 4.2.3 and 5.1.2: the scatter of the mean and what
 * is the same for all samples are independent, so their squares add up.
 */
export function operatingPoints(
  state: RunState,
  picked: Int32Array,
  symbols: readonly string[],
  fewest = 2,
): OperatingPoint[] {
  const channels = symbols.map((s) => numberChannelOf(state, s));
  const at = placeOf(state);
  return stretchesOf(state, picked)
    .filter((s) => s.length >= fewest)
    .map((samples) => {
      const [first, last] = [samples[0]!, samples[samples.length - 1]!];
      const values = channels.map((c) => valueOf(c, state, samples));
      return { first, last, from: at(first), to: at(last), samples: samples.length, members: samples, values };
    });
}

/** Where a sample stands on the channel that the run is ordered by; its number where there is none. */
function placeOf(state: RunState): (i: number) => number {
  const x = state.along === undefined ? undefined : numberChannelOf(state, state.along).values;
  return (i) => x?.[i] ?? i;
}

/** Picked samples, rising, divided where they pause for longer than GAP_FACTOR sampling intervals of the run. */
export function stretchesOf(state: RunState, picked: Int32Array): Int32Array[] {
  const at = placeOf(state);
  const limit = GAP_FACTOR * usualStep(state, at);
  const found: Int32Array[] = [];
  let start = 0;
  for (let k = 1; k <= picked.length; k++)
    if (k === picked.length || !(Math.abs(at(picked[k]!) - at(picked[k - 1]!)) <= limit)) {
      found.push(picked.subarray(start, k));
      start = k;
    }
  return found;
}

function valueOf(channel: Channel, state: RunState, samples: Int32Array): PointValue {
  const present = samples.filter((i) => channel.values[i]! === channel.values[i]!);
  const nothing = {
    symbol: channel.symbol,
    mean: NaN,
    standardDeviation: NaN,
    standardError: NaN,
    systematic: NaN,
    effects: new Map(),
    uncertainty: NaN,
    count: 0,
    worth: 0,
    isShort: false,
  };
  if (present.length === 0) return nothing;
  const scatter = standardErrorOfMean(Float64Array.from(present, (i) => channel.values[i]!));
  const effects = new Map<string, number>();
  for (const [source, column] of errorsOf(channel, state.channels)) {
    // What is another error for each sample shows in their scatter already.
    if (isRandomSource(source) && present.length > 1) continue;
    // The same error moves all samples together, so it moves their mean by its own mean.
    let sum = 0;
    for (const i of present) sum += column[i]!;
    effects.set(source, sum / present.length);
  }
  const systematic = Math.hypot(...effects.values());
  // One sample shows no scatter, which is not the same as having none.
  const uncertainty = Math.hypot(scatter.standardError, systematic);
  return { symbol: channel.symbol, ...scatter, systematic, effects, uncertainty };
}

/** How far a channel drifted over an operating point, along the channel that the run is ordered by. @throws {AppError} as `operatingPoints` */
export function driftOfPoint(state: RunState, { members }: OperatingPoint, symbol: string): Drift {
  const { values } = numberChannelOf(state, symbol);
  const x = state.along === undefined ? undefined : numberChannelOf(state, state.along).values;
  const present = members.filter((i) => values[i]! === values[i]!);
  return driftOf(
    Float64Array.from(present, (i) => x?.[i] ?? i),
    Float64Array.from(present, (i) => values[i]!),
  );
}
