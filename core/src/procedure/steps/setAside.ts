import { Type } from 'typebox';
import { AppError } from '../../error/AppError';
import { formatValue } from '../../number/formatNumber';
import { KEPT } from '../../sample';
import { printUnit } from '../../units';
import { defineStep } from '../StepKind';
import { checkRange, inChannelUnit, inRanges, numberChannelOf, rangesInUnit, remask } from '../stepTools';

/** "at 12.4 s" or "from 12.4 to 15 s", several joined by a comma. */
export const rangesInWords = (ranges: readonly (readonly [number, number])[], unit: string): string => {
  const said = ranges
    .slice(0, 2)
    .map(([a, b]) => (a === b ? `at ${formatValue(a, 7)}` : `from ${formatValue(a, 7)} to ${formatValue(b, 7)}`));
  return `${said.join(', ')} ${printUnit(unit)}${ranges.length > 2 ? `, and ${ranges.length - 2} more` : ''}`;
};

export const rangeSettings = {
  channel: Type.String({ title: 'Channel', field: 'channel' }),
  ranges: Type.Array(Type.Tuple([Type.Number(), Type.Number()]), {
    title: 'Ranges',
    description: 'The same value twice picks a single sample.',
    minItems: 1,
    maxItems: 1000,
    field: 'ranges',
  }),
  unit: Type.String({ title: 'Unit', default: '', field: 'hidden' }),
};

export const setAside = defineStep({
  kind: 'setAside',
  version: 1,
  title: 'Set aside',
  purpose: 'Set single samples or ranges aside; they stay visible in grey and can be brought back.',
  settings: Type.Object({
    ...rangeSettings,
    reason: Type.String({ title: 'Reason', default: '', maxLength: 200 }),
  }),
  start: ({ along, channels }) => {
    const channel = channels.find((c) => c.symbol === along) ?? channels[0];
    const at = channel?.lowest ?? 0;
    return {
      channel: channel?.symbol ?? '',
      ranges: [[at, at]] as [number, number][],
      unit: channel?.unit ?? '',
      reason: '',
    };
  },
  words: ({ ranges, unit, reason, channel }) => ({
    title: `Set aside ${rangesInWords(ranges, unit)}`,
    detail: reason || `of ${channel}`,
  }),
  reads: ({ channel }) => [channel],
  apply: (state, { channel, ranges: given, unit }, { ordinal }) => {
    for (const [from, to] of given) checkRange(from, to);
    const source = numberChannelOf(state, channel);
    const { values, name } = source;
    const ranges = rangesInUnit(given, inChannelUnit(source, unit));
    let hit = 0;
    const mask = remask(state.mask, (i, now) => {
      if (now !== KEPT || !inRanges(values[i]!, ranges)) return now;
      hit++;
      return ordinal;
    });
    if (hit === 0) throw new AppError('RANGE_EMPTY', { from: ranges[0]![0], to: ranges.at(-1)![1], name });
    return { state: { ...state, mask } };
  },
});
