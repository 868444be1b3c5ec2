import { fft } from './fft';

export interface Spectrum {
  re: Float64Array;
  im: Float64Array;
}

const RENEW = 32;

/**
 * Discrete Fourier transform of real samples: the half with frequencies from 0 to half the sampling rate.
 * @param y  samples, length n >= 1, finite
 * @returns  length floor(n/2) + 1, not divided by n
 */
export function realSpectrum(y: Float64Array): Spectrum {
  const n = y.length;
  if (n % 2 === 1 || n < 4) {
    const re = y.slice();
    const im = new Float64Array(n);
    fft(re, im, -1);
    return { re: re.slice(0, (n >> 1) + 1), im: im.slice(0, (n >> 1) + 1) };
  }
  // Even and odd samples as the two parts of one transform of half the length.
  const half = n / 2;
  const zr = new Float64Array(half);
  const zi = new Float64Array(half);
  for (let k = 0; k < half; k++) {
    zr[k] = y[2 * k]!;
    zi[k] = y[2 * k + 1]!;
  }
  fft(zr, zi, -1);
  const re = new Float64Array(half + 1);
  const im = new Float64Array(half + 1);
  const stepCos = Math.cos(Math.PI / half);
  const stepSin = Math.sin(Math.PI / half);
  for (let from = 0; from <= half; from += RENEW) {
    // Turned on from place to place, and made anew now and then, which costs a few units in the last place.
    let cos = Math.cos((-Math.PI * from) / half);
    let sin = Math.sin((-Math.PI * from) / half);
    for (let k = from; k < Math.min(from + RENEW, half + 1); k++) {
      const a = k === half ? 0 : k;
      const b = k === 0 ? 0 : half - k;
      const er = (zr[a]! + zr[b]!) / 2;
      const ei = (zi[a]! - zi[b]!) / 2;
      const or = (zi[a]! + zi[b]!) / 2;
      const oi = (zr[b]! - zr[a]!) / 2;
      re[k] = er + or * cos - oi * sin;
      im[k] = ei + or * sin + oi * cos;
      const turned = cos * stepCos + sin * stepSin;
      sin = sin * stepCos - cos * stepSin;
      cos = turned;
    }
  }
  return { re, im };
}

/**
 * The samples of a spectrum as `realSpectrum` makes it.
 * @param n  number of samples; the spectrum holds floor(n/2) + 1 lines
 */
export function samplesOfSpectrum({ re: sr, im: si }: Spectrum, n: number): Float64Array {
  if (n % 2 === 1 || n < 4) {
    const re = new Float64Array(n);
    const im = new Float64Array(n);
    for (let k = 0; k < sr.length; k++) {
      re[k] = sr[k]!;
      im[k] = si[k]!;
      if (k > 0 && 2 * k !== n) {
        re[n - k] = sr[k]!;
        im[n - k] = -si[k]!;
      }
    }
    fft(re, im, 1);
    return re.map((v) => v / n);
  }
  const half = n / 2;
  const zr = new Float64Array(half);
  const zi = new Float64Array(half);
  for (let k = 0; k < half; k++) {
    const b = half - k;
    // The lines at 0 and at half the sampling rate are real.
    const ai = k === 0 ? 0 : si[k]!;
    const bi = k === 0 ? 0 : si[b]!;
    const cos = Math.cos((Math.PI * k) / half);
    const sin = Math.sin((Math.PI * k) / half);
    const dr = (sr[k]! - sr[b]!) / 2;
    const di = (ai + bi) / 2;
    zr[k] = (sr[k]! + sr[b]!) / 2 - (dr * sin + di * cos);
    zi[k] = (ai - bi) / 2 + dr * cos - di * sin;
  }
  fft(zr, zi, 1);
  const y = new Float64Array(n);
  for (let k = 0; k < half; k++) {
    y[2 * k] = zr[k]! / half;
    y[2 * k + 1] = zi[k]! / half;
  }
  return y;
}
