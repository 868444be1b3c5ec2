export { originOfTime, timeOfDayTitle, timeStep, type OriginOfTime } from './timeAxis';
export {
  italic,
  lowered,
  plainText,
  raised,
  symbolLine,
  textLine,
  titleLine,
  unitLine,
  upright,
  type MathLine,
  type MathPiece,
} from './mathLine';
export { axisTicks, niceStep, type AxisTicks, type TickWish } from './ticks';
export { tickLabels, type NumberLook } from './tickNumbers';
export { equationOf, type Equation, type EquationLook, type EquationTerms } from './equation';
export { freePlace, type Box } from './freePlace';
