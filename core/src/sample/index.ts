export { isSymbol, unitOfChannel, type Channel, type ErrorSources } from './Channel';
export {
  checkSources,
  checkUncertainty,
  namedSourceSchema,
  standardUncertainty,
  statedAs,
  declaredUncertaintySchema,
  uncertaintySchema,
  tableUncertaintySchema,
  standardAtKnots,
  type TableUncertainty,
  type UncertaintyPerKnot,
  type DeclaredUncertainty,
  type ChannelSource,
  type NamedSource,
  withoutTellers,
  type Uncertainty,
} from './Uncertainty';
export { addErrors, combined, declaredSources, errorsOf, isRandomSource, mapErrors } from './errorSources';
export { countByStep, countKept, KEPT, type Mask } from './Mask';
export { describe, type Description } from './describe';
export { histogram, normalCounts, type Histogram } from './histogram';
export { median } from './median';
export { GAP_FACTOR, gather, scatter, segments } from './segments';
export { buildLevels, joinLevels, LEVEL_SIZES, type Level } from './levels';
export { keptBlocks, reduceTrace, type Trace } from './reduceTrace';
export { sampleNumbers } from './sampleNumbers';
export { setAsidePoints, type SetAsidePoints } from './setAsidePoints';
export { firstAtLeast } from './searchSorted';
export { Draw, drawOne, shapeOf, shapesOf, type Shape } from './Draw';
export { uncertaintyOfSensor, type Sensor } from './sensor';
export type { SampleSpread, SpreadOf } from './SampleSpread';
export { distinctNames } from './distinctNames';
