/** A field as a picture needs it: what came as bytes, and which triangles are drawn how. */

export interface Surface {
  /** x, y, z of one node after those of another. */
  positions: Float32Array;
  /** Three nodes of each triangle. */
  corners: Uint32Array;
  /** Two nodes of each side of a face; none where they are too many. */
  edges: Uint32Array;
  /** Zone of each triangle. */
  zones: Uint16Array;
}

/** What the server sends of a surface: counts, then one array after another. */
export function surfaceIn(bytes: ArrayBuffer): Surface {
  const [nodes = 0, triangles = 0, edges = 0] = new Uint32Array(bytes, 0, 3);
  let at = 12;
  const next = (length: number, size: number): number => {
    const from = at;
    at += length * size;
    return from;
  };
  return {
    positions: new Float32Array(bytes, next(3 * nodes, 4), 3 * nodes),
    corners: new Uint32Array(bytes, next(3 * triangles, 4), 3 * triangles),
    edges: new Uint32Array(bytes, next(2 * edges, 4), 2 * edges),
    zones: new Uint16Array(bytes, next(triangles, 2), triangles),
  };
}

/** Above so many triangles some are left out of the picture, never out of a number. */
export const MOST_DRAWN = 1_500_000;

/** One triangle of so many is drawn. */
export const drawnEvery = ({ zones }: Pick<Surface, 'zones'>): number => Math.ceil(zones.length / MOST_DRAWN);

/**
 * The triangles that are drawn: in colour where all corners have a value, else plain.
 * @param values  of the nodes; NaN: none, or set aside
 * @param hidden  zones that are not shown
 */
export function drawnTriangles(surface: Surface, values: Float32Array, hidden: ReadonlySet<number>) {
  const { corners, zones } = surface;
  const coloured: number[] = [];
  const plain: number[] = [];
  const every = drawnEvery(surface);
  for (let t = 0; t < zones.length; t += every) {
    if (hidden.has(zones[t]!)) continue;
    const [a, b, c] = [corners[3 * t]!, corners[3 * t + 1]!, corners[3 * t + 2]!];
    const isKnown = !Number.isNaN(values[a]! + values[b]! + values[c]!);
    (isKnown ? coloured : plain).push(a, b, c);
  }
  return { coloured: Uint32Array.from(coloured), plain: Uint32Array.from(plain) };
}

/** Lowest and highest of the values of zones that are shown; undefined where there is none. */
export function rangeShown(
  { corners, zones }: Surface,
  values: Float32Array,
  hidden: ReadonlySet<number>,
): [number, number] | undefined {
  let [low, high] = [Infinity, -Infinity];
  for (let t = 0; t < zones.length; t++) {
    if (hidden.has(zones[t]!)) continue;
    for (let k = 3 * t; k < 3 * t + 3; k++) {
      const value = values[corners[k]!]!;
      if (value < low) low = value;
      if (value > high) high = value;
    }
  }
  return low <= high ? [low, high] : undefined;
}

/** The box around all nodes that have a place. */
export interface Box {
  low: [number, number, number];
  high: [number, number, number];
}

export function boxOf(positions: Float32Array): Box {
  const box: Box = { low: [Infinity, Infinity, Infinity], high: [-Infinity, -Infinity, -Infinity] };
  for (let i = 0; i < positions.length; i++) {
    const value = positions[i]!;
    const axis = i % 3;
    if (value < box.low[axis]!) box.low[axis] = value;
    if (value > box.high[axis]! && value < Infinity) box.high[axis] = value;
  }
  return box.low.every((v, k) => Number.isFinite(v) && v <= box.high[k]!) ? box : { low: [0, 0, 0], high: [1, 1, 1] };
}

export const middleOf = ({ low, high }: Box): [number, number, number] =>
  low.map((v, k) => (v + high[k]!) / 2) as [number, number, number];
export const sizeOf = ({ low, high }: Box): number => Math.hypot(...low.map((v, k) => high[k]! - v)) || 1;

/** Views along the axes: from where one looks, and what is up. */
export const looks = {
  aslant: { label: 'Aslant', from: [1, -1.6, 0.9], up: [0, 0, 1] },
  alongX: { label: 'Along x', from: [-1, 0, 0], up: [0, 0, 1] },
  alongY: { label: 'Along y', from: [0, -1, 0], up: [0, 0, 1] },
  alongZ: { label: 'Along z', from: [0, 0, 1], up: [0, 1, 0] },
} as const;
export type Look = keyof typeof looks;

/** The node that is nearest to a place. @returns undefined where there is none */
export function nearestNode(
  positions: Float32Array,
  place: readonly [number, number, number],
  among: readonly number[],
) {
  let nearest: number | undefined;
  let least = Infinity;
  for (const node of among) {
    const away = Math.hypot(...place.map((v, k) => v - positions[3 * node + k]!));
    if (away < least) [nearest, least] = [node, away];
  }
  return nearest;
}
