import { cholesky } from './cholesky';
import type { LeastSquares } from './leastSquares';
import { inverseOfNormal, solveUpper, solveUpperTransposed } from './householderQr';

/** Points by columns; the weight of each is 1/σ², or absent. */
interface Points {
  u: Float64Array;
  y: Float64Array;
  weight: Float64Array | undefined;
}

/**
 * Least-squares polynomial in u over very many points: from sums of powers, in one pass, and corrected by the sums of
 * its residuals in a second.
 * @param points  u within −1 … 1
 * @returns       undefined where the powers are too nearly dependent for sums
 * Source: Å. Björck, "Stability analysis of the method of seminormal equations", Linear Algebra Appl. 88/89 (1987) 31-48.
 */
export function momentFit(points: Points, degree: number): LeastSquares | undefined {
  const p = degree + 1;
  const moments = new Float64Array(2 * degree + 1);
  const right = new Float64Array(p);
  powerSums(points, new Float64Array(p), { moments, right });
  const solved = cholesky(Array.from({ length: p }, (_, i) => moments.slice(i, i + p)));
  if (!solved) return undefined;
  const { r, conditionNumber: condition } = solved;
  const solution = solveUpper(r, solveUpperTransposed(r, right));
  powerSums(points, solution, { right });
  const correction = solveUpper(r, solveUpperTransposed(r, right));
  solution.forEach((c, k) => (solution[k] = c + correction[k]!));
  return {
    solution,
    residuals: residualsOver(points, solution),
    inverse: inverseOfNormal(r),
    conditionNumber: condition,
  };
}

const BLOCK = 1000;
/** Of a block: kept here and not handed over, since the engine reads an array three times as fast where it is always the same. */
const place = new Float64Array(BLOCK);
const power = new Float64Array(BLOCK);
const left = new Float64Array(BLOCK);

interface Sums {
  /** Σ w·uᵏ, for each k of it. */
  moments?: Float64Array;
  /** Σ w·uᵏ·(y − polynomial), for each k of it. */
  right: Float64Array;
}

/** Summed by blocks, which rounds far less than one long sum. */
function powerSums(points: Points, c: Float64Array, { moments, right }: Sums): void {
  moments?.fill(0);
  right.fill(0);
  const powers = Math.max(right.length, moments?.length ?? 0);
  const sums = { own: 0, along: 0 };
  for (let from = 0; from < points.u.length; from += BLOCK) {
    const count = takeResiduals(points, c, from);
    if (points.weight) power.set(points.weight.subarray(from, from + count));
    else power.fill(1);
    for (let k = 0; k < powers; k++) {
      sumAndRaise(count, sums);
      if (moments) moments[k] = moments[k]! + sums.own;
      if (k < right.length) right[k] = right[k]! + sums.along;
    }
  }
}

/** Sums of a power and of its products with what is left, and the next power. */
function sumAndRaise(count: number, sums: { own: number; along: number }): void {
  let own = 0;
  let ownOdd = 0;
  let along = 0;
  let alongOdd = 0;
  let i = 0;
  for (; i + 1 < count; i += 2) {
    const p = power[i]!;
    const q = power[i + 1]!;
    own += p;
    ownOdd += q;
    along += p * left[i]!;
    alongOdd += q * left[i + 1]!;
    power[i] = p * place[i]!;
    power[i + 1] = q * place[i + 1]!;
  }
  if (i < count) {
    own += power[i]!;
    along += power[i]! * left[i]!;
    power[i] = power[i]! * place[i]!;
  }
  sums.own = own + ownOdd;
  sums.along = along + alongOdd;
}

/** Residuals of all points, each divided by its standard deviation. */
function residualsOver(points: Points, c: Float64Array): Float64Array {
  const { y, weight } = points;
  const out = new Float64Array(y.length);
  for (let from = 0; from < y.length; from += BLOCK) {
    const count = takeResiduals(points, c, from);
    out.set(left.subarray(0, count), from);
  }
  if (weight) for (let i = 0; i < out.length; i++) out[i] = out[i]! * Math.sqrt(weight[i]!);
  return out;
}

/** Of the block from `from` on: u, and y − polynomial by Horner's scheme, power by power. Returns its length. */
function takeResiduals({ u, y }: Points, c: Float64Array, from: number): number {
  const count = Math.min(BLOCK, u.length - from);
  place.set(u.subarray(from, from + count));
  power.set(y.subarray(from, from + count));
  left.fill(-c[c.length - 1]!);
  for (let k = c.length - 2; k > 0; k--) hornerStep(c[k]!, count);
  const last = c[0]!;
  for (let i = 0; i < count; i++) left[i] = left[i]! * place[i]! + (power[i]! - last);
  return count;
}

function hornerStep(c: number, count: number): void {
  for (let i = 0; i < count; i++) left[i] = left[i]! * place[i]! - c;
}
