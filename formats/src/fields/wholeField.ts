import { AppError, cellsOf, checkMesh, type JoinPlane, type Mesh } from '@undameter/core';
import { MOST_CELLS, MOST_NODES, type FieldArray, type FieldPart } from './FieldFormat';

/** A field as a run has it: columns of nodes, and how these are joined. */
export interface Field {
  /** Names of its zones, each once. */
  zones: string[];
  /** Zone of each node, counted from 0. */
  zoneOfNode: Float64Array;
  /** x, y, z of each node. */
  coordinates: [Float64Array, Float64Array, Float64Array];
  mesh: Mesh;
  variables: FieldVariable[];
  /** What was read otherwise than it stands in the file, in sentences. */
  remarks: string[];
  /** Of x, y and z, where the file states it. */
  coordinateUnit?: string | undefined;
  /** The plane in which nodes without cells were joined; undefined: all have cells. */
  joinedIn?: JoinPlane | undefined;
  /** The times of the series that it is one of, as the file counts them; undefined: it is of none. */
  times?: number[] | undefined;
}

export interface FieldVariable {
  /** As the file calls it; with its component, where it has several. */
  name: string;
  /** Of each node; NaN where its zone has none. */
  values: Float64Array;
  /** Where the file states it. */
  unit?: string | undefined;
}

/**
 * Joins the data sets of a file to one field, each a zone.
 * @throws {AppError} FIELD_EMPTY, FIELD_TOO_LARGE, and as `checkMesh`
 */
export function wholeField(parts: readonly FieldPart[], name: string): Field {
  const nodesOf = (part: FieldPart): number => part.points.length / 3;
  const total = (of: (part: FieldPart) => number): number => parts.reduce((sum, part) => sum + of(part), 0);
  const [nodes, cells] = [total(nodesOf), total((p) => cellsOf(p.mesh))];
  if (nodes === 0) throw new AppError('FIELD_EMPTY', { name });
  for (const [what, have, most] of [
    ['nodes', nodes, MOST_NODES],
    ['cells', cells, MOST_CELLS],
  ] as const)
    if (have > most) throw new AppError('FIELD_TOO_LARGE', { name, what, have, most });
  parts.forEach((part) => checkMesh(part.mesh, nodesOf(part), name));
  const remarks = [...new Set(parts.flatMap((part) => part.remarks))];
  const variables = new Map<string, FieldVariable>();
  const coordinates: Field['coordinates'] = [new Float64Array(nodes), new Float64Array(nodes), new Float64Array(nodes)];
  const zoneOfNode = new Float64Array(nodes);
  let first = 0;
  for (const [zone, part] of parts.entries()) {
    const count = nodesOf(part);
    for (const [axis, column] of coordinates.entries())
      for (let i = 0; i < count; i++) column[first + i] = part.points[3 * i + axis]!;
    zoneOfNode.fill(zone, first, first + count);
    for (const { name: called, values, unit } of columnsOf(part, remarks)) {
      const column = variables.get(called)?.values ?? new Float64Array(nodes).fill(NaN);
      variables.set(called, { name: called, values: column, unit });
      column.set(values, first);
    }
    first += count;
  }
  return {
    zones: zoneNames(parts),
    ...{ zoneOfNode, coordinates, remarks: [...new Set(remarks)] },
    mesh: joinedMesh(parts),
    variables: [...variables.values()],
    coordinateUnit: parts.find((p) => p.coordinateUnit !== undefined)?.coordinateUnit,
    joinedIn: parts.find((p) => p.joinedIn !== undefined)?.joinedIn,
    times: parts.find((p) => p.times !== undefined)?.times,
  };
}

/** Zones without a name, or of one name, are numbered. */
function zoneNames(parts: readonly FieldPart[]): string[] {
  const taken = new Set<string>();
  return parts.map(({ name }, k) => {
    let free = name || `zone ${k + 1}`;
    for (let n = 2; taken.has(free); n++) free = `${name || `zone ${k + 1}`} (${n})`;
    taken.add(free);
    return free;
  });
}

function joinedMesh(parts: readonly FieldPart[]): Mesh {
  // One zone is 0 all over already.
  if (parts.length === 1) return parts[0]!.mesh;
  const [corners, cells] = [
    parts.reduce((sum, { mesh }) => sum + mesh.nodes.length, 0),
    parts.reduce((sum, { mesh }) => sum + cellsOf(mesh), 0),
  ];
  const all: Mesh = {
    nodes: new Uint32Array(corners),
    starts: new Uint32Array(cells + 1),
    shapes: new Uint8Array(cells),
    zones: new Uint16Array(cells),
  };
  let [node, corner, cell] = [0, 0, 0];
  for (const [zone, { mesh, points }] of parts.entries()) {
    for (let i = 0; i < mesh.nodes.length; i++) all.nodes[corner + i] = mesh.nodes[i]! + node;
    for (let k = 0; k < cellsOf(mesh); k++) all.starts[cell + k + 1] = mesh.starts[k + 1]! + corner;
    all.shapes.set(mesh.shapes, cell);
    all.zones.fill(zone, cell, cell + cellsOf(mesh));
    node += points.length / 3;
    corner += mesh.nodes.length;
    cell += cellsOf(mesh);
  }
  return all;
}

const AXES = ['x', 'y', 'z'];

/** The columns of a part: each component by itself, of three the magnitude too; values of cells at their nodes. */
function columnsOf(part: FieldPart, remarks: string[]): FieldVariable[] {
  const taken = new Set<string>();
  return part.arrays.flatMap((array) => {
    let name = array.name.trim() || 'values';
    for (let n = 2; taken.has(name); n++) name = `${array.name.trim()} (${n})`;
    if (name !== array.name.trim())
      remarks.push(`"${array.name}" stands there more than once; a further one is called "${name}".`);
    taken.add(name);
    const atNodes = array.at === 'nodes' ? array : meansAtNodes(part, array);
    if (array.at === 'cells')
      remarks.push(`"${name}" is known of cells; a node has the mean of the cells that it is a corner of.`);
    return componentsOf({ ...atNodes, name });
  });
}

function componentsOf({ name, components, values, unit }: FieldArray): FieldVariable[] {
  if (components === 1) return [{ name, values, unit }];
  const count = values.length / components;
  const each = Array.from({ length: components }, (_, c) => ({
    name: `${name} ${components <= 3 ? AXES[c]! : c + 1}`,
    values: Float64Array.from({ length: count }, (_, i) => values[i * components + c]!),
  }));
  if (components !== 3) return each;
  const magnitude = Float64Array.from({ length: count }, (_, i) => Math.hypot(...values.subarray(3 * i, 3 * i + 3)));
  return [...each, { name: `${name} magnitude`, values: magnitude }];
}

function meansAtNodes({ mesh, source, points }: FieldPart, array: FieldArray): FieldArray {
  const { components, values } = array;
  const nodes = points.length / 3;
  const sums = new Float64Array(nodes * components);
  const counts = new Uint32Array(nodes);
  for (let cell = 0; cell < cellsOf(mesh); cell++) {
    const from = (source?.[cell] ?? cell) * components;
    for (let i = mesh.starts[cell]!; i < mesh.starts[cell + 1]!; i++) {
      const node = mesh.nodes[i]!;
      counts[node]!++;
      for (let c = 0; c < components; c++) sums[node * components + c]! += values[from + c]!;
    }
  }
  return { ...array, at: 'nodes', values: sums.map((sum, i) => sum / counts[Math.floor(i / components)]!) };
}
