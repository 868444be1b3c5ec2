export type { Fit, PlainFit, FitData, FitStatus, Handle, Model, Parameter } from './Model';
export { choicesSchema, type Choices } from './Choices';
export { fitModel, fitTogether } from './fitModel';
export { compareModels, titleOf, type Candidate, type Comparison, type Rated } from './compareModels';
export { diagnose, type Action, type Rung } from './diagnose';
export { modelOf, models } from './library';
export { fitPolynomial } from './library/polynomial';
export { ModelFunction } from './kernel/ModelFunction';
export { losses, lossNames, type LossName } from './solve/losses';
export { orthogonalProblem } from './solve/orthogonalProblem';
export { pointsProblem } from './solve/Problem';
export { solveNonlinear, type NonlinearSolution, type NonlinearTask } from './solve/solveNonlinear';
export {
  crossings,
  furtherSpread,
  optima,
  predict,
  readAt,
  readBack,
  slopeAt,
  type ReadCurve,
  type Reading,
} from './readings';
export type { Spread } from './uncertainty/Spread';
export { coverageFactor, spreadOf } from './uncertainty/completeFit';
export { effectsOn, rootOfSquares, type PointErrors, type SystematicEffect } from './uncertainty/PointErrors';
export { budgetOf, SCATTER, type BudgetLine } from './uncertainty/budget';
export type { NoiseThrough } from './uncertainty/NoisyChannel';
export { scatterAbout } from './uncertainty/scatterAbout';
export { durbinWatson, normalityTest, runsTest, zeroMeanTest } from './statistics/residualTests';
export { fTail, normalDistribution, normalQuantile } from './statistics/distributions';
export { breakPoint, isCourse, linearPart, type BreakPoint, type LinearPart } from './linearPart';
export { straightFit, type StraightFit } from './straightFit';
export { doubtsOfPoints } from './doubtsOfPoints';
export { seriesData, type Series, type SeriesKind } from './seriesData';
export { seriesNames, type SeriesSource } from './seriesNames';
export { seriesParts, type Groupable, type OneSeriesOf, type SeriesPart } from './seriesParts';
export { goodnessOf, type Goodness } from './statistics/goodness';
export { studentTDistribution, studentTQuantile } from './statistics/studentT';
export { expectedOf, MOST_EXPECTED, type Expectation } from './expectedOf';
export { furtherNeeded, nextPlace, type NextPlace, type Wanted } from './nextPlace';
