/**
 * The thread for what somebody waits for at the screen while the reader may be busy with a
 * long import: opening a file, looking at its first lines, writing one on its way out.
 */
import { openFile, previewFile, type OpenTask } from './openFile';
import { fieldSummary as summary, takeFieldFile } from './readFieldFile';
import { reporting } from './reportErrors';
import { writeFileOf } from './writeFileOf';

/** A library that has trapped is in no state to open the next file; a new thread has a fresh one. */
const endAfterTrap = (error: unknown): void => {
  const { cause } = error as { cause?: unknown };
  if (cause instanceof Error && cause.name === 'RuntimeError') setTimeout(() => process.exit(), 50);
};

export const open = reporting(async (task: OpenTask) => {
  try {
    return await openFile(task);
  } catch (error) {
    endAfterTrap(error);
    throw error;
  }
});
export const preview = reporting(previewFile);
export const write = reporting(writeFileOf);
export const fieldSummary = reporting(summary);
export const readField = reporting(takeFieldFile);
export const warm = (): void => undefined;
