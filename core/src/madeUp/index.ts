export {
  calledMadeUp,
  distributions,
  drawNoise,
  madeUpRecipe,
  makeUp,
  noiseSchema,
  type MadeUpRecipe,
  type Noise,
} from './makeUp';
