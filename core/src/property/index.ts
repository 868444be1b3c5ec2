export { orderKnots, type OutsidePolicy, type PropertyTable } from './PropertyTable';
export { interpolateLinear, type LookUp } from './interpolateLinear';
