import { Type, type Static } from 'typebox';
import { formatValue } from '../../number/formatNumber';
import { roundedTo } from '../../number/roundedTo';
import { printUnit } from '../../units';
import type { LimitKind } from './LimitKind';
import { closed, not, symbol, unit } from './parts';
import { inUnitOf, judgeRange, narrowToRange, type Range } from './withinRange';

const schema = Type.Object(
  {
    kind: Type.Literal('tolerance'),
    symbol,
    value: Type.Number({ title: 'Value' }),
    tolerance: Type.Number({ minimum: 0, title: 'Tolerance', before: '±' }),
    unit,
    not,
  },
  closed,
);
export type ToleranceLimit = Static<typeof schema>;

const rangeOf = ({ symbol: of, value, tolerance: by, unit: u }: ToleranceLimit): Range => ({
  symbol: of,
  low: value - by,
  high: value + by,
  unit: u,
});

/** A channel within a tolerance about a value, ends included. */
export const tolerance: LimitKind<typeof schema> = {
  kind: 'tolerance',
  title: 'value ± tolerance',
  schema,
  on: 'numbers',
  reads: (limit) => [limit.symbol],
  units: (limit) => [limit.unit],
  words: (limit) =>
    `${limit.symbol} ${formatValue(limit.value)} ± ${formatValue(limit.tolerance)} ${printUnit(limit.unit)}`.trim(),
  start: ({ symbol: of, unit: u, mean }) => ({
    kind: 'tolerance',
    symbol: of,
    value: Math.round(mean ?? 0),
    tolerance: 1,
    unit: u,
  }),
  fromRange: ({ symbol: of, unit: u }, [low, high]) => {
    const span = high - low;
    return {
      kind: 'tolerance',
      symbol: of,
      value: roundedTo((low + high) / 2, span),
      tolerance: roundedTo(span / 2, span),
      unit: u,
    };
  },
  ranges: (limit, channel) => [inUnitOf(channel, rangeOf(limit))],
  judge: (state, limit) => judgeRange(state, rangeOf(limit)),
  narrow: (state, limit, picked, count) => narrowToRange(state, rangeOf(limit), picked, count),
};
