import { AppError } from '../error/AppError';
import { facesOf, rangesOfFaces, type Coordinates, type FaceRanges, type Faces } from '../field';
import { formatCount } from '../number/formatNumber';
import type { Channel } from '../sample';
import type { DerivedChannel, FieldState } from './RecipeKind';

/** What is declared of a logged channel holds for what is made of it too; what a step made has its errors no more. */
export const copyOf = (
  { symbol, name, unit, labels, uncertainty, origin }: Channel,
  values: Float64Array,
): DerivedChannel => ({
  ...{ symbol, name, unit, labels, values },
  uncertainty: origin === 'logged' ? uncertainty : undefined,
});

/** "1 face", "2 faces". */
export const counted = (n: number, what: string): string => `${formatCount(n)} ${what}${n === 1 ? '' : 's'}`;

/** Columns one after another. */
export function joined(parts: readonly Float64Array[]): Float64Array {
  const all = new Float64Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    all.set(part, at);
    at += part.length;
  }
  return all;
}

/** A symbol that is not taken yet, and is from then on. */
export function freeSymbol(wanted: string, taken: Set<string>): string {
  let symbol = wanted;
  for (let n = 2; taken.has(symbol); n++) symbol = `${wanted}_${n}`;
  taken.add(symbol);
  return symbol;
}

/** x, y, z of the nodes. */
export const placesOfNodes = ({ state, coordinates }: FieldState): Coordinates =>
  coordinates.map((symbol) => state.channels.get(symbol)!.values) as unknown as Coordinates;

/** Faces are the same for every cut of a mesh. */
const facesOfMesh = new WeakMap<object, Faces>();
export function rememberedFaces(field: Pick<FieldState, 'mesh'>): Faces {
  const known = facesOfMesh.get(field.mesh.nodes) ?? facesOf(field.mesh);
  facesOfMesh.set(field.mesh.nodes, known);
  return known;
}

/** What is cut at several stations has its ranges computed once. */
const rangesOfValues = new WeakMap<Float64Array, { faces: Faces; ranges: FaceRanges }>();
export function rememberedRanges(faces: Faces, values: Float64Array): FaceRanges {
  const known = rangesOfValues.get(values);
  if (known?.faces === faces) return known.ranges;
  const ranges = rangesOfFaces(faces, values);
  rangesOfValues.set(values, { faces, ranges });
  return ranges;
}

const highestNodes = new WeakMap<Uint32Array, number>();
function highestNode({ nodes }: FieldState['mesh']): number {
  let highest = highestNodes.get(nodes);
  if (highest !== undefined) return highest;
  highest = -1;
  for (let i = 0; i < nodes.length; i++) if (nodes[i]! > highest) highest = nodes[i]!;
  highestNodes.set(nodes, highest);
  return highest;
}

/** Whether the samples are nodes still, and lengths can be told. @throws {AppError} FIELD_NODES_MOVED, FIELD_UNITS */
export function checkField({ name, state, mesh, coordinates }: FieldState): void {
  const highest = highestNode(mesh);
  if (state.logged || highest >= state.samples)
    throw new AppError('FIELD_NODES_MOVED', { name, have: state.samples, nodes: highest + 1 });
  const units = coordinates.map((symbol) => state.channels.get(symbol)?.unit ?? '');
  if (units.some((unit) => unit !== units[0])) throw new AppError('FIELD_UNITS', { name, units: units.join(', ') });
}

/** The codes of zones by their names; undefined: all. @throws {AppError} FIELD_ZONE */
export function zonesOf({ state, zone, name }: FieldState, wanted: readonly string[]): Set<number> | undefined {
  if (wanted.length === 0) return undefined;
  const labels = state.channels.get(zone)?.labels ?? [];
  return new Set(
    wanted.map((label) => {
      const code = labels.indexOf(label);
      if (code === -1) throw new AppError('FIELD_ZONE', { zone: label, name, zones: labels.join(', ') });
      return code;
    }),
  );
}
