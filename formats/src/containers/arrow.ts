import { AppError, isoMoment } from '@undameter/core';
import { columnsToText, type FileColumn } from './columnsToText';
import type { Container } from './Container';
import type { CellValue } from './rowsToText';

const FILE_MARK = [...'ARROW1'].map((c) => c.charCodeAt(0));

/** Arrow IPC (Feather), as a file or as a stream: its columns under their names, units from the metadata of the fields. */
export const arrow: Container = {
  kind: 'arrow',
  title: 'Arrow file',
  extensions: ['arrow', 'arrows', 'feather', 'ipc'],
  partTitle: 'Table',
  recognises: (head, name) =>
    FILE_MARK.every((byte, i) => head[i] === byte) ||
    (/\.(arrow|arrows|ipc|feather)$/i.test(name) && [0, 1, 2, 3].every((i) => head[i] === 0xff)),
  async unpack(bytes, name) {
    const { tableFromIPC, DataType } = await import('apache-arrow');
    try {
      const table = tableFromIPC(bytes);
      // A damaged header can claim any number of rows; a flag takes a bit of the file at least.
      if (table.numRows > bytes.length * 8) throw new Error('it claims more rows than it has bits');
      const columns = table.schema.fields.map((field, k): FileColumn => {
        const vector = table.getChildAt(k)!;
        const isMoment = DataType.isTimestamp(field.type) || DataType.isDate(field.type);
        const at = (i: number): CellValue => {
          const value: unknown = vector.get(i);
          if (value === null || value === undefined) return null;
          // The library gives moments in milliseconds since 1970.
          if (isMoment) return isoMoment(Number(value) / 1000);
          return typeof value === 'object' ? String(value) : (value as CellValue);
        };
        return {
          name: field.name,
          unit: field.metadata.get('unit') ?? field.metadata.get('units'),
          values: Array.from({ length: table.numRows }, (_, i) => at(i)),
        };
      });
      const properties = [...table.schema.metadata].filter(
        ([key, value]) => value.length < 200 && !/schema|pandas/i.test(key),
      );
      return { parts: ['table'], part: 'table', ...columnsToText({ properties, columns }) };
    } catch (error) {
      throw new AppError(
        'FILE_DAMAGED',
        { name, what: 'Arrow file', reason: (error as Error).message },
        { cause: error },
      );
    }
  },
};
