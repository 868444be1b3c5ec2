import { Type } from 'typebox';
import { AppError } from '../../error/AppError';
import { bringIn } from '../../join';
import { formatCount, formatValue } from '../../number/formatNumber';
import { describe, errorsOf, gather, KEPT, mapErrors, type Channel } from '../../sample';
import { meansAround, movingAverage, usualSpacing } from '../../signal';
import { printUnit } from '../../units';
import type { RunState } from '../RunState';
import { defineStep } from '../StepKind';
import { inChannelUnit, numberChannelOf } from '../stepTools';

const MOST_SAMPLES = 20_000_000;

export const resample = defineStep({
  kind: 'resample',
  version: 1,
  title: 'Re-sample to a grid',
  purpose: 'All channels at even steps of time, from the samples that are kept. No value is invented inside a gap.',
  settings: Type.Object({
    step: Type.Number({ title: 'Step', description: 'In the unit of the time channel.', exclusiveMinimum: 0 }),
    method: Type.Union(
      [
        Type.Literal('linear', { title: 'On the line between two samples' }),
        Type.Literal('nearest', { title: 'The nearer sample' }),
        Type.Literal('hold', { title: 'The last sample before' }),
        Type.Literal('mean', { title: 'The mean over the step around it' }),
      ],
      { title: 'Values' },
    ),
    unit: Type.String({ title: 'Unit', default: '', field: 'hidden' }),
  }),
  start: ({ along, channels }) => {
    const time = channels.find((c) => c.symbol === along);
    const range = (time?.highest ?? 1) - (time?.lowest ?? 0);
    return { step: Number((range / 1000 || 1).toPrecision(1)), method: 'linear' as const, unit: time?.unit ?? '' };
  },
  words: ({ step, method, unit }) => ({
    title: `Re-sample every ${formatValue(step)} ${printUnit(unit)}`.trim(),
    detail: {
      linear: 'on the line between two samples',
      nearest: 'the nearer sample',
      hold: 'the last sample before',
      mean: 'the mean over the step around it',
    }[method],
  }),
  reads: (_, along) => (along === undefined ? [] : [along]),
  readsAll: true,
  apply: (state, { step, method, unit }) => {
    if (state.along === undefined) throw new AppError('NO_TIME_FOR_RATE', {});
    const time = numberChannelOf(state, state.along);
    const own = inChannelUnit(time, unit);
    const width = own(step) - own(0);
    const grid = gridOver(time, state, width);
    const kept = (column: Float64Array): Float64Array => column.map((v, i) => (state.mask[i] === KEPT ? v : NaN));
    const times = kept(time.values);
    const onGrid = (how: typeof method) => (column: Float64Array) =>
      how === 'mean' ? meansAround(grid, width, times, kept(column)) : bringIn(grid, times, kept(column), how);
    const moved = (c: Channel): Channel => {
      // Words have nothing between them.
      const work = onGrid(c.labels && (method === 'linear' || method === 'mean') ? 'nearest' : method);
      const values = c === time ? grid : work(c.values);
      return {
        ...c,
        values,
        uncertainty: undefined,
        spread: undefined,
        errors: () => mapErrors(errorsOf(c, state.channels), work),
      };
    };
    const channels = new Map([...state.channels].map(([symbol, c]) => [symbol, moved(c)]));
    const logged = state.logged ?? { samples: state.samples, mask: state.mask };
    return {
      state: { ...state, samples: grid.length, channels, mask: new Uint16Array(grid.length), gaps: undefined, logged },
      notes: [`${formatCount(grid.length)} samples on the grid`],
      doubts: method === 'mean' ? [] : folded(state, time, width),
    };
  },
});

/** What moves faster than the grid can show by more than this share of the whole is told. */
const FOLDED = 0.01;

/**
 * Channels that move faster than half the rate of the grid: on it their movement looks slow (aliasing). Measured by what
 * a moving average over one step takes away. Source of the limit: the sampling theorem, C. E. Shannon, Proc. IRE 37 (1949) 10-21.
 */
function folded(state: RunState, time: Channel, width: number): string[] {
  const usable = Int32Array.from(time.values, (_, i) => i).filter(
    (i) => state.mask[i] === KEPT && Number.isFinite(time.values[i]!),
  );
  const ratio = usable.length > 2 ? width / usualSpacing(gather(time.values, usable)) : 0;
  const window = Math.floor(ratio / 2) * 2 + 1;
  if (!(ratio > 1.5) || window >= usable.length) return [];
  const isFast = (c: Channel): boolean => {
    const y = gather(c.values, usable).filter((v) => v === v);
    if (y.length <= window) return false;
    const slow = movingAverage(y, Math.max(3, window));
    return deviationOf(y.map((v, i) => v - slow[i]!)) > FOLDED * deviationOf(y);
  };
  const fast = [...state.channels.values()].filter((c) => c !== time && !c.labels && isFast(c));
  if (fast.length === 0) return [];
  const names =
    fast
      .slice(0, 3)
      .map((c) => c.symbol)
      .join(', ') + (fast.length > 3 ? ` and ${fast.length - 3} more` : '');
  return [
    `${names}: ${fast.length === 1 ? 'moves' : 'move'} faster than the grid can show, and would look slow on it (aliasing); take the mean over the step, or filter first`,
  ];
}

const deviationOf = (y: Float64Array): number => describe(y, new Uint16Array(y.length)).standardDeviation;

/** From the first kept sample to the last. @throws {AppError} TOO_FEW_SAMPLES, GRID_TOO_LONG */
function gridOver(time: Channel, state: RunState, step: number): Float64Array {
  let [low, high] = [Infinity, -Infinity];
  let count = 0;
  for (let i = 0; i < state.samples; i++) {
    const t = time.values[i]!;
    if (state.mask[i] !== KEPT || !Number.isFinite(t)) continue;
    if (t < low) low = t;
    if (t > high) high = t;
    count++;
  }
  if (count < 2) throw new AppError('TOO_FEW_SAMPLES', { name: time.name, have: count, need: 2 });
  const samples = Math.floor((high - low) / step + 1e-9) + 1;
  if (samples > MOST_SAMPLES) throw new AppError('GRID_TOO_LONG', { samples, most: MOST_SAMPLES });
  const grid = new Float64Array(samples);
  for (let i = 0; i < samples; i++) grid[i] = low + i * step;
  return grid;
}
