import type { RunState } from '../procedure/RunState';
import { isAnyLimit, limitKindOf, type Limit } from './limits';
import { stretchesOf } from './operatingPoints';
import { pickSamples, type Condition } from './pickSamples';

/** A condition whose limits are narrower than a run scatters, and what would fit that run. */
export interface Shattering {
  /** Stretches that it falls into. */
  stretches: number;
  /** Stretches that there are with limits as wide as the scatter asks. */
  whole: number;
  /** All of its limits, as they would be then. */
  limits: Limit[];
  /** Places of those that would change. */
  changed: number[];
}

/** Fewer stretches are not called scraps. */
const FEWEST_SCRAPS = 5;
/** A stretch that is worth a proposal has so many samples, in the mean. */
const LEAST = 20;
/** With limits that fit there are so many times fewer. */
const TIMES = 3;

/**
 * Whether a condition that was made for a run with less scatter falls into scraps on this one, or picks nothing at all.
 * @param picked  what it picks, rising
 * @returns       undefined where it does not, or where other limits would not mend it
 * @throws {AppError} as the limits
 */
export function shatteringOf(state: RunState, condition: Condition, picked: Int32Array): Shattering | undefined {
  const stretches = stretchesOf(state, picked).length;
  if (stretches > 0 && stretches < FEWEST_SCRAPS) return undefined;
  const isSteady = (limit: Limit): boolean => limit.kind === 'steady';
  const wide = (limit: Limit, k: number): Limit => widened(state, condition, limit, k);
  // What costs little first: at a level that the run does not have nothing can be steady.
  const quick = condition.limits.map((limit, k) => (isSteady(limit) ? limit : wide(limit, k)));
  const near = pickSamples(state, { ...condition, limits: quick.filter((limit) => !isSteady(limit)) });
  if (near.length < LEAST) return undefined;
  const limits = quick.map((limit, k) => (isSteady(limit) ? wide(limit, k) : limit));
  const changed = limits.flatMap((limit, k) => (limit === condition.limits[k] ? [] : [k]));
  if (changed.length === 0) return undefined;
  const fitting = pickSamples(state, { ...condition, limits });
  const whole = stretchesOf(state, fitting).length;
  const isMended = fitting.length >= LEAST * Math.max(1, whole) && (stretches === 0 || whole * TIMES <= stretches);
  return isMended ? { stretches, whole, limits, changed } : undefined;
}

function widened(state: RunState, condition: Condition, limit: Limit, place: number): Limit {
  if (isAnyLimit(limit) || limit.not) return limit;
  const kind = limitKindOf(limit);
  if (!kind.widened) return limit;
  // What is steady is judged by limits that scatter may have broken as well.
  const others = condition.limits.filter((other, k) => k !== place && other.kind !== 'steady');
  const near = pickSamples(state, { ...condition, limits: others });
  return (kind.widened(state, limit, near) as Limit | undefined) ?? limit;
}
