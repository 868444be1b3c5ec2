import type { Coordinates, Three } from './Mesh';

/** Faces or cells by the boxes of an even grid that their own boxes touch. */
export interface BoxGrid {
  low: Three;
  /** Side of a box along each axis. */
  side: Three;
  counts: Three;
  /** Items of one box after those of another, and where each box begins. */
  items: Uint32Array;
  starts: Uint32Array;
}

/** The nodes of items one after another, and where those of each begin. */
export interface NodesOfItems {
  nodes: Uint32Array;
  starts: Uint32Array;
}

/** About so many items share a box. */
const PER_BOX = 3;
const MOST_ALONG = 200;

/** @param used  which items are put in, at least one */
export function boxGrid(of: NodesOfItems, used: Uint32Array, at: Coordinates): BoxGrid {
  const low: Three = [Infinity, Infinity, Infinity];
  const high: Three = [-Infinity, -Infinity, -Infinity];
  for (const item of used)
    for (let i = of.starts[item]!; i < of.starts[item + 1]!; i++)
      for (let axis = 0; axis < 3; axis++) {
        const value = at[axis]![of.nodes[i]!]!;
        if (value < low[axis]!) low[axis] = value;
        if (value > high[axis]!) high[axis] = value;
      }
  const spans = low.map((v, k) => Math.max(high[k]! - v, 1e-9 * Math.max(1, Math.abs(v)))) as Three;
  // As nearly cubes as the whole lets them be.
  const edge = Math.cbrt((spans[0] * spans[1] * spans[2] * PER_BOX) / used.length);
  const longest = Math.max(...spans);
  const counts = spans.map((span) =>
    Math.max(1, Math.min(MOST_ALONG, Math.floor(span / Math.max(edge, longest / MOST_ALONG)))),
  ) as Three;
  const side = spans.map((span, k) => span / counts[k]!) as Three;
  const starts = new Uint32Array(counts[0] * counts[1] * counts[2] + 1);
  const grid: BoxGrid = { low, side, counts, starts, items: new Uint32Array() };
  for (const item of used) eachBox(grid, of, item, at, (box) => starts[box + 1]!++);
  for (let box = 0; box + 1 < starts.length; box++) starts[box + 1]! += starts[box]!;
  grid.items = new Uint32Array(starts.at(-1)!);
  const next = starts.slice();
  for (const item of used) eachBox(grid, of, item, at, (box) => (grid.items[next[box]!++] = item));
  return grid;
}

/** Along an axis, within the grid. */
export const cellAt = ({ low, side, counts }: BoxGrid, axis: number, value: number): number =>
  Math.min(counts[axis]! - 1, Math.max(0, Math.floor((value - low[axis]!) / side[axis]!)));

/** The items whose boxes may hold a point; none where it lies outside of the grid. */
export function itemsAt(grid: BoxGrid, point: Three): Uint32Array {
  const isOutside = point.some(
    (v, k) =>
      !(v >= grid.low[k]! - 1e-6 * grid.side[k]! && v <= grid.low[k]! + (grid.counts[k]! + 1e-6) * grid.side[k]!),
  );
  if (isOutside) return new Uint32Array();
  const [x, y, z] = point.map((v, axis) => cellAt(grid, axis, v)) as Three;
  const box = x + grid.counts[0] * (y + grid.counts[1] * z);
  return grid.items.subarray(grid.starts[box], grid.starts[box + 1]);
}

function eachBox(grid: BoxGrid, of: NodesOfItems, item: number, at: Coordinates, take: (box: number) => void): void {
  const [from, to] = [of.starts[item]!, of.starts[item + 1]!];
  const ends = ([0, 1, 2] as const).map((axis) => {
    let [low, high] = [Infinity, -Infinity];
    for (let i = from; i < to; i++) {
      const value = at[axis][of.nodes[i]!]!;
      if (value < low) low = value;
      if (value > high) high = value;
    }
    return [cellAt(grid, axis, low), cellAt(grid, axis, high)] as const;
  });
  const [x, y, z] = ends as [readonly [number, number], readonly [number, number], readonly [number, number]];
  for (let k = z[0]; k <= z[1]; k++)
    for (let j = y[0]; j <= y[1]; j++)
      for (let i = x[0]; i <= x[1]; i++) take(i + grid.counts[0] * (j + grid.counts[1] * k));
}
