import { isMissingMark, type OwnMarks } from './missingMarks';
import { numberIn } from './numberIn';

/** What a cell is: a number, a mark for a missing value, or something else. */
export type Cell = number | 'missing' | 'notNumber';

const NO_MARKS: OwnMarks = { numbers: new Set(), words: new Set() };

/** Reads one cell with the decimal sign of the file. */
export function readNumber(cell: string, decimal: '.' | ',', own: OwnMarks = NO_MARKS): Cell {
  const value = numberIn(cell, decimal);
  if (value !== undefined) return own.numbers.has(value) ? 'missing' : value;
  return isMissingMark(cell) || own.words.has(cell.toLowerCase()) ? 'missing' : 'notNumber';
}
