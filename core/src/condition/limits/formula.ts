import { AppError } from '../../error/AppError';
import { evaluateFormula, parseFormula, symbolsIn } from '../../formula';
import { isDimensionless } from '../../units';
import { FAILS, HOLDS, UNKNOWN, type LimitKind } from './LimitKind';
import type { FormulaLimit } from './schema';

/** A formula that is true (anything but 0) or false for each sample. */
export const formula: LimitKind<FormulaLimit> = {
  is: (limit): limit is FormulaLimit => 'formula' in limit,
  reads: ({ formula: text }) => symbolsIn(parseFormula(text)),
  words: ({ formula: text }) => text,
  judge: (state, { formula: text }) => {
    const { values, unit } = evaluateFormula(text, '', state);
    if (!isDimensionless(unit.dimension)) throw new AppError('CONDITION_NOT_TRUTH', { formula: text });
    return Uint8Array.from(values, (v) => (v !== v ? UNKNOWN : v === 0 ? FAILS : HOLDS));
  },
};
