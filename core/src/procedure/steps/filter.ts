import { Type } from 'typebox';
import { AppError } from '../../error/AppError';
import { formatValue } from '../../number/formatNumber';
import { butterworth, filterForward, filterZeroPhase, fourierLowPass, type PassBand } from '../../signal';
import { made, madeNames, madeSettings } from '../madeChannel';
import { onEvenSteps, overSegments } from '../overSegments';
import type { Channel } from '../../sample';
import { isTemperature, parseUnit, printUnit, withoutMark } from '../../units';
import { defineStep } from '../StepKind';
import { numberChannelOf } from '../stepTools';

const BUTTERWORTH = ['low', 'high', 'band', 'notch'];

export const filter = defineStep({
  kind: 'filter',
  version: 1,
  title: 'Filter',
  purpose: 'Keep or remove a range of frequencies of a channel. Needs even time steps.',
  settings: Type.Object({
    channel: Type.String({ title: 'Channel', field: 'channel' }),
    method: Type.Union(
      [
        Type.Literal('low', { title: 'Low-pass, Butterworth' }),
        Type.Literal('high', { title: 'High-pass, Butterworth' }),
        Type.Literal('band', { title: 'Band-pass, Butterworth' }),
        Type.Literal('notch', { title: 'Band-stop, Butterworth' }),
        Type.Literal('fourier', { title: 'Low-pass by Fourier transform' }),
      ],
      { title: 'Filter', default: 'low' },
    ),
    cutoff: Type.Number({ title: 'Cut-off', description: 'In Hz when time is in s.', exclusiveMinimum: 0 }),
    upperCutoff: Type.Optional(Type.Number({ title: 'Upper cut-off', exclusiveMinimum: 0, when: ['band', 'notch'] })),
    order: Type.Integer({ title: 'Order', minimum: 1, maximum: 12, default: 4, when: BUTTERWORTH }),
    phase: Type.Union(
      [
        Type.Literal('zero', { title: 'Zero-phase, forward and back' }),
        Type.Literal('causal', { title: 'Causal, lags' }),
      ],
      { title: 'Phase', default: 'zero', when: BUTTERWORTH },
    ),
    ...madeSettings,
  }),
  start: (state) => ({
    method: 'low' as const,
    cutoff: 1,
    upperCutoff: 2,
    order: 4,
    phase: 'zero' as const,
    ...madeNames(state, 'f', 'filtered'),
  }),
  words: ({ channel, method, cutoff, upperCutoff, order, phase }) => {
    const band =
      method === 'band' || method === 'notch'
        ? `${formatValue(cutoff)} to ${formatValue(upperCutoff ?? 0)}`
        : formatValue(cutoff);
    const detail =
      method === 'fourier'
        ? `Fourier transform, lines above ${band} cut`
        : `Butterworth ${method === 'notch' ? 'band-stop' : `${method}-pass`}, order ${order}, ${band}, ${phase === 'zero' ? 'zero-phase' : 'causal'}`;
    return { title: `Filter ${channel}`, detail };
  },
  reads: ({ channel }, along) => (along === undefined ? [channel] : [channel, along]),
  apply: (state, settings) => {
    const { channel, symbol, name } = settings;
    if (state.along === undefined) throw new AppError('NO_TIME_FOR_FILTER', {});
    const xName = numberChannelOf(state, state.along).name;
    const { unit, datum } = passedBy(settings.method, numberChannelOf(state, channel));
    const { values, doubts, errors, spread } = overSegments(state, channel, state.along, 4, (y, x) =>
      onEvenSteps(y, x, { name: xName, method: 'a filter' }, (even, spacing) => filtered(even, spacing, settings)),
    );
    return made(state, { symbol, name, unit, datum, values, errors, spread }, doubts);
  },
});

/** What is left without its mean is a difference, and no reading of a scale any more. */
function passedBy(method: string, { unit, datum }: Channel): Pick<Channel, 'unit' | 'datum'> {
  if (method !== 'high' && method !== 'band') return { unit, datum };
  const { dimension, datum: said } = parseUnit(unit);
  if (said === 'absolute' && isTemperature(dimension)) return { unit: `Δ${printUnit(unit)}`, datum: 'difference' };
  return { unit: withoutMark(unit), datum: said || datum ? 'difference' : undefined };
}

interface Filtering {
  method: string;
  cutoff: number;
  upperCutoff?: number;
  order: number;
  phase: 'zero' | 'causal';
}

function filtered(y: Float64Array, spacing: number, s: Filtering): Float64Array {
  if (s.method === 'fourier') return fourierLowPass(y, spacing, s.cutoff);
  const band = (
    s.method === 'band' || s.method === 'notch'
      ? { pass: s.method, cutoff: s.cutoff, upperCutoff: s.upperCutoff ?? 0 }
      : { pass: s.method, cutoff: s.cutoff }
  ) as PassBand;
  const { sections } = butterworth(s.order, band, spacing);
  return s.phase === 'zero' ? filterZeroPhase(y, sections) : filterForward(y, sections);
}
