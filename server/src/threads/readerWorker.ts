/** The thread that reads files, so that a long import leaves the screens alone. */
import { createReadStream } from 'node:fs';
import type { MessagePort } from 'node:worker_threads';
import type { ColumnReading, Layout } from '@undameter/core';
import { formatFor } from '@undameter/formats';
import { reporting } from './reportErrors';
import { unpackFile } from './unpackFile';

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
  columns: Float64Array[];
  rows: number;
  bytesRead: number;
}
export type BlockAnswer = 'stored' | 'stop';

class Stopped extends Error {}

async function readFile({ path, name, layout, columns, width, port }: ReadTask) {
  const stream = createReadStream(path, { highWaterMark: 1 << 20 });
  const onBlock = async (block: Float64Array[], rows: number): Promise<void> => {
    const answer = new Promise<BlockAnswer>((resolve) => port.once('message', resolve));
    const message: BlockMessage = { columns: block, rows, bytesRead: stream.bytesRead };
    port.postMessage(
      message,
      block.map((c) => c.buffer as ArrayBuffer),
    );
    if ((await answer) === 'stop') throw new Stopped();
  };
  try {
    return await formatFor(name).read({ bytes: stream, name, layout, columns, width, onBlock });
  } catch (error) {
    if (error instanceof Stopped) return undefined;
    throw error;
  } finally {
    stream.destroy();
    port.close();
  }
}

export const read = reporting(readFile);
export const unpack = reporting(unpackFile);
