import { isoMoment } from '@undameter/core';
import { joined } from '../joined';

export type CellValue = string | number | bigint | boolean | Date | null | undefined;

/** Rows as tab-delimited text. A flag is 1 or 0, a date its moment in ISO 8601, a line end inside a cell a blank. */
export function rowsToText(rows: Iterable<readonly CellValue[]>): Uint8Array {
  const encoder = new TextEncoder();
  const chunks: Uint8Array[] = [];
  let lines: string[] = [];
  const flush = (): void => {
    chunks.push(encoder.encode(lines.join('')));
    lines = [];
  };
  for (const row of rows) {
    lines.push(row.map(cellText).join('\t') + '\n');
    if (lines.length === 4096) flush();
  }
  flush();
  return joined(chunks);
}

function cellText(value: CellValue): string {
  if (value === null || value === undefined) return '';
  if (typeof value === 'boolean') return value ? '1' : '0';
  if (value instanceof Date) return Number.isNaN(value.getTime()) ? '' : isoMoment(value.getTime() / 1000);
  const text = String(value).replace(/[\r\n]+/g, ' ');
  return /["\t]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}
