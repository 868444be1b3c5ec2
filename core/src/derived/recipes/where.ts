import { Type, type Static } from 'typebox';
import { AppError } from '../../error/AppError';
import { abovePlane } from '../../field';
import { formatValue } from '../../number/formatNumber';
import { KEPT, type Channel } from '../../sample';
import { printUnit } from '../../units';
import { placesOfNodes } from '../fieldTools';
import type { FieldState } from '../RecipeKind';

const three = (title: string) => Type.Tuple([Type.Number(), Type.Number(), Type.Number()], { title });

/** At values of a channel, or by a plane. */
export const where = Type.Union(
  [
    Type.Object(
      {
        channel: Type.String({ title: 'Channel', minLength: 1, maxLength: 40 }),
        values: Type.Array(Type.Number(), { title: 'Stations', minItems: 1, maxItems: 200 }),
      },
      { additionalProperties: false },
    ),
    Type.Object({ point: three('Point'), normal: three('Direction') }, { additionalProperties: false }),
  ],
  { title: 'Where' },
);
export type Where = Static<typeof where>;

export const zones = Type.Array(Type.String(), { title: 'Zones', description: 'None: all of them.', maxItems: 1000 });

/** "at z_rel = 0.15, 0.5", "by the plane through …", and on which zones. */
export function whereInWords(at: Where, of: readonly string[]): string {
  const on = of.length === 0 ? '' : ` on ${of.join(', ')}`;
  const numbers = (values: readonly number[]): string => values.map((v) => formatValue(v, 6)).join(', ');
  return 'channel' in at
    ? `at ${at.channel} = ${numbers(at.values)}${on}`
    : `by the plane through (${numbers(at.point)}) that looks to (${numbers(at.normal)})${on}`;
}

/** One place of a cut, in words, and what it is made of. */
export interface CutPlace {
  what: string;
  /** Of the channel that is cut at; 0 of a plane. */
  value: number;
  unit: string;
  /** Of the nodes. */
  values: Float64Array;
}

/** @throws {AppError} FIELD_CHANNEL, FIELD_PLANE */
export function cutPlaces(field: FieldState, at: Where): CutPlace[] {
  if (!('channel' in at)) {
    const { unit } = field.state.channels.get(field.coordinates[0])!;
    return [{ what: 'the distance from the plane', value: 0, unit, values: abovePlane(placesOfNodes(field), at) }];
  }
  const { unit, values } = numbersOf(field, at.channel);
  return at.values.map((value) => ({ what: at.channel, value, unit, values }));
}

/** @throws {AppError} FIELD_CHANNEL */
export function numbersOf({ state, name }: FieldState, symbol: string): Channel {
  const channel = state.channels.get(symbol);
  if (!channel || channel.labels) throw new AppError('FIELD_CHANNEL', { symbol, name });
  return channel;
}

/** Why a cut has nothing: all that it meets is set aside, or it misses what is there. */
export function cutNothing(
  { state, zone }: FieldState,
  { what, value, unit: written, values }: CutPlace,
  { passedOver: count }: { passedOver: number },
  of: ReadonlySet<number> | undefined,
): AppError {
  const unit = printUnit(written);
  if (count > 0) return new AppError('FIELD_CUT_ASIDE', { what, value, unit, count });
  const zoneOfNode = state.channels.get(zone)!.values;
  let [low, high] = [Infinity, -Infinity];
  for (let node = 0; node < values.length; node++) {
    const v = values[node]!;
    if (state.mask[node] !== KEPT || Number.isNaN(v) || (of && !of.has(zoneOfNode[node]!))) continue;
    low = Math.min(low, v);
    high = Math.max(high, v);
  }
  if (low > high) [low, high] = [NaN, NaN];
  return new AppError('FIELD_CUT_NOTHING', { what, value, low, high, unit });
}
