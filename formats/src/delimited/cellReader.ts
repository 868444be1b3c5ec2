import { clockText, isoMoment, readTime, type ColumnReading } from '@undameter/core';
import { isMissingMark } from './missingMarks';
import { readNumber, type Cell } from './readNumber';

const DAY = 86_400;

/** Reads one column's cell of each row, in the order of the rows. */
export interface CellReader {
  read(cells: readonly string[]): Cell;
  /** Where a column of moments counts from: its first one. */
  origin?(): string | undefined;
}

export function cellReader(column: ColumnReading, decimal: '.' | ','): CellReader {
  const { index, reads } = column;
  if (reads === 'number') return { read: (cells) => readNumber(cells[index] ?? '', decimal) };
  return new MomentReader(column);
}

/**
 * Moments as seconds since the first of them. A time of day gets its day from a column of
 * dates, or else a day more each time that it steps back by more than half a day.
 */
class MomentReader implements CellReader {
  private first: number | undefined;
  private last: number | undefined;
  private days = 0;

  constructor(private readonly column: ColumnReading) {}

  read(cells: readonly string[]): Cell {
    const { index, reads, date } = this.column;
    const cell = cells[index] ?? '';
    if (isMissingMark(cell)) return 'missing';
    let seconds = readTime(cell, reads as Exclude<typeof reads, 'number'>);
    if (date) seconds += readTime(cells[date.index] ?? '', date.reads);
    else if (reads === 'clock') {
      if (this.last !== undefined && seconds < this.last - DAY / 2) this.days++;
      if (!Number.isNaN(seconds)) this.last = seconds;
      seconds += this.days * DAY;
    }
    if (Number.isNaN(seconds)) return 'notNumber';
    this.first ??= seconds;
    // Moments of loggers are stated to the microsecond at most; more digits are rounding of the difference.
    return Math.round((seconds - this.first) * 1e6) / 1e6;
  }

  origin(): string | undefined {
    if (this.first === undefined) return undefined;
    return this.column.reads === 'clock' && !this.column.date ? clockText(this.first) : isoMoment(this.first);
  }
}
