import { AppError } from '../error/AppError';
import { sameDimension } from './dimension';
import { parseUnit, type Unit } from './parseUnit';

/**
 * Factor and shift that turn a reading in `from` into one in `to`: y = factor·x + shift.
 * A lone °C or °F carries its zero point; K, °R and differences have none.
 * @throws {AppError} UNIT_MISFIT when the dimensions differ
 */
export function conversion(from: Unit, to: Unit): { factor: number; shift: number } {
  if (!sameDimension(from.dimension, to.dimension))
    throw new AppError('UNIT_MISFIT', { from: from.text || 'a plain number', to: to.text || 'a plain number' });
  return { factor: from.scale / to.scale, shift: (from.offset - to.offset) / to.scale };
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
  return sameDimension(p.dimension, q.dimension) && p.scale === q.scale && p.offset === q.offset;
}
