import type { LeastSquares } from './leastSquares';
import { householderQr, inverseOfNormal, solveUpper, solveUpperTransposed } from './householderQr';

/** Beyond this the sums of powers lose digits that the residuals cannot bring back. */
const WORST_CONDITION = 1e3;

/**
 * Least-squares polynomial in u over very many points: from sums of powers, in one pass, and corrected by the sums of
 * its residuals in a second.
 * @param u       within −1 … 1
 * @param weight  of each point, 1/σ², or absent
 * @returns       undefined where the powers are too nearly dependent for sums
 * Source: Å. Björck, "Stability analysis of the method of seminormal equations", Linear Algebra Appl. 88/89 (1987) 31-48.
 */
export function momentFit(u: Float64Array, y: Float64Array, weight: Float64Array | undefined, degree: number): LeastSquares | undefined {
  const p = degree + 1;
  const moments = new Float64Array(2 * degree + 1);
  const right = new Float64Array(p);
  powerSums(u, undefined, weight, moments);
  powerSums(u, y, weight, right);
  const triangle = cholesky(Array.from({ length: p }, (_, i) => moments.slice(i, i + p)));
  if (!triangle) return undefined;
  const { condition } = householderQr(unitColumns(triangle));
  if (!(condition < WORST_CONDITION)) return undefined;
  const solve = (b: Float64Array): Float64Array => solveUpper(triangle, solveUpperTransposed(triangle, b));
  const solution = solve(right);
  const residuals = new Float64Array(y.length);
  residualsOf(u, y, solution, residuals);
  powerSums(u, residuals, weight, right);
  solve(right).forEach((d, k) => (solution[k] = solution[k]! + d));
  residualsOf(u, y, solution, residuals);
  if (weight) for (let i = 0; i < residuals.length; i++) residuals[i] = residuals[i]! * Math.sqrt(weight[i]!);
  return { solution, residuals, inverse: inverseOfNormal(triangle), condition };
} // prettier-ignore

const BLOCK = 1024;

/** Σ w·v·uᵏ for each k of `out`; without v of w·uᵏ. Summed by blocks, which rounds far less than one long sum. */
function powerSums(u: Float64Array, v: Float64Array | undefined, weight: Float64Array | undefined, out: Float64Array): void {
  out.fill(0);
  const power = new Float64Array(BLOCK);
  for (let from = 0; from < u.length; from += BLOCK) {
    const count = Math.min(BLOCK, u.length - from);
    if (v) power.set(v.subarray(from, from + count));
    else power.fill(1);
    if (weight) multiplyBy(power, weight, from, count);
    for (let k = 0; k < out.length; k++) {
      out[k] = out[k]! + sumOf(power, count);
      if (k + 1 < out.length) multiplyBy(power, u, from, count);
    }
  }
} // prettier-ignore

function multiplyBy(target: Float64Array, by: Float64Array, from: number, count: number): void {
  for (let i = 0; i < count; i++) target[i] = target[i]! * by[from + i]!;
}

function sumOf(values: Float64Array, count: number): number {
  let [even, odd] = [0, 0];
  for (let i = 0; i + 1 < count; i += 2) {
    even += values[i]!;
    odd += values[i + 1]!;
  }
  return even + odd + (count % 2 === 1 ? values[count - 1]! : 0);
}

function residualsOf(u: Float64Array, y: Float64Array, c: Float64Array, out: Float64Array): void {
  const degree = c.length - 1;
  for (let i = 0; i < u.length; i++) {
    let value = c[degree]!;
    for (let k = degree - 1; k >= 0; k--) value = value * u[i]! + c[k]!;
    out[i] = y[i]! - value;
  }
}

/** Upper triangle of a positive matrix; undefined where it is none. */
function cholesky(a: readonly Float64Array[]): Float64Array[] | undefined {
  const p = a.length;
  const r = Array.from({ length: p }, () => new Float64Array(p));
  for (let i = 0; i < p; i++)
    for (let j = i; j < p; j++) {
      let sum = a[i]![j]!;
      for (let k = 0; k < i; k++) sum -= r[k]![i]! * r[k]![j]!;
      if (i === j && !(sum > 0)) return undefined;
      r[i]![j] = i === j ? Math.sqrt(sum) : sum / r[i]![i]!;
    }
  return r;
}

const unitColumns = (r: readonly Float64Array[]): Float64Array[] =>
  r.map((_, k) => {
    const column = Float64Array.from(r, (row) => row[k]!);
    const length = Math.hypot(...column);
    return column.map((v) => v / length);
  });
