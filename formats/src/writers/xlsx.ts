import { AppError } from '@undameter/core';
import { cellOf, rowsIn, type Writer } from './Writer';

/** Rows of a sheet of the standard, less headings and units. */
const MOST_ROWS = 1_048_576 - 2;
/** The library holds the whole sheet as objects. */
const MOST_CELLS = 5_000_000;

/** A workbook of Office Open XML (ISO/IEC 29500): one sheet, headings in the first row, units in the second. */
export const xlsx: Writer = {
  kind: 'xlsx',
  title: 'Spreadsheet',
  extension: 'xlsx',
  mediaType: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  async write(run) {
    const { channels } = run;
    const rows = rowsIn(run);
    const most = Math.min(MOST_ROWS, Math.floor(MOST_CELLS / Math.max(1, channels.length)));
    if (rows > most) throw new AppError('TOO_LARGE_FOR_FORMAT', { format: 'spreadsheet', samples: rows, most });
    const { utils, write } = await import('@e965/xlsx');
    const sheet = utils.aoa_to_sheet(
      [
        channels.map((c) => c.name),
        channels.map((c) => c.unit),
        ...Array.from({ length: rows }, (_, i) => channels.map((c) => cellOf(c, i))),
      ],
      { dense: true },
    );
    const book = utils.book_new(sheet, 'Samples');
    return [new Uint8Array(write(book, { type: 'array', bookType: 'xlsx', compression: true }) as ArrayBuffer)];
  },
};
