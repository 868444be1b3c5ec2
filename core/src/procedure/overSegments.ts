import { AppError } from '../error/AppError';
import { formatCount } from '../number/formatNumber';
import { gather, segments } from '../sample';
import type { RunState } from './RunState';
import { numberChannelOf } from './stepTools';

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
): { values: Float64Array; doubts: string[] } {
  const y = numberChannelOf(state, symbol);
  const x = along === undefined ? undefined : numberChannelOf(state, along);
  const positions = x?.values ?? Float64Array.from({ length: state.samples }, (_, i) => i);
  const values = new Float64Array(state.samples).fill(NaN);
  let longest = 0;
  let passedOver = 0;
  for (const samples of segments(positions, y.values, state.mask, x?.name ?? 'sample number')) {
    longest = Math.max(longest, samples.length);
    if (samples.length < need) {
      passedOver += samples.length;
      continue;
    }
    const result = work(gather(y.values, samples), gather(positions, samples));
    for (let k = 0; k < samples.length; k++) values[samples[k]!] = result[k]!;
  }
  if (longest < need)
    throw new AppError('TOO_FEW_SAMPLES', {
      name: `The longest stretch of "${y.name}" without a gap`,
      have: longest,
      need,
    });
  return {
    values,
    doubts: passedOver ? [`${formatCount(passedOver)} missing: in stretches too short for it`] : [],
  };
}
