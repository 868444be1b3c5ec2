import { AppError } from '@undameter/core';
import { unzipSync, type UnzipFileInfo } from 'fflate';
import { MOST_UNPACKED_BYTES, type Container } from './Container';

/** An archive of files: each a part. Nothing is ever written under a name that stands in it. */
export const zip: Container = {
  kind: 'zip',
  title: 'zip archive',
  extensions: ['zip'],
  partTitle: 'File',
  recognises: (head) => head[0] === 0x50 && head[1] === 0x4b && head[2] === 3 && head[3] === 4,
  async unpack(bytes, name, part) {
    const parts: string[] = [];
    list(bytes, name, (file) => {
      if (isLog(file.name)) parts.push(file.name);
      return false;
    });
    const wanted = part ?? parts[0];
    if (wanted === undefined || !parts.includes(wanted))
      throw new AppError('FILE_NO_PARTS', { name, what: 'file of text' });
    const found = list(bytes, name, (file) => {
      if (file.name !== wanted) return false;
      if (file.originalSize > MOST_UNPACKED_BYTES)
        throw new AppError('FILE_UNPACKS_TOO_LARGE', { name, limitBytes: MOST_UNPACKED_BYTES });
      return true;
    });
    return { parts, part: wanted, text: found[wanted]! };
  },
};

/** Folders and what desktops add of their own are no logs. */
const isLog = (path: string): boolean => !path.endsWith('/') && !/(^|\/)(\.[^./]|__MACOSX\/|Thumbs\.db$)/.test(path);

/** @throws {AppError} FILE_DAMAGED, also where a file of it is locked by a password */
export function list(bytes: Uint8Array, name: string, filter: (file: UnzipFileInfo) => boolean) {
  try {
    return unzipSync(bytes, { filter });
  } catch (error) {
    if (error instanceof AppError) throw error;
    throw new AppError('FILE_DAMAGED', { name, what: 'archive', reason: (error as Error).message }, { cause: error });
  }
}
