import { Type } from 'typebox';
import { formatValue } from '../../number/formatNumber';
import { runningIntegral } from '../../signal';
import { multiplyUnits, parseUnit, printUnit } from '../../units';
import { channelToStart, made, madeSettings } from '../madeChannel';
import { overSegments } from '../overSegments';
import { defineStep } from '../StepKind';
import { freeSymbol, numberChannelOf } from '../stepTools';

export const integrate = defineStep({
  kind: 'integrate',
  version: 1,
  title: 'Integrate',
  purpose: 'The running integral of a channel along another, mostly time; it begins anew after a gap.',
  settings: Type.Object({
    channel: Type.String({ title: 'Channel', field: 'channel' }),
    against: Type.String({ title: 'Along', field: 'channel' }),
    start: Type.Number({ title: 'Value at the start', default: 0 }),
    ...madeSettings,
  }),
  start: (state) => {
    const channel = channelToStart(state);
    return {
      channel: channel?.symbol ?? '',
      against: state.along ?? '',
      start: 0,
      symbol: freeSymbol(`I_${channel?.symbol ?? 'y'}`, state.channels),
      name: `Integral of ${channel?.name.toLowerCase() ?? ''}`.trim(),
    };
  },
  words: ({ channel, against, start }) => ({
    title: `∫ ${channel} d${against}`,
    detail: `trapezoidal rule, from ${formatValue(start)}`,
  }),
  reads: ({ channel, against }) => [channel, against],
  apply: (state, { channel, against, start, symbol, name }) => {
    const unit = printUnit(
      multiplyUnits(parseUnit(numberChannelOf(state, channel).unit), parseUnit(numberChannelOf(state, against).unit))
        .text,
    );
    const { values, doubts, errors } = overSegments(
      state,
      channel,
      against,
      2,
      runningIntegral,
      // The steps of the channel along are off by what its error changes over them.
      (y, _, error) => runningIntegral(y, error),
    );
    return made(
      state,
      { symbol, name, unit, values: start === 0 ? values : values.map((v) => v + start), errors },
      doubts,
    );
  },
});
