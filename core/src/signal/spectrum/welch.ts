import { AppError } from '../../error/AppError';
import { chiSquareQuantile } from '../../number';
import { removeLine, removeMean } from '../filter/removeDrift';
import { realSpectrum, type Spectrum } from './realSpectrum';
import { taperWeights, type Taper } from './tapers';

export interface Averaging {
  /** Samples per segment, even or odd. */
  segment: number;
  /** Share of a segment that the next one repeats, 0 to below 1. */
  overlap: number;
  taper: Taper;
  /** What is taken out of each segment first. */
  without?: 'mean' | 'line';
}

/** Averages over segments of the products of transforms, one-sided, as densities: unit [a] [b] [x]. */
export interface Averages {
  /** In 1/[x], length m = floor(segment/2) + 1. */
  frequency: Float64Array;
  /** Of each channel with itself, length m. */
  auto: Float64Array[];
  /** Of the first channel with each of the others: conj(first)·other, length m. */
  cross: Spectrum[];
  segments: number;
  /** As many independent squares of normal numbers a line of the average is worth; infinite without noise. */
  degreesOfFreedom: number;
  /** Power of a line of one frequency per density at its height: the width of the window's own line, 1/[x]. */
  bandwidth: number;
}

/** Of a real signal all lines but the first, and for an even length the last, stand for two. */
const standsForTwo = (k: number, n: number): boolean => k > 0 && 2 * k !== n;

const hopOf = ({ segment, overlap }: Averaging): number => Math.max(1, segment - Math.floor(segment * overlap));

/**
 * Spectra of channels by averaging over segments of the stretches.
 * @param stretches  of each its channels, of one length, evenly spaced, finite; those shorter than a segment give none
 * @param spacing    in [x], that of all stretches
 * @throws {AppError} TOO_FEW_SAMPLES
 * Source: P. D. Welch, IEEE Trans. Audio Electroacoust. 15 (1967) 70-73, with its variance for overlapping segments.
 */
export function averagedSpectra(
  stretches: readonly (readonly Float64Array[])[],
  spacing: number,
  averaging: Averaging,
): Averages {
  const { segment: n, taper, without = 'mean' } = averaging;
  const longest = stretches.reduce((most, [first]) => Math.max(most, first?.length ?? 0), 0);
  if (longest < n || n < 2)
    throw new AppError('TOO_FEW_SAMPLES', { name: 'The stretch', have: longest, need: Math.max(2, n) });
  const weights = taperWeights(taper, n);
  const [sum, squares] = [weights.reduce((s, w) => s + w, 0), weights.reduce((s, w) => s + w * w, 0)];
  const transformed = (column: Float64Array, from: number): Spectrum => {
    const part = column.slice(from, from + n);
    const level = without === 'mean' ? removeMean(part) : removeLine(part);
    return realSpectrum(level.map((v, i) => v * weights[i]!));
  };
  const lines = (n >> 1) + 1;
  const channels = stretches[0]!.length;
  const made = emptyAverages(channels, lines);
  const counts: number[] = [];
  for (const stretch of stretches) {
    let count = 0;
    for (let from = 0; from + n <= stretch[0]!.length; from += hopOf(averaging), count++)
      addProducts(
        made,
        stretch.map((column) => transformed(column, from)),
      );
    counts.push(count);
  }
  const segments = counts.reduce((a, b) => a + b, 0);
  const scaled = (v: number, k: number): number => ((standsForTwo(k, n) ? 2 : 1) * spacing * v) / squares / segments;
  return {
    frequency: Float64Array.from({ length: lines }, (_, k) => k / (n * spacing)),
    auto: made.auto.map((a) => a.map(scaled)),
    cross: made.cross.map(({ re, im }) => ({ re: re.map(scaled), im: im.map(scaled) })),
    segments,
    degreesOfFreedom: degreesOf(counts, weights, hopOf(averaging)),
    bandwidth: squares / (sum * sum * spacing),
  };
}

const emptyAverages = (channels: number, lines: number): Pick<Averages, 'auto' | 'cross'> => ({
  auto: Array.from({ length: channels }, () => new Float64Array(lines)),
  cross: Array.from({ length: channels - 1 }, () => ({ re: new Float64Array(lines), im: new Float64Array(lines) })),
});

function addProducts({ auto, cross }: Pick<Averages, 'auto' | 'cross'>, parts: readonly Spectrum[]): void {
  const [first] = parts as [Spectrum];
  parts.forEach(({ re, im }, c) => {
    const own = auto[c]!;
    for (let k = 0; k < own.length; k++) own[k]! += re[k]! * re[k]! + im[k]! * im[k]!;
    if (c === 0) return;
    const product = cross[c - 1]!;
    for (let k = 0; k < own.length; k++) {
      product.re[k]! += first.re[k]! * re[k]! + first.im[k]! * im[k]!;
      product.im[k]! += first.re[k]! * im[k]! - first.im[k]! * re[k]!;
    }
  });
}

/** Twice the square of the mean over the variance of a line, of white noise; neighbours that overlap are alike. */
function degreesOf(counts: readonly number[], weights: Float64Array, hop: number): number {
  const n = weights.length;
  const likeness: number[] = [];
  let whole = 0;
  for (let i = 0; i < n; i++) whole += weights[i]! ** 2;
  for (let shift = hop; shift < n; shift += hop) {
    let sum = 0;
    for (let i = shift; i < n; i++) sum += weights[i]! * weights[i - shift]!;
    likeness.push((sum / whole) ** 2);
  }
  const total = counts.reduce((a, b) => a + b, 0);
  const spread = counts.reduce(
    (s, count) => s + count + 2 * likeness.reduce((t, r, j) => t + Math.max(0, count - j - 1) * r, 0),
    0,
  );
  return (2 * total * total) / spread;
}

/**
 * Factors on a line between which the true density lies with 95 %.
 * Source: the chi-square distribution of averaged periodograms, e.g. J. S. Bendat and A. G. Piersol, Random Data, section on
 * statistical errors of spectral estimates; from memory.
 */
export const bandOfDensity = (degreesOfFreedom: number): [low: number, high: number] => [
  degreesOfFreedom / chiSquareQuantile(0.975, degreesOfFreedom),
  degreesOfFreedom / chiSquareQuantile(0.025, degreesOfFreedom),
];

/** Fewer averages than this leave a line as uneven as the noise itself. */
const AVERAGES = 8;
const SHORTEST = 16;
export const LONGEST_PROPOSED = 8192;

/** Samples of a segment: a power of two that leaves about eight averages, or the whole of a short stretch. */
export function proposedSegment(samples: number): number {
  const wanted = 2 ** Math.floor(Math.log2((2 * samples) / (AVERAGES + 1)));
  return Math.min(samples, LONGEST_PROPOSED, Math.max(SHORTEST, wanted));
}
