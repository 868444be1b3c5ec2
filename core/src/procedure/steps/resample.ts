import { Type } from 'typebox';
import { AppError } from '../../error/AppError';
import { bringIn } from '../../join';
import { formatCount, formatValue } from '../../number/formatNumber';
import { describe, errorsOf, gather, KEPT, mapErrors, scatter, segments, type Channel } from '../../sample';
import { butterworth, filterZeroPhase, meansAround, movingAverage, usualSpacing } from '../../signal';
import { frequencyUnit, printUnit } from '../../units';
import { onEvenSteps } from '../overSegments';
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
        Type.Literal('lowpass', { title: 'A low-pass first, then on the line' }),
      ],
      { title: 'Values' },
    ),
    cutoff: Type.Optional(
      Type.Number({
        title: 'Cut-off',
        description: 'In Hz when time is in s; below half the new rate. Butterworth of order 4, forward and back.',
        exclusiveMinimum: 0,
        when: ['lowpass'],
      }),
    ),
    unit: Type.String({ title: 'Unit', default: '', field: 'hidden' }),
  }),
  start: ({ along, channels, spacing }) => {
    const time = channels.find((c) => c.symbol === along);
    const range = (time?.highest ?? 1) - (time?.lowest ?? 0);
    // The step that the log has keeps all that is in it.
    const step = spacing ? Number(spacing.toPrecision(6)) : Number((range / 1000 || 1).toPrecision(1));
    return { step, method: 'linear' as const, cutoff: Number((SAFE / step).toPrecision(3)), unit: time?.unit ?? '' };
  },
  words: ({ step, method, cutoff, unit }) => ({
    title: `Re-sample every ${formatValue(step)} ${printUnit(unit)}`.trim(),
    detail: {
      linear: 'on the line between two samples',
      nearest: 'the nearer sample',
      hold: 'the last sample before',
      mean: 'the mean over the step around it',
      lowpass: `low-pass at ${formatValue(cutoff ?? NaN, 4)} ${frequencyUnit(unit)} first, then on the line`,
    }[method],
  }),
  reads: (_, along) => (along === undefined ? [] : [along]),
  readsAll: true,
  apply: (state, { step, method, cutoff, unit }) => {
    if (state.along === undefined) throw new AppError('NO_TIME_FOR_RATE', {});
    const time = numberChannelOf(state, state.along);
    const own = inChannelUnit(time, unit);
    const width = own(step) - own(0);
    const grid = gridOver(time, state, width);
    const kept = (column: Float64Array): Float64Array => column.map((v, i) => (state.mask[i] === KEPT ? v : NaN));
    const times = kept(time.values);
    const calmed = method === 'lowpass' ? lowPass(state, time, own(step) - own(0), step, cutoff) : undefined;
    const onGrid = (how: typeof method) => (column: Float64Array) => {
      if (how === 'mean') return meansAround(grid, width, times, kept(column));
      return how === 'lowpass'
        ? bringIn(grid, times, calmed!(column), 'linear')
        : bringIn(grid, times, kept(column), how);
    };
    const moved = (c: Channel): Channel => {
      // Words have nothing between them.
      const work = onGrid(
        c.labels && (method === 'linear' || method === 'mean' || method === 'lowpass') ? 'nearest' : method,
      );
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
      doubts: method === 'mean' || method === 'lowpass' ? [] : folded(state, time, width),
    };
  },
});

/** Share of the new rate at which a low-pass is proposed to cut: below the half that the sampling theorem leaves. */
const SAFE = 0.4;
const ORDER = 4;
/** Shorter stretches give a filter nothing to settle in. */
const LEAST = 12;

/**
 * Takes out of a column what moves faster than the cut-off, stretch by stretch.
 * @param width   step of the grid, unit of the time channel
 * @param step    the same as it was given, to whose unit the cut-off belongs
 * @throws {AppError} CUTOFF_OUTSIDE, UNEVEN_SPACING, NOT_INCREASING
 */
function lowPass(
  state: RunState,
  time: Channel,
  width: number,
  step: number,
  cutoff: number | undefined,
): (column: Float64Array) => Float64Array {
  const highest = 1 / (2 * step);
  if (cutoff === undefined || !(cutoff < highest))
    throw new AppError('CUTOFF_OUTSIDE', { cutoff: cutoff ?? NaN, highest });
  const ownCutoff = (cutoff * step) / width;
  return (column) => {
    const out = new Float64Array(column.length).fill(NaN);
    for (const samples of segments(time.values, column, state.mask, time.name, state.gaps)) {
      if (samples.length < LEAST) continue;
      const x = gather(time.values, samples);
      const calm = onEvenSteps(gather(column, samples), x, { name: time.name, method: 'a filter' }, (even, spacing) => {
        // What the log itself cannot show needs no filter.
        if (ownCutoff >= 0.5 / spacing) return even;
        return filterZeroPhase(even, butterworth(ORDER, { pass: 'low', cutoff: ownCutoff }, spacing).sections);
      });
      scatter(calm, samples, out);
    }
    return out;
  };
}

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
