import { AppError } from '../error/AppError';
import type { Lookable } from '../property';
import { conversion, parseUnit, printUnit, sameDimension } from '../units';
import {
  apply1,
  inWords,
  once,
  plus,
  times,
  type Compile,
  type Compiled,
  type Operand,
  type Working,
} from './Compiled';
import { needArguments, type Call } from './calls';
import { countsFromZero, shiftOfArgument, zeroOfDatum } from './zero';

/** A property table or a formulation called like a function. @throws {AppError} FUNCTION_ARGUMENTS, ARGUMENT_UNIT, DATUM_MIXED, AMBIENT_UNKNOWN */
export function lookUp(node: Call, lookable: Lookable, compile: Compile, ambient: number | undefined): Compiled {
  needArguments(node, lookable.arguments.length);
  const parts = node.arguments.map(compile);
  const toOwn = lookable.arguments.map((argument, k) => ownUnit(node, argument, parts[k]!, lookable, ambient));
  const unit = parseUnit(lookable.unit);
  /** The arguments in the units of the table, and whether all of them are one number. */
  const asked = (working: Working) => {
    const given = parts.map((part) => part.evaluate(working));
    const length = given.reduce<number>((n, g) => (typeof g === 'number' ? n : g.length), 1);
    const columns = given.map((g, k) => columnOf(g, length, toOwn[k]!));
    return { columns, isOne: given.every((g) => typeof g === 'number') };
  };
  const shaped = (values: Float64Array, isOne: boolean): Operand => (isOne ? values[0]! : values);
  const uncertaintyOf = (values: Float64Array, columns: readonly Float64Array[]): Float64Array =>
    lookable.standardAt?.(values, columns) ?? new Float64Array(values.length);
  return {
    dimension: unit.dimension,
    zero: zeroOfDatum(lookable.isAbsolute && countsFromZero(unit.dimension) ? 'absolute' : unit.datum),
    evaluate: once((working) => {
      const { columns, isOne } = asked(working);
      const { values, outside, holes = NONE } = lookable.at(columns);
      const tell = (which: 'outsideTable' | 'besideHole', places: Int32Array): void =>
        tellPlaces(working.doubts[which], lookable.symbol, isOne ? places.map(() => -1) : places);
      tell('outsideTable', outside);
      tell('besideHole', holes);
      const moves = working.tableMoves?.get(lookable.symbol);
      if (moves !== undefined) {
        const u = uncertaintyOf(values, columns);
        for (let i = 0; i < u.length; i++) values[i]! += (typeof moves === 'number' ? moves : moves[i]!) * u[i]!;
      }
      return apply1(shaped(values, isOne), (v) => v * unit.scale + unit.offset);
    }),
    error: (working) => {
      const { columns, isOne } = asked(working);
      let error: Operand = 0;
      parts.forEach((part, k) => {
        const own = part.error(working);
        if (own === 0) return;
        const slopes = shaped(lookable.slopes(columns, k), isOne);
        error = plus(
          error,
          times(
            own,
            apply1(slopes, (s) => s * unit.scale * toOwn[k]!.factor),
          ),
        );
      });
      const ofTable = working.tableErrors?.get(lookable.symbol);
      if (ofTable === undefined) return error;
      const { values } = lookable.at(columns);
      return plus(
        error,
        shaped(
          uncertaintyOf(values, columns).map((u) => ofTable * u * unit.scale),
          isOne,
        ),
      );
    },
  };
}

interface Conversion {
  factor: number;
  shift: number;
}

/** From base units to the unit of an argument. */
function ownUnit(
  node: Call,
  { name, unit: text }: Lookable['arguments'][number],
  part: Compiled,
  { isAbsolute }: Lookable,
  ambient: number | undefined,
): Conversion {
  const unit = parseUnit(text);
  if (!sameDimension(part.dimension, unit.dimension))
    throw new AppError('ARGUMENT_UNIT', {
      name: node.name,
      need: `${name} in ${printUnit(text) || 'plain numbers'}`,
      have: inWords(part),
      at: node.at,
    });
  const moved = shiftOfArgument(unit, isAbsolute ?? false, part, ambient, node.at);
  const { factor, shift } = conversion({ ...unit, scale: 1, offset: 0 }, unit);
  return { factor, shift: shift + moved * factor };
}

function columnOf(given: Operand, length: number, { factor, shift }: Conversion): Float64Array {
  const column = new Float64Array(length);
  if (typeof given === 'number') return column.fill(given * factor + shift);
  for (let i = 0; i < length; i++) column[i] = given[i]! * factor + shift;
  return column;
}

const NONE = new Int32Array(0);

function tellPlaces(told: Record<string, Int32Array>, symbol: string, places: Int32Array): void {
  if (places.length > 0) told[symbol] = Int32Array.from([...(told[symbol] ?? []), ...places]);
}
