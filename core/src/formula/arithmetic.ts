import { AppError } from '../error/AppError';
import {
  dimensionless,
  divideDimensions,
  isDimensionless,
  multiplyDimensions,
  raiseDimension,
  sameDimension,
  type Unit,
} from '../units';
import { apply1, apply2, apply3, checked, inWords, measuresTemperature, once, plus, times, type Compiled } from './Compiled'; // prettier-ignore

export function constant(value: number, unit: Unit): Compiled {
  const si = value * unit.scale + unit.offset;
  return {
    dimension: unit.dimension,
    absoluteTemperature: measuresTemperature(unit),
    constant: si,
    evaluate: () => si,
    error: () => 0,
  };
}

export const channel = (symbol: string, unit: Unit): Compiled => ({
  dimension: unit.dimension,
  absoluteTemperature: measuresTemperature(unit),
  evaluate: ({ columns }) => columns.get(symbol)!,
  error: ({ errors }) => errors.get(symbol) ?? 0,
});

export const negate = (operand: Compiled): Compiled => ({
  dimension: operand.dimension,
  absoluteTemperature: false,
  ...(operand.constant === undefined ? {} : { constant: -operand.constant }),
  evaluate: (working) => apply1(operand.evaluate(working), (v) => -v),
  error: (working) => apply1(operand.error(working), (v) => -v),
});

/** @throws {AppError} UNIT_CLASH, TEMPERATURE_SUM */
export function addOrSubtract(left: Compiled, right: Compiled, operator: '+' | '-', at: number): Compiled {
  if (!sameDimension(left.dimension, right.dimension))
    throw new AppError('UNIT_CLASH', {
      operation: operator === '+' ? 'added' : 'subtracted',
      left: inWords(left),
      right: inWords(right),
      at,
    });
  if (operator === '+' && left.absoluteTemperature && right.absoluteTemperature)
    throw new AppError('TEMPERATURE_SUM', { at });
  const join = operator === '+' ? (p: number, q: number) => p + q : (p: number, q: number) => p - q;
  return {
    dimension: left.dimension,
    absoluteTemperature:
      operator === '+'
        ? left.absoluteTemperature || right.absoluteTemperature
        : left.absoluteTemperature && !right.absoluteTemperature,
    evaluate: once((working) => apply2(left.evaluate(working), right.evaluate(working), join)),
    error: (working) => apply2(left.error(working), right.error(working), join),
  };
}

export const multiply = (left: Compiled, right: Compiled): Compiled => ({
  dimension: multiplyDimensions(left.dimension, right.dimension),
  absoluteTemperature: false,
  evaluate: once((working) => apply2(left.evaluate(working), right.evaluate(working), (p, q) => p * q)),
  error: (working) =>
    plus(times(left.error(working), right.evaluate(working)), times(left.evaluate(working), right.error(working))),
});

export function divide(left: Compiled, right: Compiled): Compiled {
  const evaluate = once((working) =>
    apply2(left.evaluate(working), right.evaluate(working), (p, q) => {
      if (q !== 0) return p / q;
      working.doubts.divisionsByZero++;
      return NaN;
    }),
  );
  return {
    dimension: divideDimensions(left.dimension, right.dimension),
    absoluteTemperature: false,
    ...(left.constant !== undefined && right.constant ? { constant: left.constant / right.constant } : {}),
    evaluate,
    // d(p/q) = (dp - (p/q) dq) / q
    error: (working) => {
      const inNumerator = times(evaluate(working), right.error(working));
      const change = plus(
        left.error(working),
        apply1(inNumerator, (v) => -v),
      );
      return apply2(change, right.evaluate(working), (c, q) => c / q);
    },
  };
}

/** @throws {AppError} EXPONENT_NOT_PLAIN */
export function raise(base: Compiled, exponent: Compiled, at: number): Compiled {
  if (!isDimensionless(exponent.dimension)) throw new AppError('EXPONENT_NOT_PLAIN', { at });
  const withUnit = !isDimensionless(base.dimension);
  if (withUnit && exponent.constant === undefined) throw new AppError('EXPONENT_NOT_PLAIN', { at });
  return {
    dimension: withUnit ? raiseDimension(base.dimension, exponent.constant!) : dimensionless,
    absoluteTemperature: false,
    evaluate: once((working) =>
      apply2(base.evaluate(working), exponent.evaluate(working), (p, q) => checked(p ** q, p + q, working.doubts)),
    ),
    error: (working) => {
      const [p, q] = [base.evaluate(working), exponent.evaluate(working)];
      const byBase = apply3(p, q, base.error(working), (b, e, d) => (d === 0 ? 0 : e * b ** (e - 1) * d));
      const byExponent = apply3(p, q, exponent.error(working), (b, e, d) => (d === 0 ? 0 : b ** e * Math.log(b) * d));
      return plus(byBase, byExponent);
    },
  };
}
