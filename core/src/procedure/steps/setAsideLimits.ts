import { Type } from 'typebox';
import { AppError } from '../../error/AppError';
import { formatValue } from '../../number/formatNumber';
import { printUnit } from '../../units';
import { channelToStart } from '../madeChannel';
import { setAsideWhere } from '../setAsideWhere';
import { defineStep } from '../StepKind';
import { checkRange, inChannelUnit, numberChannelOf } from '../stepTools';

const bound = (title: string) =>
  Type.Union([Type.Number(), Type.Null()], { title, description: 'Empty: no limit.', field: 'numberOrNone' });

export const setAsideLimits = defineStep({
  kind: 'setAsideLimits',
  version: 1,
  title: 'Set aside by limits',
  purpose: 'Set aside what lies outside two limits of a channel, or between them.',
  settings: Type.Object({
    channel: Type.String({ title: 'Channel', field: 'channel' }),
    method: Type.Union(
      [
        Type.Literal('outside', { title: 'Outside of the limits' }),
        Type.Literal('between', { title: 'Between the limits' }),
      ],
      { title: 'Set aside what is' },
    ),
    low: bound('Low'),
    high: bound('High'),
    unit: Type.String({ title: 'Unit', default: '', field: 'hidden' }),
    reason: Type.String({ title: 'Reason', default: '', maxLength: 200 }),
  }),
  start: (state) => {
    const channel = channelToStart(state);
    return {
      channel: channel?.symbol ?? '',
      method: 'outside' as const,
      low: channel?.lowest ?? null,
      high: channel?.highest ?? null,
      unit: channel?.unit ?? '',
      reason: '',
    };
  },
  words: ({ channel, method, low, high, unit, reason }) => {
    const said = (v: number | null): string => `${formatValue(v!)} ${printUnit(unit)}`.trim();
    const both = `${said(low)} to ${said(high)}`;
    const where = {
      outside: low === null ? `above ${said(high)}` : high === null ? `below ${said(low)}` : `outside ${both}`,
      between: low === null ? `up to ${said(high)}` : high === null ? `from ${said(low)}` : `from ${both}`,
    };
    return {
      title: `Set aside ${channel} ${low === null && high === null ? 'by no limit yet' : where[method]}`,
      detail: reason || 'by limits',
    };
  },
  reads: ({ channel }) => [channel],
  apply: (state, { channel, method, low, high, unit }, { ordinal }) => {
    const source = numberChannelOf(state, channel);
    const { values } = source;
    const own = inChannelUnit(source, unit);
    if (low === null && high === null) throw new AppError('LIMITS_EMPTY', { symbol: channel });
    if (low !== null && high !== null) checkRange(low, high);
    const [from, to] = [low === null ? -Infinity : own(low), high === null ? Infinity : own(high)];
    // A missing value is on neither side.
    return setAsideWhere(state, ordinal, (i) => {
      const v = values[i]!;
      return method === 'between' ? v >= from && v <= to : v < from || v > to;
    });
  },
});
