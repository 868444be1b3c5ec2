import { AppError, type ColumnReading, type Layout, type ReadRecord } from '@undameter/core';
import { cellReader, type CellReader } from './cellReader';
import { linesOf } from './decode';
import { PlainRows } from './PlainRows';
import { preambleOf } from './preview';
import { eachLine, textOf } from './eachLine';
import { splitLine } from './splitLine';

/** Rows of one block of columns handed on; the store keeps a chunk of this size. */
export const BLOCK_ROWS = 65_536;

export interface ReadInput {
  bytes: AsyncIterable<Uint8Array>;
  name: string;
  layout: Layout;
  /** Which columns of the file to read, and how. */
  columns: readonly ColumnReading[];
  /** Number of columns that the layout shows, to tell short and long rows. */
  width: number;
  /** Takes each full block (and the last, shorter one); the next is read when it answers. */
  onBlock(columns: Float64Array[], rows: number): Promise<void> | void;
}

/**
 * Reads a delimited file to columns, block by block, so that a file of any length needs
 * little memory. Cells that are no numbers become missing and are counted.
 * @throws {AppError} FILE_NO_CHANNELS, FILE_NO_DATA_ROWS, FILE_LINE_TOO_LONG
 */
export async function readRun(input: ReadInput): Promise<ReadRecord> {
  const { layout, columns, name } = input;
  if (columns.length === 0) throw new AppError('FILE_NO_CHANNELS', { name });
  const record: ReadRecord = {
    linesRead: 0,
    rows: 0,
    blankLines: 0,
    passedOver: { count: 0 },
    shortRows: { count: 0 },
    longRows: { count: 0 },
    columns: columns.map(() => ({ missing: 0, notNumber: 0 })),
    preamble: [],
  };
  const writer = new BlockWriter(input, record);
  if (PlainRows.fits(layout) && columns.every((c) => c.reads === 'number')) {
    const plain = new PlainRows(
      layout,
      columns.map((c) => c.index),
      input.width,
    );
    await eachLine(input.bytes, name, (line) => {
      if (record.linesRead + 1 >= layout.firstDataLine && plain.read(line.bytes, line.from, line.to))
        return writer.addPlain(plain.values);
      const texts = textOf(line, layout.encoding);
      if (texts.length === 1) return writer.add(texts[0]!);
      return texts.reduce<Promise<void>>(
        async (before, text) => before.then(() => writer.add(text)),
        Promise.resolve(),
      );
    });
  } else {
    for await (const lines of linesOf(input.bytes, layout.encoding, name))
      for (const text of lines) {
        const wait = writer.add(text);
        if (wait) await wait;
      }
  }
  await writer.end();
  return record;
}

/** Gathers rows to blocks and keeps the account of every line. */
class BlockWriter {
  private readonly above: string[] = [];
  private block: Float64Array[];
  private filled = 0;
  private readonly readers: CellReader[];

  constructor(
    private readonly input: ReadInput,
    private readonly record: ReadRecord,
  ) {
    this.block = this.newBlock();
    this.readers = input.columns.map((c) => cellReader(c, input.layout.decimal));
  }

  /** Takes a line as text; answers a promise when a block has become full. */
  add(text: string): Promise<void> | void {
    const { record, input } = this;
    record.linesRead++;
    if (record.linesRead < input.layout.firstDataLine) this.above.push(text);
    else if (text.trim() === '') record.blankLines++;
    else if (this.readRow(text)) return this.next();
  }

  /** Takes a row that was read as plain numbers. */
  addPlain(values: Float64Array): Promise<void> | void {
    this.record.linesRead++;
    this.record.rows++;
    for (let k = 0; k < values.length; k++) {
      const value = values[k]!;
      this.block[k]![this.filled] = value;
      if (value !== value) this.record.columns[k]!.missing++;
    }
    return this.next();
  }

  /** Hands on the last, shorter block. @throws {AppError} FILE_NO_DATA_ROWS */
  async end(): Promise<void> {
    const { record, input } = this;
    if (record.rows === 0) throw new AppError('FILE_NO_DATA_ROWS', { name: input.name, lines: record.linesRead });
    const { filled } = this;
    if (filled > 0)
      await input.onBlock(
        this.block.map((c) => c.slice(0, filled)),
        filled,
      );
    record.preamble = preambleOf(this.above, input.layout);
    this.readers.forEach((reader, k) => {
      const origin = reader.origin?.();
      if (origin !== undefined) record.columns[k]!.origin = origin;
    });
  }

  /** Reads a line into the next row of the block; false when it holds no number at all. */
  private readRow(text: string): boolean {
    const { record, block, filled } = this;
    const { layout, columns, width } = this.input;
    const cells = splitLine(text, layout.delimiter);
    const values = this.readers.map((reader) => reader.read(cells));
    const line = record.linesRead;
    if (!values.some((v) => typeof v === 'number')) {
      note(record.passedOver, line);
      record.passedOver.firstText ??= text.slice(0, 80);
      return false;
    }
    if (cells.length < width) note(record.shortRows, line);
    // A delimiter at the end of the line makes one empty cell more, which says nothing.
    if (cells.length > width && !(cells.length === width + 1 && cells.at(-1) === '')) note(record.longRows, line);
    values.forEach((value, k) => {
      block[k]![filled] = typeof value === 'number' ? value : NaN;
      if (typeof value === 'number') return;
      const column = record.columns[k]!;
      if (value === 'missing') column.missing++;
      else {
        column.notNumber++;
        column.firstNotNumber ??= { line, text: cells[columns[k]!.index]!.slice(0, 60) };
      }
    });
    record.rows++;
    return true;
  }

  private next(): Promise<void> | void {
    if (++this.filled < BLOCK_ROWS) return;
    const full = this.block;
    this.block = this.newBlock();
    this.filled = 0;
    return Promise.resolve(this.input.onBlock(full, BLOCK_ROWS));
  }

  private newBlock(): Float64Array[] {
    return this.input.columns.map(() => new Float64Array(BLOCK_ROWS));
  }
}

function note(counter: { count: number; firstLine?: number }, line: number): void {
  counter.count++;
  counter.firstLine ??= line;
}
