import { AppError } from '@undameter/core';
import { zip } from '../containers/zip';
import { partsOfArchive } from './archive';
import { cgns } from './cgns/cgns';
import type { FieldFormat, HowRead } from './FieldFormat';
import { stl } from './stl';
import { nodeTable } from './table/nodeTable';
import { vtkLegacy } from './vtk/vtkLegacy';
import { vtkXml } from './vtk/vtkXml';
import { wholeField, type Field } from './wholeField';

export type { Field, FieldVariable } from './wholeField';

/** Every format of a simulated field. */
const fieldFormats: readonly FieldFormat[] = [vtkXml, vtkLegacy, stl, cgns, nodeTable];

/** Endings of files that are fields, without the dot. */
export const fieldExtensions: readonly string[] = fieldFormats.flatMap((f) => f.extensions);

const formatOf = (head: Uint8Array, name: string): FieldFormat | undefined =>
  fieldFormats.find((f) => f.recognises(head, name));

/** Brings into memory what the reading of a file needs: before `readField`. */
export async function loadForField(bytes: Uint8Array, name: string): Promise<void> {
  const needed = zip.recognises(bytes, name) ? fieldFormats : [formatOf(bytes, name)];
  for (const format of needed) await format?.load?.();
}

/**
 * Reads a file of a simulated field, or an archive of several, each a zone.
 * @param bytes  the whole file
 * @param how  what is wanted of the reading
 * @throws {AppError} FILE_DAMAGED, FILE_UNPACKS_TOO_LARGE, FILE_NO_PARTS, FIELD_EMPTY, FIELD_TOO_LARGE, FIELD_SHAPE, and
 *   as `checkMesh`
 */
export function readField(bytes: Uint8Array, name: string, how: HowRead = {}): Field {
  if (zip.recognises(bytes, name)) return wholeField(partsOfArchive(bytes, name, formatOf, how), name);
  const format = formatOf(bytes, name);
  if (format) return wholeField(format.read(bytes, name, how), name);
  const reason = `it does not begin as one (${fieldFormats.map((f) => f.title).join(', ')})`;
  throw new AppError('FILE_DAMAGED', { name, what: 'simulated field', reason });
}
