import { dot, subtractMultiple } from './blocks';

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
