export type { Fit, FitData, FitStatus, Model, Parameter } from './Model';
export { modelOf, models } from './library';
export { fitPolynomial } from './library/polynomial';
export { modelFunction, type ModelFunction } from './modelFunction';
export { solveNonlinear, type NonlinearSolution, type NonlinearTask } from './solve/solveNonlinear';
export { seriesData, type Series, type SeriesKind } from './seriesData';
export { goodnessOf, type Goodness } from './statistics/goodness';
export { studentTDistribution, studentTQuantile } from './statistics/studentT';
