import { Type } from 'typebox';
import { AppError } from '../../error/AppError';
import { formatValue } from '../../number/formatNumber';
import { KEPT } from '../../sample';
import { printUnit } from '../../units';
import { defineStep } from '../StepKind';
import { checkRange, inChannelUnit, numberChannelOf, remask } from '../stepTools';

export const trim = defineStep({
  kind: 'trim',
  version: 1,
  title: 'Trim',
  purpose: 'Keep one range of a channel, mostly of time, and set aside what was logged before and after.',
  settings: Type.Object({
    channel: Type.String({ title: 'Channel', field: 'channel' }),
    from: Type.Number({ title: 'From', field: 'rangeFrom' }),
    to: Type.Number({ title: 'To', field: 'rangeTo' }),
    unit: Type.String({ title: 'Unit', default: '', field: 'hidden' }),
  }),
  start: ({ along, channels }) => {
    const channel = channels.find((c) => c.symbol === along) ?? channels[0];
    return {
      channel: channel?.symbol ?? '',
      from: channel?.lowest ?? 0,
      to: channel?.highest ?? 0,
      unit: channel?.unit ?? '',
    };
  },
  words: ({ channel, from, to, unit }) => ({
    title: `Keep ${formatValue(from, 7)} to ${formatValue(to, 7)} ${printUnit(unit)}`.trim(),
    detail: `of ${channel}; the rest is set aside`,
  }),
  reads: ({ channel }) => [channel],
  apply: (state, { channel, from, to, unit }, { ordinal }) => {
    checkRange(from, to);
    const source = numberChannelOf(state, channel);
    const { values, name } = source;
    const own = inChannelUnit(source, unit);
    const [low, high] = [own(from), own(to)];
    let inside = 0;
    const mask = remask(state.mask, (i, now) => {
      const keep = values[i]! >= low && values[i]! <= high;
      if (keep && now === KEPT) inside++;
      return now === KEPT && !keep ? ordinal : now;
    });
    if (inside === 0) throw new AppError('RANGE_EMPTY', { from, to, name });
    return { state: { ...state, mask } };
  },
});
