import { Type } from 'typebox';
import { AppError } from '../../error/AppError';
import { bringIn } from '../../join';
import { formatCount, formatValue } from '../../number/formatNumber';
import { errorsOf, KEPT, mapErrors, type Channel } from '../../sample';
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
    detail: { linear: 'on the line between two samples', nearest: 'the nearer sample', hold: 'the last sample before' }[method], // prettier-ignore
  }),
  reads: (_, along) => (along === undefined ? [] : [along]),
  readsAll: true,
  apply: (state, { step, method, unit }) => {
    if (state.along === undefined) throw new AppError('NO_TIME_FOR_RATE', {});
    const time = numberChannelOf(state, state.along);
    const own = inChannelUnit(time, unit);
    const grid = gridOver(time, state, own(step) - own(0));
    const kept = (column: Float64Array): Float64Array => column.map((v, i) => (state.mask[i] === KEPT ? v : NaN));
    const times = kept(time.values);
    const onGrid = (how: typeof method) => (column: Float64Array) => bringIn(grid, times, kept(column), how);
    const moved = (c: Channel): Channel => {
      // Words have nothing between them.
      const work = onGrid(c.labels && method === 'linear' ? 'nearest' : method);
      const values = c === time ? grid : work(c.values);
      return { ...c, values, uncertainty: undefined, errors: () => mapErrors(errorsOf(c, state.channels), work) };
    };
    const channels = new Map([...state.channels].map(([symbol, c]) => [symbol, moved(c)]));
    const logged = state.logged ?? { samples: state.samples, mask: state.mask };
    return {
      state: { ...state, samples: grid.length, channels, mask: new Uint16Array(grid.length), gaps: undefined, logged },
      doubts: [`${formatCount(grid.length)} samples on the grid`],
    };
  },
});

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
