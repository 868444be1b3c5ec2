import type { PropertyTable } from '../property';
import type { Mask } from '../sample';
import { isDimensionless, siUnit, type Dimension, type Unit } from '../units';
import type { Node } from './Node';
import type { Zero } from './zero';

/** A column in SI base units, or one number that stands for all samples. */
export type Operand = Float64Array | number;

/** What could not be computed, counted while a formula runs. */
export interface FormulaDoubts {
  divisionsByZero: number;
  /** Results that are no number although the arguments were: sqrt(-1), ln(0). */
  undefinedResults: number;
  /** By table: the samples whose arguments lay outside its knots; −1 for an argument that is one number for all. */
  outsideTable: Record<string, Int32Array>;
  /** By table: the samples whose arguments lay beside a hole of its grid; counted alike. */
  besideHole: Record<string, Int32Array>;
}

/** What one computation of a formula works on. */
export interface Working {
  columns: ReadonlyMap<string, Operand>;
  /** Error of each channel by one source, in base units; absent: that source does not reach it. */
  errors: ReadonlyMap<string, Operand>;
  mask: Mask | undefined;
  /** Errors of tables by the source in hand, counted in their standard uncertainties; absent: it does not reach them. */
  tableErrors?: ReadonlyMap<string, number> | undefined;
  /** For a Monte Carlo check: by how many standard uncertainties each value of a table is off. */
  tableMoves?: ReadonlyMap<string, Operand> | undefined;
  doubts: FormulaDoubts;
}

/** A checked part of a formula: its dimension, and how to compute it over the columns. */
export interface Compiled {
  dimension: Dimension;
  /** From where it counts, where it is a temperature or a pressure. */
  zero: Zero;
  /** A torque: a force at an arm, which does no work per count. */
  isTorque?: boolean;
  /** A plain number that is known to be an angle in radians: an arc tangent, and what is added to it. */
  isRadians?: boolean;
  /** The number, when the part is one and nothing but. */
  constant?: number;
  evaluate(working: Working): Operand;
  /** First-order change of the part for the errors of the working: the chain rule. */
  error(working: Working): Operand;
}

export interface FormulaScope {
  /** Unit of each channel by its symbol. */
  channels: ReadonlyMap<string, Unit>;
  /** The words of each channel that holds words, in the order of their codes. */
  words?: ReadonlyMap<string, readonly string[]>;
  tables: ReadonlyMap<string, PropertyTable>;
  /** Ambient pressure in Pa, where it was named. */
  ambient?: number | undefined;
}

export type Compile = (node: Node) => Compiled;

/** Computes once for the same columns: the errors ask for the values of the parts again. */
export function once(compute: (working: Working) => Operand): (working: Working) => Operand {
  const known = new WeakMap<Working['columns'], { value: Operand }>();
  return (working) => {
    const found = known.get(working.columns);
    if (found) return found.value;
    const value = compute(working);
    known.set(working.columns, { value });
    return value;
  };
}

export const inWords = (part: Compiled): string =>
  isDimensionless(part.dimension) ? 'a plain number' : `a quantity in ${siUnit(part.dimension).text}`;

/** Counts results that are no number although their arguments were, and makes infinities missing. */
export function checked(result: number, argument: number, doubts: FormulaDoubts): number {
  if (Number.isFinite(result) || argument !== argument) return result;
  doubts.undefinedResults++;
  return NaN;
}

export function apply1(a: Operand, f: (a: number) => number): Operand {
  if (typeof a === 'number') return f(a);
  const out = new Float64Array(a.length);
  for (let i = 0; i < out.length; i++) out[i] = f(a[i]!);
  return out;
}

export function apply2(a: Operand, b: Operand, f: (a: number, b: number) => number): Operand {
  if (typeof a === 'number') return typeof b === 'number' ? f(a, b) : apply1(b, (v) => f(a, v));
  const out = new Float64Array(a.length);
  if (typeof b === 'number') for (let i = 0; i < out.length; i++) out[i] = f(a[i]!, b);
  else for (let i = 0; i < out.length; i++) out[i] = f(a[i]!, b[i]!);
  return out;
}

/** f(a, b, c) over columns of equal length, or numbers. */
export function apply3(a: Operand, b: Operand, c: Operand, f: (a: number, b: number, c: number) => number): Operand {
  const column = [a, b, c].find((o) => typeof o !== 'number');
  if (typeof column !== 'object') return f(a as number, b as number, c as number);
  const at = (o: Operand, i: number): number => (typeof o === 'number' ? o : o[i]!);
  return Float64Array.from(column, (_, i) => f(at(a, i), at(b, i), at(c, i)));
}

const isZero = (a: Operand): boolean => a === 0;
/** Sum and product that pass over what is nothing, which most errors are. */
export const plus = (a: Operand, b: Operand): Operand =>
  isZero(a) ? b : isZero(b) ? a : apply2(a, b, (p, q) => p + q);
export const times = (a: Operand, b: Operand): Operand => (isZero(a) || isZero(b) ? 0 : apply2(a, b, (p, q) => p * q));
