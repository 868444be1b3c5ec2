import { readFile, writeFile } from 'node:fs/promises';
import { containerOf, type Unpacked } from '@undameter/formats';

/** A file in an archive in an archive is looked into; deeper ones are nobody's log. */
const MOST_LEVELS = 4;
/** Bytes by which a container is recognised. */
const HEAD_BYTES = 2 ** 20;

interface UnpackTask {
  path: string;
  name: string;
  /** Part to open at each level; the first that holds anything where there is none. */
  parts: string[];
  /** Where the text goes. */
  target: string;
}

export interface Level {
  title: string;
  partTitle: string;
  parts: string[];
  /** Those that are runs of their own. */
  each: string[];
  part: string;
}

interface UnpackedFile {
  levels: Level[];
  given: Unpacked['given'];
}

export async function unpackFile({ path, name, parts, target }: UnpackTask): Promise<UnpackedFile> {
  const { buffer, byteOffset, byteLength } = await readFile(path);
  // As a plain array: slices of a Buffer are views on it, which the libraries do not expect.
  let bytes = new Uint8Array<ArrayBufferLike>(buffer, byteOffset, byteLength);
  let inside = name;
  let given: Unpacked['given'];
  const levels: Level[] = [];
  while (levels.length < MOST_LEVELS) {
    const container = containerOf(bytes.subarray(0, HEAD_BYTES), inside);
    if (!container) break;
    const unpacked = await container.unpack(bytes, inside, parts[levels.length]);
    const { title, partTitle } = container;
    const { parts: all, each = all, part } = unpacked;
    levels.push({ title, partTitle, parts: all, each, part });
    given = unpacked.given;
    const asItStands = unpacked.text === bytes;
    bytes = unpacked.text;
    inside = unpacked.part;
    // A table of cells is the end of the way, and so is a text that is taken as it stands.
    if (given || asItStands) break;
  }
  await writeFile(target, bytes);
  return { levels, given };
}
