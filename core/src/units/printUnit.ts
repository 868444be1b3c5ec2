import {
  divideDimensions,
  isDimensionless,
  multiplyDimensions,
  raiseDimension,
  sameDimension,
  type Dimension,
} from './dimension';
import { parseUnit, type Unit } from './parseUnit';

const toSuperscript: Record<string, string> = {
  '0': '⁰',
  '1': '¹',
  '2': '²',
  '3': '³',
  '4': '⁴',
  '5': '⁵',
  '6': '⁶',
  '7': '⁷',
  '8': '⁸',
  '9': '⁹',
  '-': '⁻',
  '.': '·',
};

const superscript = (power: number): string =>
  power === 1 ? '' : [...String(power)].map((c) => toSuperscript[c] ?? c).join('');

/** A unit text as it is shown: superscripts, a middle dot, µ and °. */
export function printUnit(text: string): string {
  return text
    .trim()
    .replace(/(?:\^|\*\*)\(?([-−]?\d+)\)?/g, (_, power: string) => superscript(Number(power.replace('−', '-'))))
    .replace(/\b(m|cm|mm|in|ft|s)([23])(?!\d)/g, (_, name: string, power: string) => name + superscript(Number(power)))
    .replace(/\*/g, '·')
    .replace(/\bdeg([CFR])\b/g, '°$1')
    .replace(/\bu(m|s|A|V|F|L|g)\b/g, 'µ$1')
    .replace(/^1$|^-$/, '');
}

const baseNames = ['m', 'kg', 's', 'A', 'K', 'mol', 'cd', 'rad'] as const;

/** What an engineer would write for a dimension, tried in this order before base units. */
const customary = [
  'm',
  's',
  'kg',
  'K',
  'A',
  'N',
  'Pa',
  'J',
  'W',
  'V',
  'Ω',
  'm²',
  'm³',
  'm/s',
  'm/s²',
  'm³/s',
  'kg/m³',
  'kg/s',
  'Pa·s',
  'm²/s',
  'Pa/s',
  'K/s',
  'N/m',
  'W/K',
  'W/(m²·K)',
  'J/(kg·K)',
  'W/(m·K)',
  'J/kg',
  '1/s',
  '1/s²',
  'rad',
  'rad/s',
  'rad/s²',
].map(parseUnit);

/** The customary SI unit of a dimension, composed of base units where there is none. */
export function siUnit(dimension: Dimension): Unit {
  if (isDimensionless(dimension)) return parseUnit('');
  const known = customary.find((u) => sameDimension(u.dimension, dimension));
  if (known) return known;
  const part = (sign: 1 | -1): string =>
    dimension
      .map((e, i) => (e * sign > 0 ? baseNames[i] + superscript(Math.round(Math.abs(e) * 1000) / 1000) : ''))
      .filter(Boolean)
      .join('·');
  const above = part(1) || '1';
  const below = part(-1);
  const text = below === '' ? above : /·/.test(below) ? `${above}/(${below})` : `${above}/${below}`;
  return { text, dimension, scale: 1, offset: 0 };
}

/** A unit of pressure without the mark of what it counts from: kPa(g), bara and psi_g alike. */
export const withoutMark = (text: string): string =>
  printUnit(text).replace(/^(\p{L}*(?:Pa|bar|psi))(?:\((?:g|a)\)|_[ga]|[ga])$/u, '$1');

/** A unit as it stands in a compound, where what it counts from does not matter. */
const inCompound = (unit: Unit): string => withoutMark(unit.text).replace(/^ΔK$/, 'K');

/**
 * The unit of y per x to a power, as the trade writes it: `kPa/(L/min)²`.
 * A degree with a zero point counts as a difference, since the zero cancels.
 */
export function perPower(y: Unit, x: Unit, power: number): Unit {
  if (power === 0) return y;
  const xText = inCompound(x);
  const yText = inCompound(y) || '1';
  const wrapped = /[/·]/.test(xText) ? `(${xText})` : xText;
  return {
    text: xText === '' ? inCompound(y) : `${yText}/${wrapped}${superscript(power)}`,
    dimension: divideDimensions(y.dimension, raiseDimension(x.dimension, power)),
    scale: y.scale / x.scale ** power,
    offset: 0,
  };
}

/** The unit of a product: `W·s`, `(L/min)·s`. */
export function multiplyUnits(a: Unit, b: Unit): Unit {
  const wrapped = (u: Unit): string => (/\//.test(u.text) ? `(${inCompound(u)})` : inCompound(u));
  return {
    text: [wrapped(a), wrapped(b)].filter(Boolean).join('·'),
    dimension: multiplyDimensions(a.dimension, b.dimension),
    scale: a.scale * b.scale,
    offset: 0,
  };
}
