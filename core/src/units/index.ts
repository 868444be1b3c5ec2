export * from './dimension';
export { frequencyUnit, gainUnit, spectralNames, spectralUnit } from './spectralUnit';
export { parseUnit, plain, type Unit } from './parseUnit';
export { conversion, convert, convertColumn, differenceFactor, sameUnit } from './convert';
export { multiplyUnits, perPower, printUnit, siUnit, withoutMark } from './printUnit';
export { asDifference, unitOfDifference } from './differenceUnit';
export type { Datum } from './definitions';
