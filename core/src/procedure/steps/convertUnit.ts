import { Type } from 'typebox';
import { errorsOf, mapErrors, type Channel } from '../../sample';
import { convertColumn, conversion, parseUnit, printUnit } from '../../units';
import { defineStep } from '../StepKind';
import { numberChannelOf } from '../stepTools';

export const convertUnit = defineStep({
  kind: 'convertUnit',
  version: 1,
  title: 'Convert a unit',
  purpose: 'Show a channel in another unit from here on. The logged samples stay as they are.',
  settings: Type.Object({
    channel: Type.String({ title: 'Channel', field: 'channel' }),
    unit: Type.String({ title: 'Unit', field: 'unit' }),
  }),
  start: ({ along, channels }) => {
    const channel = channels.find((c) => c.symbol !== along) ?? channels[0];
    return { channel: channel?.symbol ?? '', unit: channel?.unit ?? '' };
  },
  words: ({ channel, unit }) => ({ title: `${channel} in ${printUnit(unit) || 'plain numbers'}`, detail: 'converted' }),
  reads: ({ channel }) => [channel],
  ignoresMask: () => true,
  apply: (state, settings) => {
    const channel = numberChannelOf(state, settings.channel);
    const channels = new Map(state.channels).set(channel.symbol, inUnit(channel, settings.unit, state.channels));
    return { state: { ...state, channels }, made: channel.symbol };
  },
});

/** @throws {AppError} UNIT_MISFIT, UNIT_UNKNOWN */
function inUnit(channel: Channel, unit: string, channels: ReadonlyMap<string, Channel>): Channel {
  const [from, to] = [parseUnit(channel.unit), parseUnit(unit)];
  const { factor } = conversion(from, to);
  return {
    ...channel,
    unit,
    values: convertColumn(channel.values, from, to),
    // An error is a difference: it takes the factor and not the zero point.
    uncertainty: undefined,
    errors: () => mapErrors(errorsOf(channel, channels), (column) => column.map((v) => v * factor)),
  };
}
