/**
 * How far the middle of each pixel that is covered lies from that of the nearest one that is not; 0 where it is not
 * covered. What lies beyond the edge counts as covered.
 * @param share  row by row; covered from one half on
 * Source: P. F. Felzenszwalb and D. P. Huttenlocher, Theory of Computing 8 (2012) 415, 2.1 (lower envelope of parabolas),
 * along rows and then along columns; from memory.
 */
export function distanceToOutside(share: Float32Array, width: number): Float64Array {
  const height = share.length / width;
  const squared = Float64Array.from(share, (s) => (s >= 0.5 ? FAR : 0));
  const row = new Float64Array(width);
  for (let y = 0; y < height; y++) {
    row.set(squared.subarray(y * width, (y + 1) * width));
    squared.set(lowerEnvelope(row), y * width);
  }
  const column = new Float64Array(height);
  for (let x = 0; x < width; x++) {
    for (let y = 0; y < height; y++) column[y] = squared[y * width + x]!;
    lowerEnvelope(column).forEach((v, y) => {
      squared[y * width + x] = v;
    });
  }
  return squared.map(Math.sqrt);
}

/** More than any squared distance within a picture. */
const FAR = 1e12;

/** For each place p the least of (p − q)² + f(q). */
function lowerEnvelope(f: Float64Array): Float64Array {
  const n = f.length;
  const places = new Int32Array(n);
  const from = new Float64Array(n + 1);
  let last = 0;
  from[0] = -Infinity;
  from[1] = Infinity;
  const meeting = (q: number, p: number): number => (f[q]! + q * q - f[p]! - p * p) / (2 * (q - p));
  for (let q = 1; q < n; q++) {
    let s = meeting(q, places[last]!);
    while (s <= from[last]!) s = meeting(q, places[--last]!);
    places[++last] = q;
    from[last] = s;
    from[last + 1] = Infinity;
  }
  const found = new Float64Array(n);
  let k = 0;
  for (let p = 0; p < n; p++) {
    while (from[k + 1]! < p) k++;
    found[p] = (p - places[k]!) ** 2 + f[places[k]!]!;
  }
  return found;
}
