import { symbolLine, textLine, type MathLine } from '@undameter/core';

/** A stretch of text that is set in one way. */
export interface Run {
  text: string;
  bold?: true;
  italic?: true;
  shift?: 'raised' | 'lowered';
}

/** A symbol with what is set below it, as `p_d`; no part of a file's name. */
const symbols = /(?<![\w./-])([A-Za-z]{1,8}_[A-Za-z0-9]{1,8})(?![\w/-]|\.\w)/g;

/**
 * A text of ours, such as a heading with a unit, as runs: no face has all raised characters, so they are set from plain
 * ones, and symbols as the trade prints them.
 */
export const runsOf = (text: string): Run[] =>
  text.split(symbols).flatMap((part, i) => runsOfLine(i % 2 === 1 ? symbolLine(part) : textLine(part)));

const runsOfLine = (line: MathLine, shift?: Run['shift']): Run[] =>
  line.flatMap((piece): Run[] => {
    if (piece.kind === 'text')
      return [{ text: piece.text, ...(piece.italic ? { italic: true as const } : {}), ...(shift ? { shift } : {}) }];
    if (piece.kind === 'raised' || piece.kind === 'lowered') return runsOfLine(piece.of, piece.kind);
    return [];
  });

export const plainText = (runs: readonly Run[]): string => runs.map((r) => r.text).join('');
