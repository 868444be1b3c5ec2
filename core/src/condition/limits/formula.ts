import { Type, type Static } from 'typebox';
import { AppError } from '../../error/AppError';
import { evaluateFormula, parseFormula, symbolsIn } from '../../formula';
import { isDimensionless } from '../../units';
import { FAILS, HOLDS, UNKNOWN, type LimitKind } from './LimitKind';
import { closed, not } from './parts';

const schema = Type.Object(
  {
    kind: Type.Literal('formula'),
    formula: Type.String({ minLength: 1, maxLength: 2000, title: 'Formula', field: 'question' }),
    not,
  },
  closed,
);
export type FormulaLimit = Static<typeof schema>;

/** A formula that is true (anything but 0) or false for each sample. */
export const formula: LimitKind<typeof schema> = {
  kind: 'formula',
  title: 'formula',
  schema,
  on: 'numbers',
  reads: (limit) => symbolsIn(parseFormula(limit.formula)),
  units: () => [],
  words: (limit) => limit.formula,
  isWhole: (limit) => limit.formula.trim() !== '',
  start: ({ symbol, unit, mean }) => ({
    kind: 'formula',
    formula: `${symbol} > ${Math.round(mean ?? 0)}${unit ? ` [${unit}]` : ''}`,
  }),
  judge: (state, limit) => {
    const { values, unit } = evaluateFormula(limit.formula, '', state);
    if (!isDimensionless(unit.dimension)) throw new AppError('CONDITION_NOT_TRUTH', { formula: limit.formula });
    return Uint8Array.from(values, (v) => (v !== v ? UNKNOWN : v === 0 ? FAILS : HOLDS));
  },
};
