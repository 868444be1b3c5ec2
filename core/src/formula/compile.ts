import { AppError } from '../error/AppError';
import { builtInOf, lookableBuiltIn, lookableTable } from '../property';
import { parseUnit } from '../units';
import { addOrSubtract, channel, constant, divide, multiply, negate, raise } from './arithmetic';
import { callFunction } from './calls';
import { lookUp } from './lookUp';
import type { Compiled, FormulaScope } from './Compiled';
import { constants } from './functions';
import type { Node } from './Node';
import { readingAs } from './readingAs';
import { both, compare, hasWord, opposite } from './truth';
import { whole } from './whole';

/**
 * Checks a tree for symbols and dimensions and turns it into a kernel over columns.
 * Everything is computed in SI base units.
 * @throws {AppError} SYMBOL_UNKNOWN, CHANNEL_IS_CATEGORY, CHANNEL_IS_NUMBER, WORD_UNKNOWN, UNIT_UNKNOWN, UNIT_CLASH, ARGUMENT_UNIT, FUNCTION_ARGUMENTS, EXPONENT_NOT_PLAIN,
 *   DATUM_MIXED, AMBIENT_UNKNOWN, TORQUE_PER_COUNT
 */
export function compile(node: Node, scope: FormulaScope): Compiled {
  const part = (n: Node): Compiled => compile(n, scope);
  switch (node.type) {
    case 'number':
      return constant(node.value, parseUnit(node.unit));
    case 'symbol':
      return symbol(node, scope);
    case 'wordIs':
      return wordIs(node, scope);
    case 'negate':
      return negate(part(node.operand));
    case 'not':
      return opposite(part(node.operand), node.at);
    case 'whole':
      return whole(node.value, part(node.operand));
    case 'binary':
      return binary(node, part(node.left), part(node.right));
    case 'call': {
      const table = scope.tables.get(node.name);
      if (table) return lookUp(node, lookableTable(table), part, scope.ambient);
      const known = builtInOf(node.name);
      if (known) return lookUp(node, lookableBuiltIn(known), part, scope.ambient);
      return readingAs(node, part, scope.ambient) ?? callFunction(node, part) ?? unknown(node, scope);
    }
  }
}

/** @throws {AppError} SYMBOL_UNKNOWN, CHANNEL_IS_NUMBER, WORD_UNKNOWN */
function wordIs(node: Extract<Node, { type: 'wordIs' }>, scope: FormulaScope): Compiled {
  const { name, word, isNot, at } = node;
  const labels = scope.words?.get(name);
  if (!labels && scope.channels.has(name)) throw new AppError('CHANNEL_IS_NUMBER', { symbol: name });
  if (!labels) return unknown(node, scope);
  const code = labels.indexOf(word);
  if (code < 0) throw new AppError('WORD_UNKNOWN', { symbol: name, word, words: labels.slice(0, 8).join(', '), at });
  return hasWord(name, code, isNot);
}

function symbol(node: Extract<Node, { type: 'symbol' }>, scope: FormulaScope): Compiled {
  if (scope.words?.has(node.name)) throw new AppError('CHANNEL_IS_CATEGORY', { symbol: node.name });
  const unit = scope.channels.get(node.name);
  if (unit) return channel(node.name, unit);
  const known = constants[node.name];
  if (known && Object.hasOwn(constants, node.name)) return constant(known.value, parseUnit(known.unit));
  return unknown(node, scope);
}

function binary({ operator, at }: Extract<Node, { type: 'binary' }>, left: Compiled, right: Compiled): Compiled {
  switch (operator) {
    case '+':
    case '-':
      return addOrSubtract(left, right, operator, at);
    case '*':
      return multiply(left, right, at);
    case '/':
      return divide(left, right);
    case '^':
      return raise(left, right, at);
    case 'and':
    case 'or':
      return both(left, right, operator, at);
    default:
      return compare(left, right, operator, at);
  }
}

function unknown({ name, at }: { name: string; at: number }, scope: FormulaScope): never {
  throw new AppError('SYMBOL_UNKNOWN', { symbol: name, at, similar: similarTo(name, scope) });
}

function similarTo(name: string, scope: FormulaScope): string {
  const candidates = [...scope.channels.keys(), ...[...scope.tables.keys()].map((t) => `${t}( )`)];
  const bare = name.toLowerCase().replace(/_/g, '');
  return (
    candidates.find((c) => c.toLowerCase().replace(/[_() ]/g, '') === bare) ??
    candidates.find((c) => c.toLowerCase().startsWith(bare.slice(0, 2))) ??
    ''
  );
}
