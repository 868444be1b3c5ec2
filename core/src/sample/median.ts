/**
 * The middle value of a column without missing values; NaN when it is empty.
 * Source: C. A. R. Hoare, "Algorithm 65: Find", Comm. ACM 4 (1961) 321-322, with the median of
 * three as the divider.
 */
export function median(values: Float64Array): number {
  const n = values.length;
  if (n === 0) return NaN;
  const v = values.slice();
  const half = n >> 1;
  const upper = select(v, half);
  if (n % 2) return upper;
  // Everything below the place is not greater, so the other middle value is the greatest there.
  let lower = v[0]!;
  for (let i = 1; i < half; i++) if (v[i]! > lower) lower = v[i]!;
  return (lower + upper) / 2;
}

/** Orders a column so far that the k-th value stands in its place, with none greater before it. */
function select(v: Float64Array, k: number): number {
  let low = 0;
  let high = v.length - 1;
  while (low < high) {
    const divider = medianOfThree(v[low]!, v[(low + high) >> 1]!, v[high]!);
    let i = low;
    let j = high;
    while (i <= j) {
      while (v[i]! < divider) i++;
      while (v[j]! > divider) j--;
      if (i > j) break;
      const swap = v[i]!;
      v[i++] = v[j]!;
      v[j--] = swap;
    }
    if (k <= j) high = j;
    else if (k >= i) low = i;
    else return v[k]!;
  }
  return v[k]!;
}

const medianOfThree = (a: number, b: number, c: number): number =>
  Math.max(Math.min(a, b), Math.min(Math.max(a, b), c));
