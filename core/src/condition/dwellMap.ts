import { numberChannelOf } from '../procedure/stepTools';
import type { RunState } from '../procedure/RunState';
import { GAP_FACTOR, KEPT } from '../sample';
import { usualStep } from './usualStep';

export interface DwellMap {
  /** Ends of the map, in the units of the channels. */
  xRange: [number, number];
  yRange: [number, number];
  /** Time spent in each cell, row by row from the lowest y, in [along]; samples where the run has no such channel. */
  dwell: Float64Array;
  columns: number;
  rows: number;
}

/**
 * How long a run dwelt at each place of the map of two channels, over what is kept.
 * @throws {AppError} CHANNEL_UNKNOWN, CHANNEL_IS_CATEGORY
 * A sample stands for the time to the next one, but no longer than a gap. Common practice.
 */
export function dwellMap(state: RunState, x: string, y: string, columns: number, rows: number): DwellMap {
  const [xs, ys] = [numberChannelOf(state, x).values, numberChannelOf(state, y).values];
  const times = state.along === undefined ? undefined : numberChannelOf(state, state.along).values;
  const present = (i: number): boolean => state.mask[i] === KEPT && xs[i]! === xs[i]! && ys[i]! === ys[i]!;
  const [xRange, yRange] = [rangeOf(xs, present), rangeOf(ys, present)];
  const dwell = new Float64Array(columns * rows);
  const usual = times ? usualStep(state, (i) => times[i]!) : 1;
  const cell = (v: number, [low, high]: [number, number], cells: number): number =>
    Math.min(cells - 1, Math.floor(((v - low) / (high - low || 1)) * cells));
  for (let i = 0; i < state.samples; i++) {
    if (!present(i)) continue;
    const step = times && i + 1 < state.samples ? Math.abs(times[i + 1]! - times[i]!) : usual;
    dwell[cell(ys[i]!, yRange, rows) * columns + cell(xs[i]!, xRange, columns)]! +=
      step <= GAP_FACTOR * usual ? step : usual;
  }
  return { xRange, yRange, dwell, columns, rows };
}

function rangeOf(values: Float64Array, present: (i: number) => boolean): [number, number] {
  let [low, high] = [Infinity, -Infinity];
  for (let i = 0; i < values.length; i++) {
    if (!present(i)) continue;
    if (values[i]! < low) low = values[i]!;
    if (values[i]! > high) high = values[i]!;
  }
  return low <= high ? [low, high] : [0, 1];
}
