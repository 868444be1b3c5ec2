import { AppError } from '@undameter/core';
import { MOST_UNPACKED_BYTES } from '../containers/Container';
import { list } from '../containers/zip';
import type { FieldFormat, FieldPart, HowRead } from './FieldFormat';
import { childrenOf, elementsOf, type Element } from './vtk/xmlTree';

/** A file of an archive with what the archive calls it. */
interface Listed {
  path: string;
  name: string;
}

/** The files of a multi-block file of VTK, with the names of their blocks. Source: VTK XML file format, vtkMultiBlockDataSet. */
function blocksOf(text: string, path: string): Listed[] {
  const folder = path.includes('/') ? path.slice(0, path.lastIndexOf('/') + 1) : '';
  const below = (element: Element, named: string): Listed[] =>
    element.children.flatMap((child) => {
      const { file, name = '' } = child.attributes;
      const called = name || named;
      return file ? [{ path: folder + file, name: called }] : below(child, called);
    });
  return childrenOf(elementsOf(text, path, true), 'VTKFile').flatMap((file) => below(file, ''));
}

/** The files of a series, by their times. Source: VTK XML file format, a Collection of data sets with time steps (.pvd). */
function seriesIn(text: string, path: string): { time: number; file: string }[] {
  const folder = path.includes('/') ? path.slice(0, path.lastIndexOf('/') + 1) : '';
  const all = (element: Element): Element[] => [element, ...element.children.flatMap(all)];
  return childrenOf(elementsOf(text, path, true), 'VTKFile')
    .flatMap(all)
    .flatMap(({ attributes: { timestep, file } }) =>
      file && timestep !== undefined ? [{ time: Number(timestep), file: folder + file }] : [],
    );
}

/**
 * The parts of an archive of field files: as a multi-block file of it names them, else each file by its name.
 * @throws {AppError} FILE_NO_PARTS, FILE_UNPACKS_TOO_LARGE, and as the files' format
 */
export function partsOfArchive(
  bytes: Uint8Array,
  name: string,
  formatOf: (head: Uint8Array, name: string) => FieldFormat | undefined,
  how: HowRead,
): FieldPart[] {
  let unpackedBytes = 0;
  const files = list(bytes, name, ({ name: path, originalSize }) => {
    if (path.endsWith('/')) return false;
    unpackedBytes += originalSize;
    if (unpackedBytes > MOST_UNPACKED_BYTES)
      throw new AppError('FILE_UNPACKS_TOO_LARGE', { name, limitBytes: MOST_UNPACKED_BYTES });
    return true;
  });
  const blocks = Object.keys(files).find((path) => /\.vtm$/i.test(path));
  const collection = Object.keys(files).find((path) => /\.pvd$/i.test(path));
  const series = collection ? seriesIn(Buffer.from(files[collection]!).toString('utf8'), collection) : [];
  const times = [...new Set(series.map((s) => s.time))].sort((a, b) => a - b);
  const time = times[Math.min(how.time ?? times.length - 1, times.length - 1)];
  const ofTime = series.filter((s) => s.time === time).map(({ file }) => ({ path: file, name: '' }));
  const listed = collection
    ? ofTime
    : blocks
      ? blocksOf(Buffer.from(files[blocks]!).toString('utf8'), blocks)
      : Object.keys(files).map((path) => ({
          path,
          name: path
            .split('/')
            .at(-1)!
            .replace(/\.\w+$/, ''),
        }));
  const parts = listed.flatMap(({ path, name: called }) => {
    const file = files[path];
    if (!file)
      throw new AppError('FILE_DAMAGED', { name, what: 'archive of a field', reason: `"${path}" is missing in it` });
    const format = formatOf(file, path);
    if (!format) return [];
    return format.read(file, path, { ...how, beside: files }).map((part) => ({
      ...part,
      ...(times.length > 1 ? { times } : {}),
      name: [called, part.name].filter(Boolean).join(', '),
    }));
  });
  if (parts.length === 0) throw new AppError('FILE_NO_PARTS', { name, what: 'file of a field' });
  return parts;
}
