import { Type, type Static } from 'typebox';
import { AppError } from '../../error/AppError';
import { formatValue } from '../../number/formatNumber';
import { printUnit } from '../../units';
import type { LimitKind } from './LimitKind';
import { bound, closed, not, symbol, unit } from './parts';
import { inUnitOf, judgeRange, narrowToRange, type Range } from './withinRange';

const schema = Type.Object(
  {
    kind: Type.Literal('between'),
    symbol,
    low: bound('Low'),
    high: bound('High', { before: 'to' }),
    unit,
    not,
  },
  closed,
);
export type BetweenLimit = Static<typeof schema>;

const rangeOf = ({ symbol: of, low, high, unit: u }: BetweenLimit): Range => ({
  symbol: of,
  low: low ?? -Infinity,
  high: high ?? Infinity,
  unit: u,
});

/** A channel from a low to a high value, ends included; null is an open end. */
export const between: LimitKind<typeof schema> = {
  kind: 'between',
  title: 'between',
  schema,
  on: 'numbers',
  reads: (limit) => [limit.symbol],
  units: (limit) => [limit.unit],
  words: ({ symbol: of, low, high, unit: u }) => {
    if (low === null && high === null) return `${of} present`;
    const from = low === null ? '' : ` from ${formatValue(low)}`;
    const to = high === null ? '' : low === null ? ` up to ${formatValue(high)}` : ` to ${formatValue(high)}`;
    return `${of}${from}${to} ${printUnit(u)}`.trim();
  },
  check: ({ low, high }) => {
    if (low !== null && high !== null && low > high) throw new AppError('RANGE_REVERSED', { from: low, to: high });
  },
  start: ({ symbol: of, unit: u, mean }) => {
    const at = Math.round(mean ?? 0);
    return { kind: 'between', symbol: of, low: at - 1, high: at + 1, unit: u };
  },
  ranges: (limit, channel) => [inUnitOf(channel, rangeOf(limit))],
  judge: (state, limit) => judgeRange(state, rangeOf(limit)),
  narrow: (state, limit, picked, count) => narrowToRange(state, rangeOf(limit), picked, count),
};
