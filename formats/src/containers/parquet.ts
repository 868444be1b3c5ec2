import { AppError } from '@undameter/core';
import type { Container } from './Container';
import { rowsToText, type CellValue } from './rowsToText';

/** Apache Parquet: its columns under their names. */
export const parquet: Container = {
  kind: 'parquet',
  title: 'Parquet',
  partTitle: 'Table',
  recognises: (head) => head[0] === 0x50 && head[1] === 0x41 && head[2] === 0x52 && head[3] === 0x31,
  async unpack(bytes, name) {
    const { parquetMetadataAsync, parquetRead, parquetSchema } = await import('hyparquet');
    const { compressors } = await import('hyparquet-compressors');
    const file = {
      byteLength: bytes.byteLength,
      slice: (start: number, end?: number) => bytes.slice(start, end).buffer as ArrayBuffer,
    };
    try {
      const metadata = await parquetMetadataAsync(file);
      const columns = parquetSchema(metadata).children.map((c) => c.element.name);
      let rows: CellValue[][] = [];
      await parquetRead({ file, metadata, compressors, columns, onComplete: (all) => (rows = all as CellValue[][]) });
      return { parts: ['table'], part: 'table', text: rowsToText([columns, ...rows]) };
    } catch (error) {
      throw new AppError(
        'FILE_DAMAGED',
        { name, what: 'Parquet file', reason: (error as Error).message },
        { cause: error },
      );
    }
  },
};
