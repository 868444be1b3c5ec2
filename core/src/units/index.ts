export * from './dimension';
export { parseUnit, plain, type Unit } from './parseUnit';
export { conversion, convert, convertColumn, sameUnit } from './convert';
export { multiplyUnits, perPower, printUnit, siUnit } from './printUnit';
