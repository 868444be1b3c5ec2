import { AppError } from '../../error/AppError';
import type { StepKind } from '../StepKind';
import { ambientPressure } from './ambientPressure';
import { average } from './average';
import { bringBack } from './bringBack';
import { convertUnit } from './convertUnit';
import { derive } from './derive';
import { differentiate } from './differentiate';
import { filter } from './filter';
import { integrate } from './integrate';
import { lag } from './lag';
import { lookUp } from './lookUp';
import { markGap } from './markGap';
import { normalise } from './normalise';
import { removeDrift } from './removeDrift';
import { resample } from './resample';
import { roundForDisplay } from './roundForDisplay';
import { setAside } from './setAside';
import { setAsideArea } from './setAsideArea';
import { setAsideByRate } from './setAsideByRate';
import { setAsideLimits } from './setAsideLimits';
import { setAsideOutliers } from './setAsideOutliers';
import { shiftTime } from './shiftTime';
import { smooth } from './smooth';
import { sortBy } from './sortBy';
import { timeFromZero } from './timeFromZero';
import { trim } from './trim';

/** Every step kind, in the order in which the list offers them. */
export const stepKinds: readonly StepKind[] = [
  trim,
  setAside,
  setAsideLimits,
  setAsideOutliers,
  setAsideByRate,
  setAsideArea,
  bringBack,
  markGap,
  timeFromZero,
  shiftTime,
  sortBy,
  resample,
  ambientPressure,
  convertUnit,
  roundForDisplay,
  derive,
  average,
  lookUp,
  smooth,
  filter,
  differentiate,
  integrate,
  removeDrift,
  normalise,
  lag,
];

/** @throws {AppError} STEP_KIND_UNKNOWN */
export function stepKindOf(kind: string): StepKind {
  const found = stepKinds.find((k) => k.kind === kind);
  if (!found) throw new AppError('STEP_KIND_UNKNOWN', { kind });
  return found;
}
