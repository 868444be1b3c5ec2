import { Type } from 'typebox';
import { channelToStart } from '../madeChannel';
import { defineStep } from '../StepKind';
import { numberChannelOf } from '../stepTools';

export const roundForDisplay = defineStep({
  kind: 'roundForDisplay',
  version: 1,
  title: 'Round for display',
  purpose: 'Show a channel with so many decimals. What is computed keeps all digits.',
  settings: Type.Object({
    channel: Type.String({ title: 'Channel', field: 'channel' }),
    decimals: Type.Integer({ title: 'Decimals', minimum: 0, maximum: 12, default: 2 }),
  }),
  start: (state) => ({ channel: channelToStart(state)?.symbol ?? '', decimals: 2 }),
  words: ({ channel, decimals }) => ({
    title: `Show ${channel} with ${decimals} decimals`,
    detail: 'for display only',
  }),
  reads: ({ channel }) => [channel],
  ignoresMask: () => true,
  apply: (state, { channel, decimals }) => {
    const shown = { ...numberChannelOf(state, channel), decimals };
    return { state: { ...state, channels: new Map(state.channels).set(channel, shown) } };
  },
});
