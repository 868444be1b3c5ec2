import { AppError } from '@undameter/core';
import type { File as HdfFile, FS as HdfFolder } from 'h5wasm';
import type { FieldFormat, FieldPart, HowRead } from '../FieldFormat';
import { CgnsNode } from './tree';
import { zoneParts, type ZoneOf } from './zone';
import { lengthUnit, unitNames } from './unitsOf';

const HDF5 = [0x89, 0x48, 0x44, 0x46, 0x0d, 0x0a, 0x1a, 0x0a];
/** The older way in which such files are kept. */
const OLDER = '@(#)ADF Database';

/** Once it is loaded. */
let hdf: { File: typeof HdfFile; folder: typeof HdfFolder & object } | undefined;

/**
 * CGNS as it lies in HDF5: structured and unstructured zones, values of nodes and cells, one time of a series.
 * Source: CGNS Standard Interface Data Structures (AIAA R-101A) and its HDF5 file mapping; judged by files that its reference
 * library wrote.
 */
export const cgns: FieldFormat = {
  kind: 'cgns',
  title: 'CGNS file',
  extensions: ['cgns'],
  recognises: (head, name) =>
    /\.cgns$/i.test(name) && (HDF5.every((byte, i) => head[i] === byte) || wordAt(head).startsWith(OLDER)),
  async load() {
    if (hdf) return;
    const { ready, File } = await import('h5wasm');
    hdf = { File, folder: (await ready).FS };
  },
  read(bytes, name, how = {}) {
    if (wordAt(bytes).startsWith(OLDER)) throw damaged(name, 'it is kept in the older way (ADF); save it as HDF5');
    const { File, folder } = hdf!;
    const path = '/field.cgns';
    folder.writeFile(path, bytes);
    let file: HdfFile | undefined;
    try {
      file = new File(path, 'r');
      return partsOf(CgnsNode.root(file), name, how);
    } catch (error) {
      if (error instanceof AppError) throw error;
      throw new AppError(
        'FILE_DAMAGED',
        { name, what: 'CGNS file', reason: (error as Error).message },
        { cause: error },
      );
    } finally {
      file?.close();
      folder.unlink(path);
    }
  },
};

const wordAt = (head: Uint8Array): string => String.fromCharCode(...head.subarray(4, 4 + OLDER.length));
const damaged = (name: string, reason: string): AppError =>
  new AppError('FILE_DAMAGED', { name, what: 'CGNS file', reason });

function partsOf(root: CgnsNode, name: string, how: HowRead): FieldPart[] {
  const bases = root.all('CGNSBase_t');
  if (bases.length === 0) throw damaged(name, 'it has no base');
  return bases.flatMap((base) => {
    const [cellDimension = 3] = base.numbers();
    const units = unitNames(base, undefined);
    const times = [...(base.first('BaseIterativeData_t')?.named('TimeValues')?.numbers() ?? [])];
    const time = times.length === 0 ? undefined : Math.min(how.time ?? times.length - 1, times.length - 1);
    const of: ZoneOf = { file: name, cellDimension, units, time };
    const zones = base.all('Zone_t');
    const parts = zones.flatMap((zone) => zoneParts(zone, of));
    return parts.map((part) => ({
      ...part,
      ...(times.length > 1 ? { times } : {}),
      ...(lengthUnit(units) === undefined ? {} : { coordinateUnit: lengthUnit(units)! }),
      name: bases.length > 1 ? `${base.name}, ${part.name}` : part.name,
    }));
  });
}
