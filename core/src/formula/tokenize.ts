import { AppError } from '../error/AppError';

export interface Token {
  type: 'number' | 'name' | 'word' | 'unit' | 'operator' | 'end';
  text: string;
  at: number;
}

/** Longer formulas are refused; a channel's formula is a line, not a program. */
const LONGEST = 2000;

const patterns: readonly [Token['type'], RegExp][] = [
  ['number', /^(?:\d+(?:\.\d*)?|\.\d+)(?:[eE][-+]?\d+)?/],
  ['name', /^\p{L}[\p{L}\p{N}_]*/u],
  ['word', /^"[^"\n]*"/],
  ['unit', /^\[[^\]\n]*\]/],
  ['operator', /^(?:<=|>=|<>|==|[-+*/^(),−·×<>=≤≥≠])/],
];
const sameAs = new Map([
  ['−', '-'],
  ['·', '*'],
  ['×', '*'],
  ['≤', '<='],
  ['≥', '>='],
  ['≠', '<>'],
  ['==', '='],
]);

/** @throws {AppError} FORMULA_SYNTAX, FORMULA_TOO_LONG */
export function tokenize(text: string): Token[] {
  if (text.length > LONGEST) throw new AppError('FORMULA_TOO_LONG', { length: text.length, limit: LONGEST });
  const tokens: Token[] = [];
  let at = 0;
  while (at < text.length) {
    const space = /^\s+/.exec(text.slice(at));
    if (space) {
      at += space[0].length;
      continue;
    }
    const rest = text.slice(at);
    const hit = patterns.map(([type, re]) => ({ type, match: re.exec(rest) })).find((p) => p.match);
    if (!hit)
      throw new AppError('FORMULA_SYNTAX', {
        at,
        found: `"${[...rest][0]}"`,
        expected: 'a number, a symbol or an operator',
      });
    const found = hit.match![0];
    tokens.push({ type: hit.type, text: sameAs.get(found) ?? found, at });
    at += found.length;
  }
  tokens.push({ type: 'end', text: '', at: text.length });
  return tokens;
}
