import type { Faces } from './faces';
import { boxGrid, cellAt, type BoxGrid } from './boxGrid';
import { trianglesOf } from './faces';
import type { Coordinates, Three } from './Mesh';

/** Places of a field by the shares that the corners of a triangle or a solid have. */
export interface FieldPlaces {
  /** Of each point so many nodes: 3 on a surface, 8 where there are solids, the rest without a share. */
  width: number;
  nodes: Uint32Array;
  /** Of each point what share each of its nodes has; together 1. */
  shares: Float64Array;
  /** How far each place is from its point, in the unit of the coordinates; infinite where there is no surface. */
  distances: Float64Array;
}

/**
 * The places on a surface that are nearest to points.
 * @param at     x, y, z of the nodes, each of length n
 * @param points x, y, z of the points, each of length m
 * @param keeps  whether a triangle counts, by its three nodes and its zone
 * Source: the nearest point of a triangle after C. Ericson, Real-Time Collision Detection (2005), 5.1.5; the search cell
 * by cell is common practice, no source.
 */
export function nearestPlaces(
  faces: Faces,
  at: Coordinates,
  points: Coordinates,
  keeps: (a: number, b: number, c: number, zone: number) => boolean = () => true,
): FieldPlaces {
  const { corners, faces: faceOf } = trianglesOf(faces);
  const used = Uint32Array.from(faceOf.keys()).filter((t) =>
    keeps(corners[3 * t]!, corners[3 * t + 1]!, corners[3 * t + 2]!, faces.zones[faceOf[t]!]!),
  );
  const m = points[0].length;
  const found: FieldPlaces = {
    width: 3,
    nodes: new Uint32Array(3 * m),
    shares: new Float64Array(3 * m),
    distances: new Float64Array(m).fill(Infinity),
  };
  if (used.length === 0) return found;
  const starts = Uint32Array.from({ length: corners.length / 3 + 1 }, (_, t) => 3 * t);
  const grid = boxGrid({ nodes: corners, starts }, used, at);
  for (let k = 0; k < m; k++) findNearest(grid, corners, at, [points[0][k]!, points[1][k]!, points[2][k]!], k, found);
  return found;
}

/** Looks in the cell of a point, then in the shells around it, until no cell that is left can hold anything nearer. */
function findNearest(
  grid: BoxGrid,
  corners: Uint32Array,
  at: Coordinates,
  point: Three,
  k: number,
  found: FieldPlaces,
): void {
  if (!point.every(Number.isFinite)) return;
  const middle = point.map((v, axis) => cellAt(grid, axis, v)) as Three;
  for (let ring = 0; ; ring++) {
    const from = middle.map((c) => Math.max(0, c - ring)) as Three;
    const to = middle.map((c, axis) => Math.min(grid.counts[axis]! - 1, c + ring)) as Three;
    for (let z = from[2]; z <= to[2]; z++)
      for (let y = from[1]; y <= to[1]; y++)
        for (let x = from[0]; x <= to[0]; x++) {
          const away = Math.max(Math.abs(x - middle[0]), Math.abs(y - middle[1]), Math.abs(z - middle[2]));
          if (away !== ring) continue;
          const cell = x + grid.counts[0] * (y + grid.counts[1] * z);
          for (let i = grid.starts[cell]!; i < grid.starts[cell + 1]!; i++)
            tryTriangle(corners, grid.items[i]!, at, point, k, found);
        }
    if (found.distances[k]! <= leftBeyond(grid, point, from, to)) return;
  }
}

/** How near a triangle can be that no cell from `from` to `to` touches. */
function leftBeyond({ low, side, counts }: BoxGrid, point: Three, from: Three, to: Three): number {
  let least = Infinity;
  for (let axis = 0; axis < 3; axis++) {
    if (from[axis]! > 0) least = Math.min(least, Math.max(0, point[axis]! - (low[axis]! + from[axis]! * side[axis]!)));
    if (to[axis]! < counts[axis]! - 1)
      least = Math.min(least, Math.max(0, low[axis]! + (to[axis]! + 1) * side[axis]! - point[axis]!));
  }
  return least;
}

function tryTriangle(
  corners: Uint32Array,
  t: number,
  at: Coordinates,
  point: Three,
  k: number,
  found: FieldPlaces,
): void {
  const nodes = [corners[3 * t]!, corners[3 * t + 1]!, corners[3 * t + 2]!] as Three;
  const [a, b, c] = nodes.map((node) => at.map((column) => column[node]!)) as [Three, Three, Three];
  const shares = sharesNearest(point, a, b, c);
  const distance = Math.hypot(
    ...point.map((v, axis) => v - (shares[0] * a[axis]! + shares[1] * b[axis]! + shares[2] * c[axis]!)),
  );
  if (!(distance < found.distances[k]!)) return;
  found.distances[k] = distance;
  found.nodes.set(nodes, 3 * k);
  found.shares.set(shares, 3 * k);
}

const minus = (a: Three, b: Three): Three => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const dot = (a: Three, b: Three): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/** Shares of the corners of a triangle at its point that is nearest: a corner, on a side, or within. */
function sharesNearest(p: Three, a: Three, b: Three, c: Three): Three {
  const [ab, ac, ap] = [minus(b, a), minus(c, a), minus(p, a)];
  const [d1, d2] = [dot(ab, ap), dot(ac, ap)];
  if (d1 <= 0 && d2 <= 0) return [1, 0, 0];
  const bp = minus(p, b);
  const [d3, d4] = [dot(ab, bp), dot(ac, bp)];
  if (d3 >= 0 && d4 <= d3) return [0, 1, 0];
  const vc = d1 * d4 - d3 * d2;
  if (vc <= 0 && d1 >= 0 && d3 <= 0) return onSide(d1 / (d1 - d3), (v) => [1 - v, v, 0]);
  const cp = minus(p, c);
  const [d5, d6] = [dot(ab, cp), dot(ac, cp)];
  if (d6 >= 0 && d5 <= d6) return [0, 0, 1];
  const vb = d5 * d2 - d1 * d6;
  if (vb <= 0 && d2 >= 0 && d6 <= 0) return onSide(d2 / (d2 - d6), (w) => [1 - w, 0, w]);
  const va = d3 * d6 - d5 * d4;
  if (va <= 0 && d4 - d3 >= 0 && d5 - d6 >= 0) return onSide((d4 - d3) / (d4 - d3 + (d5 - d6)), (w) => [0, 1 - w, w]);
  const sum = va + vb + vc;
  return [va / sum, vb / sum, vc / sum];
}

/** A side without length has its place at its beginning. */
const onSide = (share: number, shares: (share: number) => Three): Three => shares(Number.isNaN(share) ? 0 : share);

/** A column of the nodes at places; of a category the word of the corner that is nearest. */
export function atPlaces(
  { width, nodes, shares, distances }: FieldPlaces,
  values: Float64Array,
  isCategory = false,
): Float64Array {
  return distances.map((distance, k) => {
    if (distance === Infinity) return NaN;
    const of = Array.from({ length: width }, (_, c) => width * k + c).map((i) => ({
      share: shares[i]!,
      value: values[nodes[i]!]!,
    }));
    if (isCategory) return of.reduce((best, next) => (next.share > best.share ? next : best)).value;
    // A corner without a share does not count, also where it has no value.
    return of.reduce((sum, { share, value }) => (share === 0 ? sum : sum + share * value), 0);
  });
}
