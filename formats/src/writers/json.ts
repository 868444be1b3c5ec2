import { cellOf, heading, rowsIn, type RunToWrite, type Writer } from './Writer';

const RECORDS_PER_PIECE = 4096;

/** An array of records (RFC 8259), one a sample; the fields are the headings, and what is missing is null. */
export const json: Writer = {
  kind: 'json',
  title: 'JSON records',
  extension: 'json',
  mediaType: 'application/json',
  write: pieces,
};

function* pieces(run: RunToWrite): Generator<string> {
  const { channels } = run;
  const fields = channels.map((c) => JSON.stringify(heading(c)));
  const record = (i: number): string =>
    `{${channels.map((c, k) => `${fields[k]}:${JSON.stringify(cellOf(c, i))}`).join(',')}}`;
  const rows = rowsIn(run);
  yield '[';
  for (let from = 0; from < rows; from += RECORDS_PER_PIECE) {
    const records: string[] = [];
    for (let i = from; i < Math.min(rows, from + RECORDS_PER_PIECE); i++) records.push(record(i));
    yield (from === 0 ? '\n' : ',\n') + records.join(',\n');
  }
  yield '\n]\n';
}
