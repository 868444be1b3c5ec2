import { AppError } from '../../error/AppError';
import type { StepKind } from '../StepKind';
import { bringBack } from './bringBack';
import { convertUnit } from './convertUnit';
import { derive } from './derive';
import { differentiate } from './differentiate';
import { setAside } from './setAside';
import { smooth } from './smooth';
import { timeFromZero } from './timeFromZero';
import { trim } from './trim';

/** Every step kind, in the order in which the list offers them. */
export const stepKinds: readonly StepKind[] = [
  trim,
  setAside,
  bringBack,
  timeFromZero,
  convertUnit,
  derive,
  smooth,
  differentiate,
];

/** @throws {AppError} STEP_KIND_UNKNOWN */
export function stepKindOf(kind: string): StepKind {
  const found = stepKinds.find((k) => k.kind === kind);
  if (!found) throw new AppError('STEP_KIND_UNKNOWN', { kind });
  return found;
}
