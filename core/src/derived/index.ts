export type { Derived, DerivedChannel, FieldState, Recipe, RecipeKind } from './RecipeKind';
export {
  checkRecipe,
  cutField,
  makeDerived,
  othersOf,
  recipeKinds,
  recipeWords,
  saidOfCuts,
  type CutAt,
  type CutSettings,
  type IntegralSettings,
} from './recipes';
export { rememberedFaces } from './fieldTools';
export { nameOfSame } from './nameOfSame';
