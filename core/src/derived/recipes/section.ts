import { Type } from 'typebox';
import { AppError } from '../../error/AppError';
import { atCrossings, cellsOf, hasSolids, sectionOf, type Mesh, type SolidSection } from '../../field';
import { KEPT } from '../../sample';
import { checkField, copyOf, counted, freeSymbol, joined, zonesOf } from '../fieldTools';
import { defineRecipe, type DerivedChannel, type FieldState } from '../RecipeKind';
import { cutNothing, cutPlaces, where, whereInWords, zones, type Where } from './where';

/** What a cut leaves within solids is a surface, and so a field of its own. */
export const section = defineRecipe({
  kind: 'section',
  title: 'Section',
  purpose: 'The flat that a cut leaves within solids, as a field with all channels.',
  settings: Type.Object({ where, zones }),
  words: ({ where: at, zones: of }) => `section ${whereInWords(at, of)}`,
  make: (field, chosen) => {
    checkField(field);
    const { state, mesh } = field;
    if (!hasSolids(mesh)) throw new AppError('FIELD_NO_SOLIDS', { name: field.name });
    const wanted = zonesOf(field, chosen.zones);
    const found = cutPlaces(field, chosen.where).map((place) => {
      const one = sectionOf(mesh, place.values, {
        ...{ level: place.value, zones: wanted },
        isKept: (node) => state.mask[node] === KEPT,
      });
      if (cellsOf(one.mesh) === 0) throw cutNothing(field, place, one, wanted);
      return { one, value: place.value };
    });
    const channels = inOrder(field).map((channel) =>
      copyOf(channel, joined(found.map(({ one }) => atCrossings(one, channel.values, channel.labels !== undefined)))),
    );
    const station = stationOf(field, chosen.where, found);
    return {
      channels: station ? [...channels, station] : channels,
      along: field.coordinates[0],
      mesh: together(found.map(({ one }) => one)),
      said: saidOf(found.map(({ one }) => one)),
    };
  },
});

/** The coordinates and the zone first, as those of every field. */
export function inOrder({ state, coordinates, zone }: FieldState) {
  const first = [...coordinates, zone];
  const others = [...state.channels.keys()].filter((symbol) => !first.includes(symbol));
  return [...first, ...others].map((symbol) => state.channels.get(symbol)!);
}

function stationOf(
  { state }: FieldState,
  at: Where,
  found: readonly { one: SolidSection; value: number }[],
): DerivedChannel | undefined {
  if (!('channel' in at)) return undefined;
  const { name, unit } = state.channels.get(at.channel)!;
  return {
    ...{ symbol: freeSymbol('station', new Set(state.channels.keys())), name: `Station, ${name}`, unit },
    values: joined(found.map(({ one, value }) => new Float64Array(one.share.length).fill(value))),
  };
}

/** Meshes one after another, each with nodes of its own. */
function together(sections: readonly SolidSection[]): Mesh {
  const nodes: number[] = [];
  const starts: number[] = [0];
  let first = 0;
  for (const { mesh, share } of sections) {
    const before = nodes.length;
    for (const node of mesh.nodes) nodes.push(first + node);
    for (const start of mesh.starts.subarray(1)) starts.push(before + start);
    first += share.length;
  }
  return {
    ...{ nodes: Uint32Array.from(nodes), starts: Uint32Array.from(starts) },
    shapes: Uint8Array.from(sections.flatMap(({ mesh }) => [...mesh.shapes])),
    zones: Uint16Array.from(sections.flatMap(({ mesh }) => [...mesh.zones])),
  };
}

function saidOf(sections: readonly SolidSection[]): string[] {
  const total = (of: (one: SolidSection) => number): number => sections.reduce((sum, one) => sum + of(one), 0);
  const passedOver = total((one) => one.passedOver);
  const faces = total(({ mesh }) => cellsOf(mesh));
  const nodes = total((one) => one.share.length);
  return [
    `${counted(sections.length, 'section')}, ${counted(faces, 'face')}, ${counted(nodes, 'node')}`,
    ...(passedOver > 0
      ? [`${counted(passedOver, 'cell')} passed over: a node of each is set aside or has no value.`]
      : []),
  ];
}
