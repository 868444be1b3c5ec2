import {
  convert,
  guessTimeForm,
  isUnit,
  parseUnit,
  proposeSymbol,
  readTime,
  sameDimension,
  splitHeading,
  timeFormTitles,
  type Because,
  type ColumnReading,
  type Layout,
  type PreviewColumn,
  type TimeForm,
} from '@undameter/core';
import { isMissingMark, ownMarks } from './missingMarks';
import { readNumber } from './readNumber';
import type { Row } from './rowsOf';

const SAMPLED_CELLS = 500;
export const filledCells = (rows: readonly Row[], index: number): string[] =>
  rows
    .slice(0, SAMPLED_CELLS)
    .map(({ cells }) => cells[index] ?? '')
    .filter((c) => !isMissingMark(c));

/** What was counted in the cells of a column when they are read as numbers. */
interface Counts {
  missing: number;
  notNumber: number;
  numbers: number;
  lowest: number;
  highest: number;
  first: { line: number; text: string } | undefined;
}

/** What the rows seen tell of one column. */
export function describeColumn(
  index: number,
  heading: string,
  unitBelow: string | undefined,
  rows: readonly Row[],
  layout: Layout,
  taken: ReadonlySet<string>,
): PreviewColumn {
  const split = unitBelow === undefined ? splitHeading(heading) : { name: heading, unit: undefined };
  const name = split.name || `Column ${index + 1}`;
  const written = unitBelow ?? split.unit ?? '';
  const unit = isUnit(written) ? written : '';
  const counts = countCells(rows, index, layout);
  const { type, reads, because } = understand(counts, rows, index, name, unit);
  const missingInWords = rows.filter(({ cells }) => (cells[index] ?? '') === '').length;
  const isMoment = type === 'time';
  return {
    index,
    name,
    symbol: proposeSymbol(name, index, taken),
    // Moments become seconds since the first of them; words have no unit.
    unit: isMoment ? 's' : reads === 'category' ? '' : unit,
    reading: { index, reads },
    because,
    unitFrom: unitBelow !== undefined ? 'unitsRow' : split.unit !== undefined ? 'heading' : 'none',
    type,
    missing: reads === 'category' ? missingInWords : counts.missing,
    notNumber:
      reads === 'category'
        ? filledCells(rows, index).some(isDressedNumber)
          ? counts.notNumber
          : 0
        : isTextTime(reads)
          ? counts.notNumber - readable(rows, index, reads)
          : counts.notNumber,
    ...(counts.first && (reads === 'number' || reads.startsWith('epoch')) ? { firstNotNumber: counts.first } : {}),
    proposed: type === 'number' || type === 'constant' || type === 'time' || type === 'category',
  };
}

const isTextTime = (reads: ColumnReading['reads']): reads is TimeForm =>
  reads !== 'number' && reads !== 'category' && reads !== 'epochSeconds' && reads !== 'epochMilliseconds';

function countCells(rows: readonly Row[], index: number, layout: Layout): Counts {
  const own = ownMarks(layout);
  const counts: Counts = {
    missing: 0,
    notNumber: 0,
    numbers: 0,
    lowest: Infinity,
    highest: -Infinity,
    first: undefined,
  };
  for (const { line, cells } of rows) {
    const value = readNumber(cells[index] ?? '', layout.decimal, own);
    if (value === 'missing') counts.missing++;
    else if (value === 'notNumber') {
      counts.notNumber++;
      counts.first ??= { line, text: cells[index]!.slice(0, 60) };
    } else {
      counts.numbers++;
      counts.lowest = Math.min(counts.lowest, value);
      counts.highest = Math.max(counts.highest, value);
    }
  }
  return counts;
}

interface Understood {
  type: PreviewColumn['type'];
  reads: ColumnReading['reads'];
  because: Because;
}

function understand(counts: Counts, rows: readonly Row[], index: number, name: string, unit: string): Understood {
  const { numbers, notNumber, lowest, highest } = counts;
  const say = (
    type: Understood['type'],
    reads: Understood['reads'],
    why: string,
    sure: Because['sure'],
  ): Understood => ({
    type,
    reads,
    because: { why, sure },
  });
  if (numbers + notNumber === 0) return say('empty', 'number', 'no cell has a value', 'sure');
  if (notNumber > numbers) {
    const cells = filledCells(rows, index);
    const time = guessTimeForm(cells);
    if (time) {
      const why = time.ambiguous
        ? 'its cells are dates, but none has a day above 12, so day and month could be exchanged'
        : `its cells read as ${timeFormTitles[time.form]}`;
      return say('time', time.form, why, time.ambiguous ? 'a guess' : 'sure');
    }
    const dressed = cells.filter(isDressedNumber).length;
    if (dressed > cells.length / 2)
      return say(
        'text',
        'category',
        `${dressed} of ${cells.length} cells are numbers in quotes or with a unit behind them, which are not read as numbers: let the logger export them plain`,
        'a guess',
      );
    return ofWords(cells, say);
  }
  const clean = notNumber === 0;
  const epoch = epochOf(counts, name, unit);
  if (epoch) return say('time', epoch.reads, `${epoch.why}: counted from the first of them`, 'likely');
  const share = `${numbers} of ${numbers + notNumber} filled cells are numbers`;
  if (numbers > 1 && lowest === highest)
    return say('constant', 'number', `${share}, all ${lowest}`, clean ? 'sure' : 'likely');
  return say('number', 'number', share, clean ? 'sure' : 'likely');
}

/** `'12.3'` or `12.3 kPa`: a number, but not by itself. */
const isDressedNumber = (cell: string): boolean => {
  const match = /^\s*(['’"]?)\s*[-+−]?\d+(?:[.,]\d+)?(?:[eE][-+]?\d+)?\s*(['’"]?)\s*(\S*)\s*$/u.exec(cell);
  return match !== null && (match[1] !== '' || match[2] !== '' || (match[3] !== '' && isUnit(match[3]!)));
};

/** Words that repeat are states of something; words that are nearly all different are remarks. */
function ofWords(
  cells: readonly string[],
  say: (type: Understood['type'], reads: Understood['reads'], why: string, sure: Because['sure']) => Understood,
): Understood {
  const different = new Set(cells).size;
  const counted = `${different} different word${different === 1 ? '' : 's'} in ${cells.length} cells`;
  if (different <= Math.max(2, cells.length / 2))
    return say('category', 'category', counted, different <= 20 ? 'sure' : 'likely');
  return say('text', 'category', `${counted}: remarks rather than states`, 'likely');
}

/** 2001 to 2096, in which the moments of any logger lie. */
const EPOCH = { from: 978_307_200, to: 4_000_000_000 };

/** Seconds or milliseconds since 1970, told by their size and by the column's name or unit. */
function epochOf({ lowest, highest }: Counts, name: string, unit: string) {
  const within = (scale: number): boolean => lowest >= EPOCH.from * scale && highest <= EPOCH.to * scale;
  const ofTime = /time|epoch|stamp|unix|zeit|date|clock/i.test(name) || countsSeconds(unit);
  if (!ofTime) return undefined;
  if (within(1)) return { reads: 'epochSeconds' as const, why: 'its numbers are the seconds since 1970 of our days' };
  if (within(1000))
    return { reads: 'epochMilliseconds' as const, why: 'its numbers are the milliseconds since 1970 of our days' };
  return undefined;
}

const SECONDS = parseUnit('s');
/** Whether a unit measures time. */
export function countsSeconds(unit: string): boolean {
  const parsed = parseUnit(unit);
  return sameDimension(parsed.dimension, SECONDS.dimension) && convert(1, parsed, SECONDS) > 0;
}

const readable = (rows: readonly Row[], index: number, form: TimeForm): number =>
  rows.filter(({ cells }) => !Number.isNaN(readTime(cells[index] ?? '', form))).length;
