import { AppError } from '../../error/AppError';
import { formatValue } from '../../number/formatNumber';
import { parseUnit, printUnit, sameDimension } from '../../units';
import { interpolatorOf } from '../interpolatorOf';
import { isInTwo, type PropertyTable } from '../PropertyTable';
import { surfaceOf } from '../surface';
import { oddKnot } from './oddKnot';

/** Something about a table that a person should look at. */
export interface TableDoubt {
  kind: 'unit' | 'gap' | 'hole' | 'typingError' | 'order';
  /** Place of the knot: of a gap in the arguments, else in the values; null when it is about the whole table. */
  knot: number | null;
  sentence: string;
}

/** A step so many times its neighbours' is a gap. */
const GAP = 6;

/**
 * What stands out in a table: a unit that does not fit the quantity, a gap, one value that breaks
 * the smoothness of its neighbours. Common practice; no source needed.
 * @param table  knots in rising order
 */
export const judgeTable = (table: PropertyTable): TableDoubt[] => [
  ...misfitUnit(table.name, table.yUnit),
  ...misfitUnit(table.xName, table.xUnit),
  ...(table.second ? misfitUnit(table.second.name, table.second.unit) : []),
  ...(table.second?.isScattered ? [] : gaps(table.x, table.second ? ` of ${table.xName}` : '')),
  ...(table.second && !table.second.isScattered ? gaps(table.second.w, ` of ${table.second.name}`) : []),
  ...holes(table),
  ...typingError(table),
];

/** Quantities by the words of the trade, each with a unit that measures it. */
const quantities: readonly (readonly [RegExp, string])[] = [
  [/kinematic viscosity/i, 'm^2/s'],
  [/viscosity/i, 'Pa s'],
  [/density/i, 'kg/m^3'],
  [/temperature/i, 'K'],
  [/pressure/i, 'Pa'],
  [/heat capacity/i, 'J/(kg K)'],
  [/thermal conductivity/i, 'W/(m K)'],
  [/enthalpy/i, 'J/kg'],
  [/surface tension/i, 'N/m'],
  [/resistance/i, 'ohm'],
  [/voltage/i, 'V'],
  [/torque/i, 'N m'],
  [/power/i, 'W'],
];

function misfitUnit(name: string, unit: string): TableDoubt[] {
  const [, usual] = quantities.find(([word]) => word.test(name)) ?? [];
  if (!usual || sameDimension(parseUnit(usual).dimension, parseUnit(unit).dimension)) return [];
  const given = unit ? printUnit(unit) : 'a plain number';
  return [
    {
      kind: 'unit',
      knot: null,
      sentence: `"${name}" is in ${given}; it is usually measured in ${printUnit(usual)} or the like. Check the unit.`,
    },
  ];
}

function gaps(x: readonly number[], ofWhich: string): TableDoubt[] {
  const steps = Float64Array.from({ length: x.length - 1 }, (_, k) => x[k + 1]! - x[k]!);
  return [...steps].flatMap((step, k) => {
    const beside = [steps[k - 1], steps[k + 1]].filter((s) => s !== undefined);
    return beside.length > 0 && beside.every((s) => step > GAP * s)
      ? [
          {
            kind: 'gap',
            knot: ofWhich ? null : k,
            sentence: `No knot${ofWhich} between ${formatValue(x[k]!)} and ${formatValue(x[k + 1]!)}, where the others are ${formatValue(Math.max(...beside))} apart. What is looked up there rests on two knots far off.`,
          },
        ]
      : [];
  });
}

const MOST_NAMED = 4;

/** A grid that has no value in some places. */
function holes(table: PropertyTable): TableDoubt[] {
  const empty = table.y.flatMap((v, knot) => (v === null ? [placeInWords(table, knot)] : []));
  if (empty.length === 0) return [];
  const more = empty.length > MOST_NAMED ? ` and ${empty.length - MOST_NAMED} more` : '';
  return [
    {
      kind: 'hole',
      knot: null,
      sentence: `No value at (${empty.slice(0, MOST_NAMED).join('), (')})${more}. What is looked up between such a hole and its neighbours is missing.`,
    },
  ];
}

const placeInWords = (table: PropertyTable, knot: number): string =>
  argumentsAt(table, knot)
    .map((v) => formatValue(v))
    .join(', ');

function typingError(table: PropertyTable): TableDoubt[] {
  const found = oddKnot(table);
  if (!found) return [];
  const { knot, expected } = found;
  const at = placeInWords(table, knot);
  return [
    {
      kind: 'typingError',
      knot,
      sentence: `${formatValue(table.y[knot]!)} at ${at} breaks the smoothness of its neighbours, which point to about ${formatValue(expected, 4)}. A typing error?`,
    },
  ];
}

/** The arguments of a value by its place. */
export function argumentsAt({ x, second }: PropertyTable, knot: number): number[] {
  if (!second) return [x[knot]!];
  const m = second.w.length;
  return second.isScattered ? [x[knot]!, second.w[knot]!] : [x[Math.floor(knot / m)]!, second.w[knot % m]!];
}

/** A table that can be interpolated at all. @throws {AppError} TABLE_SCALE, TABLE_METHOD_UNKNOWN, TABLE_POINTS_IN_LINE */
export function checkTable(table: PropertyTable, known: readonly string[]): void {
  for (const method of [table.method, table.second?.method])
    if (method !== undefined && !known.includes(method)) throw new AppError('TABLE_METHOD_UNKNOWN', { method });
  if (isInTwo(table)) surfaceOf(table);
  else interpolatorOf(table);
}
