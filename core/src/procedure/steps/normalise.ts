import { Type } from 'typebox';
import { AppError } from '../../error/AppError';
import { formatValue } from '../../number/formatNumber';
import { describe, errorsOf, mapErrors } from '../../sample';
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
    reference: Type.Optional(Type.Number({ title: 'Reference value', description: 'In the unit of the channel.', when: ['value'] })),
    ...madeSettings,
  }),
  start: (state) => ({ method: 'range' as const, reference: 1, ...madeNames(state, 'rel', 'normalised') }),
  words: ({ channel, method, reference }) => ({
    title: `Normalise ${channel}`,
    detail: { range: 'its range from 0 to 1', highest: 'share of its highest value', mean: 'share of its mean', value: `share of ${formatValue(reference ?? 1)}` }[method],
  }),
  reads: ({ channel }) => [channel],
  apply: (state, { channel, method, reference = 1, symbol, name }) => {
    const source = numberChannelOf(state, channel);
    const { lowest, highest, mean } = describe(source.values, state.mask);
    const zero = method === 'range' ? lowest : 0;
    const one = { range: highest - lowest, highest, mean, value: reference }[method];
    if (!(Math.abs(one) > 0)) throw new AppError('NORMALISED_BY_ZERO', { name: source.name });
    const values = source.values.map((v) => (v - zero) / one);
    // The reference is taken for exact, which what follows is told.
    const errors = () => mapErrors(errorsOf(source, state.channels), (c) => c.map((v) => v / one));
    return made(state, { symbol, name, unit: '', values, errors }, [`1 stands for ${formatValue(one)} ${source.unit}`.trim()]);
  },
}); // prettier-ignore
