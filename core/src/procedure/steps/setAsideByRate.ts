import { Type } from 'typebox';
import { formatValue } from '../../number/formatNumber';
import { gather, segments } from '../../sample';
import { centralDifference } from '../../signal';
import { perPower, parseUnit, printUnit } from '../../units';
import { channelToStart } from '../madeChannel';
import { setAsideWhere } from '../setAsideWhere';
import { defineStep } from '../StepKind';
import { numberChannelOf } from '../stepTools';
import { AppError } from '../../error/AppError';

export const setAsideByRate = defineStep({
  kind: 'setAsideByRate',
  version: 1,
  title: 'Set aside by rate of change',
  purpose: 'Set aside samples at which a channel changes faster than a limit, either way.',
  settings: Type.Object({
    channel: Type.String({ title: 'Channel', field: 'channel' }),
    fastest: Type.Number({
      title: 'Fastest change',
      description: 'In its unit per unit of time.',
      exclusiveMinimum: 0,
    }),
    reason: Type.String({ title: 'Reason', default: '', maxLength: 200 }),
  }),
  start: (state) => ({ channel: channelToStart(state)?.symbol ?? '', fastest: 1, reason: '' }),
  words: ({ channel, fastest, reason }) => ({
    title: `Set aside ${channel} changing faster than ${formatValue(fastest)}`,
    detail: reason || 'by the central difference over time',
  }),
  reads: ({ channel }, along) => (along === undefined ? [channel] : [channel, along]),
  apply: (state, { channel, fastest }, { ordinal }) => {
    if (state.along === undefined) throw new AppError('NO_TIME_FOR_RATE', {});
    const [y, x] = [numberChannelOf(state, channel), numberChannelOf(state, state.along)];
    const rate = new Float64Array(state.samples);
    for (const samples of segments(x.values, y.values, state.mask, x.name, state.gaps)) {
      if (samples.length < 3) continue;
      const slopes = centralDifference(gather(y.values, samples), gather(x.values, samples), 2);
      samples.forEach((i, k) => (rate[i] = Math.abs(slopes[k]!)));
    }
    const effect = setAsideWhere(state, ordinal, (i) => rate[i]! > fastest);
    const unit = printUnit(perPower(parseUnit(y.unit), parseUnit(x.unit), 1).text);
    return { ...effect, notes: [`limit in ${unit || 'plain numbers'}`] };
  },
});
