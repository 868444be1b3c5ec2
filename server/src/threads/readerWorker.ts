/** The thread that reads files, so that a long import leaves the screens alone. */
import { closeSync, openSync, readSync } from 'node:fs';
import type { MessagePort } from 'node:worker_threads';
import { buildLevels, type ColumnReading, type Layout, type Level } from '@undameter/core';
import { formatFor } from '@undameter/formats';
import { packSamples } from '../store/packSamples';
import { reporting } from './reportErrors';

export interface ReadTask {
  path: string;
  name: string;
  layout: Layout;
  columns: ColumnReading[];
  width: number;
  port: MessagePort;
}

/** From the reader: a block of rows; back comes an answer when it is stored, or the wish to stop. */
export interface BlockMessage {
  /** The block's columns, packed as they are stored. */
  chunks: Uint8Array[];
  /** Min/max levels of each column over the block. */
  levels: Level[][];
  rows: number;
  bytesRead: number;
}
export type BlockAnswer = 'stored' | 'stop';

class Stopped extends Error {}

const PIECE_BYTES = 1 << 20;

/** A file piece by piece, each in the same array: this thread has nothing else to do while it waits for the disk. */
async function* piecesOf(file: number, progress: { bytesRead: number }): AsyncGenerator<Uint8Array> {
  const piece = new Uint8Array(PIECE_BYTES);
  for (let read = readSync(file, piece); read > 0; read = readSync(file, piece)) {
    progress.bytesRead += read;
    yield piece.subarray(0, read);
  }
}

async function readFile({ path, name, layout, columns, width, port }: ReadTask) {
  const file = openSync(path, 'r');
  const progress = { bytesRead: 0 };
  // One block is stored while the next is read; more would only fill the memory.
  let before: Promise<BlockAnswer> = Promise.resolve('stored');
  const onBlock = async (block: Float64Array[], rows: number): Promise<void> => {
    const levels = block.map(buildLevels);
    const chunks = block.map(packSamples);
    if ((await before) === 'stop') throw new Stopped();
    before = new Promise((resolve) => port.once('message', resolve));
    const message: BlockMessage = { chunks, levels, rows, bytesRead: progress.bytesRead };
    port.postMessage(
      message,
      chunks.map((c) => c.buffer as ArrayBuffer),
    );
  };
  try {
    const record = await formatFor(name).read({
      bytes: piecesOf(file, progress),
      name,
      layout,
      columns,
      width,
      onBlock,
    });
    return (await before) === 'stop' ? undefined : record;
  } catch (error) {
    if (error instanceof Stopped) return undefined;
    throw error;
  } finally {
    closeSync(file);
    port.close();
  }
}

export const read = reporting(readFile);
export const warm = (): void => undefined;
