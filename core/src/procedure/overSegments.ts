import { AppError } from '../error/AppError';
import { formatCount } from '../number/formatNumber';
import { errorsOf, gather, mapErrors, segments, type ErrorSources } from '../sample';
import { evenSpacing } from '../signal';
import type { RunState } from './RunState';
import { numberChannelOf } from './stepTools';

export interface OverSegments {
  values: Float64Array;
  doubts: string[];
  /** The errors of the channel through the same work, for work that is linear in y. */
  errors: () => ErrorSources;
}

/**
 * Applies a function to each stretch between gaps and puts the results back in place;
 * everywhere else the result is missing. Stretches shorter than `need` are passed over and told.
 * @param work  (y, x) of one stretch to a column of the same length
 * @throws {AppError} TOO_FEW_SAMPLES when no stretch is long enough, NOT_INCREASING
 */
export function overSegments(
  state: RunState,
  symbol: string,
  along: string | undefined,
  need: number,
  work: (y: Float64Array, x: Float64Array) => Float64Array,
): OverSegments {
  const y = numberChannelOf(state, symbol);
  const x = along === undefined ? undefined : numberChannelOf(state, along);
  const positions = x?.values ?? Float64Array.from({ length: state.samples }, (_, i) => i);
  const stretches = segments(positions, y.values, state.mask, x?.name ?? 'sample number', state.gaps);
  const long = stretches.filter((s) => s.length >= need);
  if (long.length === 0)
    throw new AppError('TOO_FEW_SAMPLES', {
      name: `The longest stretch of "${y.name}" without a gap`,
      have: stretches.reduce((most, s) => Math.max(most, s.length), 0),
      need,
    });
  const through = (column: Float64Array): Float64Array => {
    const out = new Float64Array(state.samples).fill(NaN);
    for (const samples of long) {
      const result = work(gather(column, samples), gather(positions, samples));
      for (let k = 0; k < samples.length; k++) out[samples[k]!] = result[k]!;
    }
    return out;
  };
  const passedOver = stretches.reduce((sum, s) => (s.length < need ? sum + s.length : sum), 0);
  return {
    values: through(y.values),
    doubts: passedOver ? [`${formatCount(passedOver)} missing: in stretches too short for it`] : [],
    errors: () => mapErrors(errorsOf(y, state.channels), through),
  };
}

/** The spacing of a stretch, for a method that needs an even one. @throws {AppError} UNEVEN_SPACING */
export function needEven(x: Float64Array, name: string, method: string): number {
  const spacing = evenSpacing(x);
  if (spacing !== undefined) return spacing;
  let [shortest, longest] = [Infinity, 0];
  for (let i = 1; i < x.length; i++) {
    shortest = Math.min(shortest, x[i]! - x[i - 1]!);
    longest = Math.max(longest, x[i]! - x[i - 1]!);
  }
  throw new AppError('UNEVEN_SPACING', { name, method, shortest, longest });
}
