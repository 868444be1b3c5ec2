import { AppError } from '../error/AppError';
import { numberChannelOf } from '../procedure/stepTools';
import type { RunState } from '../procedure/RunState';
import { KEPT } from '../sample';
import { parseUnit, sameDimension } from '../units';
import type { SteadyLimit } from './limits/steady';
import { pickSteady } from './pickSteady';
import { scatterLimits } from './scatterLimits';

/** A channel that is calm for a smaller share of the time than the calmest one is not one to wait for. */
const LEAST_CALM = 0.5;

/**
 * A first guess of what is steady: channels may scatter by twice their noise, and drift by no more than that
 * within the time. The noise is that of the differences of neighbours, which a drift hardly touches.
 * Temperatures, which creep on while the machine has long settled, are left out, and so is what is
 * hardly ever calm by that measure.
 * @param lasting  in [along]; absent: a hundredth of what is kept, rounded, and at least 20 samples
 */
export function guessSteady(state: RunState, symbols: readonly string[], lasting = usualTime(state)): SteadyLimit {
  if (state.along === undefined) throw new AppError('NO_TIME_FOR_STEADY', {});
  const timeUnit = numberChannelOf(state, state.along).unit;
  const limit = (steady: SteadyLimit['steady']): SteadyLimit => ({
    kind: 'steady',
    steady,
    lasting,
    settling: lasting / 2,
    timeUnit,
  });
  const quick = symbols.filter((s) => !isTemperature(numberChannelOf(state, s).unit));
  const steady = scatterLimits(state, quick.length > 0 ? quick : symbols, lasting);
  const calm = steady.map((w) => pickSteady(state, limit([w])).length);
  const least = LEAST_CALM * Math.max(...calm);
  return limit(steady.filter((_, k) => calm[k]! >= least));
}

const isTemperature = (unit: string): boolean => sameDimension(parseUnit(unit).dimension, parseUnit('K').dimension);

/** A round time for one stretch to last. */
function usualTime(state: RunState): number {
  if (state.along === undefined) throw new AppError('NO_TIME_FOR_STEADY', {});
  const { values } = numberChannelOf(state, state.along);
  const kept = values.filter((v, i) => state.mask[i] === KEPT && v === v);
  const range =
    kept.reduce((high, v) => Math.max(high, v), -Infinity) - kept.reduce((low, v) => Math.min(low, v), Infinity);
  const wanted = Math.max(range / 100, (20 * range) / Math.max(1, kept.length - 1));
  const place = 10 ** Math.floor(Math.log10(wanted > 0 ? wanted : 1));
  return place * ([1, 2, 5].find((f) => f * place >= wanted * 0.75) ?? 10);
}
