import { AppError } from '../../error/AppError';
import { settingsProblem } from '../../error/settingsProblem';
import type { Derived, FieldState, Recipe, RecipeKind } from '../RecipeKind';
import { cut } from './cut';
import { integrals } from './integrals';
import { difference } from './difference';
import { places } from './places';
import { section } from './section';

export type { IntegralSettings } from './integrals';
export { cutField, saidOfCuts, type CutAt, type CutSettings } from './cut';

/** Every way to make a run from a field. */
export const recipeKinds: readonly RecipeKind[] = [cut, section, places, integrals, difference];

/** @throws {AppError} RECIPE_UNKNOWN, RECIPE_SETTINGS */
export function checkRecipe({ kind: wanted, settings }: Recipe): RecipeKind {
  const kind = recipeKinds.find((k) => k.kind === wanted);
  if (!kind) throw new AppError('RECIPE_UNKNOWN', { kind: wanted });
  const problem = settingsProblem(kind.settings, settings);
  if (problem !== undefined) throw new AppError('RECIPE_SETTINGS', { title: kind.title, problem });
  return kind;
}

/** Ids of the further fields that a recipe reads. @throws {AppError} as `checkRecipe` */
export const othersOf = (recipe: Recipe): number[] => checkRecipe(recipe).others?.(recipe.settings as never) ?? [];

/**
 * Makes a run from a field.
 * @param others  further fields, as `othersOf` names them
 * @throws {AppError} as `checkRecipe`, and what the recipe cannot do with these fields
 */
export const makeDerived = (field: FieldState, recipe: Recipe, others: readonly FieldState[] = []): Derived =>
  checkRecipe(recipe).make(field, recipe.settings as never, others);

/** What a recipe does, in plain words. @throws {AppError} as `checkRecipe` */
export const recipeWords = (recipe: Recipe, others: readonly string[] = []): string =>
  checkRecipe(recipe).words(recipe.settings as never, others);
