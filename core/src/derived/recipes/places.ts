import { Type } from 'typebox';
import { AppError } from '../../error/AppError';
import { atPlaces, lengthsAlong, placesInField, type FieldPlaces } from '../../field';
import { formatCount, formatValue } from '../../number/formatNumber';
import { printUnit } from '../../units';
import { KEPT } from '../../sample';
import { checkField, copyOf, freeSymbol, placesOfNodes, rememberedFaces, zonesOf } from '../fieldTools';
import { defineRecipe, type DerivedChannel } from '../RecipeKind';
import { zones } from './where';

const MOST_POINTS = 100_000;

/** A place outside of all solids is brought to the surface; how far it was from it is a channel of its own. */
export const places = defineRecipe({
  kind: 'places',
  title: 'At places',
  purpose:
    'All channels at given places, or along the straight lines between them: within the solid that holds a place, else at ' +
    'the nearest point of the surface.',
  settings: Type.Object({
    places: Type.Array(Type.Tuple([Type.Number(), Type.Number(), Type.Number()]), {
      title: 'Places',
      minItems: 1,
      maxItems: 5000,
    }),
    between: Type.Integer({ title: 'Points between two', minimum: 0, maximum: 10_000 }),
    zones,
  }),
  words: ({ places: list, between, zones: wanted }) => {
    const of = wanted.length === 0 ? '' : ` on ${wanted.join(', ')}`;
    const places = `${formatCount(list.length)} place${list.length === 1 ? '' : 's'}`;
    return between === 0 ? `at ${places}${of}` : `along the lines between ${places}${of}`;
  },
  make: (field, { places: list, between, zones: of }) => {
    checkField(field);
    const { state } = field;
    const wanted = pathThrough(list, between);
    const found = placesInField(field.mesh, rememberedFaces(field), placesOfNodes(field), wanted, {
      zones: zonesOf(field, of),
      isKept: (node) => state.mask[node] === KEPT,
    });
    if (found.distances[0] === Infinity) throw new AppError('FIELD_NO_FACE', { name: field.name });
    const unit = state.channels.get(field.coordinates[0])!.unit;
    const taken = new Set(state.channels.keys());
    const count = found.distances.length;
    const made: DerivedChannel[] = [
      {
        ...{ symbol: freeSymbol('s', taken), name: 'Length through the places', unit },
        values: lengthsAlong([{ zone: 0, isClosed: false, points: new Uint32Array(count) }], wanted),
      },
      { symbol: freeSymbol('distance', taken), name: 'Distance from the field', unit, values: found.distances },
    ];
    const copied = [...state.channels.values()].map((channel) =>
      copyOf(channel, atPlaces(found, channel.values, channel.labels !== undefined)),
    );
    return { channels: [...made, ...copied], along: made[0]!.symbol, said: saidOf(found, unit) };
  },
});

/** The places in turn, with points evenly spaced between each two. @throws {AppError} FIELD_TOO_MANY_POINTS */
function pathThrough(
  list: readonly (readonly [number, number, number])[],
  between: number,
): [Float64Array, Float64Array, Float64Array] {
  const count = (list.length - 1) * (between + 1) + 1;
  if (count > MOST_POINTS) throw new AppError('FIELD_TOO_MANY_POINTS', { have: count, most: MOST_POINTS });
  const column = (axis: number): Float64Array =>
    Float64Array.from({ length: count }, (_, k) => {
      const place = Math.floor(k / (between + 1));
      const share = (k % (between + 1)) / (between + 1);
      const from = list[place]![axis]!;
      return share === 0 ? from : from + share * (list[place + 1]![axis]! - from);
    });
  return [column(0), column(1), column(2)];
}

function saidOf({ distances, width }: FieldPlaces, unit: string): string[] {
  const outside = distances.filter((d) => d > 0).length;
  const one = distances.length === 1;
  const count = `${formatCount(distances.length)} point${one ? '' : 's'}`;
  if (width > 3 && outside === 0) return [`${count}, ${one ? 'it lies' : 'all of them lie'} in the field.`];
  const farthest = distances.reduce((most, d, k) => (d > distances[most]! ? k : most), 0);
  const length = `${formatValue(distances[farthest]!, 3)} ${printUnit(unit)}`.trim();
  const isOfSurface = width === 3 || outside === distances.length;
  const on = isOfSurface ? 'on the surface' : `${formatCount(outside)} of them on the surface`;
  return [
    `${count}${isOfSurface ? ' ' : ', '}${on}`,
    one
      ? `It lies ${length} from the place that was asked for.`
      : `At most ${length} from the place that was asked for, at point ${formatCount(farthest + 1)}.`,
  ];
}
