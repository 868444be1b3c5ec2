import { cellOf, heading, rowsIn, type RunToWrite, type Writer } from './Writer';

/** Rows of one piece of text. */
const ROWS_PER_PIECE = 4096;

/** CSV (RFC 4180): numbers in the shortest form that gives the same double; missing is empty. */
export const csv: Writer = {
  kind: 'csv',
  title: 'CSV text',
  extension: 'csv',
  mediaType: 'text/csv; charset=utf-8',
  write: pieces,
};

function* pieces(run: RunToWrite): Generator<string> {
  const { channels } = run;
  yield channels.map((c) => quoted(heading(c))).join(',') + '\r\n';
  const rows = rowsIn(run);
  for (let from = 0; from < rows; from += ROWS_PER_PIECE) {
    const lines: string[] = [];
    for (let i = from; i < Math.min(rows, from + ROWS_PER_PIECE); i++)
      lines.push(channels.map((c) => cellText(cellOf(c, i))).join(','));
    yield lines.join('\r\n') + '\r\n';
  }
}

const cellText = (cell: number | string | null): string =>
  cell === null ? '' : typeof cell === 'string' ? quoted(cell) : Object.is(cell, -0) ? '-0' : String(cell);

const quoted = (text: string): string => (/[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text);
