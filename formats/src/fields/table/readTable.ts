import type { PreviewColumn } from '@undameter/core';
import { cellReader } from '../../delimited/cellReader';
import { decodeHead } from '../../delimited/decode';
import { guessLayout } from '../../delimited/guessLayout';
import { preview } from '../../delimited/preview';
import { rowsOf, type Row } from '../../delimited/rowsOf';

/** A column of a table with its values; those of words are codes. */
export interface TableColumn extends Pick<PreviewColumn, 'name' | 'unit' | 'type'> {
  values: Float64Array;
  labels: string[];
}

export interface Table {
  columns: TableColumn[];
  /** Of each row, the line on which it stands. */
  lines: number[];
}

/** So much of a file shows how it is laid out. */
const HEAD_BYTES = 256 * 1024;

/** The columns of a delimited table, without their values. @throws {AppError} as `guessLayout` */
export function columnsOfHead(bytes: Uint8Array, name: string): PreviewColumn[] {
  const head = bytes.subarray(0, HEAD_BYTES);
  return preview(head, guessLayout(head, name).layout, head.length === bytes.length).columns;
}

/** A whole delimited table; a cell that is no number is missing. @throws {AppError} as `guessLayout` */
export function readTable(bytes: Uint8Array, name: string): Table {
  const head = bytes.subarray(0, HEAD_BYTES);
  const { layout } = guessLayout(head, name);
  const described = preview(head, layout, head.length === bytes.length).columns;
  const rows = rowsOf(decodeHead(bytes, layout.encoding).split(/\r\n|\n|\r/), layout);
  const numberOf = (cell: number | string): number => (typeof cell === 'number' ? cell : NaN);
  return {
    lines: rows.map((row: Row) => row.line),
    columns: described.map(({ name: called, unit, type, reading }) => {
      const reader = cellReader(reading, layout);
      const values = Float64Array.from(rows, ({ cells }) => numberOf(reader.read(cells)));
      return { name: called, unit, type, values, labels: reader.labels?.() ?? [] };
    }),
  };
}
