import Delaunator from 'delaunator';
import { AppError } from '../error/AppError';
import { shapeCode, type Mesh } from './Mesh';

/** Planes in which nodes are joined, with their two axes. */
const axesOf = { xy: [0, 1], xz: [0, 2], yz: [1, 2] } as const;
export type JoinPlane = keyof typeof axesOf;
export const joinPlanes = Object.keys(axesOf) as JoinPlane[];

/**
 * The plane along which nodes spread most: it leaves out the axis along which they spread least.
 * @param points  x, y, z of one node after those of another
 */
export function widestPlane(points: Float64Array): JoinPlane {
  const spread = [0, 1, 2].map((axis) => {
    let [low, high] = [Infinity, -Infinity];
    for (let i = axis; i < points.length; i += 3)
      if (Number.isFinite(points[i]!)) [low, high] = [Math.min(low, points[i]!), Math.max(high, points[i]!)];
    return high - low;
  });
  const areaOf = (plane: JoinPlane): number => Math.min(...axesOf[plane].map((axis) => spread[axis]!));
  return joinPlanes.reduce((best, plane) => (areaOf(plane) > areaOf(best) ? plane : best));
}

/**
 * Joins nodes that have no cells by triangles, as they lie in a plane. Hollows and holes between them are bridged; nodes
 * at one place of the plane, and those without a place, but one, are joined to nothing.
 * @param points  x, y, z of one node after those of another, in one unit
 * @param name  of the zone, for what is refused
 * @throws {AppError} FIELD_NODES_IN_LINE
 * Source: Delaunay's triangulation, M. de Berg et al., Computational Geometry (3rd ed. 2008), chapter 9.
 */
export function joinNodes(points: Float64Array, plane: JoinPlane, name: string): Mesh {
  const [across, up] = axesOf[plane];
  const isPlaced = (node: number): boolean =>
    Number.isFinite(points[3 * node + across]!) && Number.isFinite(points[3 * node + up]!);
  const placed = Uint32Array.from({ length: points.length / 3 }, (_, node) => node).filter(isPlaced);
  const places = new Float64Array(2 * placed.length);
  placed.forEach((node, i) => places.set([points[3 * node + across]!, points[3 * node + up]!], 2 * i));
  const { triangles } = new Delaunator(places);
  if (triangles.length === 0) throw new AppError('FIELD_NODES_IN_LINE', { name, plane });
  const cells = triangles.length / 3;
  return {
    nodes: Uint32Array.from(triangles, (i) => placed[i]!),
    starts: Uint32Array.from({ length: cells + 1 }, (_, k) => 3 * k),
    shapes: new Uint8Array(cells).fill(shapeCode('triangle')),
    zones: new Uint16Array(cells),
  };
}
