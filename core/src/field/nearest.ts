import type { Faces } from './faces';
import { trianglesOf } from './faces';
import type { Coordinates, Three } from './Mesh';

/** The place on a surface that is nearest to a point: within a triangle, by the shares of its corners. */
export interface NearestPlace {
  /** Of each point three nodes. */
  nodes: Uint32Array;
  /** Of each point what share each of the three has; together 1. */
  shares: Float64Array;
  /** How far each place is from its point, in the unit of the coordinates; infinite where there is no surface. */
  distances: Float64Array;
}

/** Triangles by the cells of an even grid that their boxes touch. */
interface Grid {
  low: Three;
  /** Side of a cell along each axis. */
  side: Three;
  counts: Three;
  /** Triangles of one cell after those of another, and where each cell begins. */
  triangles: Uint32Array;
  starts: Uint32Array;
}

/** About so many triangles share a cell. */
const PER_CELL = 3;

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
): NearestPlace {
  const { corners, faces: faceOf } = trianglesOf(faces);
  const used = Uint32Array.from(faceOf.keys()).filter((t) =>
    keeps(corners[3 * t]!, corners[3 * t + 1]!, corners[3 * t + 2]!, faces.zones[faceOf[t]!]!),
  );
  const m = points[0].length;
  const found: NearestPlace = {
    nodes: new Uint32Array(3 * m),
    shares: new Float64Array(3 * m),
    distances: new Float64Array(m).fill(Infinity),
  };
  if (used.length === 0) return found;
  const grid = gridOf(corners, used, at);
  for (let k = 0; k < m; k++) findNearest(grid, corners, at, [points[0][k]!, points[1][k]!, points[2][k]!], k, found);
  return found;
}

function gridOf(corners: Uint32Array, used: Uint32Array, at: Coordinates): Grid {
  const low: Three = [Infinity, Infinity, Infinity];
  const high: Three = [-Infinity, -Infinity, -Infinity];
  for (const t of used)
    for (let c = 3 * t; c < 3 * t + 3; c++)
      for (let axis = 0; axis < 3; axis++) {
        const value = at[axis]![corners[c]!]!;
        if (value < low[axis]!) low[axis] = value;
        if (value > high[axis]!) high[axis] = value;
      }
  const spans = low.map((v, k) => Math.max(high[k]! - v, 1e-9 * Math.max(1, Math.abs(v)))) as Three;
  // Cells as nearly cubes as the box lets them be.
  const edge = Math.cbrt((spans[0] * spans[1] * spans[2] * PER_CELL) / used.length);
  const longest = Math.max(...spans);
  const counts = spans.map((span) =>
    Math.max(1, Math.min(200, Math.floor(span / Math.max(edge, longest / 200)))),
  ) as Three;
  const side = spans.map((span, k) => span / counts[k]!) as Three;
  const cells = counts[0] * counts[1] * counts[2];
  const starts = new Uint32Array(cells + 1);
  const grid: Grid = { low, side, counts, starts, triangles: new Uint32Array() };
  for (const t of used) eachCell(grid, corners, t, at, (cell) => starts[cell + 1]!++);
  for (let cell = 0; cell < cells; cell++) starts[cell + 1]! += starts[cell]!;
  grid.triangles = new Uint32Array(starts[cells]!);
  const next = starts.slice();
  for (const t of used) eachCell(grid, corners, t, at, (cell) => (grid.triangles[next[cell]!++] = t));
  return grid;
}

const cellAt = ({ low, side, counts }: Grid, axis: number, value: number): number =>
  Math.min(counts[axis]! - 1, Math.max(0, Math.floor((value - low[axis]!) / side[axis]!)));

function eachCell(grid: Grid, corners: Uint32Array, t: number, at: Coordinates, take: (cell: number) => void): void {
  const range = ([0, 1, 2] as const).map((axis) => {
    const values = [0, 1, 2].map((c) => at[axis][corners[3 * t + c]!]!);
    return [cellAt(grid, axis, Math.min(...values)), cellAt(grid, axis, Math.max(...values))] as const;
  });
  const [x, y, z] = range as [readonly [number, number], readonly [number, number], readonly [number, number]];
  for (let k = z[0]; k <= z[1]; k++)
    for (let j = y[0]; j <= y[1]; j++)
      for (let i = x[0]; i <= x[1]; i++) take(i + grid.counts[0] * (j + grid.counts[1] * k));
}

/** Looks in the cell of a point, then in the shells around it, until no cell that is left can hold anything nearer. */
function findNearest(
  grid: Grid,
  corners: Uint32Array,
  at: Coordinates,
  point: Three,
  k: number,
  found: NearestPlace,
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
            tryTriangle(corners, grid.triangles[i]!, at, point, k, found);
        }
    if (found.distances[k]! <= leftBeyond(grid, point, from, to)) return;
  }
}

/** How near a triangle can be that no cell from `from` to `to` touches. */
function leftBeyond({ low, side, counts }: Grid, point: Three, from: Three, to: Three): number {
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
  found: NearestPlace,
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
  { nodes, shares, distances }: NearestPlace,
  values: Float64Array,
  isCategory = false,
): Float64Array {
  return distances.map((distance, k) => {
    if (distance === Infinity) return NaN;
    const of = [0, 1, 2].map((c) => ({ share: shares[3 * k + c]!, value: values[nodes[3 * k + c]!]! }));
    if (isCategory) return of.reduce((best, next) => (next.share > best.share ? next : best)).value;
    // A corner without a share does not count, also where it has no value.
    return of.reduce((sum, { share, value }) => (share === 0 ? sum : sum + share * value), 0);
  });
}
