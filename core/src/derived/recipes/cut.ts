import { Type, type Static } from 'typebox';
import { alongCut, cutSurface, lengthsAlong, sidesOf, type Cut } from '../../field';
import { formatCount } from '../../number/formatNumber';
import { countKept, KEPT, type Channel } from '../../sample';
import {
  checkField,
  copyOf,
  counted,
  freeSymbol,
  joined,
  rememberedFaces,
  rememberedRanges,
  zonesOf,
} from '../fieldTools';
import { defineRecipe, type DerivedChannel, type FieldState } from '../RecipeKind';
import { cutNothing, cutPlaces, numbersOf, where, whereInWords, zones } from './where';

const settings = Type.Object({
  where,
  zones,
  sides: Type.Optional(
    Type.Object(
      {
        along: Type.String({ title: 'From end to end', minLength: 1, maxLength: 40 }),
        across: Type.String({ title: 'From the lower to the upper side', minLength: 1, maxLength: 40 }),
      },
      { title: 'Upper and lower side', additionalProperties: false },
    ),
  ),
});
export type CutSettings = Static<typeof settings>;

/** Nodes of a face that is cut lie on both sides of it; what is told of a cut is told of its faces. */
export const cut = defineRecipe({
  kind: 'cut',
  title: 'Cut',
  purpose:
    'The lines where a channel of a surface has a value, or where a plane meets it, with all channels along them.',
  settings,
  words: ({ where: at, zones: of, sides }) => {
    const split = sides ? `, upper and lower side by ${sides.across} along ${sides.along}` : '';
    return `cut ${whereInWords(at, of)}${split}`;
  },
  make: (field, chosen) => {
    const cuts = cutField(field, chosen);
    const coordinates = field.coordinates.map((symbol) => field.state.channels.get(symbol)!);
    const along = (channel: Channel): Float64Array =>
      joined(cuts.map(({ cut: one }) => alongCut(one, channel.values, channel.labels !== undefined)));
    const parts = cuts.flatMap(({ cut: one, value }) => one.parts.map((part) => ({ part, value })));
    const each = (of: (of: (typeof parts)[number], k: number) => number): Float64Array =>
      joined(parts.map((part, k) => new Float64Array(part.part.points.length).fill(of(part, k))));
    const lengths = joined(
      cuts.map(({ cut: one }) =>
        lengthsAlong(
          one.parts,
          coordinates.map((c) => alongCut(one, c.values)),
        ),
      ),
    );
    const taken = new Set(field.state.channels.keys());
    const made: DerivedChannel[] = [
      { symbol: freeSymbol('s', taken), name: 'Length along the cut', unit: coordinates[0]!.unit, values: lengths },
      { symbol: freeSymbol('part', taken), name: 'Part of the cut', unit: '', values: each((_, k) => k + 1) },
    ];
    if (chosen.sides) {
      const code = { upper: 0, lower: 1 };
      const side = { symbol: freeSymbol('side', taken), name: 'Side of the cut', unit: '', labels: ['upper', 'lower'] };
      made.push({ ...side, values: each(({ part }) => (part.side ? code[part.side] : NaN)) });
    }
    if ('channel' in chosen.where) {
      const { name, unit } = field.state.channels.get(chosen.where.channel)!;
      const station = { symbol: freeSymbol('station', taken), name: `Station, ${name}`, unit };
      made.unshift({ ...station, values: each(({ value }) => value) });
    }
    const copied = [...field.state.channels.values()].map((channel) => copyOf(channel, along(channel)));
    return {
      channels: [...made, ...copied],
      along: made.find((c) => c.name === 'Length along the cut')!.symbol,
      said: saidOfCuts(cuts),
    };
  },
});

export interface CutAt {
  cut: Cut;
  /** Of the channel that is cut at; 0 of a plane. */
  value: number;
}

/**
 * Cuts a field at each station.
 * @throws {AppError} FIELD_NODES_MOVED, FIELD_CHANNEL, FIELD_ZONE, FIELD_UNITS, FIELD_CUT_NOTHING, FIELD_CUT_ASIDE,
 *   FIELD_PLANE
 */
export function cutField(field: FieldState, { where: at, zones: wanted, sides }: CutSettings): CutAt[] {
  const { state } = field;
  checkField(field);
  const faces = rememberedFaces(field);
  const chosen = zonesOf(field, wanted);
  const choice = {
    ...(chosen ? { zones: chosen } : {}),
    // Of most fields nothing is set aside, and then no node has to be asked.
    ...(countKept(state.mask) < state.mask.length ? { isKept: (node: number) => state.mask[node] === KEPT } : {}),
  };
  return cutPlaces(field, at).map((place) => {
    // The distance from a plane is computed anew each time, so that nothing of it is remembered.
    const ranges = 'channel' in at ? rememberedRanges(faces, place.values) : undefined;
    const one = cutSurface(faces, place.values, { ...choice, level: place.value, ...(ranges ? { ranges } : {}) });
    if (one.parts.length === 0) throw cutNothing(field, place, one, chosen);
    return { cut: sides ? withSides(field, one, sides) : one, value: place.value };
  });
}

/** @throws {AppError} FIELD_CHANNEL */
function withSides(field: FieldState, one: Cut, { along, across }: NonNullable<CutSettings['sides']>): Cut {
  const [from, over] = [along, across].map((symbol) => numbersOf(field, symbol).values);
  const at =
    (values: Float64Array) =>
    (point: number): number => {
      const [a, b] = [values[one.from[point]!]!, values[one.to[point]!]!];
      return a + one.share[point]! * (b - a);
    };
  return { ...one, parts: sidesOf(one.parts, { along: at(from!), across: at(over!) }) };
}

/** What was found by cuts, in sentences. */
export function saidOfCuts(cuts: readonly CutAt[]): string[] {
  const parts = cuts.flatMap(({ cut: one }) => one.parts);
  const points = parts.reduce((sum, part) => sum + part.points.length, 0);
  const total = (of: (cut: Cut) => number): number => cuts.reduce((sum, { cut: one }) => sum + of(one), 0);
  const [passedOver, grazed] = [total((c) => c.passedOver), total((c) => c.grazed)];
  const sided = parts.filter((p) => p.side).length;
  const closed = parts.filter((p) => p.isClosed).length;
  return [
    `${counted(cuts.length, 'cut')}, ${counted(parts.length, 'part')} (${closed} closed), ${counted(points, 'point')}`,
    ...(passedOver > 0
      ? [`${counted(passedOver, 'face')} passed over: a node of it is set aside or has no value.`]
      : []),
    ...(sided > 0 ? [sidesInWords(sided, parts.length)] : []),
    ...(grazed > 0 ? [`${counted(grazed, 'face')} in the cut as a whole, without a line of its own.`] : []),
  ];
}

const sidesInWords = (sided: number, parts: number): string =>
  sided === parts
    ? 'All parts are told apart as upper and lower.'
    : `${formatCount(sided)} of ${formatCount(parts)} parts are told apart as upper and lower; the others have none beside them.`;
