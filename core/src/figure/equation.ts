import { parseFormula, type Node } from '../formula';
import { formatGrouped, formatValue } from '../number';
import { printUnit } from '../units';
import { lowered, raised, symbolLine, textLine, upright, type MathLine } from './mathLine';

/** What of an equation is shown. */
export interface EquationLook {
  units: boolean;
  uncertainty: boolean;
  rSquared: boolean;
  residual: boolean;
}

/** A fitted curve as its equation needs it. */
export interface EquationTerms {
  x: string;
  y: { symbol: string; unit: string };
  /** The right-hand side as a formula is typed, in `x` and the parameters. */
  expression: string;
  /** `half` is half the width of the 95 % interval; absent for what was fixed or is not known. */
  parameters: readonly { symbol: string; value: number; half: number | null; unit: string }[];
  rSquared: number | null;
  residualStandardDeviation: number | null;
}

/** A part of an equation, and what has to be known of it to put it beside another. */
interface Part {
  line: MathLine;
  /** How tightly it holds together: a sum, a product, a power, a single thing. */
  holds: 1 | 2 | 3 | 4;
  /** A minus that belongs in front of the whole of it, and is not in the line. */
  isNegative: boolean;
  /** Of a sum: its terms, each with its sign. */
  terms?: MathLine[];
}

/** An equation as type. */
export interface Equation {
  /** Side by side they are the equation; it may be broken before each but the first. */
  terms: MathLine[];
  /** What is said of how well it fits, below it; empty where nothing is. */
  below: MathLine;
}

const THIN = ' ';

/**
 * The equation of a fitted curve, with the numbers of its parameters rounded by their ±, as type: its terms, and what is
 * wanted of how well it fits.
 * @throws {AppError} FORMULA_SYNTAX when the expression is none
 * Sources: rounding by the ± as GUM (JCGM 100:2008), 7.2.6; setting as ISO 80000-1, clause 7.
 */
export function equationOf(of: EquationTerms, look: EquationLook): Equation {
  const right = set(parseFormula(of.expression), of, look);
  const [first, ...others] = right.terms && !right.isNegative ? right.terms : [signed(right)];
  const said: MathLine[] = [];
  if (look.rSquared && of.rSquared !== null)
    said.push([...symbolLine('R'), raised(upright('2')), upright(` = ${roundedDown(of.rSquared)}`)]);
  if (look.residual && of.residualStandardDeviation !== null)
    said.push([
      ...symbolLine('s'),
      upright(` = ${formatValue(of.residualStandardDeviation, 2)}`),
      ...withSpace(look.units ? unitOf(of.y.unit) : []),
    ]);
  return {
    terms: [[...symbolLine(of.y.symbol), upright(' = '), ...first!], ...others],
    below: said.flatMap((part, i) => (i > 0 ? [upright(', '), ...part] : part)),
  };
}

/** Two digits of what is missing to 1; it never rounds up to 1, which would claim more than the points do. */
function roundedDown(rSquared: number): string {
  if (rSquared >= 1) return '1';
  const digits = Math.min(8, Math.max(3, 1 - Math.floor(Math.log10(1 - rSquared))));
  const text = formatGrouped(rSquared, digits, false);
  return Number(text) < 1 ? text : formatGrouped(1 - 10 ** -digits, digits, false);
}

const signed = ({ line, isNegative }: Part): MathLine => (isNegative ? [upright('−'), ...line] : line);
const inBrackets = (line: MathLine): MathLine => [upright('('), ...line, upright(')')];
const withSpace = (line: MathLine): MathLine => (line.length > 0 ? [upright(THIN), ...line] : []);
const whole = (line: MathLine, isNegative = false): Part => ({ line, holds: 4, isNegative });

/** As an operand that must hold together at least so tightly. */
const held = (part: Part, least: number): MathLine =>
  part.isNegative || part.holds < least ? inBrackets(signed(part)) : part.line;

function set(node: Node, terms: EquationTerms, look: EquationLook): Part {
  const of = (inner: Node): Part => set(inner, terms, look);
  switch (node.type) {
    case 'number':
      return numberPart(node.value, null, node.unit, { ...look, units: true });
    case 'wordIs':
      return whole([upright(`${node.name} ${node.isNot ? '≠' : '='} "${node.word}"`)]);
    case 'symbol':
      return symbolPart(node.name, terms, look);
    case 'negate': {
      const inner = of(node.operand);
      return inner.holds === 1
        ? { line: inBrackets(signed(inner)), holds: 2, isNegative: true }
        : { ...inner, isNegative: !inner.isNegative };
    }
    case 'binary':
      return binaryPart(node, of);
    case 'call':
      return callPart(node.name, node.arguments.map(of));
    case 'not':
      return whole([upright('not '), ...held(of(node.operand), 4)]);
    case 'whole':
      return whole([upright(`${node.value} of `), ...held(of(node.operand), 4)]);
  }
}

function symbolPart(name: string, terms: EquationTerms, look: EquationLook): Part {
  const found = terms.parameters.find((p) => p.symbol === name);
  if (found) return numberPart(found.value, found.half, found.unit, look);
  return whole(name === 'pi' ? [upright('π')] : symbolLine(name === 'x' ? terms.x : name));
}

/** A number rounded by its ±, with as much of ± and unit as is wanted. */
function numberPart(value: number, half: number | null, unit: string, { units, uncertainty }: EquationLook): Part {
  const { digits, exponent } = placesOf(Math.abs(value), half);
  const scaled = (v: number): string => formatGrouped(v / 10 ** exponent, digits);
  const number =
    half !== null && half > 0 && Number.isFinite(half) && uncertainty
      ? `(${scaled(Math.abs(value))} ± ${scaled(half)})`
      : trimmed(scaled(Math.abs(value)), half);
  const power = exponent === 0 ? [] : [upright('·10'), raised(upright(formatGrouped(exponent, 0)))];
  const line = [upright(number), ...power, ...withSpace(units ? unitOf(unit) : [])];
  return { line, holds: exponent === 0 && !units ? 4 : 2, isNegative: value < 0 };
}

/** What no ± rounds is written to four digits, without zeros that say nothing. */
const trimmed = (text: string, half: number | null): string =>
  half === null && text.includes('.') ? text.replace(/\.?0+$/, '') : text;

function placesOf(size: number, half: number | null): { digits: number; exponent: number } {
  const known = half !== null && half > 0 && Number.isFinite(half);
  const largest = Math.max(size, known ? half : 0);
  if (largest === 0) return { digits: 0, exponent: 0 };
  const decade = Math.floor(Math.log10(largest));
  const exponent = decade < -2 || decade > 4 ? decade : 0;
  // The place of the second digit of the ±, of the fourth of the number where there is none.
  const last = known ? Math.floor(Math.log10(Number(half.toPrecision(2)))) - 1 : decade - 3;
  return { digits: Math.min(12, Math.max(0, exponent - last)), exponent };
}

/** A unit, with a fraction where it divides. */
function unitOf(unit: string): MathLine {
  const text = printUnit(unit);
  const at = dividedAt(text);
  if (at < 0) return textLine(text);
  const under = text.slice(at + 1);
  const bare = /^\([^()]*\)$/.test(under) ? under.slice(1, -1) : under;
  return [{ kind: 'fraction', over: textLine(text.slice(0, at) || '1'), under: textLine(bare) }];
}

/** Where a unit has its one division outside of brackets; −1 where it has none or several. */
function dividedAt(text: string): number {
  let depth = 0;
  const found: number[] = [];
  [...text].forEach((c, i) => {
    if (c === '(') depth++;
    else if (c === ')') depth--;
    else if (c === '/' && depth === 0) found.push(i);
  });
  return found.length === 1 ? found[0]! : -1;
}

const words: Readonly<Record<string, string>> = { '<=': '≤', '>=': '≥', '<>': '≠' };

function binaryPart(node: Node & { type: 'binary' }, of: (inner: Node) => Part): Part {
  const [left, right] = [of(node.left), of(node.right)];
  switch (node.operator) {
    case '+':
    case '-': {
      const isMinus = (node.operator === '-') !== right.isNegative;
      const term = right.holds === 1 && (isMinus || right.isNegative) ? inBrackets(right.line) : right.line;
      const last = [upright(isMinus ? ' − ' : ' + '), ...term];
      const before = left.terms && !left.isNegative ? left.terms : [signed(left)];
      return { line: [...signed(left), ...last], holds: 1, isNegative: false, terms: [...before, last] };
    }
    case '*': {
      const [a, b] = [left, right].map((p) => held({ ...p, isNegative: false }, 2)) as [MathLine, MathLine];
      const line = [...a, upright(startsWithDigit(b) ? '·' : THIN), ...b];
      return { line, holds: 2, isNegative: left.isNegative !== right.isNegative };
    }
    case '/': {
      const [over, under] = [left.line, right.line];
      return { line: [{ kind: 'fraction', over, under }], holds: 3, isNegative: left.isNegative !== right.isNegative };
    }
    case '^':
      if (node.right.type === 'number' && node.right.value === 1) return left;
      return { line: [...held(left, 4), raised(...signed(right))], holds: 3, isNegative: false };
    default: {
      const sign = words[node.operator] ?? node.operator;
      return { line: [...signed(left), upright(` ${sign} `), ...signed(right)], holds: 1, isNegative: false };
    }
  }
}

const startsWithDigit = ([first]: MathLine): boolean => first?.kind === 'text' && /^\(?\d/.test(first.text);

function callPart(name: string, given: Part[]): Part {
  const lines = given.map(signed);
  if (name === 'sqrt') return whole([{ kind: 'root', of: lines[0]! }]);
  if (name === 'abs') return whole([upright('|'), ...lines[0]!, upright('|')]);
  const inside = lines.flatMap((line, i) => (i > 0 ? [upright(', '), ...line] : line));
  const title = name === 'log10' ? [upright('log'), lowered(upright('10'))] : [upright(name)];
  return { line: [...title, ...inBrackets(inside)], holds: 3, isNegative: false };
}
