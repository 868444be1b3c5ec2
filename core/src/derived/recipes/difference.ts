import { Type, type Static } from 'typebox';
import { AppError } from '../../error/AppError';
import { atPlaces, placesInField, type Coordinates, type FieldPlaces } from '../../field';
import { formatCount, formatValue } from '../../number/formatNumber';
import { KEPT, type Channel } from '../../sample';
import { convertColumn, parseUnit, printUnit, unitOfDifference } from '../../units';
import { checkField, copyOf, freeSymbol, placesOfNodes, rememberedFaces } from '../fieldTools';
import { defineRecipe, type Derived, type DerivedChannel, type FieldState } from '../RecipeKind';
import { inOrder } from './section';
import { numbersOf } from './where';

const settings = Type.Object({
  other: Type.Integer({ title: 'Other field', minimum: 1, maximum: 2147483647 }),
  channels: Type.Array(Type.String({ minLength: 1, maxLength: 40 }), { title: 'Channels', minItems: 1, maxItems: 20 }),
});

/** The other field is read at the nodes of the first, zone by zone where both have one of that name. */
export const difference = defineRecipe({
  kind: 'difference',
  title: 'Difference',
  purpose:
    'What another field says at the nodes of this one, and the difference of both: a finer mesh, another setting.',
  settings,
  words: ({ channels }, [other]) =>
    `difference of ${channels.join(', ')} from ${other === undefined ? 'another field' : `"${other}"`}`,
  others: ({ other }) => [other],
  make: (field, { channels }, [other]) => differenceOf(field, other!, channels),
});
export type DifferenceSettings = Static<typeof settings>;

function differenceOf(field: FieldState, other: FieldState, symbols: readonly string[]): Derived {
  for (const one of [field, other]) checkField(one);
  const { zones, places } = placesOfAll(field, other);
  const taken = new Set(field.state.channels.keys());
  const unit = field.state.channels.get(field.coordinates[0])!.unit;
  const read = (of: (found: FieldPlaces) => Float64Array) => atNodes(field.state.samples, places, of);
  const compared = symbols.map((symbol) => {
    const own = numbersOf(field, symbol);
    const theirs = numbersOf(other, symbol);
    const there = inUnit(
      read((found) => atPlaces(found, theirs.values)),
      theirs.unit,
      own.unit,
    );
    const off = own.values.map((v, k) => v - there[k]!);
    return { own, there, off };
  });
  const made = compared.flatMap(({ own, there, off }): DerivedChannel[] => [
    copyOf(own, own.values),
    {
      ...{ symbol: freeSymbol(`${own.symbol}_other`, taken), name: `${own.name}, ${other.name}` },
      ...{ unit: own.unit, values: there },
    },
    {
      ...{ symbol: freeSymbol(`${own.symbol}_diff`, taken), name: `${own.name}, difference` },
      ...{ unit: unitOfDifference(own.unit), values: off },
    },
  ]);
  const lengthOf = ({ state, coordinates }: FieldState) => state.channels.get(coordinates[0])!.unit;
  const distance = inUnit(
    read((found) => found.distances),
    lengthOf(other),
    unit,
  );
  return {
    channels: [
      ...inOrder(field)
        .slice(0, 4)
        .map((channel) => copyOf(channel, channel.values)),
      ...made,
      { symbol: freeSymbol('distance', taken), name: 'Distance from the other field', unit, values: distance },
    ],
    along: field.coordinates[0],
    mesh: field.mesh,
    said: [...compared.map(({ own, off }) => saidOf(field, own, off)), ...saidOfPlaces(distance, unit, zones)],
  };
}

const inUnit = (values: Float64Array, from: string, to: string): Float64Array =>
  convertColumn(values, parseUnit(from), parseUnit(to));

/** Nodes of one zone, and where they lie in the other field. */
interface ZonePlaces {
  nodes: number[];
  found: FieldPlaces;
}

function placesOfAll(field: FieldState, other: FieldState): { zones: string[]; places: ZonePlaces[] } {
  const own = placesInUnitOf(field, other);
  const zoneOfNode = field.state.channels.get(field.zone)!;
  const theirs = other.state.channels.get(other.zone)?.labels ?? [];
  const groups = new Map<number, number[]>();
  zoneOfNode.values.forEach((zone, node) => {
    if (field.state.mask[node] !== KEPT) return;
    const group = groups.get(zone);
    if (group) group.push(node);
    else groups.set(zone, [node]);
  });
  const withCells = new Set(other.mesh.zones);
  const codeOf = (zone: number): number => theirs.indexOf(zoneOfNode.labels?.[zone] ?? '');
  const isNamed = (zone: number): boolean => withCells.has(codeOf(zone));
  const places = [...groups].map(([zone, nodes]): ZonePlaces => {
    const points = own.map((column) => Float64Array.from(nodes, (n) => column[n]!)) as unknown as Coordinates;
    const found = placesInField(other.mesh, rememberedFaces(other), placesOfNodes(other), points, {
      zones: isNamed(zone) ? new Set([codeOf(zone)]) : undefined,
      isKept: (node) => other.state.mask[node] === KEPT,
    });
    return { nodes, found };
  });
  if (places.every(({ found }) => found.distances[0] === Infinity))
    throw new AppError('FIELD_NO_FACE', { name: other.name });
  const strangers = [...groups.keys()].filter((zone) => !isNamed(zone)).map((z) => zoneOfNode.labels?.[z] ?? '');
  return { zones: strangers, places };
}

/** @throws {AppError} UNIT_MISFIT where lengths do not fit */
function placesInUnitOf(field: FieldState, other: FieldState): Coordinates {
  const unitOf = ({ state, coordinates }: FieldState) => parseUnit(state.channels.get(coordinates[0])!.unit);
  return placesOfNodes(field).map((column) =>
    convertColumn(column, unitOf(field), unitOf(other)),
  ) as unknown as Coordinates;
}

/** A column of the other field, or the distance from it, at all nodes; NaN where a node is set aside or has no place. */
function atNodes(count: number, places: readonly ZonePlaces[], of: (found: FieldPlaces) => Float64Array): Float64Array {
  const all = new Float64Array(count).fill(NaN);
  for (const { nodes, found } of places) {
    const column = of(found);
    nodes.forEach((node, k) => (all[node] = Number.isFinite(column[k]!) ? column[k]! : NaN));
  }
  return all;
}

function saidOf({ coordinates, state }: FieldState, { symbol, unit }: Channel, off: Float64Array): string {
  let [worst, count, sum, squares] = [-1, 0, 0, 0];
  off.forEach((v, k) => {
    if (Number.isNaN(v)) return;
    count++;
    sum += v;
    squares += v * v;
    if (worst < 0 || Math.abs(v) > Math.abs(off[worst]!)) worst = k;
  });
  if (count === 0) return `${symbol}: no node has a value in both.`;
  const shown = printUnit(unitOfDifference(unit));
  const of = (v: number): string => `${formatValue(v, 3)} ${shown}`.trim();
  const place = coordinates.map((c) => formatValue(state.channels.get(c)!.values[worst]!, 4)).join(', ');
  return (
    `${symbol}: largest difference ${of(off[worst]!)}, at node ${formatCount(worst + 1)} (${place}); ` +
    `root mean square ${of(Math.sqrt(squares / count))}, mean ${of(sum / count)} over ${formatCount(count)} nodes`
  );
}

function saidOfPlaces(distance: Float64Array, unit: string, strangers: readonly string[]): string[] {
  const far = distance.reduce((most, d) => (d > most ? d : most), 0);
  return [
    `No node lies farther from the other field than ${`${formatValue(far, 3)} ${printUnit(unit)}`.trim()}.`,
    ...(strangers.length > 0
      ? [`The other field has no zone ${strangers.slice(0, 5).join(', ')}: looked up in all of its zones.`]
      : []),
  ];
}
