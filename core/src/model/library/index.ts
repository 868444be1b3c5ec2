import { AppError } from '../../error/AppError';
import type { Model } from '../Model';
import { polynomial } from './polynomial';

/** Every model that can be fitted, in the order in which the list shows them. */
export const models: readonly Model[] = [polynomial];

/** @throws {AppError} MODEL_UNKNOWN */
export function modelOf(kind: string): Model {
  const model = models.find((m) => m.kind === kind);
  if (!model) throw new AppError('MODEL_UNKNOWN', { model: kind });
  return model;
}
