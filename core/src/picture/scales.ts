import { AppError } from '../error/AppError';

/** How the values of an axis lie along it. Dates are seconds since 1970, which rise evenly. */
export type PictureScale = 'linear' | 'logarithmic' | 'reciprocal' | 'dates';

interface Scale {
  /** What rises evenly along the axis. */
  of(value: number): number;
  back(even: number): number;
}

export const scales: Readonly<Record<PictureScale, Scale>> = {
  linear: { of: (v) => v, back: (e) => e },
  logarithmic: { of: Math.log10, back: (e) => 10 ** e },
  dates: { of: (v) => v, back: (e) => e },
  reciprocal: { of: (v) => 1 / v, back: (e) => 1 / e },
};

/** @param axis  for the sentence. @throws {AppError} PICTURE_VALUE_NOT_ON_AXIS where the scale has no such value */
export function evenOf(scale: PictureScale, value: number, axis: 'x' | 'y'): number {
  const even = scales[scale].of(value);
  if (Number.isFinite(even)) return even;
  throw new AppError('PICTURE_VALUE_NOT_ON_AXIS', { axis, value, scale });
}
