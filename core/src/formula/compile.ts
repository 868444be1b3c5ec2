import { AppError } from '../error/AppError';
import { interpolateLinear, type PropertyTable } from '../property';
import {
  conversion,
  dimensionless,
  divideDimensions,
  isDimensionless,
  multiplyDimensions,
  parseUnit,
  raiseDimension,
  sameDimension,
  siUnit,
  type Dimension,
  type Unit,
} from '../units';
import { constants, functions } from './functions';
import type { Node } from './Node';

/** A column in SI base units, or one number that stands for all samples. */
export type Operand = Float64Array | number;

/** What could not be computed, counted while a formula runs. */
export interface FormulaDoubts {
  divisionsByZero: number;
  /** Results that are no number although the arguments were: sqrt(-1), ln(0). */
  undefinedResults: number;
  outsideTable: Record<string, number>;
}

/** A checked part of a formula: its dimension, and how to compute it over the columns. */
export interface Compiled {
  dimension: Dimension;
  /** True for a temperature measured from absolute zero, as opposed to a difference. */
  absoluteTemperature: boolean;
  /** The number, when the part is one and nothing but. */
  constant?: number;
  evaluate(columns: ReadonlyMap<string, Operand>, doubts: FormulaDoubts): Operand;
}

export interface FormulaScope {
  /** Unit of each channel by its symbol. */
  channels: ReadonlyMap<string, Unit>;
  tables: ReadonlyMap<string, PropertyTable>;
}

/**
 * Checks a tree for symbols and dimensions and turns it into a kernel over columns.
 * Everything is computed in SI base units.
 * @throws {AppError} SYMBOL_UNKNOWN, UNIT_UNKNOWN, UNIT_CLASH, TEMPERATURE_SUM, ARGUMENT_UNIT, FUNCTION_ARGUMENTS, EXPONENT_NOT_PLAIN
 */
export function compile(node: Node, scope: FormulaScope): Compiled {
  switch (node.type) {
    case 'number':
      return constant(node.value, parseUnit(node.unit));
    case 'symbol':
      return symbol(node, scope);
    case 'negate':
      return negate(compile(node.operand, scope));
    case 'call':
      return call(node, scope);
    case 'binary':
      return binary(node, scope);
  }
}

/**
 * 20 °C is an absolute temperature; 5 K may be one or a difference. Only a unit with
 * a zero point of its own says so, and only then is a sum of two refused.
 */
const measuresTemperature = (unit: Unit): boolean => unit.offset !== 0;

function constant(value: number, unit: Unit): Compiled {
  const si = value * unit.scale + unit.offset;
  return {
    dimension: unit.dimension,
    absoluteTemperature: measuresTemperature(unit),
    constant: si,
    evaluate: () => si,
  };
}

function symbol(node: Extract<Node, { type: 'symbol' }>, scope: FormulaScope): Compiled {
  const unit = scope.channels.get(node.name);
  if (unit)
    return {
      dimension: unit.dimension,
      absoluteTemperature: measuresTemperature(unit),
      evaluate: (columns) => columns.get(node.name)!,
    };
  const known = constants[node.name];
  if (known && Object.hasOwn(constants, node.name)) return constant(known.value, parseUnit(known.unit));
  throw new AppError('SYMBOL_UNKNOWN', { symbol: node.name, at: node.at, similar: similarTo(node.name, scope) });
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

function negate(operand: Compiled): Compiled {
  return {
    dimension: operand.dimension,
    absoluteTemperature: false,
    ...(operand.constant === undefined ? {} : { constant: -operand.constant }),
    evaluate: (columns, doubts) => apply1(operand.evaluate(columns, doubts), (v) => -v),
  };
}

function binary(node: Extract<Node, { type: 'binary' }>, scope: FormulaScope): Compiled {
  const left = compile(node.left, scope);
  const right = compile(node.right, scope);
  if (node.operator === '^') return raise(left, right, node.at);
  if (node.operator === '*' || node.operator === '/') return multiply(left, right, node.operator);
  return addOrSubtract(left, right, node.operator, node.at);
}

const inWords = (part: Compiled): string =>
  isDimensionless(part.dimension) ? 'a plain number' : `a quantity in ${siUnit(part.dimension).text}`;

function addOrSubtract(left: Compiled, right: Compiled, operator: '+' | '-', at: number): Compiled {
  if (!sameDimension(left.dimension, right.dimension))
    throw new AppError('UNIT_CLASH', {
      operation: operator === '+' ? 'added' : 'subtracted',
      left: inWords(left),
      right: inWords(right),
      at,
    });
  if (operator === '+' && left.absoluteTemperature && right.absoluteTemperature)
    throw new AppError('TEMPERATURE_SUM', { at });
  return {
    dimension: left.dimension,
    absoluteTemperature:
      operator === '+'
        ? left.absoluteTemperature || right.absoluteTemperature
        : left.absoluteTemperature && !right.absoluteTemperature,
    evaluate: (columns, doubts) => {
      const a = left.evaluate(columns, doubts);
      const b = right.evaluate(columns, doubts);
      return operator === '+' ? apply2(a, b, (p, q) => p + q) : apply2(a, b, (p, q) => p - q);
    },
  };
}

function multiply(left: Compiled, right: Compiled, operator: '*' | '/'): Compiled {
  if (operator === '*')
    return {
      dimension: multiplyDimensions(left.dimension, right.dimension),
      absoluteTemperature: false,
      evaluate: (columns, doubts) =>
        apply2(left.evaluate(columns, doubts), right.evaluate(columns, doubts), (p, q) => p * q),
    };
  return {
    dimension: divideDimensions(left.dimension, right.dimension),
    absoluteTemperature: false,
    ...(left.constant !== undefined && right.constant ? { constant: left.constant / right.constant } : {}),
    evaluate: (columns, doubts) =>
      apply2(left.evaluate(columns, doubts), right.evaluate(columns, doubts), (p, q) => {
        if (q !== 0) return p / q;
        doubts.divisionsByZero++;
        return NaN;
      }),
  };
}

function raise(base: Compiled, exponent: Compiled, at: number): Compiled {
  if (!isDimensionless(exponent.dimension)) throw new AppError('EXPONENT_NOT_PLAIN', { at });
  const withUnit = !isDimensionless(base.dimension);
  if (withUnit && exponent.constant === undefined) throw new AppError('EXPONENT_NOT_PLAIN', { at });
  return {
    dimension: withUnit ? raiseDimension(base.dimension, exponent.constant!) : dimensionless,
    absoluteTemperature: false,
    evaluate: (columns, doubts) =>
      apply2(base.evaluate(columns, doubts), exponent.evaluate(columns, doubts), (p, q) =>
        checked(p ** q, p + q, doubts),
      ),
  };
}

function call(node: Extract<Node, { type: 'call' }>, scope: FormulaScope): Compiled {
  const table = scope.tables.get(node.name);
  if (table) return lookUp(node, table, scope);
  const known = Object.hasOwn(functions, node.name) ? functions[node.name] : undefined;
  if (!known)
    throw new AppError('SYMBOL_UNKNOWN', { symbol: node.name, at: node.at, similar: similarTo(node.name, scope) });
  needArguments(node, known.arguments);
  const parts = node.arguments.map((a) => compile(a, scope));
  const first = parts[0]!;
  const second = parts[1];
  for (const part of parts)
    if (known.takes === 'plain' && !isDimensionless(part.dimension))
      throw new AppError('ARGUMENT_UNIT', {
        name: node.name,
        need: 'a plain number',
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
    absoluteTemperature: known.arguments === 2 && parts.every((p) => p.absoluteTemperature),
    evaluate: (columns, doubts) => {
      const a = first.evaluate(columns, doubts);
      const b = second ? second.evaluate(columns, doubts) : 0;
      return apply2(a, b, (p, q) => checked(known.apply(p, q), p + q, doubts));
    },
  };
}

function lookUp(node: Extract<Node, { type: 'call' }>, table: PropertyTable, scope: FormulaScope): Compiled {
  needArguments(node, 1);
  const argument = compile(node.arguments[0]!, scope);
  const xUnit = parseUnit(table.xUnit);
  const yUnit = parseUnit(table.yUnit);
  if (!sameDimension(argument.dimension, xUnit.dimension))
    throw new AppError('ARGUMENT_UNIT', {
      name: node.name,
      need: `${table.xName} in ${table.xUnit || 'plain numbers'}`,
      have: inWords(argument),
      at: node.at,
    });
  const x = Float64Array.from(table.x);
  const y = Float64Array.from(table.y);
  const toTable = conversion({ ...xUnit, scale: 1, offset: 0 }, xUnit);
  return {
    dimension: yUnit.dimension,
    absoluteTemperature: measuresTemperature(yUnit),
    evaluate: (columns, doubts) => {
      const given = argument.evaluate(columns, doubts);
      const query = typeof given === 'number' ? Float64Array.of(given) : Float64Array.from(given);
      for (let i = 0; i < query.length; i++) query[i] = query[i]! * toTable.factor + toTable.shift;
      const found = interpolateLinear(x, y, query, table.outside);
      if (found.outside > 0)
        doubts.outsideTable[table.symbol] = (doubts.outsideTable[table.symbol] ?? 0) + found.outside;
      const values = found.values;
      for (let i = 0; i < values.length; i++) values[i] = values[i]! * yUnit.scale + yUnit.offset;
      return typeof given === 'number' ? values[0]! : values;
    },
  };
}

function needArguments(node: Extract<Node, { type: 'call' }>, need: number): void {
  const have = node.arguments.length;
  if (have !== need) throw new AppError('FUNCTION_ARGUMENTS', { name: node.name, need, have, at: node.at });
}

/** Counts results that are no number although their arguments were, and makes infinities missing. */
function checked(result: number, argument: number, doubts: FormulaDoubts): number {
  if (Number.isFinite(result) || argument !== argument) return result;
  doubts.undefinedResults++;
  return NaN;
}

function apply1(a: Operand, f: (a: number) => number): Operand {
  return typeof a === 'number' ? f(a) : a.map(f);
}

function apply2(a: Operand, b: Operand, f: (a: number, b: number) => number): Operand {
  if (typeof a === 'number') return typeof b === 'number' ? f(a, b) : b.map((v) => f(a, v));
  const out = new Float64Array(a.length);
  if (typeof b === 'number') for (let i = 0; i < out.length; i++) out[i] = f(a[i]!, b);
  else for (let i = 0; i < out.length; i++) out[i] = f(a[i]!, b[i]!);
  return out;
}
