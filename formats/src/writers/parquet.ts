import { unitKey } from '../containers/parquet';
import { cellOf, rowsIn, type Writer } from './Writer';

/** Apache Parquet: a column of doubles for each channel, of words for a category; units in the file's metadata. */
export const parquet: Writer = {
  kind: 'parquet',
  title: 'Parquet',
  extension: 'parquet',
  mediaType: 'application/vnd.apache.parquet',
  async write(run) {
    const { parquetWriteBuffer } = await import('hyparquet-writer');
    const names = distinct(run.channels.map((c) => c.name));
    const rows = rowsIn(run);
    const columnData = run.channels.map((channel, k) =>
      channel.labels
        ? { name: names[k]!, type: 'STRING' as const, data: Array.from({ length: rows }, (_, i) => cellOf(channel, i)) }
        : { name: names[k]!, type: 'DOUBLE' as const, data: channel.values, nullable: false },
    );
    const kvMetadata = run.channels.flatMap(({ unit }, k) =>
      unit === '' ? [] : [{ key: unitKey(names[k]!), value: unit }],
    );
    return [new Uint8Array(parquetWriteBuffer({ columnData, kvMetadata }))];
  },
};

/** Columns of a Parquet file must have names of their own. */
const distinct = (names: readonly string[]): string[] =>
  names.map((n, i) => (names.indexOf(n) === i ? n : `${n} (${names.slice(0, i).filter((o) => o === n).length + 1})`));
