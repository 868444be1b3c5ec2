import { AppError } from '../../error/AppError';
import { akima } from './akima';
import type { InterpolationMethod } from './InterpolationMethod';
import { linear } from './linear';
import { monotone } from './monotone';
import { clampedSpline, naturalSpline, notAKnotSpline } from './splines';
import { nearest, previous } from './steps';

export type { InterpolationMethod } from './InterpolationMethod';

/** Every way to interpolate, in the order in which they are offered. */
export const interpolationMethods: readonly InterpolationMethod[] = [
  linear,
  monotone,
  akima,
  naturalSpline,
  notAKnotSpline,
  clampedSpline,
  previous,
  nearest,
];

/** The method of that name; linear where a table names none. @throws {AppError} TABLE_METHOD_UNKNOWN */
export function methodOf(kind: string | undefined): InterpolationMethod {
  if (kind === undefined) return linear;
  const found = interpolationMethods.find((m) => m.kind === kind);
  if (!found) throw new AppError('TABLE_METHOD_UNKNOWN', { method: kind });
  return found;
}
