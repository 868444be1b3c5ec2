/**
 * Discrete Fourier transform in place, length a power of two.
 * @param sign  -1 forward, +1 back (not divided by the length)
 * Source: J. W. Cooley and J. W. Tukey, Math. Comp. 19 (1965) 297-301, decimation in time.
 */
export function fft(re: Float64Array, im: Float64Array, sign: -1 | 1): void {
  const n = re.length;
  reorder(re, im);
  for (let size = 2; size <= n; size *= 2) {
    const half = size / 2;
    for (let k = 0; k < half; k++) {
      const angle = (sign * 2 * Math.PI * k) / size;
      const [c, s] = [Math.cos(angle), Math.sin(angle)];
      for (let a = k; a < n; a += size) {
        const b = a + half;
        const tr = re[b]! * c - im[b]! * s;
        const ti = re[b]! * s + im[b]! * c;
        re[b] = re[a]! - tr;
        im[b] = im[a]! - ti;
        re[a] = re[a]! + tr;
        im[a] = im[a]! + ti;
      }
    }
  }
}

/** Bit-reversed order. */
function reorder(re: Float64Array, im: Float64Array): void {
  const n = re.length;
  for (let i = 1, j = 0; i < n; i++) {
    let bit = n >> 1;
    for (; j & bit; bit >>= 1) j ^= bit;
    j ^= bit;
    if (i >= j) continue;
    [re[i], re[j]] = [re[j]!, re[i]!];
    [im[i], im[j]] = [im[j]!, im[i]!];
  }
}
