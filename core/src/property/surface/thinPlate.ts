import { AppError } from '../../error/AppError';
import { applyQTransposed, householderQr, solveUpper, type Qr } from '../../linear/householderQr';
import { scatteredSurface, unitAxis } from './scatteredSurface';
import type { PlainSurface } from './PlainSurface';

/** More points than these would keep a hand waiting at every key. */
export const MOST_BENT_THROUGH = 300;

/** A thin plate that is bent as little as possible and passes through all points; inside and outside as for flat triangles. */
export interface ThinPlate extends PlainSurface {
  /** What the plate through all other points misses each point by. */
  misses(): Float64Array;
}

/**
 * @param x, w, y  each of length n, 3 to MOST_BENT_THROUGH, no place twice
 * @throws {AppError} TABLE_POINTS_IN_LINE, TABLE_TOO_MANY_POINTS
 * Sources: J. Duchon, in Constructive Theory of Functions of Several Variables (1977) 85-100, from memory; what is missed by
 * leaving a point out, without solving anew: S. Rippa, Adv. Comput. Math. 11 (1999) 193-210, from memory. Both axes are
 * brought to the same length before.
 */
export function thinPlateSurface(x: Float64Array, w: Float64Array, y: Float64Array): ThinPlate {
  const n = x.length;
  if (n > MOST_BENT_THROUGH) throw new AppError('TABLE_TOO_MANY_POINTS', { have: n, most: MOST_BENT_THROUGH });
  const flat = scatteredSurface(x, w, y);
  const [ofX, ofW] = [unitAxis(x), unitAxis(w)];
  const [p, q] = [x.map(ofX.to), w.map(ofW.to)];
  const qr = householderQr(matrixOf(p, q));
  const right = new Float64Array(n + 3);
  right.set(y);
  const c = solveUpper(qr.r, applyQTransposed(qr, right));
  return {
    ...flat,
    valueAt: (at, by) => {
      if (at !== at || by !== by) return NaN;
      const [u, v] = [ofX.to(at), ofW.to(by)];
      let sum = c[n]! + c[n + 1]! * u + c[n + 2]! * v;
      for (let i = 0; i < n; i++) sum += c[i]! * bending(u - p[i]!, v - q[i]!);
      return sum;
    },
    misses: () => Float64Array.from({ length: n }, (_, i) => -c[i]! / inverseAt(qr, i)),
  };
}

/** r² ln r, the bending of a plate under a point load. */
const bending = (a: number, b: number): number => {
  const square = a * a + b * b;
  return square === 0 ? 0 : 0.5 * square * Math.log(square);
};

/** By columns: the bending between all points, bordered by a plane that takes no load. */
function matrixOf(p: Float64Array, q: Float64Array): Float64Array[] {
  const n = p.length;
  const columns = Array.from({ length: n }, (_, j) => {
    const column = new Float64Array(n + 3);
    for (let i = 0; i < n; i++) column[i] = bending(p[i]! - p[j]!, q[i]! - q[j]!);
    column.set([1, p[j]!, q[j]!], n);
    return column;
  });
  const plane = [p.map(() => 1), p, q].map((column) => {
    const longer = new Float64Array(n + 3);
    longer.set(column);
    return longer;
  });
  return [...columns, ...plane];
}

/** The i-th entry of the diagonal of the inverse. */
function inverseAt(qr: Qr, i: number): number {
  const unit = new Float64Array(qr.rows);
  unit[i] = 1;
  return solveUpper(qr.r, applyQTransposed(qr, unit))[i]!;
}
