/**
 * The weighted sum of the `weights.length` samples around each one where all of them are there.
 * Four places at a time: their sums do not wait for each other, which a processor makes use of;
 * each sum stays the same to the last bit.
 * @param weights  odd length 2·half + 1
 * @param y        length n
 * @param out      length n; written from `half` to n − half
 */
export function slideWeights(weights: Float64Array, y: Float64Array, out: Float64Array): void {
  const half = (weights.length - 1) / 2;
  const end = y.length - half;
  let i = half;
  for (; i + 3 < end; i += 4) {
    let a = 0;
    let b = 0;
    let c = 0;
    let d = 0;
    let k = i - half;
    for (let j = 0; j < weights.length; j++, k++) {
      const w = weights[j]!;
      a += w * y[k]!;
      b += w * y[k + 1]!;
      c += w * y[k + 2]!;
      d += w * y[k + 3]!;
    }
    out[i] = a;
    out[i + 1] = b;
    out[i + 2] = c;
    out[i + 3] = d;
  }
  for (; i < end; i++) out[i] = weightedSum(weights, y, i - half);
}

/** The weighted sum of the samples from index `from` on. */
export function weightedSum(weights: Float64Array, y: Float64Array, from: number): number {
  let sum = 0;
  for (let j = 0; j < weights.length; j++) sum += weights[j]! * y[from + j]!;
  return sum;
}
