import { TwoSum } from './doubleDouble';
import {
  applyQ,
  applyQTransposed,
  householderQr,
  inverseOfNormal,
  solveUpper,
  solveUpperTransposed,
} from './householderQr';

export interface LeastSquares {
  solution: Float64Array;
  /** b − A·x, length m. */
  residuals: Float64Array;
  /** (AᵀA)⁻¹, p by p. */
  inverse: Float64Array[];
  /** Lower bound of the condition number of A after its columns were brought to length 1. */
  conditionNumber: number;
}

/**
 * min |b − A·x| by Householder QR on columns of equal length, then refined with
 * exact residuals until the solution stops changing (at most 6 rounds).
 * @param columns  A by columns, p of them, each of length m >= p, finite
 * @param b        right-hand side, length m, finite
 * @returns        with `condition` Infinity when the columns are linearly dependent
 * Source: Å. Björck, "Iterative refinement of linear least squares solutions I", BIT 7 (1967).
 */
export function leastSquares(columns: readonly Float64Array[], b: Float64Array): LeastSquares {
  const lengths = columns.map((c) => powerOfTwoNear(Math.sqrt(c.reduce((s, v) => s + v * v, 0))));
  const scaled = columns.map((c, j) => c.map((v) => v / lengths[j]!));
  const qr = householderQr(scaled);
  const dependent = !(qr.conditionNumber < 1e15);
  const p = columns.length;
  const x = solveUpper(qr.r, applyQTransposed(qr, b));
  const residuals = new Float64Array(b.length);
  for (let i = 0; i < b.length; i++) residuals[i] = exactResidual(scaled, x, b[i]!, i, 0);
  for (let round = 0; round < 6 && !dependent; round++) {
    const f = new Float64Array(b.length);
    for (let i = 0; i < b.length; i++) f[i] = exactResidual(scaled, x, b[i]!, i, residuals[i]!);
    const g = Float64Array.from(scaled, (c) => -exactDot(c, residuals));
    const h = solveUpperTransposed(qr.r, g);
    const d = applyQTransposed(qr, f);
    const dx = solveUpper(
      qr.r,
      Float64Array.from(h, (v, k) => d[k]! - v),
    );
    d.set(h);
    const dr = applyQ(qr, d);
    let moved = false;
    for (let k = 0; k < p; k++) {
      const next = x[k]! + dx[k]!;
      if (Math.abs(next - x[k]!) > 2e-16 * Math.abs(next)) moved = true;
      x[k] = next;
    }
    for (let i = 0; i < b.length; i++) residuals[i] = residuals[i]! + dr[i]!;
    if (!moved) break;
  }
  return {
    solution: x.map((v, k) => v / lengths[k]!),
    residuals,
    inverse: inverseOfNormal(qr.r).map((column, j) => column.map((v, k) => v / lengths[j]! / lengths[k]!)),
    conditionNumber: dependent ? Infinity : qr.conditionNumber,
  };
}

/** Dividing by a power of two is exact, so scaling costs no digit. */
const powerOfTwoNear = (length: number): number => (length > 0 ? 2 ** Math.round(Math.log2(length)) : 1);

function exactResidual(columns: readonly Float64Array[], x: Float64Array, b: number, i: number, r: number): number {
  const sum = TwoSum.of(b).add(-r);
  for (let j = 0; j < columns.length; j++) sum.addProduct(-columns[j]![i]!, x[j]!);
  return sum.value();
}

function exactDot(a: Float64Array, b: Float64Array): number {
  const sum = new TwoSum();
  for (let i = 0; i < a.length; i++) sum.addProduct(a[i]!, b[i]!);
  return sum.value();
}
