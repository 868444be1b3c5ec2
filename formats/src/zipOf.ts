import { zipSync } from 'fflate';

/** An archive of files by their names. Pictures are packed already, so nothing is packed again. */
export const zipOf = (files: Readonly<Record<string, Uint8Array>>): Uint8Array => zipSync({ ...files }, { level: 0 });
