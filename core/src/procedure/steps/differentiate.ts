import { Type } from 'typebox';
import { centralDifference, evenSpacing, localPolynomialSmooth, savitzkyGolay } from '../../signal';
import { parseUnit, perPower } from '../../units';
import { defineStep } from '../StepKind';
import { numberChannelOf, freeSymbol, withNewChannel } from '../stepTools';
import { overSegments } from '../overSegments';

export const differentiate = defineStep({
  kind: 'differentiate',
  version: 1,
  title: 'Differentiate',
  purpose: 'Rate of change of a channel along another, mostly time; never across a gap.',
  settings: Type.Object({
    channel: Type.String({ title: 'Channel', field: 'channel' }),
    against: Type.String({ title: 'Against', field: 'channel' }),
    method: Type.Union(
      [
        Type.Literal('central', { title: 'Central difference' }),
        Type.Literal('savitzkyGolay', { title: 'Savitzky–Golay' }),
      ],
      { title: 'Method', default: 'central' },
    ),
    window: Type.Integer({
      title: 'Window (samples)',
      minimum: 3,
      maximum: 100001,
      default: 11,
      field: 'window',
      when: 'savitzkyGolay',
    }),
    order: Type.Integer({ title: 'Order', minimum: 1, maximum: 9, default: 2, when: 'savitzkyGolay' }),
    symbol: Type.String({ title: 'Symbol', minLength: 1, maxLength: 40 }),
    name: Type.String({ title: 'Name', minLength: 1, maxLength: 100 }),
  }),
  start: ({ channels, along, inHand }) => {
    const channel = channels.find((c) => c.symbol === inHand) ?? channels.find((c) => c.symbol !== along);
    return {
      channel: channel?.symbol ?? '',
      against: along ?? '',
      method: 'central' as const,
      window: 11,
      order: 2,
      symbol: freeSymbol(`d${channel?.symbol ?? 'y'}_d${along ?? 'x'}`, channels),
      name: `Rate of ${channel?.name.toLowerCase() ?? ''}`.trim(),
    };
  },
  words: ({ channel, against, method, window, order }) => ({
    title: `d${channel}/d${against}`,
    detail:
      method === 'central' ? 'central difference, second order' : `Savitzky–Golay, ${window} samples, order ${order}`,
  }),
  reads: ({ channel, against }) => [channel, against],
  apply: (state, settings) => {
    const { channel, against, method, window, order, symbol, name } = settings;
    const y = numberChannelOf(state, channel);
    const x = numberChannelOf(state, against);
    const local = { window, order, derivative: 1 };
    const { values, doubts } = overSegments(state, channel, against, method === 'central' ? 3 : window, (ys, xs) => {
      if (method === 'central') return centralDifference(ys, xs, 2);
      const spacing = evenSpacing(xs);
      return spacing === undefined ? localPolynomialSmooth(ys, xs, local) : savitzkyGolay(ys, { ...local, spacing });
    });
    const unit = perPower(parseUnit(y.unit), parseUnit(x.unit), 1).text;
    return { state: withNewChannel(state, { symbol, name, unit, origin: 'derived', values }), made: symbol, doubts };
  },
});
