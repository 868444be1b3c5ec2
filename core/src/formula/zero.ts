import { AppError } from '../error/AppError';
import { asDifference, isPressure, isTemperature, printUnit, type Datum, type Dimension, type Unit } from '../units';

/**
 * From where a temperature or a pressure counts: how many absolute zeros, and how many ambient pressures, stand in it.
 * 20 °C holds one absolute zero, a difference none, half of a temperature half of one; the weights add up through a
 * formula as those of points and vectors do. NaN where it is not known: K and kPa say nothing of it.
 */
export interface Zero {
  absolute: number;
  gauge: number;
}

/** Whether it matters from where a quantity of this dimension counts. */
export const countsFromZero = (dimension: Dimension): boolean => isTemperature(dimension) || isPressure(dimension);

export const unknownZero: Zero = { absolute: NaN, gauge: NaN };
const weights: Readonly<Record<Datum, Zero>> = {
  absolute: { absolute: 1, gauge: 0 },
  gauge: { absolute: 0, gauge: 1 },
  difference: { absolute: 0, gauge: 0 },
};

export const zeroOfDatum = (datum: Datum | undefined): Zero => (datum ? weights[datum] : unknownZero);

const isNear = (a: number, b: number): boolean => Math.abs(a - b) < 1e-9;
const isKnown = ({ absolute }: Zero): boolean => absolute === absolute;

/** What a known zero amounts to; `none` where it is no reading: the sum of two temperatures, a temperature doubled. */
export function datumOf({ absolute, gauge }: Zero): Datum | 'none' | undefined {
  if (!isKnown({ absolute, gauge })) return undefined;
  if (isNear(absolute, 1)) return 'absolute';
  if (!isNear(absolute, 0)) return 'none';
  return isNear(gauge, 0) ? 'difference' : isNear(gauge, 1) ? 'gauge' : 'none';
}

export const isDifference = (zero: Zero): boolean => datumOf(zero) === 'difference';

export function addZeros(left: Zero, right: Zero, sign: 1 | -1): Zero {
  if (isKnown(left) && isKnown(right))
    return { absolute: left.absolute + sign * right.absolute, gauge: left.gauge + sign * right.gauge };
  // 20 °C and 5 K, added: nobody adds two temperatures, so the 5 K are a difference. Subtracted they may be either.
  const known = isKnown(left) ? left : right;
  return sign === 1 && datumOf(known) === 'absolute' ? known : unknownZero;
}

/** Times a plain number; one that is not the same for all samples leaves only a difference what it is. */
export const scaleZero = (zero: Zero, factor: number | undefined): Zero =>
  isDifference(zero)
    ? zero
    : factor === undefined
      ? unknownZero
      : { absolute: zero.absolute * factor, gauge: zero.gauge * factor };

/** Of two that are compared or chosen from. @throws {AppError} DATUM_MIXED */
export function commonZero(left: Zero, right: Zero, operation: string, at: number): Zero {
  const [a, b] = [datumOf(left), datumOf(right)];
  if (a && b && a !== b) throw new AppError('DATUM_MIXED', { operation, left: inWords(a), right: inWords(b), at });
  return a ? left : right;
}

const inWords = (datum: Datum | 'none'): string =>
  ({
    absolute: 'a temperature or absolute pressure',
    gauge: 'a gauge pressure',
    difference: 'a difference',
    none: 'neither a reading nor a difference',
  })[datum];

/** What is to be added to a quantity in base units to count from another zero. @throws {AppError} AMBIENT_UNKNOWN, DATUM_ASKED, DATUM_MIXED */
function shiftTo(wanted: Datum, { zero, dimension }: Quantity, ambient: number | undefined, place: Conversion): number {
  const have = datumOf(zero);
  if (have === wanted) return 0;
  if (isPressure(dimension) && have && have !== 'none' && have !== 'difference' && wanted !== 'difference') {
    if (ambient === undefined) throw new AppError('AMBIENT_UNKNOWN', { at: place.at });
    return wanted === 'absolute' ? ambient : -ambient;
  }
  if (have === undefined) throw new AppError('DATUM_ASKED', { ...place });
  throw new AppError('DATUM_MIXED', {
    operation: `asked for in ${place.unit}`,
    left: inWords(have),
    right: inWords(wanted),
    at: place.at,
  });
}

interface Quantity {
  dimension: Dimension;
  zero: Zero;
}

interface Conversion {
  unit: string;
  at: number;
}

/** How a quantity is shown: in which unit, and by how much it is moved in base units for it. */
export interface Shown {
  unit: Unit;
  shift: number;
  datum: Datum | undefined;
}

/**
 * A result in the unit that is wanted for it. What counts from a zero of its own is converted to it; a difference is
 * shown as one, also where a °C was asked for.
 * @throws {AppError} TEMPERATURE_SUM, DATUM_ASKED, DATUM_MIXED, AMBIENT_UNKNOWN
 */
export function shownIn(unit: Unit, quantity: Quantity, ambient: number | undefined, at: number): Shown {
  const { dimension, zero } = quantity;
  if (!countsFromZero(dimension)) return { unit, shift: 0, datum: undefined };
  const have = datumOf(zero);
  if (isTemperature(dimension) && have === 'none') throw new AppError('TEMPERATURE_SUM', { at, zeros: zero.absolute });
  const known = have === 'none' ? undefined : have;
  if (known === 'difference' && unit.datum === 'absolute' && isTemperature(dimension))
    return { unit: asDifference(unit), shift: 0, datum: known };
  if (known === 'gauge' && unit.datum === undefined) return { unit: asGauge(unit), shift: 0, datum: known };
  if (unit.datum === undefined || (unit.datum === 'difference' && known === undefined))
    return { unit, shift: 0, datum: unit.datum ?? known };
  return { unit, shift: shiftTo(unit.datum, quantity, ambient, { unit: printUnit(unit.text), at }), datum: unit.datum };
}

/** A pressure with its (g), where that can be written; a channel in N/m² says it by its making alone. */
function asGauge(unit: Unit): Unit {
  const text = `${printUnit(unit.text)}(g)`;
  return hasGauge(unit.text) ? { ...unit, text, datum: 'gauge' } : unit;
}

const hasGauge = (text: string): boolean => /^\p{L}*(?:Pa|bar|psi)$/u.test(text);

/**
 * By how much an argument is moved in base units to be what is asked for: of a formulation the absolute temperature or
 * pressure, of a table what its unit says. @throws {AppError} DATUM_MIXED, AMBIENT_UNKNOWN
 */
export function shiftOfArgument(
  unit: Unit,
  isAbsolute: boolean,
  quantity: Quantity,
  ambient: number | undefined,
  at: number,
): number {
  const { dimension, zero } = quantity;
  if (!countsFromZero(dimension)) return 0;
  const wanted = isAbsolute ? 'absolute' : unit.datum;
  if (datumOf(zero) === undefined) return 0;
  if (wanted) return shiftTo(wanted, quantity, ambient, { unit: printUnit(unit.text), at });
  if (datumOf(zero) === 'gauge')
    throw new AppError('DATUM_MIXED', {
      operation: `looked up in ${printUnit(unit.text)}`,
      left: inWords('gauge'),
      right: 'another pressure',
      at,
    });
  return 0;
}
