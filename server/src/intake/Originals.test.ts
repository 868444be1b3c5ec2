/** Originals as files of a folder: kept as they came, compressed when nobody waits. */
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeEach, expect, test } from '@jest/globals';
import type { Db } from '../store/pg/Database';
import { Originals } from './Originals';

const data = mkdtempSync(join(tmpdir(), 'undameter-originals-'));
const folder = join(data, 'originals');
let originals: Originals;
beforeEach(() => {
  rmSync(folder, { recursive: true, force: true });
  originals = new Originals(data, undefined as unknown as Db);
});
afterAll(() => rmSync(data, { recursive: true, force: true }));

async function keep(name: string, bytes: number): Promise<void> {
  const path = join(data, name);
  writeFileSync(path, Buffer.alloc(bytes, 'rig '));
  await originals.keep(path, name);
  originals.compressLater(name);
}
/** Until what was begun is through, or a stop ends its waiting. */
const names = () => readdirSync(folder).sort();
const until = async (isThere: () => boolean): Promise<void> => {
  while (!isThere()) await new Promise((resolve) => setTimeout(resolve, 10));
};

test('a small one is compressed at once, the next after it', async () => {
  await keep('a', 1000);
  await keep('b', 1000);
  await until(() => names().every((name) => name.endsWith('.gz')));
  expect(names()).toEqual(['a.gz', 'b.gz']);
});
test('a large one waits; a stop does not wait for it, and leaves it as it is', async () => {
  await keep('large', 2 ** 22 + 1);
  await originals.stop();
  expect(names()).toEqual(['large.raw']);
  const again = new Originals(data, undefined as unknown as Db);
  await again.restore('large', 'log.csv', join(data, 'back'));
  await again.stop();
  expect(names()).toEqual(['large.raw']);
});
