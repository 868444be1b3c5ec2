import { AppError } from '../error/AppError';
import type { RunState } from '../procedure/RunState';
import { channelOf, numberChannelOf } from '../procedure/stepTools';
import { KEPT } from '../sample';
import { convert, parseUnit } from '../units';

/** value ± tolerance on one channel, in a unit of its own. */
export interface NumberLimit {
  symbol: string;
  value: number;
  tolerance: number;
  unit: string;
}
/** One of some words of a category. */
export interface WordLimit {
  symbol: string;
  words: string[];
}
export type Limit = NumberLimit | WordLimit;

/** A named set of limits that picks samples; all of them must hold. */
export interface Condition {
  name: string;
  limits: Limit[];
}

export const isWordLimit = (limit: Limit): limit is WordLimit => 'words' in limit;

/**
 * Numbers of the kept samples that are within every limit (ends included), rising.
 * @throws {AppError} CHANNEL_UNKNOWN, CHANNEL_IS_CATEGORY, CHANNEL_IS_NUMBER, UNIT_MISFIT, UNIT_UNKNOWN
 */
export function pickSamples(state: RunState, condition: Condition): Int32Array {
  const tests = condition.limits.map((limit) =>
    isWordLimit(limit) ? wordTest(state, limit) : rangeTest(state, limit),
  );
  const inside = Uint8Array.from(state.mask, (m) => (m === KEPT ? 1 : 0));
  for (const test of tests) test(inside);
  const picked = new Int32Array(inside.length);
  let count = 0;
  for (let i = 0; i < inside.length; i++) if (inside[i]) picked[count++] = i;
  return picked.slice(0, count);
}

/** Clears what does not hold; one pass a limit, written so that a missing value fails it. */
type Test = (inside: Uint8Array) => void;

function rangeTest(state: RunState, limit: NumberLimit): Test {
  const { values, unit } = numberChannelOf(state, limit.symbol);
  const { low, high } = boundsIn(limit, unit);
  return (inside) => {
    for (let i = 0; i < inside.length; i++) if (!(values[i]! >= low && values[i]! <= high)) inside[i] = 0;
  };
}

function wordTest(state: RunState, { symbol, words }: WordLimit): Test {
  const { values, labels } = channelOf(state, symbol);
  if (!labels) throw new AppError('CHANNEL_IS_NUMBER', { symbol });
  const holds = Uint8Array.from(labels, (label) => (words.includes(label) ? 1 : 0));
  return (inside) => {
    for (let i = 0; i < inside.length; i++) if (holds[values[i]!] !== 1) inside[i] = 0;
  };
}

/** The limit as lowest and highest value in the unit of the channel. @throws {AppError} UNIT_MISFIT */
export function boundsIn(limit: NumberLimit, channelUnit: string): { low: number; high: number } {
  const from = parseUnit(limit.unit);
  const to = parseUnit(channelUnit);
  const a = convert(limit.value - limit.tolerance, from, to);
  const b = convert(limit.value + limit.tolerance, from, to);
  return { low: Math.min(a, b), high: Math.max(a, b) };
}
