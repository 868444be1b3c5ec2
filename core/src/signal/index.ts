export { centralDifference, type EndOrder } from './differentiate/centralDifference';
export { movingAverage, type WindowEnds } from './smooth/movingAverage';
export { localPolynomialWeights } from './smooth/localPolynomial';
export {
  localPolynomialSmooth,
  savitzkyGolay,
  type SavitzkyGolayEnds,
  type SavitzkyGolaySettings,
} from './smooth/savitzkyGolay';
export { evenSpacing } from './evenSpacing';
