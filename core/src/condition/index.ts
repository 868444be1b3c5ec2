export { pickSamples, type Condition } from './pickSamples';
export { groupConditions, type ConditionGroup } from './groupConditions';
export { dwellMap, type DwellMap } from './dwellMap';
export { driftOfPoint, operatingPoints, type OperatingPoint, type PointValue } from './operatingPoints';
export { guessSteady } from './guessSteady';
export { reportSteady, type SteadyReport } from './reportSteady';
export { shatteringOf, type Shattering } from './shatteringOf';
export { separateLevels, type Held, type Separation } from './separateLevels';
export {
  conditionsOfLevels,
  levelsOf,
  type Level as SetPointLevel,
  type LevelsOfChannel,
  type ProposedCondition,
} from './setPoints';
export {
  alternativesOf,
  checkLimit,
  isAnyLimit,
  isWholeLimit,
  limitInWords,
  limitKindOf,
  limitKinds,
  limitKindsOn,
  limitSchema,
  needsTime,
  symbolsOfLimit,
  type Limit,
  type SingleLimit,
} from './limits';
export type { LimitChannel, LimitKind } from './limits/LimitKind';
export type { AreaLimit } from './limits/area';
export { steadyLimitSchema, type SteadyLimit } from './limits/steady';
