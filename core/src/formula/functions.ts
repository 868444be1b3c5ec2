import { raiseDimension, type Dimension } from '../units';

/** A function of plain numbers, or one that passes its dimension through. */
interface FormulaFunction {
  arguments: number;
  /** What the arguments must be: plain numbers, or any quantities of one dimension. */
  takes: 'plain' | 'same';
  gives: (argument: Dimension) => Dimension;
  apply: (a: number, b: number) => number;
}

const plainGives = (): Dimension => [0, 0, 0, 0, 0, 0, 0];
const keep = (d: Dimension): Dimension => d;
const ofPlain = (apply: (a: number) => number): FormulaFunction => ({
  arguments: 1,
  takes: 'plain',
  gives: plainGives,
  apply,
});

/** Functions of a formula. Angles are in radians, as everywhere in the SI. */
export const functions: Readonly<Record<string, FormulaFunction>> = {
  sqrt: { arguments: 1, takes: 'same', gives: (d) => raiseDimension(d, 0.5), apply: Math.sqrt },
  abs: { arguments: 1, takes: 'same', gives: keep, apply: Math.abs },
  min: { arguments: 2, takes: 'same', gives: keep, apply: Math.min },
  max: { arguments: 2, takes: 'same', gives: keep, apply: Math.max },
  exp: ofPlain(Math.exp),
  ln: ofPlain(Math.log),
  log10: ofPlain(Math.log10),
  sin: ofPlain(Math.sin),
  cos: ofPlain(Math.cos),
  tan: ofPlain(Math.tan),
  asin: ofPlain(Math.asin),
  acos: ofPlain(Math.acos),
  atan: ofPlain(Math.atan),
  atan2: { arguments: 2, takes: 'same', gives: plainGives, apply: Math.atan2 },
};

/** Named constants: the value and the unit (g_n is standard gravity, ISO 80000-3). */
export const constants: Readonly<Record<string, { value: number; unit: string }>> = {
  pi: { value: Math.PI, unit: '' },
  g_n: { value: 9.80665, unit: 'm/s^2' },
};
