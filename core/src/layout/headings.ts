import { AppError } from '../error/AppError';
import { isSymbol } from '../sample';
import { parseUnit, printUnit } from '../units';

/** Name and unit of a heading such as `p_in [kPa]`, `T (°C)` or `Flow / L/min`. */
export function splitHeading(heading: string): { name: string; unit: string | undefined } {
  const match =
    /^(.*?)\s*\[([^\]]*)\]\s*$/.exec(heading) ??
    /^(.*?)\s*\(([^()]*(?:\([^()]*\)[^()]*)*)\)\s*$/.exec(heading) ??
    /^(.*?)\s+\/\s+(\S.*)$/.exec(heading) ??
    /^(.*?)\s+in\s+(\S+)$/.exec(heading);
  if (!match || match[1] === '' || !isUnit(match[2]!)) return { name: heading, unit: undefined };
  return { name: match[1]!, unit: printUnit(match[2]!) };
}

/** Whether a text reads as a unit (an empty one does: a plain number). */
export function isUnit(text: string): boolean {
  try {
    parseUnit(text);
    return true;
  } catch (error) {
    if (error instanceof AppError) return false;
    throw error;
  }
}

/** The unit in a cell of a units row, freed of brackets. */
export const unitCell = (cell: string): string => cell.replace(/^\s*[[(<](.*)[\])>]\s*$/, '$1').trim();

/** Letters that the trade gives to quantities (ISO 80000); qualifying words follow as an index. */
const tradeSymbols: readonly [RegExp, string][] = [
  [/\b(elapsed time|time)\b/i, 't'],
  [/\b(shaft |rotational )?speed\b/i, 'n'],
  [/\b(flow ?rate|flow|discharge rate)\b/i, 'Q'],
  [/\bpressure\b/i, 'p'],
  [/\btemperature\b/i, 'T'],
  [/\b(shaft )?torque\b/i, 'M'],
  [/\bhead\b/i, 'H'],
  [/\bpower\b/i, 'P'],
  [/\bforce\b/i, 'F'],
  [/\bvoltage\b/i, 'U'],
  [/\bcurrent\b/i, 'I'],
];

/** `Discharge pressure` to p_d, `Bearing 2 temperature` to T_b2; undefined for other names. */
function tradeSymbol(name: string): string | undefined {
  const [pattern, letter] = tradeSymbols.find(([p]) => p.test(name)) ?? [];
  if (!pattern) return undefined;
  // A name that says its symbol already: `Flow Q`.
  const rest = (name.replace(pattern, ' ').match(/\p{L}+|\p{N}+/gu) ?? []).filter((word) => word !== letter);
  const index = rest
    .slice(0, 3)
    .map((word) => (/\p{N}/u.test(word) ? word : word[0]!.toLowerCase()))
    .join('');
  return index === '' ? letter : `${letter}_${index}`;
}

/** An identifier made from a name, unlike those taken. */
export function proposeSymbol(name: string, column: number, taken: ReadonlySet<string>): string {
  const words = name
    .normalize('NFKC')
    .replace(/[^\p{L}\p{N}]+/gu, '_')
    .replace(/^[_\d]+|_+$/g, '')
    .slice(0, 30);
  const base = tradeSymbol(name) ?? (isSymbol(words) ? words : `c${column + 1}`);
  let symbol = base;
  for (let n = 2; taken.has(symbol); n++) symbol = `${base}_${n}`;
  return symbol;
}
