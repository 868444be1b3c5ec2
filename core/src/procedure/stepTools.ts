import { AppError } from '../error/AppError';
import { isSymbol, unitOfChannel, type Channel, type Mask } from '../sample';
import { convert, parseUnit } from '../units';
import type { RunState } from './RunState';

/** @throws {AppError} CHANNEL_UNKNOWN */
export function channelOf(state: RunState, symbol: string): Channel {
  const channel = state.channels.get(symbol);
  if (!channel) throw new AppError('CHANNEL_UNKNOWN', { symbol });
  return channel;
}

/** A channel that can be computed with. @throws {AppError} CHANNEL_UNKNOWN, CHANNEL_IS_CATEGORY */
export function numberChannelOf(state: RunState, symbol: string): Channel {
  const channel = channelOf(state, symbol);
  if (channel.labels) throw new AppError('CHANNEL_IS_CATEGORY', { symbol });
  return channel;
}

/**
 * Turns a value that was given in a unit into that of the channel. A procedure travels to runs whose
 * channels are in other units; without a unit a value counts as given in the channel's own.
 * @throws {AppError} UNIT_MISFIT, ANGLE_OR_COUNT, DATUM_MISFIT, UNIT_UNKNOWN
 */
export function inChannelUnit(channel: Channel, unit: string): (value: number) => number {
  if (unit === '' || unit === channel.unit) return (v) => v;
  const [from, own] = [parseUnit(unit), unitOfChannel(channel)];
  return (v) => convert(v, from, own);
}

/** The state with one more channel. @throws {AppError} SYMBOL_TAKEN, SYMBOL_INVALID */
export function withNewChannel(state: RunState, channel: Channel): RunState {
  if (!isSymbol(channel.symbol)) throw new AppError('SYMBOL_INVALID', { symbol: channel.symbol });
  if (state.channels.has(channel.symbol)) throw new AppError('SYMBOL_TAKEN', { symbol: channel.symbol });
  return { ...state, channels: new Map(state.channels).set(channel.symbol, channel) };
}

/** A new mask in which every sample for which `next` answers a number gets it. */
export function remask(mask: Mask, next: (sample: number, now: number) => number): Mask {
  const out = new Uint16Array(mask.length);
  for (let i = 0; i < mask.length; i++) out[i] = next(i, mask[i]!);
  return out;
}

/** @throws {AppError} RANGE_REVERSED */
export function checkRange(from: number, to: number): void {
  if (to < from) throw new AppError('RANGE_REVERSED', { from, to });
}

export const rangesInUnit = (ranges: readonly (readonly [number, number])[], own: (value: number) => number) =>
  ranges.map(([from, to]): [number, number] => [own(from), own(to)]);

/** Whether a value lies in one of the ranges, ends included. */
export const inRanges = (value: number, ranges: readonly (readonly [number, number])[]): boolean =>
  ranges.some(([from, to]) => value >= from && value <= to);

/** The proposed symbol for a channel made from another; numbered when it is taken. */
export function freeSymbol(wanted: string, taken: readonly { symbol: string }[]): string {
  const used = new Set(taken.map((c) => c.symbol));
  if (!used.has(wanted)) return wanted;
  let n = 2;
  while (used.has(`${wanted}${n}`)) n++;
  return `${wanted}${n}`;
}
