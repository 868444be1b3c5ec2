import { Type } from 'typebox';
import { AppError } from '../../error/AppError';
import { formatValue } from '../../number/formatNumber';
import { describe, errorsOf, KEPT, mapErrors, type Mask } from '../../sample';
import { made, madeNames, madeSettings } from '../madeChannel';
import { defineStep } from '../StepKind';
import { numberChannelOf } from '../stepTools';

export const normalise = defineStep({
  kind: 'normalise',
  version: 1,
  title: 'Normalise',
  purpose: 'A channel as a share: of its own range, from 0 to 1, or of a reference value.',
  settings: Type.Object({
    channel: Type.String({ title: 'Channel', field: 'channel' }),
    method: Type.Union(
      [
        Type.Literal('range', { title: 'Its lowest is 0, its highest 1' }),
        Type.Literal('highest', { title: 'Share of its highest value' }),
        Type.Literal('mean', { title: 'Share of its mean' }),
        Type.Literal('value', { title: 'Share of a reference value' }),
      ],
      { title: 'To' },
    ),
    reference: Type.Optional(
      Type.Number({ title: 'Reference value', description: 'In the unit of the channel.', when: ['value'] }),
    ),
    ...madeSettings,
  }),
  start: (state) => ({ method: 'range' as const, reference: 1, ...madeNames(state, 'rel', 'normalised') }),
  words: ({ channel, method, reference }) => ({
    title: `Normalise ${channel}`,
    detail: {
      range: 'its range from 0 to 1',
      highest: 'share of its highest value',
      mean: 'share of its mean',
      value: `share of ${formatValue(reference ?? 1)}`,
    }[method],
  }),
  reads: ({ channel }) => [channel],
  apply: (state, { channel, method, reference = 1, symbol, name }) => {
    const source = numberChannelOf(state, channel);
    const { lowest, highest, mean } = describe(source.values, state.mask);
    const zero = method === 'range' ? lowest : 0;
    const one = { range: highest - lowest, highest, mean, value: reference }[method];
    if (!(Math.abs(one) > 0)) throw new AppError('NORMALISED_BY_ZERO', { name: source.name });
    const values = source.values.map((v) => (v - zero) / one);
    const ends = placesOfEnds(source.values, state.mask);
    /** What an error does to the zero and to the one that all samples are counted by; a typed reference is exact. */
    const moved = (c: Float64Array): Float64Array => {
      const ofZero = method === 'range' ? c[ends.lowest]! : 0;
      const ofOne = {
        range: c[ends.highest]! - ofZero,
        highest: c[ends.highest]!,
        mean: describe(c, state.mask).mean,
        value: 0,
      }[method];
      return c.map((e, i) => (e - ofZero - values[i]! * ofOne) / one);
    };
    const errors = () => mapErrors(errorsOf(source, state.channels), moved);
    return made(state, { symbol, name, unit: '', values, errors }, [
      `1 stands for ${formatValue(one)} ${source.unit}`.trim(),
    ]);
  },
});

/** Numbers of the lowest and the highest kept sample. */
function placesOfEnds(values: Float64Array, mask: Mask): { lowest: number; highest: number } {
  const found = { lowest: -1, highest: -1 };
  for (let i = 0; i < values.length; i++) {
    if (mask[i] !== KEPT || values[i] !== values[i]) continue;
    if (found.lowest < 0 || values[i]! < values[found.lowest]!) found.lowest = i;
    if (found.highest < 0 || values[i]! > values[found.highest]!) found.highest = i;
  }
  return found;
}
