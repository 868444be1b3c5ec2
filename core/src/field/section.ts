import { Crossings, type EdgePoints } from './Crossings';
import { cellsOf, shapeCode, shapeOfCell, type Mesh } from './Mesh';

/** A flat of a solid: polygons whose corners lie on the edges of the cells that are cut. */
export interface SolidSection extends EdgePoints {
  /** Polygons of the corners, each with the zone of its cell. */
  mesh: Mesh;
  /** Cells that are cut and give no polygon: a node of theirs is set aside or has no value. */
  passedOver: number;
}

export interface SectionChoice {
  level?: number;
  zones?: ReadonlySet<number> | undefined;
  isKept?: ((node: number) => boolean) | undefined;
}

/**
 * Cuts solids where a quantity of their nodes has a value, straight along each edge. A node at the value counts as above.
 * @param values  length n, of the nodes
 * Source: the crossing of each edge by linear interpolation, as in marching cubes (W. E. Lorensen and H. E. Cline, SIGGRAPH
 * 1987); corners are put in order along the sides of the cell, which needs no table of cases and holds for every shape.
 */
export function sectionOf(
  mesh: Mesh,
  values: Float64Array,
  { level = 0, zones, isKept }: SectionChoice = {},
): SolidSection {
  const corners = new Crossings(values, level);
  const polygons: number[][] = [];
  const zoneOf: number[] = [];
  const isBelow = (node: number): boolean => values[node]! < level;
  let passedOver = 0;
  for (let cell = 0; cell < cellsOf(mesh); cell++) {
    const { sides } = shapeOfCell(mesh.shapes[cell]!);
    if (!sides || (zones && !zones.has(mesh.zones[cell]!))) continue;
    const nodes = mesh.nodes.subarray(mesh.starts[cell], mesh.starts[cell + 1]);
    const [low, high] = rangeOf(nodes, values);
    // What has no value is on neither side, so a cell with such a node is found by the others.
    if (!(low < level && high >= level)) continue;
    if (nodes.some((n) => Number.isNaN(values[n]!) || (isKept && !isKept(n)))) {
      passedOver++;
      continue;
    }
    for (const polygon of polygonsOf(nodes, sides, isBelow, corners)) {
      polygons.push(polygon);
      zoneOf.push(mesh.zones[cell]!);
    }
  }
  return { ...corners.found(), mesh: meshOf(polygons, zoneOf), passedOver };
}

function rangeOf(nodes: Uint32Array, values: Float64Array): [number, number] {
  let [low, high] = [Infinity, -Infinity];
  for (const node of nodes) {
    const v = values[node]!;
    if (v < low) low = v;
    if (v > high) high = v;
  }
  return [low, high];
}

/**
 * The polygons of one cell. Each side that is crossed has a stretch from where its rim rises through the level to where it
 * falls; the side behind an edge goes along it the other way, so the stretches follow each other round the cell.
 */
function polygonsOf(
  nodes: Uint32Array,
  sides: readonly (readonly number[])[],
  isBelow: (node: number) => boolean,
  corners: Crossings,
): number[][] {
  const next = new Map<string, [string, number]>();
  const edge = (a: number, b: number): string => (a < b ? `${a} ${b}` : `${b} ${a}`);
  for (const side of sides) {
    const round = side.map((place) => nodes[place]!);
    const begin = round.findIndex(isBelow);
    if (begin < 0) continue;
    let risen = '';
    for (let k = begin; k < begin + round.length; k++) {
      const [here, then] = [round[k % round.length]!, round[(k + 1) % round.length]!];
      if (isBelow(here) === isBelow(then)) continue;
      if (isBelow(here)) risen = edge(here, then);
      else next.set(risen, [edge(here, then), corners.at(here, then)]);
    }
  }
  const found: number[][] = [];
  while (next.size > 0) {
    const polygon: number[] = [];
    let [at] = next.keys() as unknown as [string];
    for (let step = next.get(at); step; step = next.get(at)) {
      next.delete(at);
      // A corner on a node is met once for each of its edges.
      if (polygon.at(-1) !== step[1]) polygon.push(step[1]);
      at = step[0];
    }
    if (polygon.length > 1 && polygon[0] === polygon.at(-1)) polygon.pop();
    if (polygon.length > 2) found.push(polygon);
  }
  return found;
}

function meshOf(polygons: readonly number[][], zones: readonly number[]): Mesh {
  const starts = new Uint32Array(polygons.length + 1);
  polygons.forEach((polygon, k) => (starts[k + 1] = starts[k]! + polygon.length));
  return {
    ...{ nodes: Uint32Array.from(polygons.flat()), starts },
    shapes: new Uint8Array(polygons.length).fill(shapeCode('polygon')),
    zones: Uint16Array.from(zones),
  };
}
