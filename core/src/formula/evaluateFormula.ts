import { AppError } from '../error/AppError';
import type { PropertyTable } from '../property';
import type { Channel } from '../sample';
import { isDimensionless, parseUnit, printUnit, sameDimension, siUnit, type Unit } from '../units';
import { compile, type FormulaDoubts, type Operand } from './compile';
import type { Node } from './Node';
import { parseFormula } from './parseFormula';

export interface FormulaResult {
  values: Float64Array;
  unit: Unit;
  doubts: FormulaDoubts;
}

export interface FormulaInput {
  channels: ReadonlyMap<string, Channel>;
  tables: ReadonlyMap<string, PropertyTable>;
  /** Length of the result. */
  samples: number;
}

/**
 * The unit a formula gives, without computing anything.
 * @param wanted  unit text to show the result in; empty for the customary SI unit
 * @throws {AppError} as `compile`, and RESULT_UNIT when the wanted unit does not fit
 */
export function unitOfFormula(text: string, wanted: string, input: Omit<FormulaInput, 'samples'>): Unit {
  return prepare(text, wanted, input).unit;
}

/**
 * Computes a formula over whole channels. Missing stays missing.
 * @returns values in `unit`, length `samples`
 * @throws {AppError} as `unitOfFormula`
 */
export function evaluateFormula(text: string, wanted: string, input: FormulaInput): FormulaResult {
  const { compiled, unit, tree } = prepare(text, wanted, input);
  const columns = new Map<string, Operand>();
  for (const name of symbolsIn(tree)) {
    const channel = input.channels.get(name);
    if (channel) columns.set(name, inBaseUnits(channel));
  }
  const doubts: FormulaDoubts = { divisionsByZero: 0, undefinedResults: 0, outsideTable: {} };
  const result = compiled.evaluate(columns, doubts);
  const values = new Float64Array(input.samples);
  for (let i = 0; i < values.length; i++)
    values[i] = ((typeof result === 'number' ? result : result[i]!) - unit.offset) / unit.scale;
  return { values, unit, doubts };
}

/** Symbols and functions that a formula names, in the order in which they first appear. */
export function symbolsIn(node: Node): string[] {
  const found = new Set<string>();
  const visit = (part: Node): void => {
    if (part.type === 'symbol') found.add(part.name);
    else if (part.type === 'negate') visit(part.operand);
    else if (part.type === 'binary') [part.left, part.right].forEach(visit);
    else if (part.type === 'call') {
      found.add(part.name);
      part.arguments.forEach(visit);
    }
  };
  visit(node);
  return [...found];
}

function prepare(text: string, wanted: string, input: Omit<FormulaInput, 'samples'>) {
  const tree = parseFormula(text);
  const words = symbolsIn(tree).find((name) => input.channels.get(name)?.labels);
  if (words !== undefined) throw new AppError('CHANNEL_IS_CATEGORY', { symbol: words });
  const units = new Map([...input.channels].map(([symbol, c]) => [symbol, parseUnit(c.unit)]));
  const compiled = compile(tree, { channels: units, tables: input.tables });
  const si = siUnit(compiled.dimension);
  const unit = wanted.trim() === '' ? si : parseUnit(wanted);
  if (!sameDimension(unit.dimension, compiled.dimension))
    throw new AppError('RESULT_UNIT', {
      wanted: printUnit(unit.text),
      found: isDimensionless(compiled.dimension) ? 'a plain number' : `a quantity in ${si.text}`,
    });
  // A difference of temperatures asked for in °C is counted in degrees, without the zero point.
  return { tree, compiled, unit: compiled.absoluteTemperature ? unit : { ...unit, offset: 0 } };
}

function inBaseUnits(channel: Channel): Float64Array {
  const { scale, offset } = parseUnit(channel.unit);
  if (scale === 1 && offset === 0) return channel.values;
  return channel.values.map((v) => v * scale + offset);
}
