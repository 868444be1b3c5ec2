export type { Derived, DerivedChannel, FieldState, Recipe, RecipeKind } from './RecipeKind';
export {
  checkRecipe,
  cutField,
  makeDerived,
  recipeKinds,
  recipeWords,
  rememberedFaces,
  type CutAt,
  type CutSettings,
} from './recipes';
