export { evaluateFormula, symbolsIn, unitOfFormula, type FormulaResult } from './evaluateFormula';
export { compile } from './compile';
export { parseFormula } from './parseFormula';
export type { Node } from './Node';
export { monteCarlo, type DrawnUncertainty } from './monteCarlo';
export { partsOf, wholeValues } from './Node';
export { constants, functions } from './functions';
export { compares } from './truth';
export type { FormulaDoubts } from './Compiled';
