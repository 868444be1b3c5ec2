export { difference, sortedCurve, type Curve, type Difference } from './difference';
