import { AppError } from '../error/AppError';
import { dimensionless, isDimensionless, sameDimension } from '../units';
import { apply1, apply2, apply3, inWords, once, type Compiled } from './Compiled';
import type { Comparison } from './Node';
import { commonZero, countsFromZero, unknownZero } from './zero';

/** What each comparison asks of two numbers. */
export const compares: Readonly<Record<Comparison, (a: number, b: number) => boolean>> = {
  '<': (a, b) => a < b,
  '<=': (a, b) => a <= b,
  '>': (a, b) => a > b,
  '>=': (a, b) => a >= b,
  '=': (a, b) => a === b,
  '<>': (a, b) => a !== b,
};

/** 1 for true and 0 for false; missing where an argument is. Neither moves with a small error. */
const truth = (evaluate: Compiled['evaluate']): Compiled => ({
  dimension: dimensionless,
  zero: unknownZero,
  evaluate: once(evaluate),
  error: () => 0,
});

/** @throws {AppError} UNIT_CLASH, DATUM_MIXED */
export function compare(left: Compiled, right: Compiled, operator: Comparison, at: number): Compiled {
  if (!sameDimension(left.dimension, right.dimension))
    throw new AppError('UNIT_CLASH', { operation: 'compared', left: inWords(left), right: inWords(right), at });
  if (countsFromZero(left.dimension)) commonZero(left.zero, right.zero, 'compared', at);
  const holds = compares[operator];
  return truth((working) =>
    apply2(left.evaluate(working), right.evaluate(working), (a, b) => (a !== a || b !== b ? NaN : Number(holds(a, b)))),
  );
}

/** Whether a channel of words has the word of a code, or another one; missing where it has none. */
export const hasWord = (symbol: string, code: number, isNot: boolean): Compiled =>
  truth(({ columns }) => apply1(columns.get(symbol)!, (v) => (v !== v ? NaN : Number((v === code) !== isNot))));

/** `and`, `or`: anything but 0 counts as true. @throws {AppError} ARGUMENT_UNIT */
export function both(left: Compiled, right: Compiled, operator: 'and' | 'or', at: number): Compiled {
  for (const part of [left, right]) needPlain(part, operator, at);
  return truth((working) =>
    apply2(left.evaluate(working), right.evaluate(working), (a, b) => {
      if (a !== a || b !== b) return NaN;
      return Number(operator === 'and' ? a !== 0 && b !== 0 : a !== 0 || b !== 0);
    }),
  );
}

/** @throws {AppError} ARGUMENT_UNIT */
export function opposite(operand: Compiled, at: number): Compiled {
  needPlain(operand, 'not', at);
  return truth((working) => apply1(operand.evaluate(working), (v) => (v !== v ? NaN : Number(v === 0))));
}

/** `if(truth, then, otherwise)`: one of two, sample by sample. @throws {AppError} ARGUMENT_UNIT, UNIT_CLASH, DATUM_MIXED */
export function choose(question: Compiled, yes: Compiled, no: Compiled, at: number): Compiled {
  needPlain(question, 'if', at);
  if (!sameDimension(yes.dimension, no.dimension))
    throw new AppError('UNIT_CLASH', { operation: 'used together in if', left: inWords(yes), right: inWords(no), at });
  const chosen = (q: number, a: number, b: number): number => (q !== q ? NaN : q !== 0 ? a : b);
  return {
    dimension: yes.dimension,
    zero: countsFromZero(yes.dimension) ? commonZero(yes.zero, no.zero, 'used together in if', at) : unknownZero,
    evaluate: once((w) => apply3(question.evaluate(w), yes.evaluate(w), no.evaluate(w), chosen)),
    error: (w) => apply3(question.evaluate(w), yes.error(w), no.error(w), chosen),
  };
}

function needPlain(part: Compiled, name: string, at: number): void {
  if (!isDimensionless(part.dimension))
    throw new AppError('ARGUMENT_UNIT', { name, need: 'a comparison or a plain number', have: inWords(part), at });
}
