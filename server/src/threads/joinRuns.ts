import type { ContinueBody, JoinBody, OffsetReply } from '@undameter/contract';
import {
  appendRun,
  AppError,
  bringIn,
  channelOf,
  conversion,
  convertColumn,
  findClock,
  findOffset,
  KEPT,
  numberChannelOf,
  originDifference,
  parseUnit,
  shiftToFollow,
  withoutTellers,
  type Channel,
  type RunState,
} from '@undameter/core';
import type { BenchRun, TwoRuns } from './BenchInput';
import { benchState } from './benchState';
import { reading } from './toReply';

/** New columns for a run, in the order of its channels or to follow them. */
export interface JoinedColumns {
  columns: Pick<Channel, 'values' | 'unit' | 'labels' | 'uncertainty'>[];
  /** What was added to the times of the other run. */
  shift: number;
}

const loggedOf = (run: BenchRun): RunState => benchState({ ...run, steps: [] }).result.final;

/** The columns of a run with the rows of another below them. */
export function continueRun({
  run,
  other,
  matches,
  times,
}: TwoRuns & Pick<ContinueBody, 'matches' | 'times'>): JoinedColumns {
  const base = [...loggedOf(run).channels.values()];
  const further = [...loggedOf(other).channels.values()];
  const shift = shiftOf({ run, other }, matches, times);
  return { columns: appendRun(base, further, matches, run.along, shift), shift };
}

function shiftOf({ run, other }: TwoRuns, matches: ContinueBody['matches'], times: ContinueBody['times']): number {
  const from = matches.find((m) => m.symbol === run.along)?.from;
  if (run.along === undefined || !from) return 0;
  const own = numberChannelOf(loggedOf(run), run.along);
  const its = numberChannelOf(loggedOf(other), from);
  if (times === 'asStated') return byClock({ run, other }) ?? 0;
  return shiftToFollow(own.values, convertColumn(its.values, parseUnit(its.unit), parseUnit(own.unit)));
}

/** Where the clocks of both logs put the second, in the unit of the first one's times. */
function byClock({ run, other }: TwoRuns): number | undefined {
  const seconds = originDifference(run.origin, other.origin);
  if (seconds === undefined || run.along === undefined) return undefined;
  const { unit } = numberChannelOf(loggedOf(run), run.along);
  return seconds * conversion(parseUnit('s'), parseUnit(unit)).factor;
}

interface OnTime {
  own: Float64Array;
  /** Times of the second log, in the unit of the first. */
  its: Float64Array;
  /** The second run after its procedure. */
  second: RunState;
}

/** @throws {AppError} NOT_ALONG_TIME */
function onTime({ run, other }: TwoRuns): OnTime {
  for (const { along, name } of [run, other]) if (along === undefined) throw new AppError('NOT_ALONG_TIME', { name });
  const own = numberChannelOf(loggedOf(run), run.along!);
  const its = numberChannelOf(loggedOf(other), other.along!);
  return {
    own: own.values,
    its: convertColumn(its.values, parseUnit(its.unit), parseUnit(own.unit)),
    second: benchState(other).result.final,
  };
}

/** Samples that are kept; the others are no measurement. */
const keptOf = (state: RunState, values: Float64Array): Float64Array =>
  values.map((v, i) => (state.mask[i] === KEPT ? v : NaN));

/** The offset at which a channel of the second log agrees best with one of the run, and how the two clocks run. */
export function offsetOf({
  run,
  other,
  symbol,
  otherSymbol,
}: TwoRuns & { symbol: string; otherSymbol: string }): OffsetReply {
  const { own, its, second } = onTime({ run, other });
  // What the procedure sets aside, a start or a stop, is often what tells the offset.
  const a = { x: own, y: numberChannelOf(loggedOf(run), symbol).values };
  const b = { x: its, y: keptOf(second, numberChannelOf(second, otherSymbol).values) };
  const found = findOffset(a, b);
  const clock = findClock(a, b, found.offset);
  return {
    ...found,
    byClock: byClock({ run, other }) ?? null,
    clock: clock ? { ...clock, rateHalf: reading(clock.rateHalf) } : null,
  };
}

/** Channels of the second log at the times of the run. Words are never mixed: the nearer one is taken. */
export function joinRun({
  run,
  other,
  offset,
  rate = 0,
  method,
  channels,
}: TwoRuns & Omit<JoinBody, 'otherRunId'>): JoinedColumns {
  const { own, its, second } = onTime({ run, other });
  const x = its.map((v) => offset + (1 + rate) * v);
  const columns = channels.map(({ from }) => {
    const { values, unit, labels, uncertainty } = channelOf(second, from);
    const how = labels && method === 'linear' ? 'nearest' : method;
    const brought = bringIn(own, x, keptOf(second, values), how);
    const kept = uncertainty && withoutTellers(uncertainty);
    return { values: brought, unit, labels, ...(kept ? { uncertainty: kept } : {}) };
  });
  return { columns, shift: offset };
}
