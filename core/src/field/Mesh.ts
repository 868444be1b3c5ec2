import { AppError } from '../error/AppError';

/** x, y and z of one place, or a vector. */
export type Three = [number, number, number];
/** x, y, z of nodes or points, each of one length. */
export type Coordinates = readonly [Float64Array, Float64Array, Float64Array];

/**
 * A kind of cell: its corners, and its sides as corners that go round them. The corners of a solid stand as most
 * exchange formats number them: those of the lower side in order, then those of the upper one.
 */
interface Shape {
  title: string;
  /** Undefined: as many as it has. */
  corners?: number;
  /** 1: a line, 2: a face, 3: a solid. */
  dimension: 0 | 1 | 2 | 3;
  /** Of a solid. */
  sides?: readonly (readonly number[])[];
}

const shapeList = {
  point: { title: 'point', dimension: 0 },
  line: { title: 'line', dimension: 1 },
  triangle: { title: 'triangle', corners: 3, dimension: 2 },
  quadrilateral: { title: 'quadrilateral', corners: 4, dimension: 2 },
  polygon: { title: 'polygon', dimension: 2 },
  tetrahedron: {
    ...{ title: 'tetrahedron', corners: 4, dimension: 3 },
    sides: [
      [0, 2, 1],
      [0, 1, 3],
      [1, 2, 3],
      [0, 3, 2],
    ],
  },
  pyramid: {
    ...{ title: 'pyramid', corners: 5, dimension: 3 },
    sides: [
      [0, 3, 2, 1],
      [0, 1, 4],
      [1, 2, 4],
      [2, 3, 4],
      [3, 0, 4],
    ],
  },
  prism: {
    ...{ title: 'prism', corners: 6, dimension: 3 },
    sides: [
      [0, 2, 1],
      [3, 4, 5],
      [0, 1, 4, 3],
      [1, 2, 5, 4],
      [2, 0, 3, 5],
    ],
  },
  hexahedron: {
    ...{ title: 'hexahedron', corners: 8, dimension: 3 },
    sides: [
      [0, 3, 2, 1],
      [4, 5, 6, 7],
      [0, 1, 5, 4],
      [1, 2, 6, 5],
      [2, 3, 7, 6],
      [3, 0, 4, 7],
    ],
  },
} as const satisfies Record<string, Shape>;

export type ShapeName = keyof typeof shapeList;
const shapeNames = Object.keys(shapeList) as ShapeName[];

/** The code by which a mesh names a shape. */
export const shapeCode = (name: ShapeName): number => shapeNames.indexOf(name);
export const shapeOfCell = (code: number): Shape => shapeList[shapeNames[code]!];

/** How nodes are joined to cells. */
export interface Mesh {
  /** The nodes of one cell after those of another, each counted from 0. */
  nodes: Uint32Array;
  /** Where in `nodes` each cell begins; one longer than there are cells. */
  starts: Uint32Array;
  /** Of each cell, see `shapeCode`. */
  shapes: Uint8Array;
  /** Zone of each cell, counted from 0. */
  zones: Uint16Array;
}

export const hasSolids = (mesh: Pick<Mesh, 'shapes'>): boolean =>
  mesh.shapes.some((code) => shapeOfCell(code).dimension === 3);

export const cellsOf = (mesh: Pick<Mesh, 'starts'>): number => Math.max(0, mesh.starts.length - 1);

/**
 * Whether the cells of a mesh name nodes that are there, in the number that their shape has.
 * @param nodes  how many there are
 * @throws {AppError} FIELD_NODE_MISSING, FIELD_CORNERS
 */
export function checkMesh(mesh: Mesh, nodes: number, name: string): void {
  for (let cell = 0; cell < cellsOf(mesh); cell++) {
    const [from, to] = [mesh.starts[cell]!, mesh.starts[cell + 1]!];
    const { corners, title } = shapeOfCell(mesh.shapes[cell]!);
    if (corners !== undefined && to - from !== corners)
      throw new AppError('FIELD_CORNERS', { name, cell: cell + 1, shape: title, have: to - from, need: corners });
    for (let i = from; i < to; i++)
      if (mesh.nodes[i]! >= nodes)
        throw new AppError('FIELD_NODE_MISSING', { name, cell: cell + 1, node: mesh.nodes[i]! + 1, nodes });
  }
}
