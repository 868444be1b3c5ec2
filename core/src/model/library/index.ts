import { AppError } from '../../error/AppError';
import type { Model } from '../Model';
import { antoine } from './antoine';
import { arrhenius } from './arrhenius';
import { decayingSine } from './decayingSine';
import { doubleExponential } from './doubleExponential';
import { exponential } from './exponential';
import { exponentialOffset } from './exponentialOffset';
import { gaussianPeak } from './gaussianPeak';
import { gaussianPeaks } from './gaussianPeaks';
import { logarithmic } from './logarithmic';
import { logistic } from './logistic';
import { lorentzianPeak } from './lorentzianPeak';
import { lorentzianPeaks } from './lorentzianPeaks';
import { polynomial } from './polynomial';
import { powerLaw } from './powerLaw';
import { proportional } from './proportional';
import { multilinear } from './multilinear';
import { own } from './own';
import { pumpHead } from './pumpHead';
import { reciprocal } from './reciprocal';
import { saturation } from './saturation';
import { secondOrderStep } from './secondOrderStep';
import { sincSquared } from './sincSquared';
import { squareRoot } from './squareRoot';
import { stepResponse } from './stepResponse';
import { twoLines } from './twoLines';

/** Every model that can be fitted, in the order in which the list shows them. */
export const models: readonly Model[] = [
  polynomial,
  own,
  multilinear,
  proportional,
  powerLaw,
  exponential,
  exponentialOffset,
  doubleExponential,
  stepResponse,
  secondOrderStep,
  logistic,
  saturation,
  gaussianPeak,
  gaussianPeaks,
  lorentzianPeak,
  lorentzianPeaks,
  sincSquared,
  decayingSine,
  twoLines,
  pumpHead,
  squareRoot,
  reciprocal,
  logarithmic,
  arrhenius,
  antoine,
];

/** @throws {AppError} MODEL_UNKNOWN */
export function modelOf(kind: string): Model {
  const model = models.find((m) => m.kind === kind);
  if (!model) throw new AppError('MODEL_UNKNOWN', { model: kind });
  return model;
}
