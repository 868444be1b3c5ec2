import { Type } from 'typebox';
import { evaluateFormula } from '../../formula';
import { differenceFactor, parseUnit, printUnit } from '../../units';
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
    counts: Type.Optional(
      Type.Union(
        [
          Type.Literal('said', { title: 'As its unit says' }),
          Type.Literal('absolute', { title: 'From the absolute zero: a temperature, an absolute pressure' }),
          Type.Literal('gauge', { title: 'From the ambient pressure' }),
          Type.Literal('difference', { title: 'As a difference of two' }),
        ],
        {
          title: 'Counts',
          description: 'A K or a kPa may count from zero or be a difference; °C and kPa(g) say it.',
          default: 'said',
        },
      ),
    ),
  }),
  start: ({ along, channels }) => {
    const channel = channels.find((c) => c.symbol !== along) ?? channels[0];
    return { channel: channel?.symbol ?? '', unit: channel?.unit ?? '' };
  },
  words: ({ channel, unit }) => ({ title: `${channel} in ${printUnit(unit) || 'plain numbers'}`, detail: 'converted' }),
  reads: ({ channel }) => [channel],
  ignoresMask: () => true,
  // A conversion is a formula that does nothing, so both say the same of zeros and differences.
  apply: (state, { channel: symbol, unit: wanted, counts = 'said' }) => {
    const channel = numberChannelOf(state, symbol);
    // What it measures must fit; from where it counts is asked below.
    differenceFactor(parseUnit(channel.unit), parseUnit(wanted));
    const formula = counts === 'said' ? symbol : `${counts}(${symbol})`;
    const { values, unit, datum, errors } = evaluateFormula(formula, wanted || '1', state);
    const converted = { ...channel, unit: printUnit(unit.text), datum, values, uncertainty: undefined, errors };
    return { state: { ...state, channels: new Map(state.channels).set(symbol, converted) }, made: symbol };
  },
});
