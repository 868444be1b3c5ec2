import { numberChannelOf } from '../procedure/stepTools';
import type { RunState } from '../procedure/RunState';
import { gather, KEPT, type Mask } from '../sample';
import { noiseOfColumn } from '../signal';

/** What the scatter of a channel asks of a steady stretch, in its own unit. */
export interface ScatterLimit {
  symbol: string;
  unit: string;
  deviation: number | null;
  /** Per unit of time of the limit. */
  slope: number | null;
}

/**
 * Limits that a calm channel keeps: it may scatter by twice its noise, and drift by no more than that within the time. The
 * noise is that of the differences of neighbours, which a drift hardly touches.
 * @param lasting   how long a stretch lasts, in the unit of time of the slope
 * @returns         one for each channel; null where its noise cannot be told
 * @throws {AppError} CHANNEL_UNKNOWN, CHANNEL_IS_CATEGORY
 */
export function scatterLimits(state: RunState, symbols: readonly string[], lasting: number): ScatterLimit[] {
  return symbols.map((symbol) => {
    const { values, unit } = numberChannelOf(state, symbol);
    const noise = noiseOf(values, state);
    return { symbol, unit, deviation: twoDigits(2 * noise), slope: twoDigits((2 * noise) / lasting) };
  });
}

/** No larger share of the range is taken for resolution. */
const JUMP = 0.005;

/** Columns and masks never change, and many conditions ask for the noise of the same ones. */
const known = new WeakMap<Float64Array, WeakMap<Mask, number>>();

function noiseOf(values: Float64Array, state: RunState): number {
  const ofColumn = known.get(values) ?? new WeakMap<Mask, number>();
  known.set(values, ofColumn);
  const noise = ofColumn.get(state.mask) ?? noiseAmongKept(values, state);
  ofColumn.set(state.mask, noise);
  return noise;
}

function noiseAmongKept(values: Float64Array, { mask, samples }: RunState): number {
  const kept: number[] = [];
  for (let i = 0; i < samples; i++) if (mask[i] === KEPT && values[i]! === values[i]!) kept.push(i);
  const y = gather(values, Int32Array.from(kept));
  const usual = noiseOfColumn(y);
  if (usual > 0) return usual;
  const steps = y.slice(1).map((v, i) => Math.abs(v - y[i]!));
  // A channel that mostly repeats a value: its smallest step is its resolution, unless it only jumps.
  const smallest = steps.reduce((least, s) => (s > 0 && s < least ? s : least), Infinity);
  const range = y.reduce((high, v) => Math.max(high, v), -Infinity) - y.reduce((low, v) => Math.min(low, v), Infinity);
  return Math.min(smallest, JUMP * range);
}

const twoDigits = (v: number): number | null => (Number.isFinite(v) && v > 0 ? Number(v.toPrecision(2)) : null);
