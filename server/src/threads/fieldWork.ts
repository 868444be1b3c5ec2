import {
  checkRecipe,
  cutField,
  alongCut,
  KEPT,
  makeDerived as made,
  outlineOf,
  rememberedFaces,
  saidOfCuts,
  trianglesOf,
  type CutAt,
  type CutSettings,
  type Derived,
  type FieldState,
  type IntegralSettings,
  type Mesh,
  type Recipe,
} from '@undameter/core';
import { AppError } from '@undameter/core';
import type { CutReply, NodeReply } from '@undameter/contract';
import { LRUCache } from 'lru-cache';
import type { BenchRun } from './BenchInput';
import { benchState } from './benchState';

/** A field as it travels to a thread. */
export interface FieldTask {
  run: BenchRun;
  mesh: Mesh;
  /** Names the mesh: it stays the same as long as the samples of its run. */
  meshKey: string;
  coordinates: [string, string, string];
  zone: string;
}

export interface DerivedTask extends FieldTask {
  recipe: Recipe;
  /** Further fields that the recipe reads. */
  others: FieldTask[];
}

/** Meshes come as new objects with each task, although their memory is shared: what is known of one is found by the first. */
const meshes = new LRUCache<string, Mesh>({ max: 6 });

function fieldState({ run, mesh, meshKey, coordinates, zone }: FieldTask): FieldState {
  const known = meshes.get(meshKey) ?? mesh;
  meshes.set(meshKey, known);
  return { name: run.name, state: benchState(run).result.final, mesh: known, coordinates, zone };
}

/** Triangles of a field for a picture. */
export interface FieldSurface {
  /** x, y, z of one node after those of another. */
  positions: Float32Array;
  /** Three nodes each. */
  corners: Uint32Array;
  /** Zone of each triangle. */
  zones: Uint16Array;
  /** Two nodes for each side of a face; empty where there are too many to be seen. */
  edges: Uint32Array;
}

/** More faces than this have their edges closer together than a picture shows. */
const MOST_FACES_WITH_EDGES = 100_000;

export function surfaceOfField(task: FieldTask): FieldSurface {
  const field = fieldState(task);
  const faces = rememberedFaces(field);
  const { corners, faces: faceOf } = trianglesOf(faces);
  // Plain loops here and below: of a million triangles, a function called for each would be felt.
  const zones = new Uint16Array(faceOf.length);
  for (let k = 0; k < zones.length; k++) zones[k] = faces.zones[faceOf[k]!]!;
  return { positions: positionsOf(field), corners, edges: edgesOf(faces), zones };
}

function positionsOf(field: FieldState): Float32Array {
  const positions = new Float32Array(3 * field.state.samples);
  for (const [axis, symbol] of field.coordinates.entries()) {
    const { values } = channelOf(field, symbol);
    for (let i = 0; i < values.length; i++) positions[3 * i + axis] = values[i]!;
  }
  return positions;
}

function edgesOf({ nodes, starts, zones }: ReturnType<typeof rememberedFaces>): Uint32Array {
  if (zones.length > MOST_FACES_WITH_EDGES) return new Uint32Array();
  const edges = new Uint32Array(2 * nodes.length);
  for (let face = 0; face < zones.length; face++) {
    const [from, to] = [starts[face]!, starts[face + 1]!];
    for (let i = from; i < to; i++) {
      edges[2 * i] = nodes[i]!;
      edges[2 * i + 1] = nodes[i + 1 < to ? i + 1 : from]!;
    }
  }
  return edges;
}

/** Values of a channel at the nodes; NaN where the node is set aside. @throws {AppError} FIELD_CHANNEL */
export function valuesOfField({ symbol, ...task }: FieldTask & { symbol: string }): Float32Array {
  const field = fieldState(task);
  const { values } = channelOf(field, symbol);
  const shown = new Float32Array(values.length);
  for (let i = 0; i < shown.length; i++) shown[i] = field.state.mask[i] === KEPT ? values[i]! : NaN;
  return shown;
}

/** Everything that is known of one node. @param node  counted from 1 @throws {AppError} NOT_FOUND */
export function nodeOfField({ node, ...task }: FieldTask & { node: number }): NodeReply {
  const { state } = fieldState(task);
  if (node > state.samples) throw new AppError('NOT_FOUND', { what: 'node', id: String(node) });
  const values = [...state.channels.values()].map(({ symbol, name, unit, values: all, labels }) => {
    const value = all[node - 1]!;
    return { symbol, name, unit, value: Number.isFinite(value) ? value : null, word: labels?.[value] ?? null };
  });
  return { node, isKept: state.mask[node - 1] === KEPT, values };
}

/** The lines of a cut, or the points of a path, for a picture. @throws {AppError} as `makeDerived` */
export function cutOfField({ recipe, others, ...task }: DerivedTask): CutReply {
  const field = fieldState(task);
  if (recipe.kind === 'cut') {
    checkRecipe(recipe);
    const cuts = cutField(field, recipe.settings as CutSettings);
    return { parts: partsOf(field, cuts), said: saidOfCuts(cuts) };
  }
  const { channels, said, mesh } = made(field, recipe, others.map(fieldState));
  if (recipe.kind === 'section' && mesh) return { parts: rimsOf(field, channels, mesh), said };
  if (mesh) return { parts: [], said };
  if (recipe.kind !== 'integrals') return { parts: [wholeOf(field, channels)], said };
  const { at, zones } = recipe.settings as IntegralSettings;
  return { parts: at ? partsOf(field, cutField(field, { where: at, zones })) : [], said };
}

function partsOf(field: FieldState, cuts: readonly CutAt[]): CutReply['parts'] {
  const { labels = [] } = channelOf(field, field.zone);
  return cuts.flatMap(({ cut, value }) => {
    const [x, y, z] = field.coordinates.map((symbol) => alongCut(cut, channelOf(field, symbol).values));
    let at = 0;
    return cut.parts.map(({ zone, isClosed, points }) => {
      const of = (column: Float64Array): number[] => [...column.subarray(at, at + points.length)];
      const part = { station: value, zone: labels[zone] ?? '', isClosed, x: of(x!), y: of(y!), z: of(z!) };
      at += points.length;
      return part;
    });
  });
}

/** The rims of a section. */
function rimsOf({ coordinates }: FieldState, channels: Derived['channels'], mesh: Mesh): CutReply['parts'] {
  const columnOf = (symbol: string) => channels.find((c) => c.symbol === symbol)?.values;
  const [x, y, z] = coordinates.map((symbol) => columnOf(symbol)!);
  return outlineOf(mesh).map(({ isClosed, points }) => {
    const of = (column: Float64Array): number[] => Array.from(points, (point) => column[point]!);
    const station = columnOf('station')?.[points[0]!] ?? 0;
    return { station, zone: '', isClosed, x: of(x!), y: of(y!), z: of(z!) };
  });
}

/** A run that is one line through all of its points. */
function wholeOf({ coordinates }: FieldState, channels: Derived['channels']): CutReply['parts'][number] {
  const [x, y, z] = coordinates.map((symbol) => [...channels.find((c) => c.symbol === symbol)!.values]);
  return { station: 0, zone: '', isClosed: false, x: x!, y: y!, z: z! };
}

/** @throws {AppError} what the recipe cannot do with this field */
export const makeDerived = ({ recipe, others, ...task }: DerivedTask): Derived =>
  made(fieldState(task), recipe, others.map(fieldState));

function channelOf({ state, name }: FieldState, symbol: string) {
  const channel = state.channels.get(symbol);
  if (!channel) throw new AppError('FIELD_CHANNEL', { symbol, name });
  return channel;
}
