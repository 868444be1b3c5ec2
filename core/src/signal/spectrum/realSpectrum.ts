import { fft } from './fft';

export interface Spectrum {
  re: Float64Array;
  im: Float64Array;
}

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
  const turn = turning(-Math.PI / half);
  for (let k = 0; k <= half; k++) {
    const a = k === half ? 0 : k;
    const b = k === 0 ? 0 : half - k;
    const [er, ei] = [(zr[a]! + zr[b]!) / 2, (zi[a]! - zi[b]!) / 2];
    const [or, oi] = [(zi[a]! + zi[b]!) / 2, (zr[b]! - zr[a]!) / 2];
    const { cos, sin } = turn(k);
    re[k] = er + or * cos - oi * sin;
    im[k] = ei + or * sin + oi * cos;
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
  const turn = turning(Math.PI / half);
  for (let k = 0; k < half; k++) {
    const b = half - k;
    // The lines at 0 and at half the sampling rate are real.
    const ai = k === 0 ? 0 : si[k]!;
    const bi = k === 0 ? 0 : si[b]!;
    const [er, ei] = [(sr[k]! + sr[b]!) / 2, (ai - bi) / 2];
    const [dr, di] = [(sr[k]! - sr[b]!) / 2, (ai + bi) / 2];
    const { cos, sin } = turn(k);
    const [or, oi] = [dr * cos - di * sin, dr * sin + di * cos];
    zr[k] = er - oi;
    zi[k] = ei + or;
  }
  fft(zr, zi, 1);
  const y = new Float64Array(n);
  for (let k = 0; k < half; k++) {
    y[2 * k] = zr[k]! / half;
    y[2 * k + 1] = zi[k]! / half;
  }
  return y;
}

const RENEW = 32;

/**
 * cos and sin of k·angle for k = 0, 1, 2 …: turned on from the one before, and computed anew now and
 * then, which costs a few units in the last place and a tenth of the time.
 */
function turning(angle: number): (k: number) => { cos: number; sin: number } {
  const [stepCos, stepSin] = [Math.cos(angle), Math.sin(angle)];
  const now = { cos: 1, sin: 0 };
  return (k) => {
    if (k % RENEW === 0) {
      now.cos = Math.cos(k * angle);
      now.sin = Math.sin(k * angle);
    } else {
      const { cos, sin } = now;
      now.cos = cos * stepCos - sin * stepSin;
      now.sin = sin * stepCos + cos * stepSin;
    }
    return now;
  };
}
