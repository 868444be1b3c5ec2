import { Type } from 'typebox';
import { formatValue } from '../../number/formatNumber';
import { errorsOf } from '../../sample';
import { printUnit } from '../../units';
import { defineStep } from '../StepKind';
import { inChannelUnit, numberChannelOf } from '../stepTools';

export const shiftTime = defineStep({
  kind: 'shiftTime',
  version: 1,
  title: 'Shift time',
  purpose: 'Add an amount to the time channel, so that it counts from another moment.',
  settings: Type.Object({
    channel: Type.String({ title: 'Time channel', field: 'channel' }),
    by: Type.Number({ title: 'By', description: 'Positive: later.' }),
    unit: Type.String({ title: 'Unit', default: '', field: 'hidden' }),
  }),
  start: ({ along, channels }) => {
    const channel = channels.find((c) => c.symbol === along) ?? channels[0];
    return { channel: channel?.symbol ?? '', by: 0, unit: channel?.unit ?? '' };
  },
  words: ({ channel, by, unit }) => ({
    title: `Shift ${channel} by ${formatValue(by, 7)} ${printUnit(unit)}`.trim(),
    detail: by < 0 ? 'earlier' : 'later',
  }),
  reads: ({ channel }) => [channel],
  ignoresMask: () => true,
  apply: (state, { channel, by, unit }) => {
    const time = numberChannelOf(state, channel);
    const own = inChannelUnit(time, unit);
    const shift = own(by) - own(0);
    const shifted = {
      ...time,
      values: time.values.map((v) => v + shift),
      uncertainty: undefined,
      errors: () => errorsOf(time, state.channels),
    };
    return { state: { ...state, channels: new Map(state.channels).set(channel, shifted) } };
  },
});
