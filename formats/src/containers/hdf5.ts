import { AppError } from '@undameter/core';
import type { Attribute, Dataset, Group } from 'h5wasm';
import { columnsToText, numbered, type FileColumn } from './columnsToText';
import type { Container } from './Container';
import type { CellValue } from './rowsToText';

const SIGNATURE = [0x89, 0x48, 0x44, 0x46, 0x0d, 0x0a, 0x1a, 0x0a];
const MOST_COLUMNS_OF_ONE_SET = 1000;
const ALL_GROUPS = 'all groups';

/**
 * HDF5, and NetCDF-4, which is made of it. A table is made of the data sets of a group that
 * are equally long; sets of two dimensions give several columns, compound ones their fields.
 */
export const hdf5: Container = {
  kind: 'hdf5',
  title: 'HDF5 or NetCDF-4 file',
  extensions: ['h5', 'hdf5', 'hdf', 'he5', 'nc4'],
  partTitle: 'Data sets',
  recognises: (head) => SIGNATURE.every((byte, i) => head[i] === byte),
  async unpack(bytes, name, part) {
    const { ready, File } = await import('h5wasm');
    const { FS } = await ready;
    const path = '/in.h5';
    FS.writeFile(path, bytes);
    let file: InstanceType<typeof File> | undefined;
    try {
      file = new File(path, 'r');
      const tables = tablesOf(setsOf(file));
      const parts = [...tables.keys()];
      const wanted = part ?? largest(tables);
      const sets = wanted === undefined ? undefined : tables.get(wanted);
      if (!sets) throw new AppError('FILE_NO_PARTS', { name, what: 'data set of one or two dimensions' });
      const properties = [...wordsOf(file), ...sets.flatMap((s) => (s.group === file!.path ? [] : wordsOf(s.parent)))];
      const unique = [...new Map(properties.map((p) => [p[0], p])).values()];
      const each = parts.filter((p) => !p.startsWith(ALL_GROUPS));
      return { parts, each, part: wanted!, ...columnsToText({ properties: unique, columns: sets.flatMap(columnsOf) }) };
    } catch (error) {
      if (error instanceof AppError) throw error;
      throw new AppError(
        'FILE_DAMAGED',
        { name, what: 'HDF5 file', reason: (error as Error).message },
        { cause: error },
      );
    } finally {
      file?.close();
      FS.unlink(path);
    }
  },
};

interface DataSet {
  group: string;
  parent: Group;
  name: string;
  set: Dataset;
  rows: number;
}

/** All data sets with rows, by their way from the root. */
function setsOf(group: Group): DataSet[] {
  return group.keys().flatMap((name) => {
    const entity = group.get(name);
    if (!entity || !('type' in entity)) return [];
    if (entity.type === 'Group') return setsOf(entity as Group);
    if (entity.type !== 'Dataset') return [];
    const set = entity as Dataset;
    const [rows, width = 1, ...more] = set.shape ?? [];
    const isBareDimension = textOf(set.attrs['NAME'])?.startsWith(
      'This is a netCDF dimension but not a netCDF variable',
    );
    if (rows === undefined || rows === 0 || more.length > 0 || width > MOST_COLUMNS_OF_ONE_SET || isBareDimension)
      return [];
    return [{ group: group.path, parent: group, name, set, rows }];
  });
}

/** Sets of one group and one length, and, where several groups have that length, all of them together. */
function tablesOf(sets: readonly DataSet[]): Map<string, DataSet[]> {
  const tables = new Map<string, DataSet[]>();
  const put = (part: string, set: DataSet): void => void tables.set(part, [...(tables.get(part) ?? []), set]);
  for (const s of sets) put(`${s.group.replace(/^\/(?=.)/, '')} · ${s.rows} rows`, s);
  for (const rows of new Set(sets.map((s) => s.rows))) {
    const equal = sets.filter((s) => s.rows === rows);
    if (new Set(equal.map((s) => s.group)).size > 1) for (const s of equal) put(`${ALL_GROUPS} · ${rows} rows`, s);
  }
  return tables;
}

/** The table with the most cells is what a file is mostly about. */
function largest(tables: ReadonlyMap<string, DataSet[]>): string | undefined {
  const size = (sets: readonly DataSet[]): number => sets.reduce((sum, s) => sum + s.rows * (s.set.shape?.[1] ?? 1), 0);
  return [...tables].reduce<[string, number] | undefined>(
    (best, [part, sets]) => (best === undefined || size(sets) > best[1] ? [part, size(sets)] : best),
    undefined,
  )?.[0];
}

const textOf = (attribute: Attribute | undefined): string | undefined =>
  typeof attribute?.value === 'string' ? attribute.value : undefined;

function numberOf(attribute: Attribute | undefined): number | undefined {
  const value = attribute?.value;
  const first = ArrayBuffer.isView(value) ? (value as Float64Array)[0] : value;
  return typeof first === 'number' || typeof first === 'bigint' ? Number(first) : undefined;
}

/** Attributes of a group that are words or single numbers. */
const wordsOf = (group: Group): [string, string][] =>
  Object.entries(group.attrs).flatMap(([key, attribute]) => {
    const value = textOf(attribute) ?? numberOf(attribute);
    return value === undefined || key.startsWith('_') ? [] : [[key, String(value)] as [string, string]];
  });

function columnsOf({ name, set, rows }: DataSet): FileColumn[] {
  const { attrs } = set;
  const about = {
    unit: textOf(attrs['units']) ?? textOf(attrs['unit']) ?? textOf(attrs['Units']),
    fill: numberOf(attrs['_FillValue']) ?? numberOf(attrs['missing_value']),
    scale: numberOf(attrs['scale_factor']),
    offset: numberOf(attrs['add_offset']),
  };
  const title = textOf(attrs['long_name']) ?? name;
  const values = set.value as ArrayLike<CellValue>;
  const { compound_type: compound } = set.metadata;
  if (compound) {
    const records = values as unknown as ArrayLike<ArrayLike<CellValue>>;
    return compound.members.map((member, k) => ({
      name: `${title} ${member.name}`,
      values: Array.from({ length: rows }, (_, i) => records[i]![k]),
    }));
  }
  const width = set.shape?.[1] ?? 1;
  if (width === 1) return [{ name: title, values, ...about }];
  return numbered(title, width).map((heading, k) => ({
    name: heading,
    values: Array.from({ length: rows }, (_, i) => values[i * width + k]),
    ...about,
  }));
}
