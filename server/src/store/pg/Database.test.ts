/** The store over its protocol, in memory: what a second implementation behind the same interface has to do too. */
import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals';
import { AppError } from '@undameter/core';
import { connectInMemory } from '../../../test/inMemory';
import { Database, whole } from './Database';
import type { Connection, Request } from './protocol';
import { int4 } from './readBinaryCopy';
import { SqlError } from './SqlError';

jest.setTimeout(60_000);
let db: Database;
beforeAll(async () => {
  db = new Database(connectInMemory());
  await db.script('create table part (id integer primary key, name text unique, data bytea)');
});
afterAll(() => db.close());

const names = async () => (await db.sql<{ name: string }>`select name from part order by id`).map(({ name }) => name);

describe('statements', () => {
  test('take values apart from their text, whatever stands in them', async () => {
    const name = `'; drop table part; --`;
    await db.sql`insert into part (id, name) values (${1}, ${name})`;
    expect(await db.sql`select id, name from part where name = ${name}`).toEqual([{ id: 1, name }]);
    await db.script('delete from part');
  });
  test('that fail are refused with the code of PostgreSQL, and the connection goes on', async () => {
    await db.sql`insert into part (id, name) values (1, 'a')`;
    const again = db.sql`insert into part (id, name) values (2, 'a')`;
    await expect(again).rejects.toMatchObject({ code: '23505', constraint: 'part_name_key' });
    await expect(again).rejects.toBeInstanceOf(SqlError);
    await expect(db.script('nonsense')).rejects.toMatchObject({ code: '42601' });
    expect(await names()).toEqual(['a']);
    await db.script('delete from part');
  });
  test('bytes go in and come out as they are, missing ones as null', async () => {
    const data = Uint8Array.from({ length: 5000 }, (_, i) => i % 256);
    await db.sql`insert into part (id, data) values (1, ${data}), (-7, ${null})`;
    const rows = await db.copyOut('select id, data from part order by id');
    expect(rows.map(([id]) => int4(id!))).toEqual([-7, 1]);
    expect(rows[0]![1]).toBeNull();
    expect([...rows[1]![1]!]).toEqual([...data]);
    expect(await db.copyOut('select id from part where false')).toEqual([]);
    await db.script('delete from part');
  });
  test('only whole numbers of ours stand in a text', () =>
    expect([whole(3), whole(3.9), whole(-1.5)]).toEqual(['3', '3', '-1']));
});

describe('a transaction', () => {
  test('keeps all of it', async () => {
    const answer = await db.transaction(async (tx) => {
      await tx.sql`insert into part (id, name) values (1, 'a')`;
      await tx.script(`insert into part (id, name) values (2, 'b')`);
      return 'done';
    });
    expect([answer, await names()]).toEqual(['done', ['a', 'b']]);
    await db.script('delete from part');
  });
  test('or nothing, and says why', async () => {
    const work = db.transaction(async (tx) => {
      await tx.sql`insert into part (id, name) values (1, 'a')`;
      throw new Error('in the middle');
    });
    await expect(work).rejects.toThrow('in the middle');
    expect(await names()).toEqual([]);
  });
  test('lets nobody in between: what is asked meanwhile waits', async () => {
    let seen: string[] | undefined;
    const first = db.transaction(async (tx) => {
      await tx.sql`insert into part (id, name) values (1, 'a')`;
      await new Promise((resolve) => setTimeout(resolve, 20));
      await tx.sql`insert into part (id, name) values (2, 'b')`;
    });
    const second = names().then((n) => (seen = n));
    await Promise.all([first, second]);
    expect(seen).toEqual(['a', 'b']);
    await db.script('delete from part');
  });
});

describe('a store that cannot write', () => {
  const refusing = (message: string, code?: string): Connection => ({
    ask: (request: Request) =>
      request.type === 'script'
        ? Promise.resolve([])
        : Promise.reject(new SqlError({ message, code, constraint: undefined })),
    close: () => Promise.resolve(),
  });
  test.each([
    ['anything', '53100'],
    ['anything', '25006'],
    ['could not extend file "base/1": No space left on device', undefined],
    ['could not fsync', 'XX000'],
  ])('says so: %s (%s)', async (message, code) => {
    const answer = new Database(refusing(message, code)).sql`select 1`;
    await expect(answer).rejects.toBeInstanceOf(AppError);
    await expect(answer).rejects.toMatchObject({ code: 'STORE_WRITE_REFUSED' });
  });
  test('another failure stays what it is', async () =>
    expect(new Database(refusing('syntax', '42601')).sql`select 1`).rejects.toMatchObject({ code: '42601' }));
});
