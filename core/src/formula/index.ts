export { evaluateFormula, symbolsIn, unitOfFormula, type FormulaResult } from './evaluateFormula';
export { compile } from './compile';
export { parseFormula } from './parseFormula';
export { monteCarlo, type DrawnUncertainty } from './monteCarlo';
export { wholeValues } from './Node';
export { constants, functions } from './functions';
export type { FormulaDoubts } from './Compiled';
