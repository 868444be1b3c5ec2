import { isMissingMark } from './missingMarks';

/** What a cell is: a number, a mark for a missing value, or something else. */
export type Cell = number | 'missing' | 'notNumber';

const PLAIN = /^[-+]?(?:\d+\.?\d*|\.\d+)(?:[eEdD][-+]?\d+)?$/;

const GROUPED = /^[-+]?\d{1,3}(?:[ \u00a0\u202f]\d{3})+(?:\.\d*)?$/;

/**
 * Reads one cell with the decimal sign of the file. Groups of digits may be set apart by
 * blanks, or by the other sign where that cannot be misread (1.234,5).
 */
export function readNumber(cell: string, decimal: '.' | ','): Cell {
  let text = cell;
  if (decimal === ',') text = text.replace(/\.(?=\d{3}(?:\D|$))/g, '').replace(',', '.');
  else if (/^[-+]?\d{1,3}(?:,\d{3})+(?:\.\d*)?$/.test(text)) text = text.replace(/,/g, '');
  if (PLAIN.test(text)) return Number(text.replace(/[dD]/, 'e'));
  if (isMissingMark(cell)) return 'missing';
  const usual = text.replace('−', '-').trim();
  // Blanks set digits apart in threes; "5 1" is no 51.
  const compact = GROUPED.test(usual) ? usual.replace(/[ \u00a0\u202f]/g, '') : usual;
  return compact !== text && PLAIN.test(compact) ? Number(compact) : 'notNumber';
}
