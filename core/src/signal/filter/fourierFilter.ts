import { AppError } from '../../error/AppError';
import { realSpectrum, samplesOfSpectrum } from '../spectrum/realSpectrum';

/**
 * Low-pass that cuts all lines above a frequency out of the spectrum. Steep, but it rings at
 * steps, and takes the stretch for one period of something that repeats.
 * @param y        evenly spaced samples, length n >= 2, finite
 * @param spacing  in [x]
 * @param cutoff   in 1/[x]; a line at it stays
 * @returns        length n, unit of y
 * @throws {AppError} CUTOFF_OUTSIDE
 * Common practice; no source needed.
 */
export function fourierLowPass(y: Float64Array, spacing: number, cutoff: number): Float64Array {
  checkCutoff(cutoff, spacing);
  const spectrum = realSpectrum(y);
  for (let k = 0; k < spectrum.re.length; k++)
    if (k / (y.length * spacing) > cutoff) {
      spectrum.re[k] = 0;
      spectrum.im[k] = 0;
    }
  return samplesOfSpectrum(spectrum, y.length);
}

/** @throws {AppError} CUTOFF_OUTSIDE unless it lies between 0 and half the sampling rate */
export function checkCutoff(cutoff: number, spacing: number): void {
  const highest = 0.5 / spacing;
  if (!(cutoff > 0 && cutoff < highest)) throw new AppError('CUTOFF_OUTSIDE', { cutoff, highest });
}
