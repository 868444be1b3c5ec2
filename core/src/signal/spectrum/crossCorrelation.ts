import { fft } from './fft';

/**
 * Sums over i of f[i + k − (m − 1)]·g[i] for k = 0 … n + m − 2: entry k belongs to g moved by
 * k − (m − 1) samples against f.
 * @param f  length n, finite
 * @param g  length m, finite
 * By the convolution theorem; common practice.
 */
export function crossCorrelation(f: Float64Array, g: Float64Array): Float64Array {
  const length = f.length + g.length - 1;
  const size = 2 ** Math.ceil(Math.log2(length));
  // Two real transforms at the cost of one: f is the real part, g reversed the imaginary one.
  const re = new Float64Array(size);
  const im = new Float64Array(size);
  re.set(f);
  for (let i = 0; i < g.length; i++) im[i] = g[g.length - 1 - i]!;
  fft(re, im, -1);
  const [outRe, outIm] = [new Float64Array(size), new Float64Array(size)];
  for (let k = 0; k < size; k++) {
    const m = (size - k) & (size - 1);
    const [fr, fi] = [(re[k]! + re[m]!) / 2, (im[k]! - im[m]!) / 2];
    const [gr, gi] = [(im[k]! + im[m]!) / 2, (re[m]! - re[k]!) / 2];
    outRe[k] = fr * gr - fi * gi;
    outIm[k] = fr * gi + fi * gr;
  }
  fft(outRe, outIm, 1);
  return outRe.slice(0, length).map((v) => v / size);
}
