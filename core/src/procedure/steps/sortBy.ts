import { Type } from 'typebox';
import { errorsOf, mapErrors, type Channel } from '../../sample';
import { defineStep } from '../StepKind';
import { numberChannelOf } from '../stepTools';

export const sortBy = defineStep({
  kind: 'sortBy',
  version: 1,
  title: 'Sort by a channel',
  purpose: 'Put the samples in the order of a channel, which the run is then ordered along. Missing ones come last.',
  settings: Type.Object({
    channel: Type.String({ title: 'Channel', field: 'channel' }),
    method: Type.Union([Type.Literal('rising', { title: 'Rising' }), Type.Literal('falling', { title: 'Falling' })], {
      title: 'Order',
    }),
  }),
  start: ({ along, channels }) => ({ channel: along ?? channels[0]?.symbol ?? '', method: 'rising' as const }),
  words: ({ channel, method }) => ({ title: `Sort by ${channel}`, detail: method }),
  reads: ({ channel }) => [channel],
  readsAll: true,
  apply: (state, { channel, method }) => {
    const { values } = numberChannelOf(state, channel);
    const sign = method === 'rising' ? 1 : -1;
    const order = Int32Array.from(values, (_, i) => i).sort((a, b) => {
      const [p, q] = [values[a]!, values[b]!];
      if (p !== p || q !== q) return Number(p !== p) - Number(q !== q) || a - b;
      return sign * (p - q) || a - b;
    });
    const ordered = (column: Float64Array): Float64Array => Float64Array.from(order, (i) => column[i]!);
    const sorted = ([symbol, c]: [string, Channel]): [string, Channel] => [
      symbol,
      {
        ...c,
        values: ordered(c.values),
        uncertainty: undefined,
        spread: undefined,
        errors: () => mapErrors(errorsOf(c, state.channels), ordered),
      },
    ];
    // Every sample keeps its state and its reason on the way to its new place; gaps were between other neighbours.
    const mask = Uint16Array.from(order, (i) => state.mask[i]!);
    const channels = new Map([...state.channels].map(sorted));
    return { state: { ...state, channels, mask, along: channel, gaps: undefined } };
  },
});
