import { describe, expect, test } from '@jest/globals';
import {
  amplitudeRatio,
  butterworth,
  endRules,
  fft,
  filterForward,
  filterZeroPhase,
  gaussianAverage,
  localPolynomialWeights,
  localRegression,
  movingAverage,
  quietestDerivative,
  realSpectrum,
  runningMedian,
  samplesOfSpectrum,
  savitzkyGolay,
  standardErrorOfMean,
  windowOfCutoff,
  type PassBand,
} from './index';

/** Uniform noise of variance 1 from a seed (the generator of ISO/IEC 9899, from memory). */
function noise(length: number, seed = 1): Float64Array {
  let s = seed;
  return Float64Array.from({ length }, () => {
    s = (s * 1103515245 + 12345) % 2147483648;
    return (s / 2147483648 - 0.5) * Math.sqrt(12);
  });
}

describe('the Fourier transform', () => {
  test.each([1, 2, 3, 4, 7, 8, 12, 16, 31, 64, 100, 128])('of %d samples is the sum that defines it', (n) => {
    const [re, im] = [noise(n, 3), noise(n, 5)];
    const [outRe, outIm] = [re.slice(), im.slice()];
    fft(outRe, outIm, -1);
    for (let k = 0; k < n; k++) {
      let [r, i] = [0, 0];
      for (let j = 0; j < n; j++) {
        const angle = (-2 * Math.PI * ((j * k) % n)) / n;
        r += re[j]! * Math.cos(angle) - im[j]! * Math.sin(angle);
        i += re[j]! * Math.sin(angle) + im[j]! * Math.cos(angle);
      }
      expect(Math.hypot(outRe[k]! - r, outIm[k]! - i)).toBeLessThan(1e-12 * n);
    }
    fft(outRe, outIm, 1);
    outRe.forEach((v, j) => expect(v / n).toBeCloseTo(re[j]!, 12));
  });
  test.each([1, 2, 3, 4, 5, 6, 30, 63, 64, 1000, 4096])('of %d real samples goes there and back', (n) => {
    const y = noise(n);
    const spectrum = realSpectrum(y);
    expect(spectrum.re).toHaveLength((n >> 1) + 1);
    samplesOfSpectrum(spectrum, n).forEach((v, i) => expect(v).toBeCloseTo(y[i]!, 12));
  });
});

describe('the Butterworth filter', () => {
  /** |H|² = 1 / (1 + Ω^(2n)) with Ω = tan(π f T) / tan(π fc T) behind the bilinear transform. Source: the definition (Butterworth 1930). */
  test.each([1, 2, 3, 4, 5, 8, 12])('low-pass of order %d has the response that defines it', (order) => {
    const { sections } = butterworth(order, { pass: 'low', cutoff: 10 }, 0.01);
    const f = Float64Array.of(0, 1, 5, 9.9, 10, 12, 25, 45);
    const expected = f.map(
      (v) => 1 / Math.sqrt(1 + (Math.tan(Math.PI * v * 0.01) / Math.tan(Math.PI * 0.1)) ** (2 * order)),
    );
    amplitudeRatio(sections, f, 0.01).forEach((h, i) => expect(h / expected[i]!).toBeCloseTo(1, 9));
  });
  test.each<[string, PassBand, [number, number][]]>([
    [
      'high',
      { pass: 'high', cutoff: 10 },
      [
        [0, 0],
        [10, Math.SQRT1_2],
        [49.9, 1],
      ],
    ],
    [
      'band',
      { pass: 'band', cutoff: 5, upperCutoff: 15 },
      [
        [0, 0],
        [5, Math.SQRT1_2],
        [15, Math.SQRT1_2],
        [49.9, 0],
      ],
    ],
    [
      'notch',
      { pass: 'notch', cutoff: 9, upperCutoff: 11 },
      [
        [0, 1],
        [9, Math.SQRT1_2],
        [11, Math.SQRT1_2],
        [49.9, 1],
      ],
    ],
  ])('%s-pass keeps and cuts where it is told to', (_, band, points) => {
    const { sections } = butterworth(4, band, 0.01);
    const ratios = amplitudeRatio(
      sections,
      Float64Array.from(points, (p) => p[0]),
      0.01,
    );
    points.forEach(([, expected], i) => expect(ratios[i]!).toBeCloseTo(expected, 4));
  });
  test('a sine through it is smaller by that ratio, lags forward, and does not lag there and back', () => {
    const { sections } = butterworth(2, { pass: 'low', cutoff: 5 }, 0.01);
    const sine = Float64Array.from({ length: 2000 }, (_, i) => Math.sin(2 * Math.PI * 5 * i * 0.01));
    const middle = (y: Float64Array) => y.subarray(800, 1200);
    const size = (y: Float64Array) => middle(y).reduce((m, v) => Math.max(m, v), 0);
    expect(size(filterForward(sine, sections))).toBeCloseTo(Math.SQRT1_2, 2);
    const back = filterZeroPhase(sine, sections);
    expect(size(back)).toBeCloseTo(0.5, 2);
    middle(back).forEach((v, i) => expect(v).toBeCloseTo(0.5 * middle(sine)[i]!, 2));
    expect(
      Math.max(...middle(filterForward(sine, sections)).map((v, i) => Math.abs(v - Math.SQRT1_2 * middle(sine)[i]!))),
    ).toBeGreaterThan(0.5);
  });
  test.each<[number, PassBand, string]>([
    [4, { pass: 'low', cutoff: 50 }, 'CUTOFF_OUTSIDE'],
    [4, { pass: 'band', cutoff: 9, upperCutoff: 3 }, 'BAND_REVERSED'],
    [13, { pass: 'low', cutoff: 5 }, 'FILTER_ORDER'],
  ])('order %d, %j is refused as %s', (order, band, code) =>
    expect(() => butterworth(order, band, 0.01)).toThrow(expect.objectContaining({ code }) as never),
  );
});

describe('smoothing', () => {
  const straight = Float64Array.from({ length: 60 }, (_, i) => 3 + 0.5 * i);
  test.each(endRules)('leaves a constant alone to the ends, which are continued by "%s"', (ends) => {
    const constant = new Float64Array(30).fill(4.25);
    gaussianAverage(constant, 3, ends).forEach((v) => expect(v).toBeCloseTo(4.25, 12));
    expect([...runningMedian(constant, 9, ends)]).toEqual([...constant]);
  });
  test('a straight line is kept to its ends when they are continued by a fit, and by local regression', () => {
    gaussianAverage(straight, 3, 'fit').forEach((v, i) => expect(v).toBeCloseTo(straight[i]!, 9));
    const x = Float64Array.from({ length: 60 }, (_, i) => i);
    localRegression(straight, x, { share: 0.3, robust: 2 }).forEach((v, i) => expect(v).toBeCloseTo(straight[i]!, 9));
  });
  test('a running median is the median of each window, whatever comes and goes', () => {
    const y = noise(300, 11).map((v, i) => (i % 7 === 0 ? Math.round(v) : v));
    for (const window of [3, 9, 101, 401]) {
      const half = (window - 1) / 2;
      runningMedian(y, window).forEach((v, i) => {
        const part = y.slice(Math.max(0, i - half), i + half + 1).sort();
        const m = part.length >> 1;
        expect(Math.abs(v - (part.length % 2 ? part[m]! : (part[m - 1]! + part[m]!) / 2))).toBe(0);
      });
    }
  });
});

test('neighbours that follow each other make the mean less sure, by the known factor', () => {
  // First-order autoregression: τ = (1 + φ) / (1 − φ). Source: G. E. P. Box and G. M. Jenkins, Time Series Analysis, section 3.2.
  const phi = 0.8;
  let state = 0;
  const y = noise(200_000, 5).map((v) => (state = phi * state + v));
  const { worth, count, standardError, standardDeviation } = standardErrorOfMean(y);
  expect(Math.abs(count / worth / ((1 + phi) / (1 - phi)) - 1)).toBeLessThan(0.1);
  expect(standardError / (standardDeviation / Math.sqrt(worth))).toBeCloseTo(1, 3);
  expect(standardErrorOfMean(noise(5000)).worth).toBeGreaterThan(4000);
});

describe('the quietest derivative', () => {
  const weights = (window: number, order: number) => {
    const half = (window - 1) / 2;
    return localPolynomialWeights(
      Float64Array.from({ length: window }, (_, j) => j - half),
      order,
      1,
      0,
    );
  };
  const gain = (w: Float64Array) => Math.sqrt(w.reduce((sum, v) => sum + v * v, 0));
  test.each([[{ method: 'slope', window: 11, order: 1 }], [{ method: 'central', window: 3, order: 2 }]] as const)(
    'of %j is quieter by the share that its weights say, and right up to as high a frequency',
    (given) => {
      const better = quietestDerivative(given)!;
      const [own, other] = [
        given.method === 'central' ? Float64Array.of(-0.5, 0, 0.5) : weights(given.window, 1),
        weights(better.window, better.order),
      ];
      expect(better.noise).toBeCloseTo(gain(other) / gain(own), 12);
      // Of a straight line through n points: √(12 / (n (n² − 1))). Source: the standard error of a slope, any book on regression.
      if (given.method === 'slope') expect(gain(own)).toBeCloseTo(Math.sqrt(12 / (11 * 120)), 12);
      const share = (w: Float64Array, f: number) => {
        const half = (w.length - 1) / 2;
        return (
          Math.abs(w.reduce((sum, v, j) => sum + v * Math.sin(2 * Math.PI * f * (j - half)), 0)) / (2 * Math.PI * f)
        );
      };
      let f = 0.001;
      while (share(own, f) >= Math.SQRT1_2) f += 0.0005;
      expect(share(other, f - 0.001)).toBeGreaterThan(Math.SQRT1_2 - 0.01);
    },
  );
  test('nothing is suggested where nothing is much better', () =>
    expect(quietestDerivative({ method: 'savitzkyGolay', window: 21, order: 5 })).toBeUndefined());
});

describe('a window given as a cut-off frequency halves the power there', () => {
  // What is left of a long sine in its middle, in amplitude; √½ is half the power.
  const left = (smooth: (y: Float64Array) => Float64Array, cutoff: number): number => {
    const [inPhase, across] = [Math.cos, Math.sin].map(
      (f) => smooth(Float64Array.from({ length: 4001 }, (_, i) => f(2 * Math.PI * cutoff * (i - 2000))))[2000]!,
    );
    return Math.hypot(inPhase!, across!);
  };
  test.each([0.01, 0.03])('at %d of the sampling rate', (cutoff) => {
    const average = windowOfCutoff(cutoff, 'movingAverage', 0);
    // Of a moving average sin(πfN) / (N sin(πf)): half the power at 0.4429 / N. Source: the sum of a geometric series.
    expect(average).toBe(2 * Math.round((0.4429 / cutoff - 1) / 2 + 0.49) + 1);
    expect(left((y) => movingAverage(y, average), cutoff)).toBeCloseTo(Math.SQRT1_2, 1);
    expect(left((y) => gaussianAverage(y, windowOfCutoff(cutoff, 'gaussian', 0) / 6), cutoff)).toBeCloseTo(
      Math.SQRT1_2,
      3,
    );
    const window = windowOfCutoff(cutoff, 'savitzkyGolay', 3);
    expect(left((y) => savitzkyGolay(y, { window, order: 3 }), cutoff)).toBeLessThanOrEqual(Math.SQRT1_2);
    expect(left((y) => savitzkyGolay(y, { window: window - 2, order: 3 }), cutoff)).toBeGreaterThan(Math.SQRT1_2);
  });
});
