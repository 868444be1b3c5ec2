export { pickSamples, type Condition } from './pickSamples';
export { dwellMap, type DwellMap } from './dwellMap';
export { operatingPoints, type OperatingPoint, type PointValue } from './operatingPoints';
export {
  conditionsOfLevels,
  guessSteady,
  levelsOf,
  type Level as SetPointLevel,
  type LevelsOfChannel,
  type ProposedCondition,
} from './setPoints';
export { isAnyLimit, limitInWords, symbolsOfLimit, unitsOfLimit } from './limits';
export { boundsIn } from './limits/range';
export {
  limitSchema,
  steadyLimitSchema,
  type AreaLimit,
  type BetweenLimit,
  type FormulaLimit,
  type Limit,
  type SingleLimit,
  type SteadyLimit,
  type ToleranceLimit,
  type WordLimit,
} from './limits/schema';
