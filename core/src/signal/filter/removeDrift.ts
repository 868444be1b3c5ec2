/** The samples less their mean. */
export function removeMean(y: Float64Array): Float64Array {
  let sum = 0;
  for (let i = 0; i < y.length; i++) sum += y[i]!;
  const mean = sum / y.length;
  return y.map((v) => v - mean);
}

/**
 * The samples less their straight line of least squares.
 * @param x  positions, length n; the sample number where left out
 */
export function removeLine(y: Float64Array, x?: Float64Array): Float64Array {
  const { at, slope, mean } = line(y, x);
  return y.map((v, i) => v - mean - slope * ((x ? x[i]! : i) - at));
}

/** The straight line mean + slope·(x − at) of least squares. */
export function line(y: Float64Array, x?: Float64Array): { at: number; mean: number; slope: number } {
  const n = y.length;
  let sumX = 0;
  let sumY = 0;
  for (let i = 0; i < n; i++) {
    sumX += x ? x[i]! : i;
    sumY += y[i]!;
  }
  const [at, mean] = [sumX / n, sumY / n];
  let xx = 0;
  let xy = 0;
  for (let i = 0; i < n; i++) {
    const dx = (x ? x[i]! : i) - at;
    xx += dx * dx;
    xy += dx * (y[i]! - mean);
  }
  return { at, mean, slope: xx > 0 ? xy / xx : 0 };
}
