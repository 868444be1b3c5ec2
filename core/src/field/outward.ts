import type { Faces } from './faces';
import type { Coordinates, Three } from './Mesh';

/** To which side each face of a surface looks. */
export interface Outward {
  /** 1: its corners go round it as seen from outside; −1: the other way; 0: it does not count. */
  sign: Int8Array;
  pieces: SurfacePiece[];
}

/** Faces that hang together by their edges. */
export interface SurfacePiece {
  faces: number;
  /** Every edge has two faces, so that there is an inside. */
  isClosed: boolean;
  /** Its faces cannot all look outward: a strip with a twist. */
  isTwisted: boolean;
  /** It is flat, so that its sides are told by the order of the corners alone. */
  isFlat: boolean;
}

/** Below this share of what a body of that area can hold a piece counts as flat. */
const FLAT = 1e-9;

/**
 * Turns faces so that all look outward. Neighbours go along the edge that they share in opposite directions; which of both
 * ways is outward is told by the volume that the piece encloses about its middle. An open piece looks away from its middle
 * too, and a flat one to where most of its faces are wound.
 * @param at     x, y, z of the nodes, each of length n; nodes at the same place are one
 * @param keeps  whether a face counts
 * @param merged  for each node the first one at its place, see `mergedNodes`
 * @param isByZone  faces of two zones do not hang together
 * Source: the volume by the divergence theorem over faces, common practice; the walk from face to face is this program's.
 */
export function outwardFaces(
  faces: Faces,
  at: Coordinates,
  keeps: (face: number) => boolean,
  { merged = mergedNodes(faces, at), isByZone = false }: { merged?: Uint32Array; isByZone?: boolean } = {},
): Outward {
  const count = faces.starts.length - 1;
  const sign = new Int8Array(count);
  const neighbours = new Neighbours(faces, { merged, isByZone }, keeps);
  const pieces: SurfacePiece[] = [];
  for (let face = 0; face < count; face++) {
    if (sign[face] !== 0 || !keeps(face)) continue;
    const walk = neighbours.walkFrom(face, sign);
    const volume = volumeAbout(faces, at, walk.members, sign);
    const isFlat = Math.abs(volume.enclosed) <= FLAT * volume.area ** 1.5;
    const balance = walk.members.reduce((sum, f) => sum + sign[f]!, 0);
    if (isFlat ? balance < 0 : volume.enclosed < 0) for (const f of walk.members) sign[f] = -sign[f]! as -1 | 1;
    pieces.push({ faces: walk.members.length, isClosed: walk.isClosed, isTwisted: walk.isTwisted, isFlat });
  }
  return { sign, pieces };
}

/** For each node the first one at its place. */
export function mergedNodes({ nodes }: Faces, [x, y, z]: Coordinates): Uint32Array {
  const first = new Uint32Array(x.length);
  const buckets = new Map<number, number[]>();
  const seen = new Uint8Array(x.length);
  const place = new Float64Array(3);
  const bits = new Uint32Array(place.buffer);
  for (const node of nodes) {
    if (seen[node]) continue;
    seen[node] = 1;
    // A zero below zero is at the same place.
    place.set([x[node]! + 0, y[node]! + 0, z[node]! + 0]);
    let hash = 0;
    for (const word of bits) hash = (Math.imul(hash, 31) + word) | 0;
    const bucket = buckets.get(hash) ?? [];
    const same = bucket.find((n) => x[n] === x[node] && y[n] === y[node] && z[n] === z[node]);
    first[node] = same ?? node;
    if (same === undefined) bucket.push(node);
    buckets.set(hash, bucket);
  }
  return first;
}

/** Which faces share which edges. */
class Neighbours {
  /** Of each edge its faces, each as 2 · face + 1 where the face goes from the lower to the higher node. */
  private readonly sharing = new Map<number, number[]>();

  constructor(
    private readonly faces: Faces,
    private readonly how: { merged: Uint32Array; isByZone: boolean },
    keeps: (face: number) => boolean,
  ) {
    for (let face = 0; face + 1 < faces.starts.length; face++)
      if (keeps(face))
        this.edgesOf(face, (edge, rises) => {
          const known = this.sharing.get(edge);
          if (known) known.push(2 * face + rises);
          else this.sharing.set(edge, [2 * face + rises]);
        });
  }

  private edgesOf(face: number, take: (edge: number, rises: 0 | 1) => void): void {
    const { nodes, starts, zones } = this.faces;
    const { merged, isByZone } = this.how;
    const [from, to] = [starts[face]!, starts[face + 1]!];
    const count = merged.length;
    // Of 8e6 nodes and fewer than a hundred zones such a number is whole.
    const ofZone = isByZone ? zones[face]! * count * count : 0;
    for (let i = from; i < to; i++) {
      const a = merged[nodes[i]!]!;
      const b = merged[nodes[i + 1 < to ? i + 1 : from]!]!;
      if (a !== b) take(ofZone + Math.min(a, b) * count + Math.max(a, b), a < b ? 1 : 0);
    }
  }

  /** Signs all faces that hang together with one. */
  walkFrom(start: number, sign: Int8Array): { members: number[]; isClosed: boolean; isTwisted: boolean } {
    sign[start] = 1;
    const members = [start];
    let [isClosed, isTwisted] = [true, false];
    // Grows while it is walked.
    for (let k = 0; k < members.length; k++) {
      const face = members[k]!;
      this.edgesOf(face, (edge, rises) => {
        const sharing = this.sharing.get(edge)!;
        if (sharing.length !== 2) {
          isClosed &&= sharing.length > 2;
          return;
        }
        const other = sharing[0]! >> 1 === face ? sharing[1]! : sharing[0]!;
        const wanted = (other & 1) === rises ? -sign[face]! : sign[face]!;
        const neighbour = other >> 1;
        if (sign[neighbour] === 0) {
          sign[neighbour] = wanted as -1 | 1;
          members.push(neighbour);
        } else if (sign[neighbour] !== wanted) isTwisted = true;
      });
    }
    return { members, isClosed, isTwisted };
  }
}

/** Twice the area of a triangle as a vector that looks to where its corners go round to the left. */
export function doubleArea(at: Coordinates, a: number, b: number, c: number): Three {
  const side = (to: number): Three => [at[0][to]! - at[0][a]!, at[1][to]! - at[1][a]!, at[2][to]! - at[2][a]!];
  const [u, v] = [side(b), side(c)];
  return [u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]];
}

/** Calls back with the corners of each triangle of a face, a fan from its first corner. */
export function eachTriangle(
  { nodes, starts }: Faces,
  face: number,
  take: (a: number, b: number, c: number) => void,
): void {
  const first = starts[face]!;
  for (let k = first + 1; k + 1 < starts[face + 1]!; k++) take(nodes[first]!, nodes[k]!, nodes[k + 1]!);
}

/** What faces enclose, seen from their middle, and their area. */
function volumeAbout(faces: Faces, at: Coordinates, members: readonly number[], sign: Int8Array) {
  const middle: Three = [0, 0, 0];
  let area = 0;
  const over = (take: (double: Three, centre: Three, face: number) => void): void => {
    for (const face of members)
      eachTriangle(faces, face, (a, b, c) => {
        const centre = at.map((column) => (column[a]! + column[b]! + column[c]!) / 3) as Three;
        take(doubleArea(at, a, b, c), centre, face);
      });
  };
  over((double, centre) => {
    const size = Math.hypot(...double) / 2;
    area += size;
    centre.forEach((v, axis) => (middle[axis]! += size * v));
  });
  let enclosed = 0;
  over((double, centre, face) => {
    const height = double.reduce((sum, n, axis) => sum + n * (centre[axis]! - middle[axis]! / area), 0);
    enclosed += (sign[face]! * height) / 6;
  });
  return { area, enclosed };
}

/** Faces that lie on one of another zone: the skin of solids and a boundary of theirs, or two blocks that touch. */
export function facesOnOthers(
  { nodes, starts, zones }: Faces,
  merged: Uint32Array,
  keeps: (face: number) => boolean,
): number {
  const zoneAt = new Map<string, number>();
  let count = 0;
  for (let face = 0; face + 1 < starts.length; face++) {
    if (!keeps(face)) continue;
    const corners = Array.from(nodes.subarray(starts[face], starts[face + 1]), (node) => merged[node]!);
    const key = corners.sort((a, b) => a - b).join(' ');
    const known = zoneAt.get(key);
    if (known === undefined) zoneAt.set(key, zones[face]!);
    else if (known !== zones[face]) count++;
  }
  return count;
}
