/**
 * Windows as sums of cosines, w(i) = Σ (−1)^k·a_k·cos(2πki/n): what a stretch is multiplied with before it is transformed.
 * Sources: F. J. Harris, Proc. IEEE 66 (1978) 51-83 (Hann, and four terms of Blackman and Harris with side lobes below
 * −92 dB); G. D'Antona and A. Ferrero, Digital Signal Processing for Measurement Systems (2006), flat top.
 */
const terms = {
  none: [1],
  hann: [0.5, 0.5],
  blackmanHarris: [0.35875, 0.48829, 0.14128, 0.01168],
  flatTop: [0.21557895, 0.41663158, 0.277263158, 0.083578947, 0.006947368],
} as const;

export type Taper = keyof typeof terms;

/** What each is good for; common practice. */
export const tapers: Readonly<Record<Taper, { title: string; purpose: string }>> = {
  none: { title: 'None', purpose: 'for a whole number of periods, or a blow that dies away within the segment' },
  hann: { title: 'Hann', purpose: 'for most signals' },
  blackmanHarris: { title: 'Blackman–Harris', purpose: 'a small line beside a very large one' },
  flatTop: { title: 'Flat top', purpose: 'the amplitude of a line, wherever it lies between two frequencies' },
};

/** The periodic window of a length. */
export function taperWeights(taper: Taper, n: number): Float64Array {
  const weights = new Float64Array(n);
  const turn = (2 * Math.PI) / n;
  terms[taper].forEach((a, k) => {
    const signed = k % 2 ? -a : a;
    for (let i = 0; i < n; i++) weights[i]! += k === 0 ? signed : signed * Math.cos(turn * ((k * i) % n));
  });
  return weights;
}

/**
 * How high a line of one frequency stands in the window's own spectrum, d frequencies away from it, as a share of its height
 * (power, 0 to 1). For lengths far above the number of terms.
 */
export function leakage(taper: Taper, d: number): number {
  const own = terms[taper];
  const sum = own.reduce((s, a, k) => s + (k === 0 ? a * sinc(d) : (a / 2) * (sinc(d - k) + sinc(d + k))), 0);
  return (sum / own[0]) ** 2;
}

const sinc = (x: number): number => (Math.abs(x) < 1e-9 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x));
