import { AppError } from '../error/AppError';
import { leastSquares } from '../linear/leastSquares';
import type { Pixel } from './calibrate';

/** Turned and sheared, or also seen at an angle. */
export type PictureShape = 'affine' | 'projective';

/** A place with what rises evenly along both axes there. */
export interface Pair {
  at: Pixel;
  u: number;
  v: number;
}
interface OnAxis {
  /** Its place among the known points. */
  index: number;
  at: Pixel;
  even: number;
}

/** Between pixels and what rises evenly along the axes. */
export interface PixelMap {
  evenAt(at: Pixel): { u: number; v: number };
  pixelAt(u: number, v: number): Pixel;
  /** Points beyond those that are needed, times the coordinates that each tells. */
  freedom: number;
  /** Axes with just as many known values as they need. */
  untested: readonly ('x' | 'y')[];
  /** How far each known point lies from where the map puts it, pixels. */
  offsets: number[];
}

/** Points that are this near to one line, or to one place, tell no map. */
const WORST_CONDITION = 1e7;
const column = <T>(of: readonly T[], value: (one: T) => number): Float64Array => Float64Array.from(of, value);

function solved(columns: readonly Float64Array[], b: Float64Array): Float64Array {
  const { solution, conditionNumber } = leastSquares(columns, b);
  if (!(conditionNumber < WORST_CONDITION)) throw new AppError('PICTURE_POINTS_IN_LINE', {});
  return solution;
}

/** The coefficients of both pixel coordinates over the same columns. */
const pixelsBy = (columns: readonly Float64Array[], points: readonly { at: Pixel }[]): [Float64Array, Float64Array] =>
  (['x', 'y'] as const).map((d) =>
    solved(
      columns,
      column(points, (p) => p.at[d]),
    ),
  ) as [Float64Array, Float64Array];

/** Middle and size of numbers, so that they can be brought to about one. */
function centred(values: readonly number[]): { middle: number; size: number } {
  const middle = values.reduce((a, b) => a + b, 0) / values.length;
  const size = Math.max(...values.map((v) => Math.abs(v - middle)));
  return { middle, size: size > 0 ? size : 1 };
}

export const mapOf = {
  /** @throws {AppError} PICTURE_TOO_FEW_POINTS, PICTURE_SAME_VALUE, PICTURE_POINTS_IN_LINE */
  axes(x: readonly OnAxis[], y: readonly OnAxis[]): PixelMap {
    const [first, second] = [lineAlong(x, 'x'), lineAlong(y, 'y')];
    const { slope: e1, start: c1 } = first;
    const { slope: e2, start: c2 } = second;
    const det = cross(e1, e2);
    if (Math.abs(det) < 1e-6 * Math.hypot(e1.x, e1.y) * Math.hypot(e2.x, e2.y))
      throw new AppError('PICTURE_POINTS_IN_LINE', {});
    // c1 = p0 + v·e2 with the v of the x axis, c2 = p0 + u·e1 with the u of the y axis.
    const between = { x: c1.x - c2.x, y: c1.y - c2.y };
    const v = cross(between, e1) / cross(e2, e1);
    const origin = { x: c1.x - v * e2.x, y: c1.y - v * e2.y };
    return {
      ...affine(origin, e1, e2),
      freedom: 2 * (x.length + y.length) - 8,
      untested: [...(x.length > 2 ? [] : (['x'] as const)), ...(y.length > 2 ? [] : (['y'] as const))],
      offsets: offsetsOf([...first.offsets, ...second.offsets]),
    };
  },

  /** @throws {AppError} PICTURE_TOO_FEW_POINTS, PICTURE_POINTS_IN_LINE */
  both(points: readonly Pair[], shape: PictureShape): PixelMap {
    const need = shape === 'affine' ? 3 : 4;
    if (points.length < need)
      throw new AppError('PICTURE_TOO_FEW_POINTS', { of: 'points with both coordinates', have: points.length, need });
    const map = shape === 'affine' ? affineThrough(points) : projectiveThrough(points);
    return {
      ...map,
      freedom: 2 * points.length - (shape === 'affine' ? 6 : 8),
      untested: points.length > need ? [] : ['x', 'y'],
      offsets: points.map(({ at, u, v }) => {
        const put = map.pixelAt(u, v);
        return Math.hypot(put.x - at.x, put.y - at.y);
      }),
    };
  },
};

/** One for each known point; the larger where it is known on both axes. */
function offsetsOf(found: readonly (readonly [index: number, pixels: number])[]): number[] {
  const all: number[] = [];
  for (const [index, pixels] of found) all[index] = Math.max(all[index] ?? 0, pixels);
  return all;
}

const cross = (a: Pixel, b: Pixel): number => a.x * b.y - a.y * b.x;

/** The places of an axis as a line along which its values rise evenly: at = start + even·slope. */
function lineAlong(points: readonly OnAxis[], axis: 'x' | 'y') {
  if (points.length < 2)
    throw new AppError('PICTURE_TOO_FEW_POINTS', {
      of: `known values on the ${axis} axis`,
      have: points.length,
      need: 2,
    });
  if (new Set(points.map((p) => p.even)).size < 2) throw new AppError('PICTURE_SAME_VALUE', { axis });
  const { middle, size } = centred(points.map((p) => p.even));
  const columns = [column(points, () => 1), column(points, (p) => (p.even - middle) / size)];
  const [x, y] = pixelsBy(columns, points);
  const slope = { x: x[1]! / size, y: y[1]! / size };
  const start = { x: x[0]! - middle * slope.x, y: y[0]! - middle * slope.y };
  const offsets = points.map(({ index, at, even }): [number, number] => [
    index,
    Math.hypot(start.x + even * slope.x - at.x, start.y + even * slope.y - at.y),
  ]);
  return { start, slope, offsets };
}

function affine(origin: Pixel, e1: Pixel, e2: Pixel): Pick<PixelMap, 'evenAt' | 'pixelAt'> {
  const det = cross(e1, e2);
  return {
    pixelAt: (u, v) => ({ x: origin.x + u * e1.x + v * e2.x, y: origin.y + u * e1.y + v * e2.y }),
    evenAt: (at) => {
      const d = { x: at.x - origin.x, y: at.y - origin.y };
      return { u: cross(d, e2) / det, v: cross(e1, d) / det };
    },
  };
}

function affineThrough(points: readonly Pair[]) {
  const [u, v] = [centred(points.map((p) => p.u)), centred(points.map((p) => p.v))];
  const columns = [
    column(points, () => 1),
    column(points, (p) => (p.u - u.middle) / u.size),
    column(points, (p) => (p.v - v.middle) / v.size),
  ];
  const [x, y] = pixelsBy(columns, points);
  const e1 = { x: x[1]! / u.size, y: y[1]! / u.size };
  const e2 = { x: x[2]! / v.size, y: y[2]! / v.size };
  const origin = {
    x: x[0]! - u.middle * e1.x - v.middle * e2.x,
    y: y[0]! - u.middle * e1.y - v.middle * e2.y,
  };
  return affine(origin, e1, e2);
}

/** Rounds of weighting after the linear solution; for four points it is exact already. */
const ROUNDS = 8;

/** pixel = (h0 u + h1 v + h2, h3 u + h4 v + h5) / (h6 u + h7 v + 1), of numbers that were brought to about one. */
function projectiveThrough(points: readonly Pair[]) {
  const of = {
    u: centred(points.map((p) => p.u)),
    v: centred(points.map((p) => p.v)),
    x: centred(points.map((p) => p.at.x)),
    y: centred(points.map((p) => p.at.y)),
  };
  const small = points.map((p) => ({
    u: (p.u - of.u.middle) / of.u.size,
    v: (p.v - of.v.middle) / of.v.size,
    x: (p.at.x - of.x.middle) / of.x.size,
    y: (p.at.y - of.y.middle) / of.y.size,
  }));
  const rows = (value: (p: (typeof small)[number], isY: boolean) => number): Float64Array =>
    Float64Array.from({ length: 2 * small.length }, (_, i) => value(small[i >> 1]!, i % 2 === 1));
  /** The rows of the linear problem, each divided by what its point was divided by in the last round. */
  const solve = (weights: (p: (typeof small)[number]) => number): Float64Array => {
    const own = (isY: boolean, wanted: boolean, v: number) => (isY === wanted ? v : 0);
    const columns = [
      rows((p, isY) => own(isY, false, p.u) / weights(p)),
      rows((p, isY) => own(isY, false, p.v) / weights(p)),
      rows((p, isY) => own(isY, false, 1) / weights(p)),
      rows((p, isY) => own(isY, true, p.u) / weights(p)),
      rows((p, isY) => own(isY, true, p.v) / weights(p)),
      rows((p, isY) => own(isY, true, 1) / weights(p)),
      rows((p, isY) => (-(isY ? p.y : p.x) * p.u) / weights(p)),
      rows((p, isY) => (-(isY ? p.y : p.x) * p.v) / weights(p)),
    ];
    return solved(
      columns,
      rows((p, isY) => (isY ? p.y : p.x) / weights(p)),
    );
  };
  let h = solve(() => 1);
  // Weighted by its own denominator a row is the error in the picture.
  for (let round = 0; round < ROUNDS; round++) {
    const last = h;
    h = solve((p) => last[6]! * p.u + last[7]! * p.v + 1);
  }
  return projective(h, of);
}

type Sizes = Record<'u' | 'v' | 'x' | 'y', { middle: number; size: number }>;

function projective(h: Float64Array, of: Sizes): Pick<PixelMap, 'evenAt' | 'pixelAt'> {
  return {
    pixelAt: (bigU, bigV) => {
      const [u, v] = [(bigU - of.u.middle) / of.u.size, (bigV - of.v.middle) / of.v.size];
      const w = h[6]! * u + h[7]! * v + 1;
      return {
        x: of.x.middle + (of.x.size * (h[0]! * u + h[1]! * v + h[2]!)) / w,
        y: of.y.middle + (of.y.size * (h[3]! * u + h[4]! * v + h[5]!)) / w,
      };
    },
    evenAt: (at) => {
      // The same equations for given x and y are linear in u and v.
      const [x, y] = [(at.x - of.x.middle) / of.x.size, (at.y - of.y.middle) / of.y.size];
      const [a, b, c, d] = [h[0]! - x * h[6]!, h[1]! - x * h[7]!, h[3]! - y * h[6]!, h[4]! - y * h[7]!];
      const det = a * d - b * c;
      const [p, q] = [x - h[2]!, y - h[5]!];
      return {
        u: of.u.middle + (of.u.size * (p * d - b * q)) / det,
        v: of.v.middle + (of.v.size * (a * q - p * c)) / det,
      };
    },
  };
}
