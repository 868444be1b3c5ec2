import { AppError } from '../error/AppError';
import {
  dimensionless,
  divideDimensions,
  isAngle,
  isDimensionless,
  isEnergy,
  isPerTime,
  multiplyDimensions,
  raiseDimension,
  sameDimension,
  withoutAngleOfEnergy,
  type Unit,
} from '../units';
import { apply1, apply2, apply3, checked, inWords, once, plus, times, type Compiled } from './Compiled';
import { addZeros, isDifference, scaleZero, unknownZero, zeroOfDatum, type Zero } from './zero';

export function constant(value: number, unit: Unit): Compiled {
  const si = value * unit.scale + unit.offset;
  return {
    dimension: unit.dimension,
    zero: zeroOfDatum(unit.datum),
    isTorque: isTorque(unit),
    constant: si,
    evaluate: () => si,
    error: () => 0,
  };
}

export const channel = (symbol: string, unit: Unit): Compiled => ({
  dimension: unit.dimension,
  zero: zeroOfDatum(unit.datum),
  isTorque: isTorque(unit),
  evaluate: ({ columns }) => columns.get(symbol)!,
  error: ({ errors }) => errors.get(symbol) ?? 0,
});

export const negate = (operand: Compiled): Compiled => ({
  dimension: operand.dimension,
  zero: scaleZero(operand.zero, -1),
  isTorque: operand.isTorque ?? false,
  isRadians: operand.isRadians ?? false,
  ...(operand.constant === undefined ? {} : { constant: -operand.constant }),
  evaluate: (working) => apply1(operand.evaluate(working), (v) => -v),
  error: (working) => apply1(operand.error(working), (v) => -v),
});

/** @throws {AppError} UNIT_CLASH */
export function addOrSubtract(left: Compiled, right: Compiled, operator: '+' | '-', at: number): Compiled {
  if (!sameDimension(left.dimension, right.dimension) && !areAngles(left, right))
    throw new AppError('UNIT_CLASH', {
      operation: operator === '+' ? 'added' : 'subtracted',
      left: inWords(left),
      right: inWords(right),
      at,
    });
  const join = operator === '+' ? (p: number, q: number) => p + q : (p: number, q: number) => p - q;
  return {
    dimension: left.isRadians ? right.dimension : left.dimension,
    isRadians: (left.isRadians ?? false) || (right.isRadians ?? false),
    zero: addZeros(left.zero, right.zero, operator === '+' ? 1 : -1),
    isTorque: (left.isTorque ?? false) || (right.isTorque ?? false),
    evaluate: once((working) => apply2(left.evaluate(working), right.evaluate(working), join)),
    error: (working) => apply2(left.error(working), right.error(working), join),
  };
}

/** @throws {AppError} TORQUE_PER_COUNT */
export function multiply(left: Compiled, right: Compiled, at: number): Compiled {
  if ((left.isTorque && isPerTime(right.dimension)) || (right.isTorque && isPerTime(left.dimension)))
    throw new AppError('TORQUE_PER_COUNT', { at });
  const [one, other] = isDimensionless(right.dimension) ? [left, right] : [right, left];
  return {
    dimension: withoutAngleOfEnergy(multiplyDimensions(left.dimension, right.dimension)),
    zero: productZero(one, other),
    isTorque: (one.isTorque ?? false) && isDimensionless(other.dimension),
    isRadians: areRadians(left, right),
    ...(left.constant !== undefined && right.constant !== undefined
      ? { constant: left.constant * right.constant }
      : {}),
    evaluate: once((working) => apply2(left.evaluate(working), right.evaluate(working), (p, q) => p * q)),
    error: (working) =>
      plus(times(left.error(working), right.evaluate(working)), times(left.evaluate(working), right.error(working))),
  };
}

/** A multiple of an angle in radians; two angles multiplied are none. */
const areRadians = (left: Compiled, right: Compiled): boolean =>
  isDimensionless(left.dimension) &&
  isDimensionless(right.dimension) &&
  (left.isRadians ?? false) !== (right.isRadians ?? false);

const areAngles = (left: Compiled, right: Compiled): boolean =>
  [left, right].every((part) => part.isRadians || isAngle(part.dimension));

/** Times or by a plain number a reading keeps its zero so many times; a difference stays one whatever it is multiplied by. */
function productZero(one: Compiled, other: Compiled, factor = other.constant): Zero {
  if (isDimensionless(other.dimension)) return scaleZero(one.zero, factor);
  return isDifference(one.zero) || isDifference(other.zero) ? zeroOfDatum('difference') : unknownZero;
}

/** A unit of force times length, as the trade writes torques; energies are written in J and its like. */
const isTorque = ({ dimension, text }: Unit): boolean =>
  isEnergy(dimension) && /(?:N|dyn|kp|kgf|lbf|ozf)(?:[·⋅* ]?(?:mm|cm|m|ft|in))\b/.test(text);

export function divide(left: Compiled, right: Compiled): Compiled {
  const evaluate = once((working) =>
    apply2(left.evaluate(working), right.evaluate(working), (p, q) => {
      if (q !== 0) return p / q;
      working.doubts.divisionsByZero++;
      return NaN;
    }),
  );
  return {
    dimension: withoutAngleOfEnergy(divideDimensions(left.dimension, right.dimension)),
    zero: productZero(left, right, right.constant === undefined ? undefined : 1 / right.constant),
    isTorque: (left.isTorque ?? false) && isDimensionless(right.dimension),
    isRadians: (left.isRadians ?? false) && areRadians(left, right),
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
    zero: exponent.constant === 1 ? base.zero : unknownZero,
    evaluate: once((working) =>
      apply2(base.evaluate(working), exponent.evaluate(working), (p, q) =>
        checked(q === 0 && p !== p ? NaN : p ** q, p + q, working.doubts),
      ),
    ),
    error: (working) => {
      const [p, q] = [base.evaluate(working), exponent.evaluate(working)];
      const byBase = apply3(p, q, base.error(working), (b, e, d) => (d === 0 ? 0 : e * b ** (e - 1) * d));
      const byExponent = apply3(p, q, exponent.error(working), (b, e, d) => (d === 0 ? 0 : b ** e * Math.log(b) * d));
      return plus(byBase, byExponent);
    },
  };
}
