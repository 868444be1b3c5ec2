import { AppError } from '../error/AppError';
import { formatCount } from '../number/formatNumber';
import {
  addErrors,
  errorsOf,
  gather,
  mapErrors,
  sampleNumbers,
  scatter,
  segments,
  type ErrorSources,
  type SpreadOf,
} from '../sample';
import { bridged, inSeries, overStretches, type Bridged } from '../signal';
import type { RunState } from './RunState';
import { numberChannelOf } from './stepTools';

export interface OverSegments {
  values: Float64Array;
  doubts: string[];
  /** The stretches that were long enough. */
  stretches: readonly Int32Array[];
  /** The errors of the channel through the same work, for work that is linear in y. */
  errors: () => ErrorSources;
  /** How it spread each sample over its neighbours, on top of what was done to the channel before; for linear work. */
  spread: () => SpreadOf | undefined;
}

/**
 * Applies a function to each stretch between gaps and puts the results back in place;
 * everywhere else the result is missing. Stretches shorter than `need` are passed over and told.
 * @param work  (y, x) of one stretch to a column of the same length
 * @param alongError  (y, x, error of x) of one stretch to the error of the result, for work that depends on x as well
 * @throws {AppError} TOO_FEW_SAMPLES when no stretch is long enough, NOT_INCREASING
 */
export function overSegments(
  state: RunState,
  symbol: string,
  along: string | undefined,
  need: number,
  work: (y: Float64Array, x: Float64Array) => Float64Array,
  alongError?: (y: Float64Array, x: Float64Array, error: Float64Array) => Float64Array,
): OverSegments {
  const y = numberChannelOf(state, symbol);
  const x = along === undefined ? undefined : numberChannelOf(state, along);
  const positions = x?.values ?? sampleNumbers(state.samples);
  const stretches = stretchesOf(y.values, positions, state, x?.name ?? 'sample number');
  const long = stretches.filter((s) => s.length >= need);
  if (long.length === 0)
    throw new AppError('TOO_FEW_SAMPLES', {
      name: `The longest stretch of "${y.name}" without a gap`,
      have: stretches.reduce((most, s) => Math.max(most, s.length), 0),
      need,
    });
  const through = (column: Float64Array): Float64Array => {
    const out = new Float64Array(state.samples).fill(NaN);
    for (const samples of long) scatter(work(gather(column, samples), gather(positions, samples)), samples, out);
    return out;
  };
  const passedOver = stretches.reduce((sum, s) => (s.length < need ? sum + s.length : sum), 0);
  return {
    values: through(y.values),
    doubts: passedOver ? [`${formatCount(passedOver)} missing: in stretches too short for it`] : [],
    stretches: long,
    spread: once(() => {
      const own = overStretches(work, positions, long);
      const before = y.spread?.();
      return own && before ? inSeries(before, own) : own;
    }),
    errors: () => {
      const ofY = mapErrors(errorsOf(y, state.channels), through);
      if (!alongError || !x) return ofY;
      const ofX = mapErrors(errorsOf(x, state.channels), (error) => {
        const out = new Float64Array(state.samples).fill(NaN);
        for (const s of long) scatter(alongError(gather(y.values, s), gather(positions, s), gather(error, s)), s, out);
        return out;
      });
      return addErrors(ofY, ofX);
    },
  };
}

/** Every fit through the channel asks for it. */
function once<T>(find: () => T): () => T {
  let found: { value: T } | undefined;
  return () => (found ??= { value: find() }).value;
}

const known = new WeakMap<Float64Array, { of: unknown[]; stretches: readonly Int32Array[] }>();

/** The stretches of a column, found again as long as nothing changed of which they are made: a slider asks for them at every move. */
function stretchesOf(y: Float64Array, x: Float64Array, { mask, gaps }: RunState, xName: string): readonly Int32Array[] {
  const of = [x, mask, gaps];
  const last = known.get(y);
  if (last?.of.every((part, k) => part === of[k])) return last.stretches;
  const stretches = segments(x, y, mask, xName, gaps);
  known.set(y, { of, stretches });
  return stretches;
}

/**
 * Applies work that needs an even clock; single missing samples are bridged by a straight line for
 * it, and stay missing in the result.
 * @throws {AppError} UNEVEN_SPACING
 */
export function onEvenSteps(
  y: Float64Array,
  x: Float64Array,
  about: { name: string; method: string },
  work: (y: Float64Array, spacing: number) => Float64Array,
): Float64Array {
  const { y: even, spacing, places } = needEven(y, x, about);
  const result = work(even, spacing);
  return places ? Float64Array.from(places, (k) => result[k]!) : result;
}

/** A stretch on even steps. @throws {AppError} UNEVEN_SPACING */
export function needEven(
  y: Float64Array,
  x: Float64Array,
  { name, method }: { name: string; method: string },
): Bridged {
  const found = bridged(y, x);
  if (found) return found;
  let [shortest, longest] = [Infinity, 0];
  for (let i = 1; i < x.length; i++) {
    shortest = Math.min(shortest, x[i]! - x[i - 1]!);
    longest = Math.max(longest, x[i]! - x[i - 1]!);
  }
  throw new AppError('UNEVEN_SPACING', { name, method, shortest, longest });
}
