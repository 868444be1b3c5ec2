/** Unpacks a container in the reader's thread: a large spreadsheet takes seconds. */
import { readFile, writeFile } from 'node:fs/promises';
import { containers } from '@undameter/formats';

export interface UnpackTask {
  path: string;
  name: string;
  kind: string;
  part: string | undefined;
  /** Where the text of the part goes. */
  target: string;
}
export interface UnpackedFile {
  parts: string[];
  part: string;
}

export async function unpackFile({ path, name, kind, part, target }: UnpackTask): Promise<UnpackedFile> {
  const container = containers.find((c) => c.kind === kind)!;
  const unpacked = await container.unpack(await readFile(path), name, part);
  await writeFile(target, unpacked.text);
  return { parts: unpacked.parts, part: unpacked.part };
}
