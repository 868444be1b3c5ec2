import { isDimensionless, parseUnit, siUnit } from '@undameter/core';
import type { CgnsNode } from './tree';

/** Units of mass, length, time, temperature and angle by their names. Source: CGNS SIDS, DimensionalUnits_t. */
const NAMES: readonly Readonly<Record<string, string>>[] = [
  { Kilogram: 'kg', Gram: 'g', PoundMass: 'lb' },
  { Meter: 'm', Centimeter: 'cm', Millimeter: 'mm', Foot: 'ft', Inch: 'in' },
  { Second: 's' },
  { Kelvin: 'K' },
  { Radian: 'rad', Degree: '°' },
];
const WORD = 32;

/** The five units that hold at a node: its own, else those of what it stands below; undefined where there are none. */
export const unitNames = (node: CgnsNode, above: string[] | undefined): string[] | undefined =>
  node.first('DimensionalUnits_t')?.words(WORD) ?? above;

export const lengthUnit = (units: string[] | undefined): string | undefined => NAMES[1]![units?.[1] ?? ''];

/** The unit of an array by its exponents; undefined where the file does not state it, or not in units known here. */
export function unitOfArray(array: CgnsNode, above: string[] | undefined): string | undefined {
  const powers = array.first('DimensionalExponents_t')?.numbers();
  const units = unitNames(array, above);
  if (!powers || !units) return undefined;
  const parts = [...powers.subarray(0, 5)].flatMap((power, k) => {
    if (power === 0) return [];
    const unit = NAMES[k]![units[k] ?? ''];
    return [unit && (power === 1 ? unit : `${unit}^${power}`)];
  });
  if (parts.some((part) => part === undefined)) return undefined;
  const unit = parseUnit(parts.join('·'));
  // What is counted in base units of the SI has a name that people know.
  return unit.scale === 1 && !isDimensionless(unit.dimension) ? siUnit(unit.dimension).text : unit.text;
}
