import { AppError, clockText, isoMoment, readTime, statesZone, type ColumnReading, type Layout } from '@undameter/core';
import { isMissingMark, ownMarks, type OwnMarks } from './missingMarks';
import { numberIn } from './numberIn';
import { readNumber, type Cell } from './readNumber';

const DAY = 86_400;

/** Reads one column's cell of each row, in the order of the rows. */
export interface CellReader {
  read(cells: readonly string[]): Cell;
  /** Where a column of moments counts from: its first one. */
  origin?(): string | undefined;
  /** Words of a category by code. */
  labels?(): string[];
}

export function cellReader(column: ColumnReading, layout: Pick<Layout, 'decimal' | 'missing'>): CellReader {
  const { index, reads } = column;
  const own = ownMarks(layout);
  if (reads === 'number') return { read: (cells) => readNumber(cells[index] ?? '', layout.decimal, own) };
  return reads === 'category' ? new CategoryReader(index, own) : new MomentReader(column, layout.decimal, own);
}

/** More different words than this are remarks, and no category. */
const MOST_LABELS = 10_000;

/** Words as codes 0, 1, 2 … in the order in which they first stand in the file; only an empty cell is missing. */
class CategoryReader implements CellReader {
  private readonly codes = new Map<string, number>();

  constructor(
    private readonly index: number,
    private readonly own: OwnMarks,
  ) {}

  read(cells: readonly string[]): Cell {
    const word = (cells[this.index] ?? '').slice(0, 200);
    if (word === '' || this.own.words.has(word.toLowerCase())) return 'missing';
    const known = this.codes.get(word);
    if (known !== undefined) return known;
    const code = this.codes.size;
    if (code === MOST_LABELS)
      throw new AppError('FILE_TOO_MANY_LABELS', { column: this.index + 1, limit: MOST_LABELS });
    this.codes.set(word, code);
    return code;
  }

  labels(): string[] {
    return [...this.codes.keys()];
  }
}

/**
 * Moments as seconds since the first of them. A time of day gets its day from a column of
 * dates, or else a day more each time that it steps back by more than half a day.
 */
class MomentReader implements CellReader {
  private first: number | undefined;
  private last: number | undefined;
  private days = 0;
  private inUtc: boolean;

  constructor(
    private readonly column: ColumnReading,
    private readonly decimal: Layout['decimal'],
    private readonly own: OwnMarks,
  ) {
    this.inUtc = column.reads === 'epochSeconds' || column.reads === 'epochMilliseconds';
  }

  read(cells: readonly string[]): Cell {
    const cell = cells[this.column.index] ?? '';
    if (isMissingMark(cell) || this.own.words.has(cell.toLowerCase())) return 'missing';
    const seconds = this.secondsOf(cell, cells);
    if (Number.isNaN(seconds)) return 'notNumber';
    if (this.first === undefined) {
      this.first = seconds;
      this.inUtc ||= statesZone(cell);
    }
    // Moments of loggers are stated to the microsecond at most; more digits are rounding of the difference.
    return Math.round((seconds - this.first) * 1e6) / 1e6;
  }

  private secondsOf(cell: string, cells: readonly string[]): number {
    const { reads, date } = this.column;
    if (reads === 'epochSeconds' || reads === 'epochMilliseconds') {
      const count = numberIn(cell, this.decimal);
      if (count === undefined || this.own.numbers.has(count)) return NaN;
      return reads === 'epochSeconds' ? count : count / 1000;
    }
    if (reads === 'number' || reads === 'category') return NaN;
    const seconds = readTime(cell, reads);
    if (date) return seconds + readTime(cells[date.index] ?? '', date.reads);
    if (reads !== 'clock') return seconds;
    if (this.last !== undefined && seconds < this.last - DAY / 2) this.days++;
    if (!Number.isNaN(seconds)) this.last = seconds;
    return seconds + this.days * DAY;
  }

  /** In ISO 8601, with the zone where it is known. */
  origin(): string | undefined {
    if (this.first === undefined) return undefined;
    const { reads, date, zone } = this.column;
    if (reads === 'clock' && !date) return clockText(this.first);
    return isoMoment(this.first) + (this.inUtc ? 'Z' : zone === undefined ? '' : zoneText(zone));
  }
}

/** Minutes ahead of UTC as +02:00. */
function zoneText(minutes: number): string {
  const size = Math.abs(minutes);
  const two = (n: number): string => String(n).padStart(2, '0');
  return `${minutes < 0 ? '-' : '+'}${two(Math.floor(size / 60))}:${two(size % 60)}`;
}
