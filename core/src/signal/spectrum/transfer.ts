import { AppError } from '../../error/AppError';
import type { Averages } from './welch';

/** How one channel follows another, frequency by frequency, length m each. */
export interface Transfer {
  frequency: Float64Array;
  /** Unit of the one that follows per unit of the other. */
  gain: Float64Array;
  /** Standard uncertainty from what is not shared. */
  gainError: Float64Array;
  /** By how much the one that follows is ahead, in degrees, -180 to 180. */
  phase: Float64Array;
  phaseError: Float64Array;
  /** Share of the one that follows that goes with the other, 0 to 1. */
  coherence: Float64Array;
  /** Two channels that have nothing in common stay below it with 95 % at each frequency. */
  coherenceOfNoise: number;
}

/**
 * Transfer from the first channel of averaged spectra to another, by the product of both over the power of the first: noise in
 * the one that follows does not move it, noise in the first makes it too small.
 * @param which  of the others, from 0
 * @throws {AppError} TOO_FEW_SEGMENTS: of one segment everything goes with everything
 * Sources: G. C. Carter, C. H. Knapp and A. H. Nuttall, IEEE Trans. Audio Electroacoust. 21 (1973) 337-344 (coherence of
 * noise); J. S. Bendat and A. G. Piersol, Random Data, chapter on errors of estimates (gain and phase); from memory.
 */
export function transferOf(averages: Averages, which: number): Transfer {
  const { frequency, auto, cross, degreesOfFreedom, segments } = averages;
  const independent = degreesOfFreedom / 2;
  if (segments < 2 || independent <= 1.05) throw new AppError('TOO_FEW_SEGMENTS', { have: segments });
  const { re, im } = cross[which]!;
  const [from, to] = [auto[0]!, auto[which + 1]!];
  const lengths = re.map((r, k) => Math.hypot(r, im[k]!));
  const gain = lengths.map((v, k) => v / from[k]!);
  const coherence = lengths.map((v, k) => Math.min(1, (v * v) / (from[k]! * to[k]!)));
  const relative = coherence.map((c) => Math.sqrt((1 - c) / (2 * c * independent)));
  return {
    frequency,
    gain,
    gainError: gain.map((g, k) => g * relative[k]!),
    phase: re.map((r, k) => (Math.atan2(im[k]!, r) * 180) / Math.PI),
    phaseError: relative.map((r) => (Math.asin(Math.min(1, r)) * 180) / Math.PI),
    coherence,
    coherenceOfNoise: 1 - 0.05 ** (1 / (independent - 1)),
  };
}

type Column = readonly (number | null)[];

/**
 * The 95 % band around values with standard uncertainties, as it is drawn: on a logarithmic axis what reaches to zero and below
 * reaches to a tenth of the smallest value, so that the band stays open there instead of closing.
 */
export function bandAround(values: Column, errors: Column, isLogarithmic: boolean): { low: number[]; high: number[] } {
  const positive = values.filter((v): v is number => v !== null && v > 0);
  const floor = isLogarithmic ? positive.reduce((a, b) => Math.min(a, b), Infinity) / 10 : -Infinity;
  const half = values.map((_, k) => 2 * (errors[k] ?? NaN));
  return {
    low: values.map((v, k) => Math.max((v ?? NaN) - half[k]!, floor)),
    high: values.map((v, k) => (v ?? NaN) + half[k]!),
  };
}
