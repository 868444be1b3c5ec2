import { Type } from 'typebox';
import type { Channel } from '../sample';
import type { RunState, StepEffect } from './RunState';
import type { StartState } from './StepKind';
import { freeSymbol, withNewChannel } from './stepTools';

/** How every step that makes a channel asks what it is to be called. */
export const madeSettings = {
  symbol: Type.String({ title: 'Symbol', minLength: 1, maxLength: 40 }),
  name: Type.String({ title: 'Name', minLength: 1, maxLength: 100 }),
};

/** The channel in hand, or the first that is not the one along which the run is ordered. */
export const channelToStart = ({ channels, along, inHand }: StartState) =>
  channels.find((c) => c.symbol === inHand && c.symbol !== along) ?? channels.find((c) => c.symbol !== along);

/** Proposed names of a channel made from another: `p_d` with `s` and `smoothed` gives p_d_s, "…, smoothed". */
export function madeNames(start: StartState, suffix: string, words: string) {
  const channel = channelToStart(start);
  return {
    channel: channel?.symbol ?? '',
    symbol: freeSymbol(`${channel?.symbol ?? 'y'}_${suffix}`, start.channels),
    name: `${channel?.name ?? ''}, ${words}`,
  };
}

type Made = Pick<Channel, 'symbol' | 'name' | 'unit' | 'values'> &
  Partial<Pick<Channel, 'errors' | 'spread' | 'datum' | 'decimals' | 'doubtful'>>;

/** The effect of a step that made a channel. @throws {AppError} SYMBOL_TAKEN, SYMBOL_INVALID */
export const made = (state: RunState, channel: Made, doubts: string[] = [], notes: string[] = []): StepEffect => ({
  state: withNewChannel(state, { ...channel, origin: 'derived' }),
  made: channel.symbol,
  doubts,
  notes,
});
