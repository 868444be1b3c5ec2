import { AppError } from '../error/AppError';
import { comparisons, wholeValues, type BinaryOperator, type Node, type WholeValue } from './Node';
import { tokenize, type Token } from './tokenize';

const COMPARISON = 3;
/** How tightly the operators bind, from `or` to `*`. */
const strength: Readonly<Record<string, number>> = {
  or: 1,
  and: 2,
  ...Object.fromEntries(comparisons.map((c) => [c, COMPARISON])),
  '+': 4,
  '-': 4,
  '*': 5,
  '/': 5,
};
const isOperator = ({ type, text }: Token): boolean => type === 'operator' || text === 'and' || text === 'or';
const isWhole = (text: string): text is WholeValue => (wholeValues as readonly string[]).includes(text);
const DEEPEST = 100;

/**
 * Reads a formula in ordinary arithmetic: `(p_d - p_s) / (rho_w(T_w) * 9.81 [m/s^2])`.
 * A unit in square brackets belongs to the number before it. `^` binds strongest and
 * to the right; a minus in front binds weaker than `^`, so -x^2 is -(x^2). Comparisons (`<`,
 * `<=`, `=`, `<>`, `>=`, `>`) are joined by `and`, `or`, `not`; `if(n > 2000 [rpm], a, b)` chooses.
 * `if(zone = "hub", a, b)` asks for a word. `mean of x`, and `first`, `last`, `lowest`, `highest`, give one value for the whole channel.
 * @throws {AppError} FORMULA_SYNTAX, FORMULA_TOO_LONG
 */
export function parseFormula(text: string): Node {
  return new FormulaReader(tokenize(text)).whole();
}

class FormulaReader {
  private index = 0;
  private depth = 0;

  constructor(private readonly tokens: Token[]) {}

  whole(): Node {
    const node = this.sum(1);
    if (this.next().type !== 'end') this.fail('an operator or the end');
    return node;
  }

  private sum(least: number): Node {
    if (++this.depth > DEEPEST) throw new AppError('FORMULA_TOO_LONG', { length: this.tokens.at(-1)!.at, limit: 2000 });
    let left = this.signed();
    for (;;) {
      const { text, at } = this.next();
      const binding = isOperator(this.next()) ? (strength[text] ?? 0) : 0;
      if (binding < least || binding === 0) break;
      this.index++;
      left = { type: 'binary', operator: text as BinaryOperator, left, right: this.sum(binding + 1), at };
    }
    this.depth--;
    return left;
  }

  private signed(): Node {
    const token = this.next();
    if (this.takes('-')) {
      if (++this.depth > DEEPEST) this.fail('fewer signs');
      const operand = this.signed();
      this.depth--;
      return { type: 'negate', operand, at: token.at };
    }
    if (token.type === 'name' && token.text === 'not') {
      this.index++;
      return { type: 'not', operand: this.sum(COMPARISON), at: token.at };
    }
    this.takes('+');
    return this.power();
  }

  private power(): Node {
    const base = this.atom();
    const { at } = this.next();
    return this.takes('^') ? { type: 'binary', operator: '^', left: base, right: this.signed(), at } : base;
  }

  private atom(): Node {
    const token = this.next();
    if (token.type === 'number') {
      this.index++;
      const unit = this.next();
      if (unit.type !== 'unit') return { type: 'number', value: Number(token.text), unit: '', at: token.at };
      this.index++;
      return { type: 'number', value: Number(token.text), unit: unit.text.slice(1, -1), at: token.at };
    }
    if (token.type === 'name') {
      this.index++;
      if (isWhole(token.text) && this.next().text === 'of') {
        this.index++;
        return { type: 'whole', value: token.text, operand: this.atom(), at: token.at };
      }
      const asked = this.wordAsked(token);
      if (asked) return asked;
      return this.takes('(') ? this.call(token) : { type: 'symbol', name: token.text, at: token.at };
    }
    if (this.takes('(')) {
      const inside = this.sum(1);
      this.expect(')');
      return inside;
    }
    return this.fail('a number, a symbol or an opening bracket');
  }

  /** `zone = "hub"` or `zone <> "hub"`, after the name of the channel. */
  private wordAsked({ text: name, at }: Token): Node | undefined {
    const word = this.tokens[this.index + 1];
    const { text: operator } = this.next();
    if (word?.type !== 'word' || (operator !== '=' && operator !== '<>')) return undefined;
    this.index += 2;
    return { type: 'wordIs', name, word: word.text.slice(1, -1), isNot: operator === '<>', at };
  }

  private call(name: Token): Node {
    const given: Node[] = [];
    do given.push(this.sum(1));
    while (this.takes(','));
    this.expect(')');
    return { type: 'call', name: name.text, arguments: given, at: name.at };
  }

  private next(): Token {
    return this.tokens[this.index]!;
  }

  private takes(operator: string): boolean {
    const token = this.next();
    if (token.type !== 'operator' || token.text !== operator) return false;
    this.index++;
    return true;
  }

  private expect(operator: string): void {
    if (!this.takes(operator)) this.fail(`"${operator}"`);
  }

  private fail(expected: string): never {
    const token = this.next();
    const found =
      token.type === 'end'
        ? 'the end of the formula'
        : token.type === 'word'
          ? `the word ${token.text}`
          : `"${token.text}"`;
    throw new AppError('FORMULA_SYNTAX', { at: token.at, found, expected });
  }
}
