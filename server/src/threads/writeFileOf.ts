import { once } from 'node:events';
import type { MessagePort } from 'node:worker_threads';
import { writers, type RunToWrite } from '@undameter/formats';

export interface WriteTask {
  run: RunToWrite;
  kind: string;
  /** Where the pieces of the file go; each is asked for. */
  port: MessagePort;
}

/** A piece of the file, or null behind the last one. */
export type WrittenPiece = string | Uint8Array | null;
/** What is said of a piece: send the next one, or stop, since nobody reads on. */
export type PieceAnswer = 'next' | 'stop';

/** Writes channels in an open format, piece by piece as they are asked for. */
export async function writeFileOf({ run, kind, port }: WriteTask): Promise<void> {
  const writer = writers.find((w) => w.kind === kind)!;
  for (const piece of await writer.write(run)) {
    const answered = once(port, 'message') as Promise<[PieceAnswer]>;
    port.postMessage(piece satisfies WrittenPiece);
    if ((await answered)[0] === 'stop') return;
  }
  port.postMessage(null satisfies WrittenPiece);
}
