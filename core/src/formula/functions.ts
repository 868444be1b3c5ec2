import { dimensionless, raiseDimension, type Dimension } from '../units';

/** A function of plain numbers, or one that passes its dimension through. */
interface FormulaFunction {
  arguments: number;
  /** What the arguments must be: plain numbers, angles (a plain number counts as radians), or quantities of one dimension. */
  takes: 'plain' | 'angle' | 'same';
  gives: (argument: Dimension) => Dimension;
  /** The plain number that it gives is an angle in radians. */
  isRadians?: true;
  apply: (a: number, b: number) => number;
  /** Partial derivatives by a and b. */
  slope: (a: number, b: number) => readonly [number, number];
  /** One line for the list from which functions are chosen. */
  explanation: string;
}

const plainGives = (): Dimension => dimensionless;
const keep = (d: Dimension): Dimension => d;
const ofPlain = (explanation: string, apply: (a: number) => number, slope: (a: number) => number): FormulaFunction => ({
  arguments: 1,
  takes: 'plain',
  gives: plainGives,
  apply,
  slope: (a) => [slope(a), 0],
  explanation,
});

/** Functions of a formula. Angles are in radians, as everywhere in the SI. */
export const functions: Readonly<Record<string, FormulaFunction>> = {
  sqrt: {
    arguments: 1,
    takes: 'same',
    gives: (d) => raiseDimension(d, 0.5),
    apply: Math.sqrt,
    slope: (a) => [0.5 / Math.sqrt(a), 0],
    explanation: 'square root',
  },
  abs: {
    arguments: 1,
    takes: 'same',
    gives: keep,
    apply: Math.abs,
    slope: (a) => [Math.sign(a), 0],
    explanation: 'size without sign',
  },
  min: {
    arguments: 2,
    takes: 'same',
    gives: keep,
    apply: Math.min,
    slope: (a, b) => (a <= b ? [1, 0] : [0, 1]),
    explanation: 'the lower of two, sample by sample',
  },
  max: {
    arguments: 2,
    takes: 'same',
    gives: keep,
    apply: Math.max,
    slope: (a, b) => (a >= b ? [1, 0] : [0, 1]),
    explanation: 'the higher of two, sample by sample',
  },
  exp: ofPlain('e to the power of', Math.exp, Math.exp),
  ln: ofPlain('natural logarithm', Math.log, (a) => 1 / a),
  log10: ofPlain('logarithm to base 10', Math.log10, (a) => Math.LOG10E / a),
  sin: { ...ofPlain('sine of an angle in radians', Math.sin, Math.cos), takes: 'angle' },
  cos: { ...ofPlain('cosine of an angle in radians', Math.cos, (a) => -Math.sin(a)), takes: 'angle' },
  tan: { ...ofPlain('tangent of an angle in radians', Math.tan, (a) => 1 / Math.cos(a) ** 2), takes: 'angle' },
  asin: {
    ...ofPlain('angle in radians of a sine', Math.asin, (a) => 1 / Math.sqrt(1 - a * a)),
    gives: plainGives,
    isRadians: true,
  },
  acos: {
    ...ofPlain('angle in radians of a cosine', Math.acos, (a) => -1 / Math.sqrt(1 - a * a)),
    gives: plainGives,
    isRadians: true,
  },
  atan: {
    ...ofPlain('angle in radians of a tangent', Math.atan, (a) => 1 / (1 + a * a)),
    gives: plainGives,
    isRadians: true,
  },
  atan2: {
    arguments: 2,
    takes: 'same',
    gives: plainGives,
    isRadians: true,
    apply: Math.atan2,
    slope: (y, x) => [x / (x * x + y * y), -y / (x * x + y * y)],
    explanation: 'angle in radians of a point, from its y and x',
  },
};

/** Named constants: the value and the unit (g_n is standard gravity, ISO 80000-3). */
export const constants: Readonly<Record<string, { value: number; unit: string; explanation: string }>> = {
  pi: { value: Math.PI, unit: '', explanation: 'circumference over diameter' },
  g_n: { value: 9.80665, unit: 'm/s^2', explanation: 'standard gravity' },
};
