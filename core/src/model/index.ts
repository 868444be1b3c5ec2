export type { Fit, FitData, FitStatus, Model, Parameter } from './Model';
export { modelOf, models } from './library';
export { fitPolynomial } from './library/polynomial';
export { seriesData, type Series, type SeriesKind } from './seriesData';
export { studentTDistribution, studentTQuantile } from './statistics/studentT';
