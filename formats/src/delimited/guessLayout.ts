import { isUnit, looksLikeTime, unitCell, type Layout, type Why } from '@undameter/core';
import { decodeHead, guessEncoding } from './decode';
import { cutsOf } from './fixedWidth';
import { suspectedMarks } from './missingMarks';
import { numberIn } from './numberIn';
import { readNumber } from './readNumber';
import { cellsOfLines, linesOfRow } from './rowsOf';
import { splitterOf } from './splitLine';
import { because, encodingWhy, shapeWhy } from './whyOf';
import type { Rating, Shape } from './Rating';

/** What was understood of a file, and in a few words why. */
export interface Guess {
  layout: Layout;
  why: Why;
}

const delimiters: readonly Layout['delimiter'][] = ['\t', ';', ',', '|', ' '];
const LINES_SEEN = 2000;

/**
 * Understands the layout of a text file from its first bytes.
 * @param given  what is known of it already
 * @throws {AppError} FILE_EMPTY, FILE_BINARY
 */
export function guessLayout(head: Uint8Array, name: string, given: Partial<Layout> = {}): Guess {
  const encoding = guessEncoding(head, name);
  const lines = decodeHead(head, encoding)
    .split(/\r\n|\n|\r/)
    .slice(0, LINES_SEEN);
  const comment = commentOf(lines);
  const isRemark = (line: string): boolean => comment !== undefined && line.trimStart().startsWith(comment);
  const body = bodyOf(lines.filter((l) => !isRemark(l)));
  const ratings = shapesOf(body, given).map((shape) => rate(body, shape));
  const best = ratings.reduce((a, b) => (b.score > a.score ? b : a));
  const firstData = firstDataLine(lines, body, best, isRemark);
  const { headingLine, unitsLine } = headingLines(lines, best, firstData, comment);
  const { delimiter, decimal } = best.shape;
  const cuts = delimiter === 'fixed' ? cutsOf(body, aboveOf(lines, headingLine, unitsLine)) : undefined;
  const missing = marksIn(lines.slice(firstData - 1), { ...best.shape, ...(cuts ? { cuts } : {}) });
  return {
    layout: {
      encoding,
      delimiter,
      decimal,
      headingLine,
      unitsLine,
      firstDataLine: firstData,
      ...(cuts ? { cuts } : {}),
      ...(comment ? { comment } : {}),
      ...(missing.length > 0 ? { missing: missing.map(String) } : {}),
      ...given,
    },
    why: {
      ...shapeWhy(best, ratings, body),
      encoding: encodingWhy(encoding, head),
      headingLine:
        headingLine === null
          ? because('no line of names stands above the first numbers', 'likely')
          : because('last line of names above the numbers', best.steady > 0.9 ? 'sure' : 'likely'),
      unitsLine:
        unitsLine === null
          ? because('no line of units stands between headings and numbers', headingLine === null ? 'likely' : 'sure')
          : because('its cells read as units', 'sure'),
      firstDataLine: because(
        'first line with numbers where the later lines have them',
        best.numeric > 0.8 ? 'sure' : 'likely',
      ),
      ...(comment ? { comment: because(`lines above the rows begin with ${comment}`, 'likely') } : {}),
      ...(missing.length > 0
        ? {
            missing: because(
              `${missing.join(', ')} ${missing.length === 1 ? 'stands' : 'stand'} far off all other numbers of a column`,
              'likely',
            ),
          }
        : {}),
    },
  };
}

/** The later lines, where the data are. */
function bodyOf(lines: readonly string[]): string[] {
  const filled = lines.filter((l) => l.trim() !== '');
  return filled.slice(Math.min(Math.floor(filled.length / 3), 60)).slice(0, 300);
}

const commentMarks = ['#', '%', '!', '//', '*'] as const;

/** What remark lines begin with: a usual mark with words behind it; alone in a cell it is a heading or a unit. */
const commentOf = (lines: readonly string[]): string | undefined =>
  commentMarks.find((mark) => lines.some((line) => isWords(line.trimStart(), mark)));

const isWords = (line: string, mark: string): boolean =>
  line.startsWith(mark) && /^(?:$|[\s\p{L}\p{N}#*!%/-])/u.test(line.slice(mark.length));

function shapesOf(body: readonly string[], given: Partial<Layout>): Shape[] {
  const shapes: Shape[] = delimiters.flatMap((delimiter) =>
    (delimiter === ',' ? (['.'] as const) : (['.', ','] as const)).map((decimal) => ({ delimiter, decimal })),
  );
  const cuts = cutsOf(body, []);
  if (cuts.length > 0) for (const decimal of ['.', ','] as const) shapes.push({ delimiter: 'fixed', decimal, cuts });
  return shapes.filter(
    ({ delimiter, decimal }) => delimiter === (given.delimiter ?? delimiter) && decimal === (given.decimal ?? decimal),
  );
}

/** How well a delimiter and a decimal sign explain the later lines. */
function rate(body: readonly string[], shape: Shape): Rating {
  const rows = cellsOfLines(body, shape);
  const columns = mostFrequent(rows.map((r) => r.length));
  const matching = rows.filter((r) => r.length === columns);
  const cells = matching.flat().filter((c) => c !== '');
  const numeric = cells.length
    ? cells.filter((c) => typeof readNumber(c, shape.decimal) === 'number' || looksLikeTime(c)).length / cells.length
    : 0;
  const steady = rows.length ? matching.length / rows.length : 0;
  // More columns explain more, but numbers matter most; a point is the likelier sign when both
  // read, and a delimiter likelier than a fixed width, which is steady by its making.
  // An empty cell between blanks moves those behind it, so uneven rows speak for a fixed width.
  const uneven = shape.delimiter === ' ' && steady < 1 ? 0.8 : 1;
  const likelier = (shape.decimal === '.' ? 1.001 : 1) * (shape.delimiter === 'fixed' ? 0.97 : 1) * uneven;
  return { shape, columns, steady, numeric, score: numeric ** 2 * steady * (1 + Math.log2(columns)) * likelier };
}

function mostFrequent(counts: readonly number[]): number {
  const seen = new Map<number, number>();
  for (const c of counts) seen.set(c, (seen.get(c) ?? 0) + 1);
  return [...seen].reduce((a, b) => (b[1] > a[1] ? b : a), [1, 0])[0];
}

/** Whether a cell is a number or a moment; undefined where it says nothing. */
function isValue(cell: string, decimal: Layout['decimal']): boolean | undefined {
  const read = readNumber(cell, decimal);
  return read === 'missing' ? undefined : read !== 'notNumber' || looksLikeTime(cell);
}

/** Columns whose cells are mostly numbers or moments in the later lines. */
function valueColumns(body: readonly string[], { shape, columns }: Rating): number[] {
  const rows = cellsOfLines(body, shape);
  return Array.from({ length: columns }, (_, c) => c).filter((c) => {
    const kinds = rows.map((cells) => isValue(cells[c] ?? '', shape.decimal)).filter((k) => k !== undefined);
    return kinds.length > 0 && kinds.filter(Boolean).length > 0.6 * kinds.length;
  });
}

/** The first line that has values where the later lines have them. */
function firstDataLine(
  lines: readonly string[],
  body: readonly string[],
  best: Rating,
  isRemark: (line: string) => boolean,
): number {
  const { shape, columns } = best;
  const split = splitterOf(shape);
  const values = valueColumns(body, best);
  const index = lines.findIndex((line, i) => {
    if (isRemark(line)) return false;
    const cells = split(lines.slice(i, i + linesOfRow(lines, i, shape)).join('\n'));
    if (Math.abs(cells.length - columns) > 1) return false;
    const kinds = values.map((c) => isValue(cells[c] ?? '', shape.decimal)).filter((k) => k !== undefined);
    const numbers = kinds.filter(Boolean).length;
    return numbers > 0 && numbers >= kinds.length / 2;
  });
  if (index >= 0) return index + 1;
  // No numbers at all: what looks like a table of names is taken for its headings.
  const named = lines.findIndex((line) => split(line).length === columns);
  return Math.max(0, named) + 2;
}

/** A heading line may stand behind the mark of a remark. */
export const withoutMark = (line: string, comment: string | undefined): string =>
  comment !== undefined && line.trimStart().startsWith(comment)
    ? line.replace(comment, ' '.repeat(comment.length))
    : line;

function headingLines(
  lines: readonly string[],
  { shape, columns }: Rating,
  firstData: number,
  comment: string | undefined,
) {
  const split = splitterOf(shape);
  const cellsIn = (index: number): string[] => split(withoutMark(lines[index]!, comment));
  const above: number[] = [];
  for (let i = firstData - 2; i >= 0 && above.length < 2; i--) {
    if (lines[i]!.trim() === '') {
      if (above.length > 0) break;
      continue;
    }
    if (Math.abs(cellsIn(i).length - columns) > 1) break;
    // Whatever is written falls into columns of fixed width; a heading line fills most of them.
    if (shape.delimiter === 'fixed' && cellsIn(i).filter((c) => c !== '').length < columns / 2) break;
    above.push(i);
  }
  const readsAsUnits = (index: number): boolean => {
    const cells = cellsIn(index)
      .map(unitCell)
      .filter((c) => c !== '');
    return cells.length > 0 && cells.filter(isUnit).length >= 0.6 * cells.length;
  };
  if (above.length === 2 && readsAsUnits(above[0]!)) return { headingLine: above[1]! + 1, unitsLine: above[0]! + 1 };
  return { headingLine: above.length > 0 ? above[0]! + 1 : null, unitsLine: null };
}

const aboveOf = (lines: readonly string[], ...numbers: (number | null)[]): string[] =>
  numbers.flatMap((n) => (n === null ? [] : [lines[n - 1]!]));

/** Numbers that seem to stand for no value, over all columns. */
function marksIn(rows: readonly string[], shape: Shape): number[] {
  const columns: number[][] = [];
  for (const row of rows.slice(0, LINES_SEEN).map(splitterOf(shape)))
    row.forEach((cell, i) => {
      const value = numberIn(cell, shape.decimal);
      if (value !== undefined) (columns[i] ??= []).push(value);
    });
  return [...new Set(columns.flatMap((values) => suspectedMarks(values ?? [])))];
}
