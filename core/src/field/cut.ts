import { AppError } from '../error/AppError';
import { Crossings, type EdgePoints } from './Crossings';
import type { Faces } from './faces';
import { Segments } from './Segments';

/** A line that a cut leaves on a surface, point after point. */
export interface CutPart {
  zone: number;
  /** It comes back to where it began, which then is its last point too. */
  isClosed: boolean;
  /** Places in the crossings of the cut. */
  points: Uint32Array;
  /** Of a section whose sides were told apart; undefined: it is neither, or nobody asked. */
  side?: 'upper' | 'lower' | undefined;
}

/** Where a surface is cut: points on its edges, in lines. */
export interface Cut extends EdgePoints {
  parts: CutPart[];
  /** Faces that lie in the cut as a whole, and so give no line of their own. */
  grazed: number;
  /** Faces that the cut goes through and that give no line: a node of theirs is set aside or has no value. */
  passedOver: number;
}

export interface CutChoice {
  /** The value at which it is cut, in the unit of the values; absent: 0. */
  level?: number;
  /** Which zones are cut; undefined: all. */
  zones?: ReadonlySet<number>;
  /** Whether a node counts; undefined: all do. */
  isKept?(node: number): boolean;
  /** Of the faces and the values, where they are known from another cut. */
  ranges?: FaceRanges;
}

/** Lowest and highest value at the corners of each face; where none has a value the lowest is above the highest. */
export interface FaceRanges {
  low: Float64Array;
  high: Float64Array;
  /** The same of each block of faces: neighbours stand beside each other mostly, so that few blocks are cut. */
  ofBlocks: { low: Float64Array; high: Float64Array };
}

const BLOCK_FACES = 64;

/** @param values  length n, of the nodes */
export function rangesOfFaces({ nodes, starts }: Faces, values: Float64Array): FaceRanges {
  const faces = starts.length - 1;
  const blocks = Math.ceil(faces / BLOCK_FACES);
  const emptyRanges = (count: number) => ({
    low: new Float64Array(count).fill(Infinity),
    high: new Float64Array(count).fill(-Infinity),
  });
  const { low: lows, high: highs } = emptyRanges(faces);
  const ofBlocks = emptyRanges(blocks);
  for (let face = 0; face < faces; face++) {
    const end = starts[face + 1]!;
    // Two plain variables: of a million faces, a pair for each would be felt.
    let low = Infinity;
    let high = -Infinity;
    for (let i = starts[face]!; i < end; i++) {
      const v = values[nodes[i]!]!;
      // A comparison with what is missing is false.
      if (v < low) low = v;
      if (v > high) high = v;
    }
    lows[face] = low;
    highs[face] = high;
    const block = Math.floor(face / BLOCK_FACES);
    if (low < ofBlocks.low[block]!) ofBlocks.low[block] = low;
    if (high > ofBlocks.high[block]!) ofBlocks.high[block] = high;
  }
  return { low: lows, high: highs, ofBlocks };
}

/** Faces with a level between their lowest and highest value, ends included. */
function facesAt({ low, high, ofBlocks }: FaceRanges, level: number): number[] {
  const found: number[] = [];
  for (let block = 0; block < ofBlocks.low.length; block++) {
    if (!(ofBlocks.low[block]! <= level && ofBlocks.high[block]! >= level)) continue;
    const end = Math.min(low.length, (block + 1) * BLOCK_FACES);
    for (let face = block * BLOCK_FACES; face < end; face++)
      if (low[face]! <= level && high[face]! >= level) found.push(face);
  }
  return found;
}

/**
 * Cuts a surface where a quantity of its nodes has a value, straight along each edge.
 * A node at the value counts as above it, so that each edge is crossed or not, and a line goes through it once.
 * @param values  length n, of the nodes, in any unit
 * Source: the crossing of each edge by linear interpolation, as in marching squares (W. E. Lorensen and H. E. Cline,
 * SIGGRAPH 1987, for one dimension more); how the points are joined is this program's.
 */
export function cutSurface(surface: Faces, values: Float64Array, choice: CutChoice = {}): Cut {
  const { nodes, starts } = surface;
  const { level = 0, zones, ranges = rangesOfFaces(surface, values) } = choice;
  const sideOf = sidesAt(values, level, choice.isKept);
  const crossings = new Crossings(values, level);
  const segments = new Map<number, Segments>();
  let [grazed, passedOver] = [0, 0];
  // Nearly all faces lie on one side.
  for (const face of facesAt(ranges, level)) {
    const zone = surface.zones[face]!;
    if (zones && !zones.has(zone)) continue;
    const corners = nodes.subarray(starts[face], starts[face + 1]);
    const sides = Array.from(corners, sideOf);
    const seen = sides.reduce((all, side) => all | side, 0);
    const isCrossed = (seen & ABOVE) !== 0 && (seen & BELOW) !== 0;
    if (!isCrossed) grazed += sides.every((side) => side === (ABOVE | ON)) ? 1 : 0;
    else if (seen & NOWHERE) passedOver++;
    else {
      const of = segments.get(zone) ?? new Segments();
      segments.set(zone, of);
      cutFace(corners, sides, crossings, of);
    }
  }
  const parts = [...segments].flatMap(([zone, of]) => of.lines(crossings.count).map((line) => ({ zone, ...line })));
  return {
    ...crossings.found(),
    ...{ parts, grazed, passedOver },
  };
}

/** On which side of a cut a node lies: at it is above and on it; what does not count or has no value is nowhere too. */
const [ABOVE, BELOW, ON, NOWHERE] = [1, 2, 4, 8];

const sidesAt =
  (values: Float64Array, level: number, isKept: CutChoice['isKept']) =>
  (node: number): number => {
    const value = values[node]!;
    const side = value > level ? ABOVE : value < level ? BELOW : value === level ? ABOVE | ON : NOWHERE;
    return isKept && !isKept(node) ? side | NOWHERE : side;
  };

/** A face that bends through the cut is crossed more than twice: each stretch above it has a line of its own. */
function cutFace(corners: Uint32Array, sides: readonly number[], crossings: Crossings, to: Segments): void {
  const rising: number[] = [];
  const falling: number[] = [];
  const count = corners.length;
  // Begun below, so that each rise is followed by its fall.
  const begin = sides.findIndex((side) => side & BELOW);
  for (let k = begin; k < begin + count; k++) {
    const [here, next] = [k % count, (k + 1) % count];
    const isBelow = (sides[here]! & BELOW) !== 0;
    if (isBelow === ((sides[next]! & BELOW) !== 0)) continue;
    (isBelow ? rising : falling).push(crossings.at(corners[here]!, corners[next]!));
  }
  rising.forEach((point, k) => to.add(point, falling[k]!));
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
