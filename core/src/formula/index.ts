export { evaluateFormula, symbolsIn, unitOfFormula, type FormulaResult } from './evaluateFormula';
export { parseFormula } from './parseFormula';
export { constants, functions } from './functions';
