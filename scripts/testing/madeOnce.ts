/** What takes long to make and is the same for many tests is made by the first that asks for it, and copied by the others. */
import { existsSync, mkdirSync, mkdtempSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout } from 'node:timers/promises';

/**
 * The path of a file or a folder that `make` writes once in a run of the tests, however many processes ask for it.
 * @throws {Error} when making it failed, for all who asked
 */
export async function madeOnce(name: string, make: (path: string) => Promise<void>): Promise<string> {
  const path = join(folderOfRun(), name);
  try {
    mkdirSync(`${path}.lock`);
  } catch {
    return await whenMade(path);
  }
  try {
    await make(`${path}.new`);
    renameSync(`${path}.new`, path);
  } catch (error) {
    writeFileSync(`${path}.failed`, String(error));
    throw error;
  }
  return path;
}

async function whenMade(path: string): Promise<string> {
  while (!existsSync(path)) {
    if (existsSync(`${path}.failed`)) throw new Error(readFileSync(`${path}.failed`, 'utf8'));
    await setTimeout(50);
  }
  return path;
}

/** Of the run as its set-up made it; without one, of this process, with which it goes. */
const folderOfRun = (): string => (process.env['UNDAMETER_TEST_FOLDER'] ??= folderOfProcess());

function folderOfProcess(): string {
  const folder = mkdtempSync(join(tmpdir(), 'undameter-made-'));
  process.once('exit', () => rmSync(folder, { recursive: true, force: true }));
  return folder;
}
