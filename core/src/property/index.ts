export {
  errorSourceOf,
  inOrder,
  isInTwo,
  valuesOf,
  type AxisScale,
  type BetweenPoints,
  type SecondArgument,
  type TableInTwo,
  type OutsidePolicy,
  type PropertyTable,
} from './PropertyTable';
export { interpolationMethods, methodOf, type InterpolationMethod } from './methods';
export { interpolatorOf, interpolatorThrough, type Interpolator, type LookUp } from './interpolatorOf';
export { lookableBuiltIn, lookableTable, type Lookable } from './Lookable';
export { surfaceOf, type Surface } from './surface';
export * from './judge';
export * from './builtIn';
