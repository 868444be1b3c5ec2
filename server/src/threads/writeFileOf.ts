import { createWriteStream } from 'node:fs';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { writers, type RunToWrite } from '@undameter/formats';

export interface WriteTask {
  run: RunToWrite;
  kind: string;
  /** Where the file goes. */
  path: string;
}

/** Writes channels to a file in an open format. */
export async function writeFileOf({ run, kind, path }: WriteTask): Promise<void> {
  const writer = writers.find((w) => w.kind === kind)!;
  await pipeline(Readable.from(await writer.write(run)), createWriteStream(path));
}
