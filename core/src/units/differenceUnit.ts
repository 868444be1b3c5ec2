import { isPressure, isTemperature } from './dimension';
import { parseUnit, type Unit } from './parseUnit';
import { printUnit, withoutMark } from './printUnit';

/** °C as a unit of differences. */
export const asDifference = (unit: Unit): Unit => ({
  ...unit,
  text: `Δ${printUnit(unit.text)}`,
  offset: 0,
  datum: 'difference',
});

/** The unit of the difference of two readings: Δ°C of two in °C, kPa of two in kPa(g), the same of all others. */
export function unitOfDifference(text: string): string {
  const unit = parseUnit(text);
  if (isTemperature(unit.dimension)) return unit.datum === 'difference' ? unit.text : asDifference(unit).text;
  return isPressure(unit.dimension) ? withoutMark(unit.text) : text;
}
