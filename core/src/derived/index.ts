export type { Derived, DerivedChannel, FieldState, Recipe, RecipeKind } from './RecipeKind';
export { checkRecipe, cutField, makeDerived, recipeKinds, recipeWords, type CutAt, type CutSettings } from './recipes';
export { rememberedFaces } from './fieldTools';
