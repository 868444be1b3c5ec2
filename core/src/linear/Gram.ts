import { dot } from './blocks';
import { cholesky } from './cholesky';
import { solveUpperTransposed } from './householderQr';

/**
 * Sums of products of columns that come in blocks of rows; the last column is the right-hand side. Faster than
 * a triangle that grows, and as good where the columns are far from dependent.
 */
export class Gram {
  private readonly sums: Float64Array[];

  constructor(columns: number) {
    this.sums = Array.from({ length: columns }, () => new Float64Array(columns));
  }

  /** Takes in the first `count` entries of each column. */
  add(columns: readonly Float64Array[], count: number): void {
    for (let k = 0; k < columns.length; k++)
      for (let j = k; j < columns.length; j++)
        this.sums[k]![j] = this.sums[k]![j]! + dot(columns[k]!, columns[j]!, count);
  }

  /** R and Qᵀ·b, as a triangle gives them; undefined where only a triangle is good enough. */
  split(): { r: Float64Array[]; rotated: Float64Array } | undefined {
    const p = this.sums.length - 1;
    const solved = cholesky(this.sums.slice(0, p).map((row) => row.subarray(0, p)));
    if (!solved) return undefined;
    const right = Float64Array.from(this.sums.slice(0, p), (row) => row[p]!);
    return { r: solved.r, rotated: solveUpperTransposed(solved.r, right) };
  }
}
