export { orderKnots, type OutsidePolicy, type PropertyTable } from './PropertyTable';
export { interpolateLinear, slopesLinear, type LookUp } from './interpolateLinear';
