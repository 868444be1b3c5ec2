import { AppError } from '../error/AppError';
import type { Faces } from './faces';

/** A line that a cut leaves on a surface, point after point. */
export interface CutPart {
  zone: number;
  /** It comes back to where it began, which then is its last point too. */
  isClosed: boolean;
  /** Places in the crossings of the cut. */
  points: Uint32Array;
}

/** Where a surface is cut: points on its edges, in lines. */
export interface Cut {
  /** A point lies at from + share (to − from) of an edge between two nodes; on a node both are the node. */
  from: Uint32Array;
  to: Uint32Array;
  share: Float64Array;
  parts: CutPart[];
  /** Faces that lie in the cut as a whole, and so give no line of their own. */
  grazed: number;
  /** Faces that the cut goes through and that give no line: a node of theirs is set aside or has no value. */
  passedOver: number;
}

export interface CutChoice {
  /** Which zones are cut; undefined: all. */
  zones?: ReadonlySet<number>;
  /** Whether a node counts; undefined: all do. */
  isKept?(node: number): boolean;
}

/** Crossings of edges, each edge once. */
class Crossings {
  readonly from: number[] = [];
  readonly to: number[] = [];
  readonly share: number[] = [];
  private readonly known = new Map<number, number>();

  constructor(private readonly above: Float64Array) {}

  /** The place of the crossing of an edge whose ends lie on two sides. */
  at(a: number, b: number): number {
    const [low, high] = a < b ? [a, b] : [b, a];
    const share = this.above[low]! / (this.above[low]! - this.above[high]!);
    if (share === 0) return this.keep(low, low, 0);
    return share === 1 ? this.keep(high, high, 0) : this.keep(low, high, share);
  }

  private keep(from: number, to: number, share: number): number {
    const key = from * this.above.length + to;
    const known = this.known.get(key);
    if (known !== undefined) return known;
    const place = this.from.length;
    this.known.set(key, place);
    this.from.push(from);
    this.to.push(to);
    this.share.push(share);
    return place;
  }
}

/**
 * Cuts a surface where a quantity of its nodes is zero, straight along each edge.
 * A node at zero counts as above it, so that each edge is crossed or not, and a line goes through it once.
 * @param above  length n, of the nodes: how far each lies above the cut, in any unit
 * Source: the crossing of each edge by linear interpolation, as in marching squares (W. E. Lorensen and H. E. Cline,
 * SIGGRAPH 1987, for one dimension more); how the points are joined is this program's.
 */
export function cutSurface(surface: Faces, above: Float64Array, { zones, isKept }: CutChoice = {}): Cut {
  const { nodes, starts } = surface;
  const sides = sidesOf(above, isKept);
  const crossings = new Crossings(above);
  const segments = new Map<number, Segments>();
  let [grazed, passedOver] = [0, 0];
  for (let face = 0; face + 1 < starts.length; face++) {
    const [first, end] = [starts[face]!, starts[face + 1]!];
    let seen = 0;
    for (let i = first; i < end; i++) seen |= sides[nodes[i]!]!;
    // Nearly all faces lie on one side.
    if (seen === ABOVE || seen === BELOW) continue;
    const zone = surface.zones[face]!;
    if (zones && !zones.has(zone)) continue;
    const isCrossed = (seen & ABOVE) !== 0 && (seen & BELOW) !== 0;
    if (!isCrossed) grazed += isWhollyOn(nodes, first, end, sides) ? 1 : 0;
    else if (seen & NOWHERE) passedOver++;
    else {
      const of = segments.get(zone) ?? new Segments();
      segments.set(zone, of);
      cutFace(nodes, first, end, sides, crossings, of);
    }
  }
  const parts = [...segments].flatMap(([zone, of]) =>
    of.lines(crossings.from.length).map((line) => ({ zone, ...line })),
  );
  return {
    from: Uint32Array.from(crossings.from),
    to: Uint32Array.from(crossings.to),
    share: Float64Array.from(crossings.share),
    ...{ parts, grazed, passedOver },
  };
}

/** On which side of a cut a node lies: at zero is above and on it; what does not count or has no value is nowhere too. */
const [ABOVE, BELOW, ON, NOWHERE] = [1, 2, 4, 8];

function sidesOf(above: Float64Array, isKept: CutChoice['isKept']): Uint8Array {
  const sides = new Uint8Array(above.length);
  for (let node = 0; node < above.length; node++) {
    const value = above[node]!;
    if (value > 0) sides[node] = ABOVE;
    else if (value < 0) sides[node] = BELOW;
    else sides[node] = value === 0 ? ABOVE | ON : NOWHERE;
  }
  if (isKept) for (let node = 0; node < above.length; node++) if (!isKept(node)) sides[node]! |= NOWHERE;
  return sides;
}

function isWhollyOn(nodes: Uint32Array, first: number, end: number, sides: Uint8Array): boolean {
  for (let i = first; i < end; i++) if (sides[nodes[i]!] !== (ABOVE | ON)) return false;
  return true;
}

/** A face that bends through the cut is crossed more than twice: each stretch above it has a line of its own. */
function cutFace(
  nodes: Uint32Array,
  first: number,
  end: number,
  sides: Uint8Array,
  crossings: Crossings,
  to: Segments,
): void {
  const rising: number[] = [];
  const falling: number[] = [];
  // Begun below, so that each rise is followed by its fall.
  let begin = first;
  while (!(sides[nodes[begin]!]! & BELOW)) begin++;
  for (let k = 0; k < end - first; k++) {
    const a = nodes[first + ((begin - first + k) % (end - first))]!;
    const b = nodes[first + ((begin - first + k + 1) % (end - first))]!;
    const isBelow = (sides[a]! & BELOW) !== 0;
    if (isBelow === ((sides[b]! & BELOW) !== 0)) continue;
    (isBelow ? rising : falling).push(crossings.at(a, b));
  }
  rising.forEach((point, k) => to.add(point, falling[k]!));
}

/** Straight pieces between crossings, each once, and the lines that they make. */
class Segments {
  private readonly known = new Set<string>();
  private readonly ends: number[] = [];

  add(a: number, b: number): void {
    if (a === b) return;
    const key = a < b ? `${a} ${b}` : `${b} ${a}`;
    // A ridge that lies in the cut is an edge of both of its faces.
    if (this.known.has(key)) return;
    this.known.add(key);
    this.ends.push(a, b);
  }

  /** @param points  how many crossings there are */
  lines(points: number): Omit<CutPart, 'zone'>[] {
    const at: number[][] = Array.from({ length: points }, () => []);
    const pieces = this.ends.length / 2;
    for (let piece = 0; piece < pieces; piece++)
      for (const end of [this.ends[2 * piece]!, this.ends[2 * piece + 1]!]) at[end]!.push(piece);
    const used = new Uint8Array(pieces);
    const from = (start: number): number[] => {
      const line = [start];
      for (let here = start; ;) {
        const piece = at[here]!.find((p) => !used[p]);
        if (piece === undefined) return line;
        used[piece] = 1;
        here = this.ends[2 * piece]! === here ? this.ends[2 * piece + 1]! : this.ends[2 * piece]!;
        line.push(here);
        // Where lines meet, each ends.
        if (at[here]!.length !== 2) return line;
      }
    };
    const found: number[][] = [];
    for (const isOpen of [true, false])
      for (let point = 0; point < points; point++)
        if (isOpen === (at[point]!.length !== 2)) while (at[point]!.some((p) => !used[p])) found.push(from(point));
    return found.map((line) => ({ isClosed: line[0] === line.at(-1), points: Uint32Array.from(line) }));
  }
}

/** Columns of nodes at the points of a cut, part after part. */
export function alongCut({ from, to, share, parts }: Cut, values: Float64Array, isCategory = false): Float64Array {
  const all = new Float64Array(parts.reduce((sum, part) => sum + part.points.length, 0));
  let at = 0;
  for (const { points } of parts)
    for (const point of points) {
      const [a, b, t] = [values[from[point]!]!, values[to[point]!]!, share[point]!];
      // Two that are equal stay what they are, and a word is one of both.
      if (isCategory) all[at++] = t < 0.5 ? a : b;
      else all[at++] = t === 0 ? a : a + t * (b - a);
    }
  return all;
}

/** Length along each part of a cut from where the part begins, part after part, in the unit of the coordinates. */
export function lengthsAlong(parts: readonly CutPart[], coordinates: readonly Float64Array[]): Float64Array {
  const lengths = new Float64Array(coordinates[0]?.length ?? 0);
  let at = 0;
  for (const { points } of parts) {
    for (let k = 1; k < points.length; k++) {
      const i = at + k;
      lengths[i] = lengths[i - 1]! + Math.hypot(...coordinates.map((c) => c[i]! - c[i - 1]!));
    }
    at += points.length;
  }
  return lengths;
}

/** A plane through a point. */
export interface Plane {
  point: readonly [number, number, number];
  /** Of any length but zero. */
  normal: readonly [number, number, number];
}

/**
 * How far nodes lie above a plane, on the side that its normal shows to.
 * @param coordinates  x, y, z, each of length n, in one unit, the plane's too
 * @throws {AppError} FIELD_PLANE when the normal has no length or is no direction
 */
export function abovePlane([x, y, z]: readonly [Float64Array, Float64Array, Float64Array], plane: Plane): Float64Array {
  const { point, normal } = plane;
  const length = Math.hypot(...normal);
  if (!(length > 0) || !Number.isFinite(length)) throw new AppError('FIELD_PLANE', {});
  const [a, b, c] = normal.map((n) => n / length) as [number, number, number];
  return x.map((v, i) => a * (v - point[0]) + b * (y[i]! - point[1]) + c * (z[i]! - point[2]));
}
