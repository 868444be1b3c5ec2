export { evaluateFormula, symbolsIn, unitOfFormula, type FormulaResult } from './evaluateFormula';
export { parseFormula } from './parseFormula';
export { monteCarlo, type DrawnUncertainty } from './monteCarlo';
export { wholeValues } from './Node';
export { constants, functions } from './functions';
