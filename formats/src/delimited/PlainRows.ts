import type { Layout } from '@undameter/core';
import { ownMarks } from './missingMarks';

/** Numbers in the compiled code, where a variable would be loaded for every byte. */
const enum Byte {
  Space = 32,
  Quote = 34,
  Plus = 43,
  Comma = 44,
  Minus = 45,
  Point = 46,
  Zero = 48,
  Nine = 57,
  UpperE = 69,
  LowerE = 101,
}
/** Powers of ten that a double holds exactly. */
const POWERS = Float64Array.from({ length: 23 }, (_, k) => Number(`1e${k}`));
const MOST_DIGITS = 15;
const PLAIN_NUMBER = /^[-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d+)?$/;

/**
 * Reads rows in which every wanted cell is a plain number or empty, straight from the
 * bytes: nearly all rows of nearly all logs. Any other row is left to the reader of text.
 *
 * A number of at most 15 digits and 22 decimals is one exact integer over one exact power, so its double is correctly rounded. Source: W. D. Clinger, How to Read
 * Floating Point Numbers Accurately (1990), the fast path; longer ones go to `Number`.
 */
export class PlainRows {
  /** Values of the last row by place among the wanted columns; missing is NaN. */
  readonly values: Float64Array;
  private readonly placeOf: Int32Array;
  private readonly delimiter: number;
  private readonly decimal: number;
  private at = 0;
  /** Numbers in the row so far. */
  private numbers = 0;

  private readonly marks: ReadonlySet<number>;

  constructor(
    layout: Pick<Layout, 'delimiter' | 'decimal' | 'missing'>,
    columns: readonly number[],
    private readonly width: number,
  ) {
    this.values = new Float64Array(columns.length);
    this.placeOf = new Int32Array(width).fill(-1);
    columns.forEach((column, place) => (this.placeOf[column] = place));
    this.delimiter = layout.delimiter.charCodeAt(0);
    this.decimal = layout.decimal === ',' ? Byte.Comma : Byte.Point;
    this.marks = ownMarks(layout).numbers;
  }

  /** Whether these layouts can hold plain rows: one byte a character, one byte between cells. */
  static fits({ encoding, delimiter }: Layout): boolean {
    return (encoding === 'utf-8' || encoding === 'latin1') && delimiter !== ' ' && delimiter !== 'fixed';
  }

  /** Reads the row bytes[from, to) into `values`; false when it is not plain or holds no number at all. */
  read(bytes: Uint8Array, from: number, to: number): boolean {
    const { placeOf, delimiter } = this;
    const last = this.width - 1;
    this.at = from;
    this.numbers = 0;
    for (let column = 0; ; column++) {
      const place = placeOf[column]!;
      if (!(place < 0 ? this.skip(bytes, to) : this.cell(bytes, to, place))) return false;
      const { at } = this;
      if (at === to) return column === last && this.numbers > 0;
      if (column === last || bytes[at] !== delimiter) return false;
      this.at = at + 1;
    }
  }

  /** Passes a cell that is not wanted; false at a quote. */
  private skip(bytes: Uint8Array, to: number): boolean {
    let at = this.at;
    while (at < to && bytes[at] !== this.delimiter) if (bytes[at++] === Byte.Quote) return false;
    this.at = at;
    return true;
  }

  /**
   * Reads the cell at `at` into the value of a place, NaN when it is empty; false when it is
   * not plain. This loop sees every byte of a log: places and sums stay in local variables,
   * the first nine digits in a whole number of the machine, and nothing is returned that
   * would have to be put on the heap.
   */
  private cell(bytes: Uint8Array, to: number, place: number): boolean {
    let at = this.at;
    while (at < to && bytes[at] === Byte.Space) at++;
    const start = at;
    let byte = at < to ? bytes[at]! : 0;
    const negative = byte === Byte.Minus;
    if (negative || byte === Byte.Plus) byte = ++at < to ? bytes[at]! : 0;
    let part = 0;
    let digits = 0;
    while (byte >= Byte.Zero && byte <= Byte.Nine && digits < 9) {
      part = (part * 10 + (byte - Byte.Zero)) | 0;
      digits++;
      byte = ++at < to ? bytes[at]! : 0;
    }
    let mantissa = part;
    while (byte >= Byte.Zero && byte <= Byte.Nine) {
      mantissa = mantissa * 10 + (byte - Byte.Zero);
      digits++;
      byte = ++at < to ? bytes[at]! : 0;
    }
    let power = 0;
    if (byte === this.decimal) {
      byte = ++at < to ? bytes[at]! : 0;
      const behind = at;
      if (digits < 9) {
        while (byte >= Byte.Zero && byte <= Byte.Nine && digits < 9) {
          part = (part * 10 + (byte - Byte.Zero)) | 0;
          digits++;
          byte = ++at < to ? bytes[at]! : 0;
        }
        mantissa = part;
      }
      while (byte >= Byte.Zero && byte <= Byte.Nine) {
        mantissa = mantissa * 10 + (byte - Byte.Zero);
        digits++;
        byte = ++at < to ? bytes[at]! : 0;
      }
      power = behind - at;
    }
    this.at = at;
    if (at < to && byte !== this.delimiter) return this.unusual(bytes, to, place, start);
    if (digits === 0) {
      this.values[place] = NaN;
      return at === start;
    }
    if (digits > MOST_DIGITS || power < -22) return this.long(bytes, start, at, place);
    const size = power < 0 ? mantissa / POWERS[-power]! : mantissa;
    return this.take(negative ? -size : size, place);
  }

  /** A cell that goes on behind its digits: with an exponent, with blanks, or with what makes it not plain. */
  private unusual(bytes: Uint8Array, to: number, place: number, start: number): boolean {
    const byte = bytes[this.at];
    if ((byte === Byte.LowerE || byte === Byte.UpperE) && !this.exponent(bytes, to)) return false;
    const end = this.at;
    while (this.at < to && bytes[this.at] === Byte.Space) this.at++;
    if (this.at < to && bytes[this.at] !== this.delimiter) return false;
    return this.long(bytes, start, end, place);
  }

  /** Passes an exponent; false when it has no digits. */
  private exponent(bytes: Uint8Array, to: number): boolean {
    let at = this.at + 1;
    if (bytes[at] === Byte.Minus || bytes[at] === Byte.Plus) at++;
    const first = at;
    while (at < to && bytes[at]! >= Byte.Zero && bytes[at]! <= Byte.Nine) at++;
    this.at = at;
    return at > first;
  }

  /** A number by the slow way, which is always right; false when there is none. */
  private long(bytes: Uint8Array, start: number, end: number, place: number): boolean {
    const text = String.fromCharCode(...bytes.subarray(start, end));
    const plain = this.decimal === Byte.Comma ? text.replace(',', '.') : text;
    const value = PLAIN_NUMBER.test(plain) ? Number(plain) : NaN;
    return Number.isFinite(value) && this.take(value, place);
  }

  private take(value: number, place: number): boolean {
    const marked = this.marks.size > 0 && this.marks.has(value);
    this.values[place] = marked ? NaN : value;
    if (!marked) this.numbers++;
    return true;
  }
}
