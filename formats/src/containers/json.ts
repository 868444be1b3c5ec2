import { AppError } from '@undameter/core';
import type { Container } from './Container';
import { rowsToText, type CellValue } from './rowsToText';

type JsonRecord = Record<string, unknown>;

/** An array of records, or one record a line (JSON Lines); names of the fields become the headings. */
export const json: Container = {
  kind: 'json',
  title: 'JSON records',
  extensions: ['json', 'jsonl', 'ndjson'],
  partTitle: 'Records',
  recognises: (head, name) =>
    /\.(json|jsonl|ndjson)$/i.test(name) && /^\s*[[{]/.test(new TextDecoder().decode(head.subarray(0, 64))),
  async unpack(bytes, name) {
    const records = readRecords(new TextDecoder().decode(bytes), name);
    if (records.length === 0) throw new AppError('FILE_NO_PARTS', { name, what: 'record' });
    const fields = [...new Set(records.flatMap((r) => Object.keys(r)))];
    const rows = (function* (): Generator<CellValue[]> {
      yield fields;
      for (const record of records) yield fields.map((f) => cellOf(record[f]));
    })();
    return {
      parts: ['records'],
      part: 'records',
      text: rowsToText(rows),
      given: { delimiter: '\t', headingLine: 1, firstDataLine: 2 },
    };
  },
};

const isRecord = (value: unknown): value is JsonRecord =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** @throws {AppError} FILE_DAMAGED with the line of JSON Lines that is none, or what else is wrong */
function readRecords(text: string, name: string): JsonRecord[] {
  const fail = (reason: string, cause?: unknown): never => {
    throw new AppError('FILE_DAMAGED', { name, what: 'JSON file', reason }, { cause });
  };
  if (/^\s*\[/.test(text)) {
    let value: unknown;
    try {
      value = JSON.parse(text);
    } catch (error) {
      return fail((error as Error).message, error);
    }
    if (!Array.isArray(value) || !value.every(isRecord)) return fail('it is no array of records');
    return value;
  }
  return text.split(/\r?\n/).flatMap((line, i) => {
    if (line.trim() === '') return [];
    try {
      const value: unknown = JSON.parse(line);
      return isRecord(value) ? [value] : fail(`line ${i + 1} is no record`);
    } catch (error) {
      if (error instanceof AppError) throw error;
      return fail(`line ${i + 1}: ${(error as Error).message}`, error);
    }
  });
}

/** What is nested has no place in a table and is shown as it is written. */
const cellOf = (value: unknown): CellValue =>
  typeof value === 'object' && value !== null ? JSON.stringify(value) : (value as CellValue);
