import { formatValue } from '../../number/formatNumber';
import { numberChannelOf } from '../../procedure/stepTools';
import { unitOfChannel, type Channel } from '../../sample';
import { convert, parseUnit, printUnit } from '../../units';
import type { LimitKind } from './LimitKind';
import type { BetweenLimit, ToleranceLimit } from './schema';

type RangeLimit = ToleranceLimit | BetweenLimit;

/** Limits between two values of a channel, given as value ± tolerance or as the two. */
export const range: LimitKind<RangeLimit> = {
  is: (limit): limit is RangeLimit => 'tolerance' in limit || 'low' in limit,
  reads: ({ symbol }) => [symbol],
  words: (limit) => {
    const unit = printUnit(limit.unit);
    if ('tolerance' in limit)
      return `${limit.symbol} ${formatValue(limit.value)} ± ${formatValue(limit.tolerance)} ${unit}`.trim();
    const { symbol, low, high } = limit;
    if (low === null)
      return high === null ? `${symbol} present` : `${symbol} up to ${formatValue(high)} ${unit}`.trim();
    if (high === null) return `${symbol} from ${formatValue(low)} ${unit}`.trim();
    return `${symbol} from ${formatValue(low)} to ${formatValue(high)} ${unit}`.trim();
  },
  judge: (state, limit) => {
    const channel = numberChannelOf(state, limit.symbol);
    const { values } = channel;
    const { low, high } = boundsIn(limit, channel);
    const out = new Uint8Array(values.length);
    for (let i = 0; i < out.length; i++) {
      const v = values[i]!;
      // Without branches, which a noisy channel would make the processor guess wrong: HOLDS is 1, UNKNOWN is 2.
      out[i] = (Number(v >= low) & Number(v <= high)) | (Number(v !== v) << 1);
    }
    return out;
  },
  narrow: (state, limit, picked, count) => {
    const channel = numberChannelOf(state, limit.symbol);
    const { values } = channel;
    const { low, high } = boundsIn(limit, channel);
    let inside = 0;
    for (let k = 0; k < count; k++) {
      const i = picked[k]!;
      const v = values[i]!;
      picked[inside] = i;
      inside += Number(v >= low) & Number(v <= high);
    }
    return inside;
  },
};

/** The limit as lowest and highest value in the unit of the channel. @throws {AppError} UNIT_MISFIT, ANGLE_OR_COUNT, DATUM_MISFIT */
export function boundsIn(limit: RangeLimit, channel: Pick<Channel, 'unit' | 'datum'>): { low: number; high: number } {
  const from = parseUnit(limit.unit);
  const to = unitOfChannel(channel);
  const [low, high] =
    'tolerance' in limit
      ? [limit.value - limit.tolerance, limit.value + limit.tolerance]
      : [limit.low ?? -Infinity, limit.high ?? Infinity];
  const [a, b] = [convert(low, from, to), convert(high, from, to)];
  return { low: Math.min(a, b), high: Math.max(a, b) };
}
