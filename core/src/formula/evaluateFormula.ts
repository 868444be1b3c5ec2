import { AppError } from '../error/AppError';
import { builtInOf, errorSourceOf, lookableBuiltIn, type PropertyTable } from '../property';
import { errorsOf, unitOfChannel, type Channel, type ErrorSources, type Mask } from '../sample';
import {
  isAngle,
  isDimensionless,
  parseUnit,
  printUnit,
  sameButForAngle,
  sameDimension,
  siUnit,
  type Datum,
  type Unit,
} from '../units';
import { compile } from './compile';
import type { Compiled, FormulaDoubts, Operand, Working } from './Compiled';
import { partsOf, type Node } from './Node';
import { parseFormula } from './parseFormula';
import { shownIn } from './zero';

export interface FormulaResult {
  values: Float64Array;
  unit: Unit;
  /** From where the result counts, where that is known and matters. */
  datum: Datum | undefined;
  doubts: FormulaDoubts;
  /** How the errors of the channels reach the result, in its unit, first order; computed when asked. */
  errors: () => ErrorSources;
}

export interface FormulaInput {
  channels: ReadonlyMap<string, Channel>;
  tables?: ReadonlyMap<string, PropertyTable> | undefined;
  /** Length of the result. */
  samples: number;
  /** Ambient pressure in Pa, where it was named. */
  ambient?: number | undefined;
  /** What is kept: values of a whole channel are taken over it; absent: all. */
  mask?: Mask | undefined;
  /** For a Monte Carlo check: by how many standard uncertainties each value of a table is off, by its symbol. */
  tableMoves?: ReadonlyMap<string, Operand> | undefined;
}

/**
 * The unit a formula gives, without computing anything.
 * @param wanted  unit text to show the result in; empty for the customary SI unit
 * @throws {AppError} as `compile`, and RESULT_UNIT when the wanted unit does not fit
 */
export function unitOfFormula(text: string, wanted: string, input: Omit<FormulaInput, 'samples'>): Unit {
  return prepare(text, wanted, input).shown.unit;
}

/**
 * Computes a formula over whole channels. Missing stays missing.
 * @returns values in `unit`, length `samples`
 * @throws {AppError} as `unitOfFormula`
 */
export function evaluateFormula(text: string, wanted: string, input: FormulaInput): FormulaResult {
  const { compiled, shown, tree } = prepare(text, wanted, input);
  const { unit, datum } = shown;
  const columns = new Map<string, Operand>();
  for (const name of symbolsIn(tree)) {
    const channel = input.channels.get(name);
    if (channel) columns.set(name, inBaseUnits(channel));
  }
  const doubts: FormulaDoubts = { divisionsByZero: 0, undefinedResults: 0, outsideTable: {}, besideHole: {} };
  const working: Working = { columns, errors: new Map(), mask: input.mask, tableMoves: input.tableMoves, doubts };
  const values = spread(compiled.evaluate(working), input.samples, {
    scale: unit.scale,
    offset: unit.offset - shown.shift,
  });
  const used = [...columns.keys()].map((name) => input.channels.get(name)!);
  const tables = uncertainIn(tree, input);
  const errors = (): ErrorSources => errorsOfResult(compiled, working, used, tables, input, unit);
  return { values, unit, datum, doubts, errors };
}

/** A column in the unit from an operand in base units; an error has no zero point to be shifted by. */
function spread(operand: Operand, samples: number, { offset, scale }: Pick<Unit, 'offset' | 'scale'>): Float64Array {
  const values = new Float64Array(samples);
  if (typeof operand === 'number') return values.fill((operand - offset) / scale);
  for (let i = 0; i < samples; i++) values[i] = (operand[i]! - offset) / scale;
  return values;
}

/**
 * First order: each source of error by itself through the formula, so that one that reaches the
 * result on several ways counts once, with its signs. Source: JCGM 100:2008 (GUM) 5.1.2, 5.2.2.
 */
function errorsOfResult(
  compiled: Compiled,
  working: Working,
  used: readonly Channel[],
  tables: ReturnType<typeof uncertainIn>,
  input: FormulaInput,
  unit: Unit,
): ErrorSources {
  const bySource = new Map<string, Map<string, Operand>>();
  for (const channel of used) {
    const { scale } = parseUnit(channel.unit);
    for (const [source, column] of errorsOf(channel, input.channels)) {
      const errors = bySource.get(source) ?? new Map<string, Operand>();
      bySource.set(source, errors.set(channel.symbol, scale === 1 ? column : column.map((v) => v * scale)));
    }
  }
  for (const { source } of tables) if (!bySource.has(source)) bySource.set(source, new Map());
  const found = new Map<string, Float64Array>();
  for (const [source, errors] of bySource) {
    const tableErrors = new Map(tables.filter((t) => t.source === source).map((t) => [t.symbol, 1]));
    const error = compiled.error({ ...working, errors, tableErrors });
    found.set(source, spread(error, input.samples, { offset: 0, scale: unit.scale }));
  }
  return found;
}

/** What a formula looks up in, tables and formulations, of which an uncertainty is stated: its symbol and the name of its error. */
export const uncertainIn = (
  tree: Node,
  { tables }: Pick<FormulaInput, 'tables'>,
): { symbol: string; source: string }[] =>
  symbolsIn(tree).flatMap((symbol) => {
    const table = tables?.get(symbol);
    if (table) return table.uncertainty ? [{ symbol, source: errorSourceOf(symbol) }] : [];
    const known = builtInOf(symbol);
    return known?.uncertainty ? [{ symbol, source: lookableBuiltIn(known).errorSource }] : [];
  });

/** Symbols and functions that a formula names, in the order in which they first appear. */
export function symbolsIn(node: Node): string[] {
  const found = new Set<string>();
  const visit = (part: Node): void => {
    if (part.type === 'symbol' || part.type === 'call' || part.type === 'wordIs') found.add(part.name);
    partsOf(part).forEach(visit);
  };
  visit(node);
  return [...found];
}

function prepare(text: string, wanted: string, input: Omit<FormulaInput, 'samples'>) {
  const tree = parseFormula(text);
  const words = new Map(
    [...input.channels].flatMap(([symbol, { labels }]) => (labels ? [[symbol, labels] as const] : [])),
  );
  const units = new Map([...input.channels].map(([symbol, c]) => [symbol, unitOfChannel(c)]));
  const compiled = compile(tree, { channels: units, words, tables: input.tables ?? new Map(), ambient: input.ambient });
  const si = siUnit(compiled.dimension);
  const unit = wanted.trim() === '' ? si : parseUnit(wanted);
  const isAngleInRadians = compiled.isRadians && isAngle(unit.dimension);
  if (!sameDimension(unit.dimension, compiled.dimension) && !isAngleInRadians) {
    if (sameButForAngle(unit.dimension, compiled.dimension))
      throw new AppError('ANGLE_OR_COUNT', {
        from: si.text || 'a plain number',
        to: printUnit(unit.text) || 'a plain number',
      });
    throw new AppError('RESULT_UNIT', {
      wanted: printUnit(unit.text),
      found: isDimensionless(compiled.dimension) ? 'a plain number' : `a quantity in ${si.text}`,
    });
  }
  return { tree, compiled, shown: shownIn(unit, compiled, input.ambient, tree.at) };
}

function inBaseUnits(channel: Channel): Float64Array {
  const { scale, offset } = parseUnit(channel.unit);
  if (scale === 1 && offset === 0) return channel.values;
  const { values } = channel;
  const out = new Float64Array(values.length);
  for (let i = 0; i < out.length; i++) out[i] = values[i]! * scale + offset;
  return out;
}
