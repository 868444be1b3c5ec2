import { Type } from 'typebox';
import { evenSpacing, localPolynomialSmooth, movingAverage, savitzkyGolay } from '../../signal';
import { defineStep } from '../StepKind';
import { numberChannelOf, freeSymbol, withNewChannel } from '../stepTools';
import { overSegments } from '../overSegments';

export const smooth = defineStep({
  kind: 'smooth',
  version: 1,
  title: 'Smooth',
  purpose: 'A calmer copy of a channel; the channel itself stays as it is.',
  settings: Type.Object({
    channel: Type.String({ title: 'Channel', field: 'channel' }),
    method: Type.Union(
      [
        Type.Literal('savitzkyGolay', { title: 'Savitzky–Golay' }),
        Type.Literal('movingAverage', { title: 'Moving average' }),
      ],
      { title: 'Method', default: 'savitzkyGolay' },
    ),
    window: Type.Integer({ title: 'Window (samples)', minimum: 3, maximum: 100001, default: 21, field: 'window' }),
    order: Type.Integer({ title: 'Order', minimum: 0, maximum: 9, default: 3, when: 'savitzkyGolay' }),
    symbol: Type.String({ title: 'Symbol', minLength: 1, maxLength: 40 }),
    name: Type.String({ title: 'Name', minLength: 1, maxLength: 100 }),
  }),
  start: ({ channels, along, inHand }) => {
    const channel = channels.find((c) => c.symbol === inHand) ?? channels.find((c) => c.symbol !== along);
    return {
      channel: channel?.symbol ?? '',
      method: 'savitzkyGolay' as const,
      window: 21,
      order: 3,
      symbol: freeSymbol(`${channel?.symbol ?? 'y'}_s`, channels),
      name: `${channel?.name ?? ''}, smoothed`,
    };
  },
  words: ({ channel, method, window, order }) => ({
    title: `Smooth ${channel}`,
    detail:
      method === 'movingAverage'
        ? `moving average, ${window} samples`
        : `Savitzky–Golay, ${window} samples, order ${order}`,
  }),
  reads: ({ channel }, along) => (along === undefined ? [channel] : [channel, along]),
  apply: (state, { channel, method, window, order, symbol, name }) => {
    const { unit } = numberChannelOf(state, channel);
    const need = method === 'movingAverage' ? 1 : window;
    const { values, doubts } = overSegments(state, channel, state.along, need, (ys, xs) => {
      if (method === 'movingAverage') return movingAverage(ys, window);
      return evenSpacing(xs) === undefined
        ? localPolynomialSmooth(ys, xs, { window, order })
        : savitzkyGolay(ys, { window, order });
    });
    return { state: withNewChannel(state, { symbol, name, unit, origin: 'derived', values }), made: symbol, doubts };
  },
});
