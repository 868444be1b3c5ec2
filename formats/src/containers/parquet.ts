import { AppError } from '@undameter/core';
import { columnsToText } from './columnsToText';
import type { Container } from './Container';
import type { CellValue } from './rowsToText';

/** Apache Parquet: its columns under their names; units from the file's own metadata, as `unit of NAME`. */
export const parquet: Container = {
  kind: 'parquet',
  title: 'Parquet',
  extensions: ['parquet'],
  partTitle: 'Table',
  recognises: (head) => head[0] === 0x50 && head[1] === 0x41 && head[2] === 0x52 && head[3] === 0x31,
  async unpack(bytes, name) {
    const { parquetMetadataAsync, parquetReadObjects, parquetSchema } = await import('hyparquet');
    const { compressors } = await import('hyparquet-compressors');
    const file = {
      byteLength: bytes.byteLength,
      slice: (start: number, end?: number) => bytes.slice(start, end).buffer as ArrayBuffer,
    };
    try {
      const metadata = await parquetMetadataAsync(file);
      const names = parquetSchema(metadata).children.map((c) => c.element.name);
      const rows = (await parquetReadObjects({ file, metadata, compressors, columns: names })) as Record<
        string,
        CellValue
      >[];
      const said = new Map(metadata.key_value_metadata?.map(({ key, value }) => [key, value ?? '']));
      const columns = names.map((n) => ({ name: n, unit: said.get(unitKey(n)), values: rows.map((r) => r[n]) }));
      const properties = [...said].filter(
        ([key, value]) => value.length < 200 && !key.startsWith(unitKey('')) && !/schema/i.test(key),
      );
      return { parts: ['table'], part: 'table', ...columnsToText({ properties, columns }) };
    } catch (error) {
      throw new AppError(
        'FILE_DAMAGED',
        { name, what: 'Parquet file', reason: (error as Error).message },
        { cause: error },
      );
    }
  },
};

/** Parquet has no place for units of its own; this key of its free metadata holds a column's. */
export const unitKey = (column: string): string => `unit of ${column}`;
