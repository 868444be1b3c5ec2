import { boxGrid, itemsAt } from './boxGrid';
import type { Faces } from './faces';
import { cellsOf, shapeOfCell, type Coordinates, type Mesh, type Three } from './Mesh';
import { nearestPlaces, type FieldPlaces } from './nearest';
import { sharesWithin } from './solids';

/** Most corners that a solid has. */
const WIDTH = 8;

/** Which parts of a field count. */
export interface PlacesChoice {
  zones?: ReadonlySet<number> | undefined;
  isKept?: ((node: number) => boolean) | undefined;
}

/**
 * Places of a field at points: within the solid that holds a point, where there are solids and one does, else at the nearest
 * point of its surface.
 * @param faces   of the mesh
 * @param at      x, y, z of the nodes, each of length n
 * @param points  x, y, z of the points, each of length m
 */
export function placesInField(
  mesh: Mesh,
  faces: Faces,
  at: Coordinates,
  points: Coordinates,
  { zones, isKept }: PlacesChoice = {},
): FieldPlaces {
  const counts = (node: number): boolean => !isKept || isKept(node);
  const within = placesWithin(mesh, at, points, (cell) => {
    const nodes = mesh.nodes.subarray(mesh.starts[cell], mesh.starts[cell + 1]);
    return (!zones || zones.has(mesh.zones[cell]!)) && nodes.every(counts);
  });
  const left = within
    ? Uint32Array.from(within.distances.keys()).filter((k) => within.distances[k] === Infinity)
    : Uint32Array.from(points[0].keys());
  if (within && left.length === 0) return within;
  const there = points.map((column) => Float64Array.from(left, (k) => column[k]!)) as unknown as Coordinates;
  const onSurface = nearestPlaces(
    faces,
    at,
    there,
    (a, b, c, zone) => (!zones || zones.has(zone)) && [a, b, c].every(counts),
  );
  if (!within) return onSurface;
  left.forEach((point, k) => {
    within.distances[point] = onSurface.distances[k]!;
    within.nodes.set(onSurface.nodes.subarray(3 * k, 3 * k + 3), WIDTH * point);
    within.shares.set(onSurface.shares.subarray(3 * k, 3 * k + 3), WIDTH * point);
  });
  return within;
}

/** @returns undefined where there are no solids; a point outside of all of them has no place */
function placesWithin(
  mesh: Mesh,
  at: Coordinates,
  points: Coordinates,
  keeps: (cell: number) => boolean,
): FieldPlaces | undefined {
  const solids = Uint32Array.from({ length: cellsOf(mesh) }, (_, cell) => cell).filter(
    (cell) => shapeOfCell(mesh.shapes[cell]!).dimension === 3 && keeps(cell),
  );
  if (solids.length === 0) return undefined;
  const m = points[0].length;
  const found: FieldPlaces = {
    width: WIDTH,
    nodes: new Uint32Array(WIDTH * m),
    shares: new Float64Array(WIDTH * m),
    distances: new Float64Array(m).fill(Infinity),
  };
  const grid = boxGrid(mesh, solids, at);
  for (let k = 0; k < m; k++) {
    const point: Three = [points[0][k]!, points[1][k]!, points[2][k]!];
    for (const cell of itemsAt(grid, point)) {
      const nodes = mesh.nodes.subarray(mesh.starts[cell], mesh.starts[cell + 1]);
      const shares = sharesWithin(nodes, at, point);
      if (!shares) continue;
      found.nodes.set(nodes, WIDTH * k);
      found.shares.set(shares, WIDTH * k);
      found.distances[k] = 0;
      break;
    }
  }
  return found;
}
