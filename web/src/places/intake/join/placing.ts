import type { RunReply, TracesReply } from '@undameter/contract';
import { conversion, parseUnit } from '@undameter/core';
import type { JoinState } from './state';

type Range = [number, number];

/** Of the times of the second log, in those of the first. */
export const factorOf = (from: string, to: string): number => {
  try {
    return conversion(parseUnit(from), parseUnit(to)).factor;
  } catch {
    // Units that do not fit are told when the logs are joined.
    return 1;
  }
};

/** What times of a clock that is slow by so many parts per million are multiplied with. */
export const stretchOf = (ratePpm: number): number => 1 + ratePpm / 1e6;

/** Traces with their times in another unit. */
export const inUnitOf = (reply: TracesReply, factor: number): TracesReply => ({
  ...reply,
  traces: reply.traces.map((t) => ({ ...t, x: t.x.map((x) => (x === null ? null : x * factor)) })),
});

/** A channel of a run, or its symbol where a step made it. */
export const channelOrSymbol = (run: RunReply, symbol: string) =>
  run.declared.find((c) => c.symbol === symbol) ?? (symbol ? { name: symbol, symbol, unit: '' } : undefined);

/**
 * What is added to the times of the second log, and the stretch that holds both.
 * Rows below follow the last sample; where exactly is found when it is done.
 */
export function placed(
  { mode, times, offset, ratePpm = 0 }: Pick<JoinState, 'mode' | 'times' | 'offset'> & { ratePpm?: number },
  own: readonly [number, number] = [0, 1],
  its: readonly [number, number] = [0, 0],
  unitFactor = 1,
): { shift: number; all: Range } {
  const factor = unitFactor * (mode === 'channels' ? stretchOf(ratePpm) : 1);
  const [from, to] = its.map((x) => x * factor) as Range;
  const shift = mode === 'rows' && times === 'follow' ? own[1] - from : offset;
  return { shift, all: [Math.min(own[0], from + shift), Math.max(own[1], to + shift)] };
}

/** An offset to a ten-thousandth of the stretch: what a hand can mean. */
export function roundedOffset(offset: number, [from, to]: readonly [number, number]): number {
  const place = 10 ** Math.floor(Math.log10((to - from || 1) / 10_000));
  return Number((Math.round(offset / place) * place).toPrecision(12));
}

/** How far an arrow key moves the second log: a five-hundredth of what is shown, with Shift ten times as far. */
export function stepOfKey(key: string, shift: boolean, [from, to]: readonly [number, number]): number {
  const step = (to - from) / (shift ? 50 : 500);
  return key === 'ArrowLeft' ? -step : key === 'ArrowRight' ? step : 0;
}
