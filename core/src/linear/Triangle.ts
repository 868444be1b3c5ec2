/**
 * QR of a tall matrix that comes in blocks of rows, of which only the triangle is kept.
 * The last column is the right-hand side: what stands above its diagonal is Qᵀ·b, its diagonal the length of what is left.
 * Source: Golub and Van Loan, Matrix Computations, 4th ed., sections 5.2.1 (Householder) and 5.3.5 (row blocks).
 */
export class Triangle {
  /** By rows, upper. */
  readonly rows: Float64Array[];

  constructor(columns: number) {
    this.rows = Array.from({ length: columns }, () => new Float64Array(columns));
  }

  /** R, and what of Qᵀ·b stands above its diagonal. */
  split(): { r: Float64Array[]; rotated: Float64Array } {
    const p = this.rows.length - 1;
    const above = this.rows.slice(0, p);
    return { r: above.map((row) => row.subarray(0, p)), rotated: Float64Array.from(above, (row) => row[p]!) };
  }

  /** Takes in the first `count` entries of each column; the columns are overwritten. */
  add(columns: readonly Float64Array[], count: number): void {
    for (let k = 0; k < columns.length; k++) {
      const below = columns[k]!;
      const row = this.rows[k]!;
      const square = dot(below, below, count);
      if (square === 0) continue;
      const diagonal = row[k]!;
      const length = Math.sqrt(diagonal * diagonal + square);
      row[k] = diagonal > 0 ? -length : length;
      const head = diagonal - row[k]!;
      const factor = 2 / (head * head + square);
      for (let j = k + 1; j < columns.length; j++) {
        const target = columns[j]!;
        const along = factor * (head * row[j]! + dot(below, target, count));
        row[j] = row[j]! - along * head;
        subtractMultiple(target, below, along, count);
      }
    }
  }
}

function dot(a: Float64Array, b: Float64Array, count: number): number {
  // Four sums side by side, since each addition would wait for the one before.
  let [s0, s1, s2, s3] = [0, 0, 0, 0];
  let i = 0;
  for (; i + 3 < count; i += 4) {
    s0 += a[i]! * b[i]!;
    s1 += a[i + 1]! * b[i + 1]!;
    s2 += a[i + 2]! * b[i + 2]!;
    s3 += a[i + 3]! * b[i + 3]!;
  }
  for (; i < count; i++) s0 += a[i]! * b[i]!;
  return s0 + s1 + (s2 + s3);
}

function subtractMultiple(target: Float64Array, v: Float64Array, factor: number, count: number): void {
  for (let i = 0; i < count; i++) target[i] = target[i]! - factor * v[i]!;
}
