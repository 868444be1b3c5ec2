import { AppError } from '@undameter/core';

/** Types of numbers as VTK XML names them. */
export const byteSizes: Readonly<Record<string, number>> = {
  ...{ Int8: 1, UInt8: 1, Int16: 2, UInt16: 2, Int32: 4, UInt32: 4, Int64: 8, UInt64: 8, Float32: 4, Float64: 8 },
};

type Read = (view: DataView, at: number, little: boolean) => number;
const readers: Readonly<Record<string, Read>> = {
  Int8: (v, at) => v.getInt8(at),
  UInt8: (v, at) => v.getUint8(at),
  Int16: (v, at, little) => v.getInt16(at, little),
  UInt16: (v, at, little) => v.getUint16(at, little),
  Int32: (v, at, little) => v.getInt32(at, little),
  UInt32: (v, at, little) => v.getUint32(at, little),
  Int64: (v, at, little) => Number(v.getBigInt64(at, little)),
  UInt64: (v, at, little) => Number(v.getBigUint64(at, little)),
  Float32: (v, at, little) => v.getFloat32(at, little),
  Float64: (v, at, little) => v.getFloat64(at, little),
};

/** Types whose bytes stand in memory as in most files, which is ten times as fast; this program runs on such machines. */
const inMemory: Readonly<Record<string, (bytes: ArrayBuffer) => Float64Array>> = {
  Float32: (bytes) => new Float64Array(new Float32Array(bytes)),
  Float64: (bytes) => new Float64Array(bytes),
  Int32: (bytes) => new Float64Array(new Int32Array(bytes)),
  UInt32: (bytes) => new Float64Array(new Uint32Array(bytes)),
  Int64: (bytes) => joinedHalves(new Uint32Array(bytes), new Int32Array(bytes)),
  UInt64: (bytes) => joinedHalves(new Uint32Array(bytes), new Uint32Array(bytes)),
};

/** Whole numbers of 64 bits, the nearest double to each: both halves are exact, and their sum is rounded once. */
function joinedHalves(low: Uint32Array, high: Int32Array | Uint32Array): Float64Array {
  const values = new Float64Array(low.length / 2);
  for (let i = 0; i < values.length; i++) values[i] = high[2 * i + 1]! * 2 ** 32 + low[2 * i]!;
  return values;
}

/** Numbers of a type out of bytes, as many as they hold. */
export function numbersIn(bytes: Uint8Array, type: string, isLittle: boolean): Float64Array {
  const size = byteSizes[type]!;
  const direct = isLittle ? inMemory[type] : undefined;
  if (direct) return direct(bytes.slice(0, bytes.length - (bytes.length % size)).buffer as ArrayBuffer);
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const read = readers[type]!;
  const values = new Float64Array(Math.floor(bytes.byteLength / size));
  for (let i = 0; i < values.length; i++) values[i] = read(view, i * size, isLittle);
  return values;
}

const isSpace = (code: number): boolean => code <= 32;
const spelled: Readonly<Record<string, number>> = { nan: NaN, '-nan': NaN, inf: Infinity, '-inf': -Infinity };

/** Numbers of a text, one after another; what stands between them is white space. */
export class NumbersOfText {
  constructor(
    private readonly text: string,
    private readonly name: string,
    private at = 0,
  ) {}

  get place(): number {
    return this.at;
  }

  /** The next word; empty at the end. */
  word(): string {
    const { text } = this;
    while (this.at < text.length && isSpace(text.charCodeAt(this.at))) this.at++;
    const from = this.at;
    while (this.at < text.length && !isSpace(text.charCodeAt(this.at))) this.at++;
    return text.slice(from, this.at);
  }

  /**
   * @param type  of Float32 each is the nearest one of that type, as every other reader has it
   * @throws {AppError} FILE_DAMAGED where there are fewer, or something else stands there
   */
  take(count: number, what: string, type?: string): Float64Array {
    const values = new Float64Array(count);
    for (let i = 0; i < count; i++) {
      const word = this.word();
      const value = word === '' ? NaN : Number(word);
      values[i] = value;
      if (value === value) continue;
      const known = spelled[word.toLowerCase()];
      if (known === undefined) throw this.odd(word, what, i, count);
      values[i] = known;
    }
    return type === 'Float32' ? values.map(Math.fround) : values;
  }

  /** All that are left. @throws {AppError} FILE_DAMAGED */
  rest(what: string): Float64Array {
    const values: number[] = [];
    for (;;) {
      const before = this.at;
      if (this.word() === '') return Float64Array.from(values);
      this.at = before;
      values.push(this.take(1, what)[0]!);
    }
  }

  private odd(word: string, what: string, i: number, count: number): AppError {
    const reason =
      word === ''
        ? `${what} ends after ${i} of ${count} numbers`
        : `"${word.slice(0, 30)}" stands in ${what} where number ${i + 1} should be`;
    return new AppError('FILE_DAMAGED', { name: this.name, what: 'field', reason });
  }
}
