import { AppError } from '@undameter/core';
import type { Attribute, NetCDFReader as Reader, Variable } from 'netcdfjs';
import { columnsToText, numbered, type FileColumn } from './columnsToText';
import type { Container } from './Container';
import type { CellValue } from './rowsToText';

/** NetCDF of the classic kinds: a table is made of the variables that run along one dimension. */
export const netcdf: Container = {
  kind: 'netcdf',
  title: 'NetCDF file',
  extensions: ['nc', 'cdf'],
  partTitle: 'Dimension',
  recognises: (head) => head[0] === 0x43 && head[1] === 0x44 && head[2] === 0x46 && (head[3] === 1 || head[3] === 2),
  async unpack(bytes, name, part) {
    const { NetCDFReader } = await import('netcdfjs');
    try {
      const reader = new NetCDFReader(bytes);
      checkSizes(reader, bytes.length);
      const tables = tablesOf(reader);
      const parts = [...tables.keys()];
      const wanted = part ?? parts.toSorted((a, b) => tables.get(b)!.length - tables.get(a)!.length)[0];
      const variables = wanted === undefined ? undefined : tables.get(wanted);
      if (!variables) throw new AppError('FILE_NO_PARTS', { name, what: 'variable of one or two dimensions' });
      const properties = (reader.globalAttributes as Attribute[]).map((a) => [a.name, String(a.value)] as const);
      const columns = variables.flatMap((v) => columnsOf(reader, v));
      return { parts, part: wanted!, ...columnsToText({ properties, columns }) };
    } catch (error) {
      if (error instanceof AppError) throw error;
      throw new AppError(
        'FILE_DAMAGED',
        { name, what: 'NetCDF file', reason: (error as Error).message },
        { cause: error },
      );
    }
  },
};

/** A damaged header can claim any length; the library would make room for it. */
function checkSizes({ variables, dimensions, recordDimension }: Reader, fileBytes: number): void {
  for (const { name, record, dimensions: along, size } of variables) {
    const cells = along.slice(record ? 1 : 0).reduce((product, d) => product * (dimensions[d]?.size ?? Infinity), 1);
    const records = record ? recordDimension.length : 1;
    if (!(records * Math.max(cells, record ? size : 0) <= fileBytes))
      throw new Error(`"${name}" would be longer than the file`);
  }
}

function tablesOf(reader: Reader): Map<string, Variable[]> {
  const tables = new Map<string, Variable[]>();
  for (const variable of reader.variables) {
    const [along, ...more] = variable.dimensions;
    if (along === undefined || more.length > 1) continue;
    const part = reader.dimensions[along]!.name;
    tables.set(part, [...(tables.get(part) ?? []), variable]);
  }
  return tables;
}

function columnsOf(reader: Reader, variable: Variable): FileColumn[] {
  const attribute = (wanted: string) => (variable.attributes as Attribute[]).find((a) => a.name === wanted)?.value;
  const number = (wanted: string): number | undefined => {
    const value = attribute(wanted);
    return value === undefined ? undefined : Number(Array.isArray(value) ? value[0] : value);
  };
  const text = (wanted: string): string | undefined => {
    const value = attribute(wanted);
    return typeof value === 'string' ? value.replace(/\0+$/, '') : undefined;
  };
  const about = {
    unit: text('units'),
    fill: number('_FillValue') ?? number('missing_value'),
    scale: number('scale_factor'),
    offset: number('add_offset'),
  };
  const title = text('long_name') ?? variable.name;
  const read = reader.getDataVariable(variable) as CellValue[] | CellValue[][];
  const width = variable.dimensions.length < 2 ? 1 : reader.dimensions[variable.dimensions[1]!]!.size;
  if (width === 1) return [{ name: title, values: read.flat(), ...about }];
  // A variable along the record dimension comes row by row, another one in one piece.
  const flat = read.flat();
  return numbered(title, width).map((heading, k) => ({
    name: heading,
    values: Array.from({ length: flat.length / width }, (_, i) => flat[i * width + k]),
    ...about,
  }));
}
