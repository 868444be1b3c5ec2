import { householderQr } from './householderQr';

/** Beyond this, sums of products have lost digits that no further step brings back. */
const WORST_CONDITION = 1e3;

export interface Cholesky {
  /** By rows, upper: the matrix is Rᵀ·R. */
  r: Float64Array[];
  /** Of R after its columns were brought to length 1. */
  conditionNumber: number;
}

/**
 * The upper triangle whose square is a positive matrix of sums of products.
 * @returns  undefined where the columns behind the sums are too nearly dependent for sums
 * Source: Golub and Van Loan, Matrix Computations, 4th ed., algorithm 4.2.2.
 */
export function cholesky(a: readonly Float64Array[]): Cholesky | undefined {
  const p = a.length;
  const r = Array.from({ length: p }, () => new Float64Array(p));
  for (let i = 0; i < p; i++)
    for (let j = i; j < p; j++) {
      let sum = a[i]![j]!;
      for (let k = 0; k < i; k++) sum -= r[k]![i]! * r[k]![j]!;
      if (i === j && !(sum > 0)) return undefined;
      r[i]![j] = i === j ? Math.sqrt(sum) : sum / r[i]![i]!;
    }
  const { conditionNumber: condition } = householderQr(unitColumns(r));
  return condition < WORST_CONDITION ? { r, conditionNumber: condition } : undefined;
}

const unitColumns = (r: readonly Float64Array[]): Float64Array[] =>
  r.map((_, k) => {
    const column = Float64Array.from(r, (row) => row[k]!);
    const length = Math.hypot(...column);
    return column.map((v) => v / length);
  });
