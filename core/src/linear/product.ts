/** Product of two matrices by rows. */
export const product = (a: readonly Float64Array[], b: readonly Float64Array[]): Float64Array[] =>
  a.map((row) => Float64Array.from(b[0]!, (_, l) => row.reduce((sum, v, k) => sum + v * b[k]![l]!, 0)));
