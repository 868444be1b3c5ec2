import { printUnit } from '@undameter/core';

/** A column of a board: how it is drawn, and what of it goes into a file. */
export interface CsvColumn<Row> {
  title: string;
  unit?: string;
  value(row: Row): string | number | null;
}

/**
 * Rows as CSV after RFC 4180: heading `name (unit)`, full precision, a point as decimal sign, missing left empty.
 * @param mark  between two cells; tabs are what tables on the clipboard have
 */
export function toCsv<Row>(columns: readonly CsvColumn<Row>[], rows: readonly Row[], mark: ',' | '\t' = ','): string {
  const heading = columns.map((c) => quoted(c.unit ? `${c.title} (${printUnit(c.unit)})` : c.title));
  const lines = rows.map((row) => columns.map((c) => quoted(c.value(row))));
  return [heading, ...lines].map((cells) => cells.join(mark) + '\r\n').join('');
}

function quoted(value: string | number | null): string {
  if (value === null || (typeof value === 'number' && !Number.isFinite(value))) return '';
  const text = String(value);
  return /[",\t\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}
