import type { Layout } from '@undameter/core';
import { ownMarks } from './missingMarks';

const [SPACE, QUOTE, PLUS, MINUS, POINT, COMMA] = [32, 34, 43, 45, 46, 44];
const [ZERO, NINE, UPPER_E, LOWER_E] = [48, 57, 69, 101];
/** Powers of ten that a double holds exactly. */
const POWERS = Float64Array.from({ length: 23 }, (_, k) => Number(`1e${k}`));
const MOST_DIGITS = 15;

/**
 * Reads rows in which every wanted cell is a plain number or empty, straight from the
 * bytes: nearly all rows of nearly all logs. Any other row is left to the reader of text.
 *
 * A number of at most 15 digits scaled by at most 10^22 is one exact integer times or over
 * one exact power, so its double is correctly rounded. Source: W. D. Clinger, How to Read
 * Floating Point Numbers Accurately (1990), the fast path; longer ones go to `Number`.
 */
export class PlainRows {
  /** Values of the last row by place among the wanted columns; missing is NaN. */
  readonly values: Float64Array;
  private readonly placeOf: Int32Array;
  private readonly delimiter: number;
  private readonly decimal: number;
  private at = 0;

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
    this.decimal = layout.decimal === ',' ? COMMA : POINT;
    this.marks = ownMarks(layout).numbers;
  }

  /** Whether these layouts can hold plain rows: one byte a character, one byte between cells. */
  static fits({ encoding, delimiter }: Layout): boolean {
    return (encoding === 'utf-8' || encoding === 'latin1') && delimiter !== ' ' && delimiter !== 'fixed';
  }

  /** Reads the row bytes[from, to) into `values`; false when it is not plain or holds no number at all. */
  read(bytes: Uint8Array, from: number, to: number): boolean {
    let numbers = 0;
    this.at = from;
    for (let column = 0; column < this.width; column++) {
      const place = this.placeOf[column]!;
      if (place < 0) {
        if (!this.skip(bytes, to)) return false;
      } else {
        const value = this.cell(bytes, to);
        if (value === undefined) return false;
        const marked = this.marks.size > 0 && this.marks.has(value);
        this.values[place] = marked ? NaN : value;
        if (value === value && !marked) numbers++;
      }
      const last = column === this.width - 1;
      if (this.at === to) return last && numbers > 0;
      if (last || bytes[this.at] !== this.delimiter) return false;
      this.at++;
    }
    return false;
  }

  /** Passes a cell that is not wanted. */
  private skip(bytes: Uint8Array, to: number): boolean {
    while (this.at < to && bytes[this.at] !== this.delimiter) if (bytes[this.at++] === QUOTE) return false;
    return true;
  }

  /** The number of the cell at `at`, NaN when it is empty, undefined when it is not plain. */
  private cell(bytes: Uint8Array, to: number): number | undefined {
    while (this.at < to && bytes[this.at] === SPACE) this.at++;
    const start = this.at;
    const sign = bytes[this.at];
    if (this.at < to && (sign === MINUS || sign === PLUS)) this.at++;
    const first = this.at;
    let mantissa = this.digits(bytes, to, 0);
    let digits = this.at - first;
    let power = 0;
    if (this.at < to && bytes[this.at] === this.decimal) {
      const behind = ++this.at;
      mantissa = this.digits(bytes, to, mantissa);
      power = behind - this.at;
      digits += this.at - behind;
    }
    if (digits > 0 && this.at < to && (bytes[this.at] === LOWER_E || bytes[this.at] === UPPER_E)) {
      const exponent = this.exponent(bytes, to);
      if (exponent === undefined) return undefined;
      power += exponent;
    }
    const end = this.at;
    while (this.at < to && bytes[this.at] === SPACE) this.at++;
    if (this.at < to && bytes[this.at] !== this.delimiter) return undefined;
    if (digits === 0) return end === start ? NaN : undefined;
    if (digits > MOST_DIGITS || power > 22 || power < -22) return this.long(bytes, start, end);
    const size = power < 0 ? mantissa / POWERS[-power]! : mantissa * POWERS[power]!;
    return sign === MINUS ? -size : size;
  }

  /** Moves over digits and gives the number that they continue. */
  private digits(bytes: Uint8Array, to: number, before: number): number {
    let value = before;
    while (this.at < to) {
      const byte = bytes[this.at]!;
      if (byte < ZERO || byte > NINE) break;
      value = value * 10 + (byte - ZERO);
      this.at++;
    }
    return value;
  }

  private exponent(bytes: Uint8Array, to: number): number | undefined {
    const sign = bytes[++this.at];
    if (sign === MINUS || sign === PLUS) this.at++;
    const first = this.at;
    const value = this.digits(bytes, to, 0);
    if (this.at === first) return undefined;
    return sign === MINUS ? -value : value;
  }

  private long(bytes: Uint8Array, start: number, end: number): number | undefined {
    const text = String.fromCharCode(...bytes.subarray(start, end));
    const value = Number(this.decimal === COMMA ? text.replace(',', '.') : text);
    return Number.isFinite(value) ? value : undefined;
  }
}
