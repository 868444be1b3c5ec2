import { AppError, propertiesOf, type ColumnReading, type Layout, type ReadRecord } from '@undameter/core';
import { goesThrough } from './fixedWidth';
import { cellReader, type CellReader } from './cellReader';
import { linesOf } from './decode';
import { PlainRows } from './PlainRows';
import { preambleOf } from './preview';
import { eachLine, textOf } from './eachLine';
import { isRemark, MOST_LINES_A_ROW } from './rowsOf';
import { endsInQuotes, splitterOf } from './splitLine';

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
  /**
   * Takes each full block (and the last, shorter one); the next is read into the same columns
   * when it answers, so what is to be kept must be copied.
   */
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
      if (writer.takesPlain() && plain.read(line.bytes, line.from, line.to)) return writer.addPlain(plain.values);
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

/** Lines of the first cells that are no numbers, for the import's record. */
const MOST_LINES_NOTED = 100;

/** Rows that a block has room for at first. */
const FIRST_ROOM = 1024;

/** Gathers rows to blocks and keeps the account of every line. */
class BlockWriter {
  private readonly above: string[] = [];
  /** Lines of a row whose quoted cell is not closed yet. */
  private open: string[] = [];
  private room = FIRST_ROOM;
  private block: Float64Array[];
  private filled = 0;
  private readonly readers: CellReader[];
  private readonly isWord: boolean[];
  private readonly split: (line: string) => string[];
  private readonly lastLine: number;

  constructor(
    private readonly input: ReadInput,
    private readonly record: ReadRecord,
  ) {
    const { layout, columns } = input;
    this.block = this.newBlock();
    this.readers = columns.map((c) => cellReader(c, layout));
    // A line of words alone makes no row: it is a footer, or a heading on its own.
    this.isWord = columns.map((c) => c.reads === 'category');
    this.split = splitterOf(layout);
    this.lastLine = layout.lastDataLine ?? Infinity;
  }

  /** Whether the next line may be a row of plain numbers. */
  takesPlain(): boolean {
    const line = this.record.linesRead + 1;
    return line >= this.input.layout.firstDataLine && line <= this.lastLine && this.open.length === 0;
  }

  /** Takes a line as text; answers a promise when a block has become full. */
  add(text: string): Promise<void> | void {
    const { record } = this;
    const { layout } = this.input;
    record.linesRead++;
    if (record.linesRead < layout.firstDataLine) this.addAbove(text);
    else if (record.linesRead > this.lastLine) note((record.beyond ??= { count: 0 }), record.linesRead);
    else if (this.open.length > 0 || endsInQuotes(text, layout)) return this.goOn(text);
    else return this.addRow(text, record.linesRead);
  }

  /** A line above the rows: preamble, headings, units, or blank. */
  private addAbove(text: string): void {
    const { record, above } = this;
    const { headingLine, unitsLine } = this.input.layout;
    above.push(text);
    if (record.linesRead === headingLine || record.linesRead === unitsLine)
      record.headingLines = (record.headingLines ?? 0) + 1;
    else if (text.trim() === '') record.blankLines++;
  }

  /** One more line of a row that a quoted cell holds open. */
  private goOn(text: string): Promise<void> | void {
    this.open.push(text);
    const whole = this.open.join('\n');
    if (!endsInQuotes(whole, this.input.layout)) {
      const [size, first] = [this.open.length, this.record.linesRead - this.open.length + 1];
      this.open = [];
      if (size > 1) {
        const { record } = this;
        record.continued = {
          count: (record.continued?.count ?? 0) + size - 1,
          firstLine: record.continued?.firstLine ?? first,
        };
      }
      return this.addRow(whole, first);
    }
    if (this.open.length > MOST_LINES_A_ROW) return this.giveUp();
  }

  /** A quote that is never closed is one that somebody typed: each line is a row of its own. */
  private giveUp(): Promise<void> | void {
    const lines = this.open;
    const first = this.record.linesRead - lines.length + 1;
    this.open = [];
    return lines.reduce<Promise<void> | void>(
      (before, text, i) => (before ? before.then(() => this.addRow(text, first + i)) : this.addRow(text, first + i)),
      undefined,
    );
  }

  private addRow(text: string, line: number): Promise<void> | void {
    const { record } = this;
    if (text.trim() === '') record.blankLines++;
    else if (isRemark(text, this.input.layout)) note((record.remarks ??= { count: 0 }), line);
    else if (this.readRow(text, line)) return this.next();
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
    await this.giveUp();
    if (record.rows === 0) throw new AppError('FILE_NO_DATA_ROWS', { name: input.name, lines: record.linesRead });
    const { filled } = this;
    if (filled > 0)
      await input.onBlock(
        this.block.map((c) => c.slice(0, filled)),
        filled,
      );
    record.preamble = preambleOf(this.above, input.layout);
    record.properties = propertiesOf(record.preamble, this.split);
    this.readers.forEach((reader, k) => {
      const origin = reader.origin?.();
      const labels = reader.labels?.();
      if (origin !== undefined) record.columns[k]!.origin = origin;
      if (labels !== undefined) record.columns[k]!.labels = labels;
    });
  }

  /** Reads a line into the next row of the block; false when it holds no number at all. */
  private readRow(text: string, line: number): boolean {
    const { record, block, filled } = this;
    const { columns, width } = this.input;
    const cells = this.split(text);
    const values = this.readers.map((reader) => reader.read(cells));
    if (!values.some((v, k) => typeof v === 'number' && !this.isWord[k])) {
      note(record.passedOver, line);
      record.passedOver.firstText ??= text.slice(0, 80);
      return false;
    }
    if (this.input.layout.cuts?.some((at) => goesThrough(text, at))) note((record.cutThrough ??= { count: 0 }), line);
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
        const lines = (column.notNumberLines ??= []);
        if (lines.length < MOST_LINES_NOTED) lines.push(line);
      }
    });
    record.rows++;
    return true;
  }

  private next(): Promise<void> | void {
    if (++this.filled < this.room) return;
    if (this.room < BLOCK_ROWS) return this.grow();
    this.filled = 0;
    return Promise.resolve(this.input.onBlock(this.block, BLOCK_ROWS));
  }

  private newBlock(): Float64Array[] {
    return this.input.columns.map(() => new Float64Array(this.room));
  }

  /** A short file of thousands of columns must not take a block of each. */
  private grow(): void {
    this.room = Math.min(BLOCK_ROWS, this.room * 8);
    this.block = this.block.map((column) => {
      const longer = new Float64Array(this.room);
      longer.set(column);
      return longer;
    });
  }
}

function note(counter: { count: number; firstLine?: number }, line: number): void {
  counter.count++;
  counter.firstLine ??= line;
}
