import { Type, type Static } from 'typebox';
import { formatValue } from '../../number/formatNumber';
import { roundedTo } from '../../number/roundedTo';
import { numberChannelOf } from '../../procedure/stepTools';
import { gather, unitOfChannel } from '../../sample';
import { noiseOfColumn } from '../../signal';
import { differenceFactor, parseUnit, printUnit } from '../../units';
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

/** A limit that is narrower than so many standard deviations to each side loses samples to scatter alone. */
const NARROW = 3;
/** So many to each side lose next to none. */
const WIDE = 4;
/** More samples tell no more of the scatter. */
const MOST = 20_000;
/** Neighbours stay together. */
const BLOCK = 400;

/** Of very many samples evenly spaced blocks. */
function someOf(samples: Int32Array): Int32Array {
  if (samples.length <= MOST) return samples;
  const every = Math.ceil(samples.length / MOST);
  return samples.filter((_, k) => Math.floor(k / BLOCK) % every === 0);
}

/** Fewer samples near a value say nothing of the scatter there. */
const FEWEST = 20;

/**
 * How far to each side of its middle a range has to reach so that the scatter of the values near it does not break it.
 * @returns  undefined where it reaches that far, or where hardly a value is near it
 */
function reachOf(values: Float64Array, [low, high]: readonly [number, number]): number | undefined {
  const noise = noiseOfColumn(values);
  if (!((high - low) / 2 < NARROW * noise)) return undefined;
  const near = values.filter((v) => v >= low - WIDE * noise && v <= high + WIDE * noise);
  if (near.length < FEWEST) return undefined;
  const mean = near.reduce((sum, v) => sum + v, 0) / near.length;
  // Beside a level that the run does not have there may be the tail of another one.
  if (mean < low - noise || mean > high + noise) return undefined;
  const spread = Math.sqrt(near.reduce((sum, v) => sum + (v - mean) ** 2, 0) / (near.length - 1));
  return Math.abs(mean - (low + high) / 2) + WIDE * Math.max(noise, spread);
}

const upToTwoDigits = (v: number): number => {
  const place = 10 ** (Math.floor(Math.log10(v)) - 1);
  return Number((Math.ceil(v / place) * place).toPrecision(12));
};

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
  widened: (state, limit, near) => {
    const channel = numberChannelOf(state, limit.symbol);
    const factor = Math.abs(differenceFactor(unitOfChannel(channel), parseUnit(limit.unit)));
    const [low, high] = inUnitOf(channel, rangeOf(limit));
    const reach = reachOf(gather(channel.values, someOf(near)), [low, high]);
    return reach === undefined ? undefined : { ...limit, tolerance: upToTwoDigits(reach * factor) };
  },
  ranges: (limit, channel) => [inUnitOf(channel, rangeOf(limit))],
  judge: (state, limit) => judgeRange(state, rangeOf(limit)),
  narrow: (state, limit, picked, count) => narrowToRange(state, rangeOf(limit), picked, count),
};
