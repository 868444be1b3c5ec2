import type { Faces } from './faces';
import type { Coordinates, Three } from './Mesh';
import { doubleArea, eachTriangle, facesOnOthers, mergedNodes, outwardFaces, type SurfacePiece } from './outward';
import { Sums, type Sum } from './Sums';

export interface SurfaceIntegrals {
  /** Of each zone by its code, those without a face are not there. */
  ofZones: Map<number, Sum>;
  /** Where zones lie on each other, what lies there counts for each of them. */
  whole: Sum;
  /** Faces that lie on one of another zone: each zone is turned outward by itself then. */
  onOthers: number;
  pieces: SurfacePiece[];
  /** Faces with a corner that is set aside, or has no place or no pressure. */
  passedOver: number;
}

export interface IntegralChoice {
  columns: readonly Float64Array[];
  /** Number of the column that pushes; undefined: none does. */
  pressure?: number | undefined;
  /** What pushes from the other side, in the unit of the pressure. */
  reference?: number;
  zones?: ReadonlySet<number> | undefined;
  isKept?: ((node: number) => boolean) | undefined;
}

/**
 * Sums over a surface, each face as triangles over which columns go straight.
 * A face counts where all of its corners are kept and have a place and the pressure; a mean is taken where its column is.
 * @param at  x, y, z of the nodes, each of length n
 * Source: the mean of its corners is exact over a triangle for what goes straight; the force of a pressure on a surface is
 * common practice, no source.
 */
export function integrateSurface(faces: Faces, at: Coordinates, choice: IntegralChoice): SurfaceIntegrals {
  const { columns, pressure, reference = 0, zones, isKept } = choice;
  const needed = [...at, ...(pressure === undefined ? [] : [columns[pressure]!])];
  const counts = (node: number): boolean =>
    (!isKept || isKept(node)) && needed.every((column) => !Number.isNaN(column[node]!));
  const chosen = (face: number): boolean => !zones || zones.has(faces.zones[face]!);
  const isWhole = new Uint8Array(faces.starts.length - 1);
  let passedOver = 0;
  for (let face = 0; face < isWhole.length; face++) {
    if (!chosen(face)) continue;
    isWhole[face] = faces.nodes.subarray(faces.starts[face], faces.starts[face + 1]).every(counts) ? 1 : 0;
    passedOver += 1 - isWhole[face]!;
  }
  const keeps = (face: number): boolean => isWhole[face] === 1;
  const merged = mergedNodes(faces, at);
  const used = new Set(faces.zones.filter((_, face) => keeps(face)));
  const onOthers = used.size > 1 ? facesOnOthers(faces, merged, keeps) : 0;
  const { sign, pieces } = outwardFaces(faces, at, keeps, { merged, isByZone: onOthers > 0 });
  const sums = new Map<number, Sums>();
  for (let face = 0; face < isWhole.length; face++) {
    if (!keeps(face)) continue;
    const zone = faces.zones[face]!;
    const sum = sums.get(zone) ?? new Sums(columns.length);
    sums.set(zone, sum);
    eachTriangle(faces, face, (a, b, c) => {
      const double = doubleArea(at, a, b, c);
      const means = columns.map((column) => (column[a]! + column[b]! + column[c]!) / 3);
      const push = pressure === undefined ? 0 : sign[face]! * (means[pressure]! - reference);
      sum.add(Math.hypot(...double) / 2, means, double.map((n) => (-push * n) / 2) as Three);
    });
  }
  const whole = new Sums(columns.length);
  for (const sum of sums.values()) whole.addAll(sum);
  const ofZones = new Map([...sums].sort(([a], [b]) => a - b).map(([zone, sum]) => [zone, sum.result()]));
  return { ofZones, whole: whole.result(), onOthers, pieces, passedOver };
}
