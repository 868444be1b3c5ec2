import { looksLikeTime, type Layout, type Why } from '@undameter/core';
import { decodeHead, guessEncoding } from './decode';
import { isUnit, unitCell } from './headings';
import { readNumber } from './readNumber';
import { splitLine } from './splitLine';

/** What was understood of a file, and in a few words why. */
export interface Guess {
  layout: Layout;
  why: Why;
}

const delimiters: readonly Layout['delimiter'][] = ['\t', ';', ',', '|', ' '];
const delimiterNames: Record<Layout['delimiter'], string> = {
  '\t': 'tab',
  ';': 'semicolon',
  ',': 'comma',
  '|': 'bar',
  ' ': 'blank',
};

/**
 * Understands the layout of a delimited file from its first bytes.
 * @throws {AppError} FILE_EMPTY, FILE_BINARY
 */
export function guessLayout(head: Uint8Array, name: string): Guess {
  const encoding = guessEncoding(head, name);
  const lines = decodeHead(head, encoding)
    .split(/\r\n|\n|\r/)
    .slice(0, 2000);
  const best = delimiters
    .flatMap((delimiter) =>
      (delimiter === ',' ? (['.'] as const) : (['.', ','] as const)).map((decimal) => rate(lines, delimiter, decimal)),
    )
    .reduce((a, b) => (b.score > a.score ? b : a));
  const { delimiter, decimal, columns } = best;
  const firstData = firstDataLine(lines, best);
  const { headingLine, unitsLine } = headingLines(lines, delimiter, columns, firstData);
  return {
    layout: { encoding, delimiter, decimal, headingLine, unitsLine, firstDataLine: firstData },
    why: {
      delimiter: `${delimiterNames[delimiter]} gives ${columns} column${columns === 1 ? '' : 's'} in ${Math.round(best.steady * 100)} % of the lines`,
      decimal: `${Math.round(best.numeric * 100)} % of the cells are numbers with a decimal ${decimal === '.' ? 'point' : 'comma'}`,
      headingLine:
        headingLine === null ? 'no line of names above the first numbers' : 'last line of names above the numbers',
      unitsLine: unitsLine === null ? 'no line of units between headings and numbers' : 'its cells read as units',
      firstDataLine: 'first line in which most cells are numbers',
    },
  };
}

interface Rating {
  delimiter: Layout['delimiter'];
  decimal: Layout['decimal'];
  columns: number;
  steady: number;
  numeric: number;
  score: number;
}

/** How well a delimiter and a decimal sign explain the later lines, where the data are. */
function rate(lines: readonly string[], delimiter: Layout['delimiter'], decimal: Layout['decimal']): Rating {
  const filled = lines.filter((l) => l.trim() !== '');
  const body = filled.slice(Math.min(Math.floor(filled.length / 3), 60)).slice(0, 300);
  const rows = body.map((l) => splitLine(l, delimiter));
  const columns = mostFrequent(rows.map((r) => r.length));
  const matching = rows.filter((r) => r.length === columns);
  const cells = matching.flat().filter((c) => c !== '');
  const numeric = cells.length
    ? cells.filter((c) => typeof readNumber(c, decimal) === 'number' || looksLikeTime(c)).length / cells.length
    : 0;
  const steady = rows.length ? matching.length / rows.length : 0;
  // More columns explain more, but numbers matter most; a point is the likelier sign when both read.
  const score = numeric ** 2 * steady * (1 + Math.log2(columns)) * (decimal === '.' ? 1.001 : 1);
  return { delimiter, decimal, columns, steady, numeric, score };
}

function mostFrequent(counts: readonly number[]): number {
  const seen = new Map<number, number>();
  for (const c of counts) seen.set(c, (seen.get(c) ?? 0) + 1);
  return [...seen].reduce((a, b) => (b[1] > a[1] ? b : a), [1, 0])[0];
}

const isNumericRow = (cells: readonly string[], decimal: Layout['decimal']): boolean => {
  const kinds = cells.map((c) => (looksLikeTime(c) ? 0 : readNumber(c, decimal)));
  const numbers = kinds.filter((k) => typeof k === 'number').length;
  return numbers > 0 && numbers >= kinds.filter((k) => k === 'notNumber').length;
};

function firstDataLine(lines: readonly string[], { delimiter, decimal, columns }: Rating): number {
  const index = lines.findIndex((line) => {
    const cells = splitLine(line, delimiter);
    return Math.abs(cells.length - columns) <= 1 && isNumericRow(cells, decimal);
  });
  if (index >= 0) return index + 1;
  // No numbers at all: what looks like a table of names is taken for its headings.
  const named = lines.findIndex((line) => splitLine(line, delimiter).length === columns);
  return Math.max(0, named) + 2;
}

function headingLines(lines: readonly string[], delimiter: Layout['delimiter'], columns: number, firstData: number) {
  const above: number[] = [];
  for (let i = firstData - 2; i >= 0 && above.length < 2; i--) {
    if (lines[i]!.trim() === '') {
      if (above.length > 0) break;
      continue;
    }
    if (Math.abs(splitLine(lines[i]!, delimiter).length - columns) > 1) break;
    above.push(i);
  }
  const cellsOf = (index: number): string[] => splitLine(lines[index]!, delimiter).map(unitCell);
  const readsAsUnits = (index: number): boolean => {
    const cells = cellsOf(index).filter((c) => c !== '');
    return cells.length > 0 && cells.filter(isUnit).length >= 0.6 * cells.length;
  };
  if (above.length === 2 && readsAsUnits(above[0]!)) return { headingLine: above[1]! + 1, unitsLine: above[0]! + 1 };
  return { headingLine: above.length > 0 ? above[0]! + 1 : null, unitsLine: null };
}
