/**
 * The thread for what somebody waits for at the screen while the reader may be busy with a
 * long import: opening a file, looking at its first lines, writing one on its way out.
 */
import { openFile, previewFile } from './openFile';
import { reporting } from './reportErrors';
import { writeFileOf } from './writeFileOf';

export const open = reporting(openFile);
export const preview = reporting(previewFile);
export const write = reporting(writeFileOf);
