import type { PairsReply, RowsBody, RowsReply, StretchReply, WhyReply } from '@undameter/contract';
import {
  AppError,
  convertColumn,
  describe,
  gather,
  KEPT,
  line,
  numberChannelOf,
  parseUnit,
  type Channel,
} from '@undameter/core';
import type { BenchRun, NamedCondition } from './BenchInput';
import { benchState } from './benchState';
import { reading, readings } from './toReply';
import { keptWithin, positionsOf, type ViewTask } from './within';

const MOST_PAIRS = 6000;

/** What lies between two cursors, channel by channel. */
export function stretchOf(task: ViewTask): StretchReply {
  const { final } = benchState(task.run).result;
  const kept = keptWithin(final, task);
  const x = positionsOf(final);
  return task.symbols.map((symbol) => {
    const channel = numberChannelOf(final, symbol).values;
    const present = kept.filter((i) => channel[i]! === channel[i]! && x[i]! === x[i]!);
    const values = gather(channel, present);
    const d = describe(values, new Uint16Array(values.length));
    const [first, last] = [values[0] ?? NaN, values.at(-1) ?? NaN];
    return {
      symbol,
      first: reading(first),
      last: reading(last),
      difference: reading(last - first),
      slope: values.length > 1 ? reading(line(values, gather(x, present)).slope) : null,
      mean: reading(d.mean),
      standardDeviation: values.length > 1 ? reading(d.standardDeviation) : null,
      lowest: reading(d.lowest),
      highest: reading(d.highest),
      count: values.length,
    };
  });
}

/** Channels over another one. */
export function pairsOf(task: ViewTask & { x: string }): PairsReply {
  const { final } = benchState(task.run).result;
  const kept = keptWithin(final, task);
  const every = Math.max(1, Math.ceil(kept.length / MOST_PAIRS));
  const shown = kept.filter((_, k) => k % every === 0);
  const column = (symbol: string) => readings(gather(numberChannelOf(final, symbol).values, shown));
  return { every, x: column(task.x), series: task.symbols.map((symbol) => ({ symbol, y: column(symbol) })) };
}

const MOST_ROWS = 5000;

/** @throws {AppError} TOO_MANY_ROWS, CHANNEL_MISSING, CHANNEL_IS_CATEGORY, UNIT_CLASH */
export function rowsOf({ run, symbols, isDistinct, unit }: { run: BenchRun } & RowsBody): RowsReply {
  const { final } = benchState(run).result;
  const columns = symbols.map((symbol) => inUnit(numberChannelOf(final, symbol), unit));
  const present = keptWithin(final, { from: null, to: null }).filter((i) =>
    columns.every((column) => Number.isFinite(column[i]!)),
  );
  const all = Array.from(present, (i) => columns.map((column) => column[i]!));
  const rows = isDistinct ? distinctRows(all) : all;
  if (rows.length > MOST_ROWS) throw new AppError('TOO_MANY_ROWS', { have: rows.length, most: MOST_ROWS });
  return { rows, leftOut: final.samples - present.length };
}

const inUnit = (channel: Channel, unit: string | null): Float64Array =>
  unit === null ? channel.values : convertColumn(channel.values, parseUnit(channel.unit), parseUnit(unit));

function distinctRows(rows: readonly number[][]): number[][] {
  const known = new Map(rows.map((row) => [row.join(' '), row]));
  return [...known.values()].sort((a, b) => a.reduce((order, v, k) => order || v - b[k]!, 0));
}

/** Why the sample nearest to a place is or is not in the result. */
export function whyOf({ run, conditions, at }: { run: BenchRun; conditions: NamedCondition[]; at: number }): WhyReply {
  const state = benchState(run);
  const { final, reports } = state.result;
  const x = positionsOf(final);
  let nearest = 0;
  for (let i = 1; i < x.length; i++) if (!(Math.abs(x[i]! - at) >= Math.abs(x[nearest]! - at))) nearest = i;
  const place = final.mask[nearest] ?? KEPT;
  const by = place === KEPT ? undefined : reports[place - 1];
  return {
    number: nearest + 1,
    setAsideBy: by ? { place, title: by.title, detail: by.detail } : null,
    conditions: conditions.filter((c) => state.pickedBy(c).value?.includes(nearest)).map((c) => c.name),
  };
}
