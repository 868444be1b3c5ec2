import { Type } from 'typebox';
import { AppError } from '../../error/AppError';
import { formatValue } from '../../number/formatNumber';
import { describe, errorsOf, KEPT, mapErrors, type Channel, type Mask } from '../../sample';
import { made, madeNames, madeSettings } from '../madeChannel';
import type { RunState } from '../RunState';
import { defineStep } from '../StepKind';
import { channelOf, numberChannelOf } from '../stepTools';

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
        Type.Literal('length', { title: 'Its lowest is 0, 1 a given length above' }),
        Type.Literal('highest', { title: 'Share of its highest value' }),
        Type.Literal('mean', { title: 'Share of its mean' }),
        Type.Literal('value', { title: 'Share of a reference value' }),
      ],
      { title: 'To' },
    ),
    reference: Type.Optional(
      Type.Number({ title: 'Reference value', description: 'In the unit of the channel.', when: ['value', 'length'] }),
    ),
    each: Type.Optional(
      Type.String({
        title: 'Each by itself',
        description: 'Samples with the same value of this channel have a range of their own: each cut, each zone.',
        field: 'channelOrNone',
        default: '',
      }),
    ),
    ...madeSettings,
  }),
  start: (state) => ({ method: 'range' as const, reference: 1, ...madeNames(state, 'rel', 'normalised') }),
  words: ({ channel, method, reference, each }) => ({
    title: `Normalise ${channel}`,
    detail: `${
      {
        range: 'its range from 0 to 1',
        length: `from its lowest, by ${formatValue(reference ?? 1)}`,
        highest: 'share of its highest value',
        mean: 'share of its mean',
        value: `share of ${formatValue(reference ?? 1)}`,
      }[method]
    }${each ? `, for each ${each} by itself` : ''}`,
  }),
  reads: ({ channel, each }) => (each ? [channel, each] : [channel]),
  apply: (state, { channel, method, reference = 1, each, symbol, name }) => {
    const source = numberChannelOf(state, channel);
    const groups = groupsOf(state, each);
    const ends = placesOfEnds(source.values, state.mask, groups);
    const scales = ends.map((of, g) => scaleOf(source, of, method, reference, () => maskOf(state.mask, groups.of, g)));
    const values = source.values.map((v, i) => {
      const scale = scales[groups.of[i]!];
      return scale ? (v - scale.zero) / scale.one : NaN;
    });
    /** What an error does to the zero and to the one that all samples of a group are counted by; a typed reference is exact. */
    const moved = (c: Float64Array): Float64Array => {
      const moves = scales.map(({ ends: { lowest, highest } }, g) => {
        const zero = countsFromLowest(method) ? c[lowest]! : 0;
        const mean = () => describe(c, maskOf(state.mask, groups.of, g)).mean;
        const isTyped = method === 'value' || method === 'length';
        return { zero, one: method === 'mean' ? mean() : isTyped ? 0 : c[highest]! - zero };
      });
      return c.map((e, i) => {
        const g = groups.of[i]!;
        return g < 0 ? NaN : (e - moves[g]!.zero - values[i]! * moves[g]!.one) / scales[g]!.one;
      });
    };
    const errors = () => mapErrors(errorsOf(source, state.channels), moved);
    return made(
      state,
      { symbol, name, unit: '', values, errors },
      [],
      saidOf(scales, groups.names, source.unit, method),
    );
  },
});

type Method = 'range' | 'length' | 'highest' | 'mean' | 'value';

const countsFromLowest = (method: Method): boolean => method === 'range' || method === 'length';

/** What stands for 0 and for 1 in a group, less the zero. */
interface Scale {
  zero: number;
  one: number;
  ends: { lowest: number; highest: number };
}

/** So many groups at most: a channel with more values tells no groups. */
const MOST_GROUPS = 2000;

/** The group of each sample, −1 where it has none, and what each is called. @throws {AppError} NORMALISED_GROUPS */
function groupsOf(state: RunState, each: string | undefined): { of: Int32Array; names: string[] } {
  if (!each) return { of: new Int32Array(state.samples), names: [''] };
  const { values, labels, unit } = channelOf(state, each);
  const known = new Map<number, number>();
  const of = Int32Array.from(values, (v) => {
    if (Number.isNaN(v)) return -1;
    if (!known.has(v)) known.set(v, known.size);
    return known.get(v)!;
  });
  if (known.size > MOST_GROUPS)
    throw new AppError('NORMALISED_GROUPS', { symbol: each, have: known.size, most: MOST_GROUPS });
  const named = (v: number): string => labels?.[v] ?? `${each} ${formatValue(v)} ${unit}`.trim();
  return { of, names: [...known.keys()].map(named) };
}

/** The mask with what is in no group or another one set aside. */
const maskOf = (mask: Mask, of: Int32Array, g: number): Mask => mask.map((m, i) => (of[i] === g ? m : KEPT + 1));

/** @throws {AppError} NORMALISED_BY_ZERO */
function scaleOf(source: Channel, ends: Scale['ends'], method: Method, reference: number, mask: () => Mask): Scale {
  const [lowest = NaN, highest = NaN] = [source.values[ends.lowest], source.values[ends.highest]];
  const zero = countsFromLowest(method) ? lowest : 0;
  const one = {
    range: () => highest - lowest,
    highest: () => highest,
    mean: () => describe(source.values, mask()).mean,
    value: () => reference,
    length: () => reference,
  }[method]();
  if (!(Math.abs(one) > 0)) throw new AppError('NORMALISED_BY_ZERO', { name: source.name });
  return { zero, one, ends };
}

const MOST_SAID = 6;

/** What 0 and 1 stand for; of many groups the first. */
function saidOf(scales: readonly Scale[], names: readonly string[], unit: string, method: Method): string[] {
  const of = (value: number): string => `${formatValue(value)} ${unit}`.trim();
  const said = scales.map(({ zero, one }, g) => {
    const ends = countsFromLowest(method)
      ? `0 stands for ${of(zero)}, 1 for ${of(zero + one)}`
      : `1 stands for ${of(one)}`;
    return names[g] === '' ? ends : `${names[g]}: ${ends}`;
  });
  const more = said.length - MOST_SAID;
  return more > 0 ? [...said.slice(0, MOST_SAID), `and ${more} more`] : said;
}

/** Numbers of the lowest and the highest kept sample of each group; −1 where it has none. */
function placesOfEnds(values: Float64Array, mask: Mask, { of, names }: { of: Int32Array; names: string[] }) {
  const found = names.map(() => ({ lowest: -1, highest: -1 }));
  for (let i = 0; i < values.length; i++) {
    const ends = found[of[i]!];
    if (!ends || mask[i] !== KEPT || values[i] !== values[i]) continue;
    if (ends.lowest < 0 || values[i]! < values[ends.lowest]!) ends.lowest = i;
    if (ends.highest < 0 || values[i]! > values[ends.highest]!) ends.highest = i;
  }
  return found;
}
