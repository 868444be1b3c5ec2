import type { ContinueBody, JoinBody, RunReply } from '@undameter/contract';
import { matchChannels, mismatchesOf, type JoinMethod } from '@undameter/core';

/** What is to be done with two runs: rows below rows, or channels beside channels. */
export interface JoinState {
  mode: 'rows' | 'channels';
  matches: ContinueBody['matches'];
  times: ContinueBody['times'];
  /** Added to the times of the second log, in the unit of the run's own. */
  offset: number;
  /** By how many parts per million its clock is slow. */
  ratePpm: number;
  method: JoinMethod;
  /** The channels that are laid over each other. */
  symbol: string;
  otherSymbol: string;
  channels: JoinBody['channels'];
}

type Declared = RunReply['declared'];
const named = (declared: Declared) => declared.map(({ labels, ...c }) => ({ ...c, labels: labels ?? undefined }));
const numbers = (run: RunReply): Declared => run.declared.filter((c) => c.labels === null && c.symbol !== run.along);

/** Begins with what can be told: channels of one symbol or name go with each other. */
export function begin(run: RunReply, other: RunReply): JoinState {
  const matches = matchChannels(named(run.declared), named(other.declared));
  const shared = matches.find((m) => m.from !== null && numbers(run).some((c) => c.symbol === m.symbol));
  const all = matches.every((m) => m.from !== null);
  return {
    mode: all ? 'rows' : 'channels',
    matches,
    times: 'follow',
    offset: 0,
    ratePpm: 0,
    method: 'linear',
    symbol: shared?.symbol ?? numbers(run)[0]?.symbol ?? '',
    otherSymbol: shared?.from ?? numbers(other)[0]?.symbol ?? '',
    channels: [],
  };
}

/** What does not fit, in sentences. */
export const problemsOf = (state: JoinState, run: RunReply, other: RunReply): string[] =>
  mismatchesOf(named(run.declared), named(other.declared), state.matches).map((m) => m.problem);

/** Chooses a channel to be brought in, or no longer; its symbol is one that the run has not. */
export function withChannel(state: JoinState, run: RunReply, channel: { symbol: string; name: string }): JoinState {
  const { symbol: from, name } = channel;
  if (state.channels.some((c) => c.from === from))
    return { ...state, channels: state.channels.filter((c) => c.from !== from) };
  const taken = new Set([...run.declared.map((c) => c.symbol), ...state.channels.map((c) => c.symbol)]);
  let symbol = from;
  for (let n = 2; taken.has(symbol); n++) symbol = `${from}_${n}`;
  return { ...state, channels: [...state.channels, { from, symbol, name }] };
}
