/**
 * A matrix by columns: column j is `columns[j]`, each of length m.
 * Reflections are kept in place of what they annihilate; R stands apart.
 */
export interface Qr {
  rows: number;
  reflections: Float64Array[];
  /** Upper triangle, r[i][j] for i <= j. */
  r: Float64Array[];
  /** Ratio of the largest to the smallest diagonal entry of R: a lower bound of the condition number. */
  conditionNumber: number;
}

/**
 * Householder QR of m rows by p columns, m >= p. Inputs are not changed.
 * Source: Golub and Van Loan, Matrix Computations, 4th ed., algorithm 5.2.1.
 */
export function householderQr(columns: readonly Float64Array[]): Qr {
  const rows = columns[0]!.length;
  const work = columns.map((c) => Float64Array.from(c));
  const p = columns.length;
  const r = Array.from({ length: p }, () => new Float64Array(p));
  for (let k = 0; k < p; k++) {
    const v = work[k]!;
    for (let i = 0; i < k; i++) {
      r[i]![k] = v[i]!;
      v[i] = 0;
    }
    const norm = norm2(v, k);
    const head = v[k]! > 0 ? -norm : norm;
    r[k]![k] = head;
    v[k] = v[k]! - head;
    const size = norm2(v, k);
    if (size > 0) for (let i = k; i < rows; i++) v[i] = v[i]! / size;
    for (let j = k + 1; j < p; j++) reflect(v, work[j]!, k);
  }
  let largest = 0;
  let smallest = Infinity;
  for (let k = 0; k < p; k++) {
    largest = Math.max(largest, Math.abs(r[k]![k]!));
    smallest = Math.min(smallest, Math.abs(r[k]![k]!));
  }
  return { rows, reflections: work, r, conditionNumber: smallest === 0 ? Infinity : largest / smallest };
}

function norm2(v: Float64Array, from: number): number {
  let sum = 0;
  for (let i = from; i < v.length; i++) sum += v[i]! * v[i]!;
  return Math.sqrt(sum);
}

function reflect(v: Float64Array, target: Float64Array, from: number): void {
  let dot = 0;
  for (let i = from; i < v.length; i++) dot += v[i]! * target[i]!;
  dot *= 2;
  for (let i = from; i < v.length; i++) target[i] = target[i]! - dot * v[i]!;
}

/** Qᵀ·b as a new vector. */
export function applyQTransposed(qr: Qr, b: Float64Array): Float64Array {
  const out = Float64Array.from(b);
  qr.reflections.forEach((v, k) => reflect(v, out, k));
  return out;
}

/** Q·b as a new vector. */
export function applyQ(qr: Qr, b: Float64Array): Float64Array {
  const out = Float64Array.from(b);
  for (let k = qr.reflections.length - 1; k >= 0; k--) reflect(qr.reflections[k]!, out, k);
  return out;
}

/** Solves R·x = b for the first p entries of b. */
export function solveUpper(r: readonly Float64Array[], b: Float64Array): Float64Array {
  const p = r.length;
  const x = new Float64Array(p);
  for (let i = p - 1; i >= 0; i--) {
    let sum = b[i]!;
    for (let j = i + 1; j < p; j++) sum -= r[i]![j]! * x[j]!;
    x[i] = sum / r[i]![i]!;
  }
  return x;
}

/** Solves Rᵀ·x = b. */
export function solveUpperTransposed(r: readonly Float64Array[], b: Float64Array): Float64Array {
  const p = r.length;
  const x = new Float64Array(p);
  for (let i = 0; i < p; i++) {
    let sum = b[i]!;
    for (let j = 0; j < i; j++) sum -= r[j]![i]! * x[j]!;
    x[i] = sum / r[i]![i]!;
  }
  return x;
}

/** (RᵀR)⁻¹ by columns: the unscaled covariance of the least-squares solution. */
export function inverseOfNormal(r: readonly Float64Array[]): Float64Array[] {
  const p = r.length;
  return Array.from({ length: p }, (_, j) => {
    const unit = new Float64Array(p);
    unit[j] = 1;
    return solveUpper(r, solveUpperTransposed(r, unit));
  });
}
