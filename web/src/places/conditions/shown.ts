import type { BenchReply, ChannelBoardRow, ConditionBody, ConditionRow } from '@undameter/contract';
import { symbolsOfLimit, symbolsRead, type Step } from '@undameter/core';

/** What of a run conditions can be set on. */
export function channelsOf(bench: BenchReply | undefined) {
  const channels = bench?.channels.filter((c) => c.symbol !== bench.along && c.present > 0) ?? [];
  return {
    channels,
    numbers: channels.filter((c) => c.labels === null),
    along: bench?.channels.find((c) => c.symbol === bench.along),
  };
}

const MOST_CHARTS = 5;
const FIRST_CHARTS = 3;

/** The channels that the conditions look at, as far as the run has them; without any, its first ones. */
export function watchedSymbols(channels: readonly ChannelBoardRow[], bodies: readonly ConditionBody[]) {
  const watched = [...new Set(bodies.flatMap((c) => c.limits.flatMap(symbolsOfLimit)))];
  const known = watched.filter((s) => channels.some((c) => c.symbol === s)).slice(0, MOST_CHARTS);
  return { known, symbols: known.length > 0 ? known : channels.slice(0, FIRST_CHARTS).map((c) => c.symbol) };
}

/** The two channels of the map: the wanted ones, else the first that conditions look at. */
export function mapAxes(
  wanted: readonly [string, string] | null,
  known: readonly string[],
  numbers: readonly ChannelBoardRow[],
): { x: string; y: string } {
  if (wanted) return { x: wanted[0], y: wanted[1] };
  return { x: known[0] ?? numbers[0]?.symbol ?? '', y: known[1] ?? numbers[1]?.symbol ?? '' };
}

const MOST_COLUMNS = 6;

/** What was set, the first of what was measured then, and what the procedure ends in: that is mostly what was asked for. */
export function defaultColumns(
  numbers: readonly ChannelBoardRow[],
  rows: readonly ConditionRow[],
  steps: readonly Step[],
): string[] {
  const set = rows.flatMap((r) => r.limits.flatMap((l) => (l.kind === 'tolerance' ? [l.symbol] : [])));
  const read = new Set(symbolsRead(steps, undefined));
  const results = numbers.filter((c) => c.origin === 'derived' && !read.has(c.symbol)).map((c) => c.symbol);
  const measured = numbers.filter((c) => c.origin === 'logged' && !set.includes(c.symbol)).map((c) => c.symbol);
  return [...new Set([...new Set(set)].slice(0, 2).concat(measured.slice(0, 1), results))].slice(0, MOST_COLUMNS);
}
