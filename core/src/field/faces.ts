import { cellsOf, shapeOfCell, type Mesh } from './Mesh';

/** Faces of a mesh that can be seen or cut: polygons, their corners in order. */
export interface Faces {
  /** The corners of one face after those of another. */
  nodes: Uint32Array;
  /** Where in `nodes` each face begins; one longer than there are faces. */
  starts: Uint32Array;
  /** Zone of each face. */
  zones: Uint16Array;
}

/**
 * The faces of a mesh: its faces as they are, and of its solids the sides that no other solid of the zone shares.
 * Cells with a corner named twice are passed over where less than a triangle is left of them.
 */
export function facesOf(mesh: Mesh): Faces {
  const sides = outerSides(mesh);
  const most = mesh.nodes.length + sides.reduce((sum, side) => sum + side.corners.length, 0);
  const nodes = new Uint32Array(most);
  const starts = new Uint32Array(cellsOf(mesh) + sides.length + 1);
  const zones = new Uint16Array(cellsOf(mesh) + sides.length);
  let [at, faces] = [0, 0];
  const add = (corners: ArrayLike<number>, from: number, to: number, zone: number): void => {
    const first = at;
    for (let i = from; i < to; i++) {
      // A corner that follows itself is one.
      if (corners[i] !== corners[i + 1 < to ? i + 1 : from]) nodes[at++] = corners[i]!;
    }
    if (at - first < 3) at = first;
    else {
      zones[faces] = zone;
      starts[++faces] = at;
    }
  };
  for (let cell = 0; cell < cellsOf(mesh); cell++)
    if (shapeOfCell(mesh.shapes[cell]!).dimension === 2)
      add(mesh.nodes, mesh.starts[cell]!, mesh.starts[cell + 1]!, mesh.zones[cell]!);
  for (const { corners, zone } of sides) add(corners, 0, corners.length, zone);
  return { nodes: nodes.slice(0, at), starts: starts.slice(0, faces + 1), zones: zones.slice(0, faces) };
}

interface Side {
  corners: number[];
  zone: number;
}

/** The sides of solids that only one of them has, in the order of the cells. */
function outerSides(mesh: Mesh): Side[] {
  // By their lowest node: the few sides at one node are compared with each other.
  const open = new Map<number, Map<string, Side>>();
  for (let cell = 0; cell < cellsOf(mesh); cell++) {
    const { sides } = shapeOfCell(mesh.shapes[cell]!);
    if (!sides) continue;
    const corners = mesh.nodes.subarray(mesh.starts[cell], mesh.starts[cell + 1]);
    const zone = mesh.zones[cell]!;
    for (const places of sides) {
      const side = places.map((place) => corners[place]!);
      const sorted = [...side].sort((a, b) => a - b);
      const lowest = sorted[0]!;
      const key = `${zone} ${sorted.join(' ')}`;
      const here = open.get(lowest) ?? new Map<string, Side>();
      open.set(lowest, here);
      // A side that is met a second time lies between two solids.
      if (!here.delete(key)) here.set(key, { corners: side, zone });
    }
  }
  return [...open.values()].flatMap((here) => [...here.values()]);
}

/**
 * Triangles for a picture: each face as a fan from its first corner.
 * @returns three nodes each, and the face of each
 */
export function trianglesOf({ nodes, starts }: Faces): { corners: Uint32Array; faces: Uint32Array } {
  const count = starts.length - 1;
  let triangles = 0;
  for (let face = 0; face < count; face++) triangles += starts[face + 1]! - starts[face]! - 2;
  const corners = new Uint32Array(3 * triangles);
  const faces = new Uint32Array(triangles);
  let at = 0;
  for (let face = 0; face < count; face++) {
    const first = starts[face]!;
    for (let k = first + 1; k + 1 < starts[face + 1]!; k++) {
      corners[3 * at] = nodes[first]!;
      corners[3 * at + 1] = nodes[k]!;
      corners[3 * at + 2] = nodes[k + 1]!;
      faces[at++] = face;
    }
  }
  return { corners, faces };
}
