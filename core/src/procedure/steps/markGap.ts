import { Type } from 'typebox';
import { AppError } from '../../error/AppError';
import { formatValue } from '../../number/formatNumber';
import { printUnit } from '../../units';
import { defineStep } from '../StepKind';
import { inChannelUnit, numberChannelOf } from '../stepTools';

export const markGap = defineStep({
  kind: 'markGap',
  version: 1,
  title: 'Mark a gap',
  purpose: 'Nothing is smoothed, differentiated or joined across this place from here on.',
  settings: Type.Object({
    channel: Type.String({ title: 'Channel', field: 'channel' }),
    at: Type.Number({ title: 'At' }),
    unit: Type.String({ title: 'Unit', default: '', field: 'hidden' }),
  }),
  start: ({ along, channels }) => {
    const channel = channels.find((c) => c.symbol === along) ?? channels[0];
    const at = ((channel?.lowest ?? 0) + (channel?.highest ?? 0)) / 2;
    return { channel: channel?.symbol ?? '', at, unit: channel?.unit ?? '' };
  },
  words: ({ channel, at, unit }) => ({
    title: `Gap at ${formatValue(at, 7)} ${printUnit(unit)}`.trim(),
    detail: `of ${channel}`,
  }),
  reads: ({ channel }) => [channel],
  apply: (state, { channel, at: given, unit }) => {
    const source = numberChannelOf(state, channel);
    const { values, name } = source;
    const at = inChannelUnit(source, unit)(given);
    const after = values.findIndex((v, i) => i > 0 && v >= at && values[i - 1]! < at);
    if (after < 0) throw new AppError('RANGE_EMPTY', { from: at, to: at, name });
    return { state: { ...state, gaps: new Set([...(state.gaps ?? []), after]) } };
  },
});
