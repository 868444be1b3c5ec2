import { cpSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { connectInMemory, migrations } from '../../test/inMemory';
import { migrate } from './migrate';
import { Database } from './pg/Database';

jest.setTimeout(120_000);
let db: Database;
let folder: string;
beforeAll(() => {
  db = new Database(connectInMemory());
});
afterAll(() => db.close());
beforeEach(async () => {
  await db.script('drop schema public cascade; create schema public');
  folder = mkdtempSync(join(tmpdir(), 'undameter-migrations-'));
});
afterEach(() => {
  rmSync(folder, { recursive: true, force: true });
});
const put = (name: string, text: string) => writeFileSync(join(folder, name), text);
const tables = async () =>
  (
    await db.sql<{ name: string }>`
      select tablename as name from pg_tables where schemaname = 'public' and tablename <> 'migration' order by 1`
  ).map(({ name }) => name);

describe('migrations', () => {
  test('run once each, in their order, and are remembered', async () => {
    put('0001_one.sql', 'create table one (id integer)');
    await migrate(db, folder);
    put('0002_two.sql', 'alter table one rename to two; create table three (id integer)');
    put('notes.txt', 'no migration');
    await migrate(db, folder);
    await migrate(db, folder);
    expect(await tables()).toEqual(['three', 'two']);
    expect(await db.sql`select number, name from migration order by number`).toEqual([
      { number: 1, name: '0001_one.sql' },
      { number: 2, name: '0002_two.sql' },
    ]);
  });
  test('one that fails leaves nothing of itself', async () => {
    put('0001_one.sql', 'create table one (id integer); nonsense');
    await expect(migrate(db, folder)).rejects.toMatchObject({ code: '42601' });
    expect(await tables()).toEqual([]);
  });
  test('one that was edited after it had run is refused', async () => {
    put('0001_one.sql', 'create table one (id integer)');
    await migrate(db, folder);
    put('0001_one.sql', 'create table one (id integer, name text)');
    await expect(migrate(db, folder)).rejects.toThrow('0001_one.sql was edited');
  });
  test('a gap in their numbers is refused', async () => {
    put('0002_two.sql', 'create table two (id integer)');
    await expect(migrate(db, folder)).rejects.toThrow('breaks the numbering; 1 was expected');
  });
  test('a directory of a newer version is refused', async () => {
    put('0001_one.sql', 'create table one (id integer)');
    put('0002_two.sql', 'create table two (id integer)');
    await migrate(db, folder);
    rmSync(join(folder, '0002_two.sql'));
    await expect(migrate(db, folder)).rejects.toThrow('newer version');
  });
});

/** The migrations before one of ours, then what a database of that time held, then that one. */
async function across(number: number, before: () => Promise<unknown>): Promise<void> {
  const all = readdirSync(migrations).sort();
  for (const name of all.slice(0, number - 1)) cpSync(join(migrations, name), join(folder, name));
  await migrate(db, folder);
  await before();
  cpSync(join(migrations, all[number - 1]!), join(folder, all[number - 1]!));
  await migrate(db, folder);
}

test('limits of a condition that was kept before they had kinds get theirs, in their order', async () => {
  const limits = [
    { symbol: 'n', value: 1450, tolerance: 20, unit: 'rpm' },
    { symbol: 'Q', low: 1, high: null, unit: 'L/min', not: true },
    { any: [{ symbol: 'v', words: ['open'] }, { formula: 'Q > 1' }] },
    { x: 'Q', y: 'H', xUnit: '', yUnit: '', corners: [[0, 0]] },
    { steady: [], lasting: 10, settling: 5, timeUnit: 's' },
  ];
  await across(16, async () => {
    await db.script(`insert into campaign (name) values ('c')`);
    await db.sql`insert into condition (campaign_id, name, limits) select id, 'c', ${JSON.stringify(limits)}::jsonb from campaign`;
  });
  const [row] = await db.sql<{ limits: unknown }>`select limits from condition`;
  const [near, between, , area, steady] = limits;
  expect(row!.limits).toEqual([
    { kind: 'tolerance', ...near },
    { kind: 'between', ...between },
    {
      kind: 'any',
      any: [
        { kind: 'words', symbol: 'v', words: ['open'] },
        { kind: 'formula', formula: 'Q > 1' },
      ],
    },
    { kind: 'area', ...area },
    { kind: 'steady', ...steady },
  ]);
  const functions = await db.sql`select proname from pg_proc where proname in ('limit_kind', 'with_kinds')`;
  expect(functions).toEqual([]);
});
