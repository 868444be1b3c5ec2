import { closeSync, openSync, readSync, statSync } from 'node:fs';
import type { Layout, Preview, Why } from '@undameter/core';
import { containerOf, formatFor } from '@undameter/formats';
import { unpackFile, type Level } from './unpackFile';

/** Bytes from the start of a file by which it is recognised and understood. */
const HEAD_BYTES = 2 ** 20;

export interface OpenTask {
  path: string;
  name: string;
  /** Part to open at each level of a container; the first that holds anything where there is none. */
  parts: string[];
  /** Where the text of a container goes. */
  target: string;
}

export interface OpenedFile {
  levels: Level[];
  layout: Layout;
  why: Why;
  preview: Preview;
  /** The file itself, or the text that was unpacked from it. */
  textPath: string;
  textBytes: number;
}

/** Makes the text of a file ready and understands it from its first lines. */
export async function openFile({ path, name, parts, target }: OpenTask): Promise<OpenedFile> {
  const container = containerOf(headOf(path), name);
  const packed = container !== undefined && statSync(path).size <= (container.mostBytes ?? Infinity);
  const { levels, given } = packed ? await unpackFile({ path, name, parts, target }) : { levels: [], given: undefined };
  const textPath = packed ? target : path;
  const { layout, why } = formatFor(name).guess(headOf(textPath), name, given);
  const textBytes = statSync(textPath).size;
  return { levels, layout, why, textPath, textBytes, preview: previewFile({ path: textPath, name, layout }) };
}

/** What a layout makes of the first lines of a text file. */
export function previewFile({ path, name, layout }: { path: string; name: string; layout: Layout }): Preview {
  return formatFor(name).preview(headOf(path), layout, statSync(path).size <= HEAD_BYTES);
}

function headOf(path: string): Uint8Array {
  const file = openSync(path, 'r');
  try {
    const head = new Uint8Array(Math.min(statSync(path).size, HEAD_BYTES));
    readSync(file, head, 0, head.length, 0);
    return head;
  } finally {
    closeSync(file);
  }
}
