/**
 * First index whose value is >= wanted, or the length when there is none.
 * @param values  non-decreasing, without missing values
 */
export function firstAtLeast(values: Float64Array | Int32Array, wanted: number): number {
  let low = 0;
  let high = values.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (values[middle]! < wanted) low = middle + 1;
    else high = middle;
  }
  return low;
}
