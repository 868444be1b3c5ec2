import { printUnit } from '../units';

/** One line of type as it is set on a figure: upright words, slanted symbols, what is raised or lowered, fractions, roots. */
export type MathLine = readonly MathPiece[];
export type MathPiece =
  | { kind: 'text'; text: string; italic?: true }
  | { kind: 'raised' | 'lowered' | 'root'; of: MathLine }
  | { kind: 'fraction'; over: MathLine; under: MathLine };

export const upright = (text: string): MathPiece => ({ kind: 'text', text });
export const italic = (text: string): MathPiece => ({ kind: 'text', text, italic: true });
export const raised = (...of: MathPiece[]): MathPiece => ({ kind: 'raised', of });
export const lowered = (...of: MathPiece[]): MathPiece => ({ kind: 'lowered', of });

const greek: Readonly<Record<string, string>> = Object.fromEntries(
  (
    'alpha α beta β gamma γ delta δ epsilon ε zeta ζ eta η theta θ kappa κ lambda λ mu μ nu ν xi ξ pi π rho ρ ' +
    'sigma σ tau τ phi φ chi χ psi ψ omega ω Gamma Γ Delta Δ Theta Θ Lambda Λ Pi Π Sigma Σ Phi Φ Psi Ψ Omega Ω'
  )
    .split(' ')
    .flatMap((word, i, all) => (i % 2 === 0 ? [[word, all[i + 1]!]] : [])),
);

/**
 * A symbol as the trade prints it: its letter slanted, what follows the first `_` or the number at its end lowered,
 * the name of a Greek letter as that letter: `rho_w`, `H0`, `p_d`. Source: ISO 80000-1, 7.1 (quantity symbols are
 * sloping, descriptive subscripts upright).
 */
export function symbolLine(symbol: string): MathLine {
  const [, base, below] = /^([^_\d]+)_?(.*)$/u.exec(symbol) ?? [];
  if (base === undefined) return [italic(symbol)];
  const letter = italic(greek[base] ?? base);
  return below ? [letter, lowered(upright(below.replaceAll('_', ',')))] : [letter];
}

const RAISED = '⁰¹²³⁴⁵⁶⁷⁸⁹⁺⁻';
const LOWERED = '₀₁₂₃₄₅₆₇₈₉₊₋';
const PLAIN = '0123456789+−';
const runs = new RegExp(`[${RAISED}]+|[${LOWERED}]+|[\\^_]\\{[^{}]*\\}|[^${RAISED}${LOWERED}^_]+|[\\^_]`, 'gu');

/** The digits of a run of raised or lowered characters, as plain ones. */
const plainDigits = (run: string, from: string): string => [...run].map((c) => PLAIN[from.indexOf(c)] ?? c).join('');

/**
 * A text that a person typed: raised and lowered digits as such, and further ones by `^{…}` and `_{…}`; all else as it
 * stands. No face has all raised characters, so they are set from plain ones.
 */
export const textLine = (text: string): MathLine =>
  (text.normalize('NFC').match(runs) ?? []).map((run): MathPiece => {
    if (RAISED.includes(run[0]!)) return raised(upright(plainDigits(run, RAISED)));
    if (LOWERED.includes(run[0]!)) return lowered(upright(plainDigits(run, LOWERED)));
    if (run.length > 2 && run[1] === '{' && run[0] === '^') return raised(upright(run.slice(2, -1)));
    if (run.length > 2 && run[1] === '{' && run[0] === '_') return lowered(upright(run.slice(2, -1)));
    return upright(run);
  });

/** A unit in one line: `kg/m³`. */
export const unitLine = (unit: string): MathLine => textLine(printUnit(unit));

/** The automatic title of an axis: `name symbol (unit)`, the symbol left out where it is the name; of several by commas. */
export function titleLine({ name, symbol, unit }: { name: string; symbol: string; unit: string }): MathLine {
  const words = textLine(name);
  const signs = symbol === '' || symbol === name ? [] : symbol.split(', ');
  const sign = signs.flatMap((one, i) => [upright(i > 0 ? ', ' : name === '' ? '' : ' '), ...symbolLine(one)]);
  const inUnit = unit === '' ? [] : [upright(' ('), ...unitLine(unit), upright(')')];
  return [...words, ...sign, ...inUnit];
}

/** What is read out and searched: the line without its layout. */
export const plainText = (line: MathLine): string =>
  line
    .map((piece) => {
      switch (piece.kind) {
        case 'text':
          return piece.text;
        case 'raised':
          return `^${plainText(piece.of)}`;
        case 'lowered':
          return `_${plainText(piece.of)}`;
        case 'root':
          return `√(${plainText(piece.of)})`;
        case 'fraction':
          return `(${plainText(piece.over)})/(${plainText(piece.under)})`;
      }
    })
    .join('');
