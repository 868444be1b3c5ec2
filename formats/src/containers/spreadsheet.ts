import type { CellObject, WorkBook, WorkSheet } from '@e965/xlsx';
import { AppError, daysSince1970 } from '@undameter/core';
import { MOST_UNPACKED_BYTES, type Container } from './Container';
import { rowsToText, type CellValue } from './rowsToText';
import { list, zip } from './zip';

/**
 * Workbooks of Office Open XML (ISO/IEC 29500) and OpenDocument (ISO/IEC 26300): each sheet a
 * part; formulas by their stored values, date cells as moments.
 */
export const spreadsheet: Container = {
  kind: 'spreadsheet',
  title: 'spreadsheet',
  extensions: ['xlsx', 'xlsm', 'ods'],
  partTitle: 'Sheet',
  recognises: (head, name) => zip.recognises(head, name) && /\.(xlsx|xlsm|ods)$/i.test(name),
  async unpack(bytes, name, part) {
    checkArchive(bytes, name);
    const { read, utils, SSF } = await import('@e965/xlsx');
    const book = opened(() => read(bytes, { dense: true, cellNF: true, cellText: false, cellHTML: false }), name);
    const wanted = part ?? book.SheetNames.find((n) => rowsOf(book.Sheets[n]!).some((r) => r !== undefined));
    const sheet = wanted === undefined ? undefined : book.Sheets[wanted];
    if (!sheet) throw new AppError('FILE_NO_PARTS', { name, what: 'sheet with cells' });
    const isDate = (cell: CellObject): boolean => typeof cell.z === 'string' && SSF.is_date(cell.z);
    // A sheet may begin below the first row or right of the first column; places stay as they are.
    const { e: end } = utils.decode_range(sheet['!ref'] ?? 'A1');
    return {
      parts: book.SheetNames,
      part: wanted!,
      text: rowsToText(values(rowsOf(sheet), end.c + 1, isDate, epochOf(book))),
      given: { delimiter: '\t' },
    };
  },
};

type Rows = readonly ((CellObject | undefined)[] | undefined)[];
const rowsOf = (sheet: WorkSheet): Rows => (sheet as unknown as { '!data'?: Rows })['!data'] ?? [];

/** Days from the first day that the workbook counts to 1970: two epochs are in use. */
const epochOf = (book: WorkBook): number =>
  book.Workbook?.WBProps?.date1904 ? -daysSince1970(1904, 1, 1) : -daysSince1970(1899, 12, 30);

function* values(
  rows: Rows,
  width: number,
  isDate: (cell: CellObject) => boolean,
  epoch: number,
): Generator<CellValue[]> {
  for (let r = 0; r < rows.length; r++)
    yield Array.from({ length: width }, (_, c) => {
      const cell = rows[r]?.[c];
      if (!cell || cell.t === 'z') return null;
      if (cell.t === 'e') return cell.w ?? '#N/A';
      // A serial day is good to a microsecond; its moment is rounded there, not cut.
      if (cell.t === 'n' && isDate(cell)) return new Date(Math.round(((cell.v as number) - epoch) * 86_400_000));
      return cell.v as CellValue;
    });
}

/**
 * The sizes stand in the archive's directory, so a bomb is refused before anything is
 * unpacked. Then all of it is unpacked once: with a damaged one the library would not end.
 */
function checkArchive(bytes: Uint8Array, name: string): void {
  let size = 0;
  list(bytes, name, (file) => {
    size += file.originalSize;
    return false;
  });
  if (size > MOST_UNPACKED_BYTES)
    throw new AppError('FILE_UNPACKS_TOO_LARGE', { name, limitBytes: MOST_UNPACKED_BYTES });
  list(bytes, name, () => true);
}

function opened(read: () => WorkBook, name: string): WorkBook {
  try {
    return read();
  } catch (error) {
    throw new AppError(
      'FILE_DAMAGED',
      { name, what: 'spreadsheet', reason: (error as Error).message },
      { cause: error },
    );
  }
}
