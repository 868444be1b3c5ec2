import { AppError } from '../error/AppError';
import { isAngle, isDimensionless, sameDimension } from '../units';
import { apply2, checked, inWords, once, plus, times, type Compile, type Compiled, type Operand } from './Compiled';
import { functions } from './functions';
import type { Node } from './Node';
import { choose } from './truth';
import { commonZero, countsFromZero, datumOf, unknownZero, type Zero } from './zero';

export type Call = Extract<Node, { type: 'call' }>;

/** @throws {AppError} FUNCTION_ARGUMENTS, ARGUMENT_UNIT, UNIT_CLASH, DATUM_MIXED; undefined where no function has that name */
export function callFunction(node: Call, compile: Compile): Compiled | undefined {
  if (node.name === 'if') {
    needArguments(node, 3);
    const [question, yes, no] = node.arguments.map(compile);
    return choose(question!, yes!, no!, node.at);
  }
  const known = Object.hasOwn(functions, node.name) ? functions[node.name] : undefined;
  if (!known) return undefined;
  needArguments(node, known.arguments);
  const parts = node.arguments.map(compile);
  const first = parts[0]!;
  const second = parts[1];
  for (const part of parts)
    if (
      known.takes !== 'same' &&
      !isDimensionless(part.dimension) &&
      !(known.takes === 'angle' && isAngle(part.dimension))
    )
      throw new AppError('ARGUMENT_UNIT', {
        name: node.name,
        need: known.takes === 'angle' ? 'an angle or a plain number' : 'a plain number',
        have: inWords(part),
        at: node.at,
      });
  if (second && !sameDimension(first.dimension, second.dimension))
    throw new AppError('UNIT_CLASH', {
      operation: `used together in ${node.name}`,
      left: inWords(first),
      right: inWords(second),
      at: node.at,
    });
  return {
    dimension: known.gives(first.dimension),
    zero: zeroOfCall(node, parts),
    isRadians: known.isRadians ?? false,
    isTorque: known.takes === 'same' && parts.some((p) => p.isTorque),
    evaluate: once((w) =>
      apply2(first.evaluate(w), second?.evaluate(w) ?? 0, (p, q) => checked(known.apply(p, q), p + q, w.doubts)),
    ),
    error: (w) => {
      const [a, b] = [first.evaluate(w), second?.evaluate(w) ?? 0];
      const by = (which: 0 | 1): Operand => apply2(a, b, (p, q) => known.slope(p, q)[which]);
      const byFirst = times(first.error(w), by(0));
      return second ? plus(byFirst, times(second.error(w), by(1))) : byFirst;
    },
  };
}

/** Of two, what both are; the size of a temperature is that temperature, since none lies below the absolute zero. */
function zeroOfCall({ name, at }: Call, [first, second]: readonly Compiled[]): Zero {
  if (!countsFromZero(first!.dimension)) return unknownZero;
  if (second) return commonZero(first!.zero, second.zero, `used together in ${name}`, at);
  return name === 'abs' && datumOf(first!.zero) !== 'gauge' ? first!.zero : unknownZero;
}

export function needArguments(node: Call, need: number): void {
  const have = node.arguments.length;
  if (have !== need) throw new AppError('FUNCTION_ARGUMENTS', { name: node.name, need, have, at: node.at });
}
