export {
  calledMadeUp,
  distributions,
  drawNoise,
  madeUpInWords,
  madeUpRecipe,
  makeUp,
  noiseSchema,
  type MadeUpRecipe,
  type Noise,
} from './makeUp';
