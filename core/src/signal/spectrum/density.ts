import { removeMean } from '../filter/removeDrift';
import { realSpectrum } from './realSpectrum';
import { taperWeights, type Taper } from './tapers';
import { averagedSpectra } from './welch';

export interface Lines {
  /** In 1/[x], length m. */
  frequency: Float64Array;
  /** Length m. */
  value: Float64Array;
}

const frequencies = (n: number, spacing: number): Float64Array =>
  Float64Array.from({ length: (n >> 1) + 1 }, (_, k) => k / (n * spacing));

/** Of a real signal all lines but the first, and for even n the last, stand for two. */
const standsForTwo = (k: number, n: number): boolean => k > 0 && 2 * k !== n;

/**
 * Amplitude of each line: a sine of amplitude a that fits into the stretch shows a line of height a.
 * @param y        evenly spaced samples, length n >= 2, finite
 * @param spacing  in [x]
 * @param taper    with 'hann' the mean is taken out first
 * @returns        floor(n/2) + 1 lines, unit of y
 */
export function amplitudes(y: Float64Array, spacing: number, taper: Taper = 'none'): Lines {
  const n = y.length;
  const weights = taperWeights(taper, n);
  const sum = weights.reduce((s, w) => s + w, 0);
  const start = taper === 'none' ? y : removeMean(y);
  const { re, im } = realSpectrum(start.map((v, i) => v * weights[i]!));
  const value = re.map((r, k) => ((standsForTwo(k, n) ? 2 : 1) * Math.hypot(r, im[k]!)) / sum);
  return { frequency: frequencies(n, spacing), value };
}

export interface DensitySettings {
  /** Samples per segment, even or odd; the whole stretch gives the plain periodogram. */
  segment: number;
  taper: Taper;
  /** What is taken out of each segment first. */
  without?: 'mean' | 'line';
  /** As density ([y]² [x]) or as the power in each line ([y]²). */
  as?: 'density' | 'power';
}

/**
 * Power spectral density by averaging over segments that overlap by half.
 * @param y        evenly spaced samples, length n >= segment, finite
 * @param spacing  in [x]
 * @returns        floor(segment/2) + 1 lines, one-sided
 * @throws {AppError} TOO_FEW_SAMPLES
 * Source: P. D. Welch, IEEE Trans. Audio Electroacoust. 15 (1967) 70-73.
 */
export function powerDensity(y: Float64Array, spacing: number, settings: DensitySettings): Lines {
  const { as = 'density', ...averaging } = settings;
  const { frequency, auto, bandwidth } = averagedSpectra([[y]], spacing, { ...averaging, overlap: 0.5 });
  return { frequency, value: as === 'density' ? auto[0]! : auto[0]!.map((v) => v * bandwidth) };
}
