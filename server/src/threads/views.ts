import type {
  HistogramReply,
  PairsReply,
  RowsBody,
  RowsReply,
  SpectrumReply,
  StretchReply,
  WhyReply,
} from '@undameter/contract';
import {
  AppError,
  amplitudes,
  convertColumn,
  describe,
  gather,
  histogram,
  KEPT,
  line,
  numberChannelOf,
  parseUnit,
  powerDensity,
  segments,
  needEven,
  type Channel,
  type RunState,
  sampleNumbers,
} from '@undameter/core';
import type { BenchRun, NamedCondition } from './BenchInput';
import { benchState } from './benchState';
import { attempt, reading, readings } from './toReply';

export interface ViewTask {
  run: BenchRun;
  symbols: string[];
  from: number | null;
  to: number | null;
}

const MOST_PAIRS = 6000;
const MOST_LINES = 2000;
/** Longer stretches are averaged over segments, so that a line stands out of the noise. */
const SEGMENT = 8192;

const positionsOf = (state: RunState): Float64Array =>
  state.along === undefined ? sampleNumbers(state.samples) : numberChannelOf(state, state.along).values;

/** Numbers of the kept samples within the window. */
function keptWithin(state: RunState, { from, to }: ViewTask): Int32Array {
  const x = positionsOf(state);
  const kept = new Int32Array(state.samples);
  let count = 0;
  for (let i = 0; i < x.length; i++)
    if (state.mask[i] === KEPT && (from === null || x[i]! >= from) && (to === null || x[i]! <= to)) kept[count++] = i;
  return kept.subarray(0, count);
}

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
  const present = keptWithin(final, { run, symbols, from: null, to: null }).filter((i) =>
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

/** Spectra over the longest stretch of the window without a gap. */
export function spectraOf(task: ViewTask & { as: 'amplitude' | 'density' }): SpectrumReply {
  const { final } = benchState(task.run).result;
  const inside = new Uint16Array(final.samples).fill(1);
  for (const i of keptWithin(final, task)) inside[i] = KEPT;
  const x = positionsOf(final);
  const xName = final.along === undefined ? 'sample number' : numberChannelOf(final, final.along).name;
  return task.symbols.map((symbol) => {
    const found = attempt(() => {
      const { values, name } = numberChannelOf(final, symbol);
      const longest = segments(x, values, inside, xName, final.gaps).reduce(
        (a, b) => (b.length > a.length ? b : a),
        new Int32Array(),
      );
      if (longest.length < 8)
        throw new AppError('TOO_FEW_SAMPLES', {
          name: `The longest stretch of "${name}"`,
          have: longest.length,
          need: 8,
        });
      const { y, spacing } = needEven(gather(values, longest), gather(x, longest), {
        name: xName,
        method: 'a spectrum',
      });
      const lines =
        task.as === 'amplitude'
          ? amplitudes(y, spacing, 'hann')
          : powerDensity(y, spacing, { segment: Math.min(SEGMENT, y.length), taper: 'hann' });
      return { lines: thinned(lines.frequency, lines.value), samples: longest.length };
    });
    const [frequency, value] = found.value?.lines ?? [new Float64Array(), new Float64Array()];
    return {
      symbol,
      frequency: readings(frequency),
      value: readings(value),
      samples: found.value?.samples ?? 0,
      problem: found.problem,
    };
  });
}

/** Of many lines the highest in each of MOST_LINES slices: none that stands out is lost. */
function thinned(frequency: Float64Array, value: Float64Array): [Float64Array, Float64Array] {
  if (frequency.length <= MOST_LINES) return [frequency, value];
  const slice = frequency.length / MOST_LINES;
  const highest = Int32Array.from({ length: MOST_LINES }, (_, s) => {
    let best = Math.floor(s * slice);
    for (let k = best; k < Math.floor((s + 1) * slice); k++) if (value[k]! > value[best]!) best = k;
    return best;
  });
  return [gather(frequency, highest), gather(value, highest)];
}

export function histogramsOf(task: ViewTask): HistogramReply {
  const { final } = benchState(task.run).result;
  const kept = keptWithin(final, task);
  return task.symbols.map((symbol) => {
    const made = histogram(gather(numberChannelOf(final, symbol).values, kept));
    return {
      symbol,
      low: reading(made?.low ?? NaN),
      width: reading(made?.width ?? NaN),
      counts: Array.from(made?.counts ?? []),
    };
  });
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
