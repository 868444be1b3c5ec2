import { AppError } from '../error/AppError';
import { sameButForAngle, sameDimension } from './dimension';
import { parseUnit, type Unit } from './parseUnit';

/**
 * Factor and shift that turn a reading in `from` into one in `to`: y = factor·x + shift.
 * A lone °C or °F carries its zero point, K and °R are counted from the absolute zero beside it. A difference stays one.
 * @throws {AppError} UNIT_MISFIT when the dimensions differ, ANGLE_OR_COUNT when only the angle does, DATUM_MISFIT
 *   between a gauge or absolute pressure and another, and between a temperature and a difference of two
 */
export function conversion(from: Unit, to: Unit): { factor: number; shift: number } {
  if (!sameDimension(from.dimension, to.dimension))
    throw new AppError(sameButForAngle(from.dimension, to.dimension) ? 'ANGLE_OR_COUNT' : 'UNIT_MISFIT', {
      from: from.text || 'a plain number',
      to: to.text || 'a plain number',
    });
  checkDatum(from, to);
  return { factor: from.scale / to.scale, shift: (from.offset - to.offset) / to.scale };
}

/**
 * Factor that turns a difference of two readings in `from` into one in `to`; where they count from does not matter.
 * @throws {AppError} UNIT_MISFIT, ANGLE_OR_COUNT
 */
export const differenceFactor = (from: Unit, to: Unit): number =>
  conversion({ ...from, offset: 0, datum: undefined }, { ...to, offset: 0, datum: undefined }).factor;

/** What says nothing of where it counts from takes part in anything but a temperature with a zero point of its own. */
function checkDatum(from: Unit, to: Unit): void {
  const differ = from.datum !== undefined && to.datum !== undefined && from.datum !== to.datum;
  const gaugeIsLost = (from.datum === 'gauge') !== (to.datum === 'gauge');
  if (differ || gaugeIsLost) throw new AppError('DATUM_MISFIT', { from: from.text, to: to.text });
}

/** One reading in another unit. @throws {AppError} UNIT_MISFIT */
export function convert(value: number, from: Unit, to: Unit): number {
  const { factor, shift } = conversion(from, to);
  return value * factor + shift;
}

/** A column of readings in another unit; the input stays as it is. @throws {AppError} UNIT_MISFIT */
export function convertColumn(values: Float64Array, from: Unit, to: Unit): Float64Array {
  const { factor, shift } = conversion(from, to);
  if (factor === 1 && shift === 0) return values;
  const out = new Float64Array(values.length);
  for (let i = 0; i < values.length; i++) out[i] = values[i]! * factor + shift;
  return out;
}

/** Whether two texts name the same unit: `L/min` and `l / min`. */
export function sameUnit(a: string, b: string): boolean {
  if (a === b) return true;
  const [p, q] = [parseUnit(a), parseUnit(b)];
  return sameDimension(p.dimension, q.dimension) && p.scale === q.scale && p.offset === q.offset && p.datum === q.datum;
}
