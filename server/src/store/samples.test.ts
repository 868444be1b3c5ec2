import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals';
import { LEVEL_SIZES } from '@undameter/core';
import { newStore } from '../../test/inMemory';
import type { Database } from './pg/Database';
import {
  CHUNK_SAMPLES,
  createSampleSet,
  createSmallSampleSet,
  dropSampleSet,
  dropUnusedSampleSets,
  readColumn,
  readLevels,
  writeColumns,
  writeColumnsWithin,
} from './samples';

jest.setTimeout(120_000);
let db: Database;
beforeAll(async () => {
  db = await newStore();
});
afterAll(() => db.close());

/** Two columns that tell each sample: one of few digits, which is packed, and one of all. */
const columnsOf = (samples: number): Float64Array[] => [
  Float64Array.from({ length: samples }, (_, i) => (i % 1000 === 999 ? NaN : i / 10)),
  Float64Array.from({ length: samples }, (_, i) => Math.sin(i)),
];
const partitions = async (): Promise<string[]> =>
  (
    await db.sql<{ name: string }>`
      select inhrelid::regclass::text as name from pg_inherits where inhparent = 'sample_chunk'::regclass order by 1`
  ).map(({ name }) => name);

describe.each([0, 1, CHUNK_SAMPLES - 1, CHUNK_SAMPLES, CHUNK_SAMPLES + 1])('%d samples', (samples) => {
  let set = 0;
  const columns = columnsOf(samples);
  beforeAll(async () => {
    set = await db.transaction(createSampleSet);
    await writeColumns(db, set, columns);
  });

  test('come back to the last bit, in memory that threads share', async () => {
    for (const [position, column] of columns.entries()) {
      const read = await readColumn(db, set, position, samples);
      expect(read.buffer).toBeInstanceOf(SharedArrayBuffer);
      expect(read).toHaveLength(samples);
      expect(read.every((v, i) => Object.is(v, column[i]))).toBe(true);
    }
  });

  test('have the lowest and highest of every stretch, missing ones left out', async () => {
    const levels = await readLevels(db, set, 0);
    expect(levels.map((l) => l.size)).toEqual(LEVEL_SIZES.filter((size) => size < samples));
    for (const { size, lowest, highest } of levels)
      for (let k = 0; k < lowest.length; k++) {
        const part = columns[0]!.slice(k * size, (k + 1) * size).filter((v) => v === v);
        expect([lowest[k], highest[k]]).toEqual([Math.min(...part), Math.max(...part)]);
      }
  });

  test('a chunk holds so many samples and no more', async () => {
    const rows = await db.sql<{ k: number }>`
      select k from sample_chunk where sample_set = ${set} and position = 0 and level = 0 order by k`;
    expect(rows.map((r) => r.k)).toEqual(Array.from({ length: Math.ceil(samples / CHUNK_SAMPLES) }, (_, k) => k));
  });
});

test('columns of a transaction that fails are gone with it; of one that ends they are as any', async () => {
  const columns = columnsOf(CHUNK_SAMPLES + 1);
  let set = 0;
  const work = (fails: boolean) =>
    db.transaction(async (tx) => {
      set = await createSampleSet(tx);
      await writeColumnsWithin(tx, set, columns);
      if (fails) throw new Error('in the middle');
    });
  await expect(work(true)).rejects.toThrow('in the middle');
  expect(await partitions()).not.toContain(`sample_chunk_${set}`);
  await work(false);
  expect([...(await readColumn(db, set, 1, CHUNK_SAMPLES + 1))]).toEqual([...columns[1]!]);
  expect((await readLevels(db, set, 1)).map((l) => l.size)).toEqual([...LEVEL_SIZES]);
  await dropSampleSet(db, set);
});

describe('sets of samples', () => {
  test('have a table each, and take it with them', async () => {
    const [a, b] = [await db.transaction(createSampleSet), await db.transaction(createSampleSet)];
    expect(b).toBe(a + 1);
    await writeColumns(db, a, [Float64Array.of(1)]);
    await writeColumns(db, b, [Float64Array.of(2)]);
    await dropSampleSet(db, a);
    expect(await partitions()).not.toContain(`sample_chunk_${a}`);
    expect([...(await readColumn(db, b, 0, 1))]).toEqual([2]);
    await dropSampleSet(db, a);
    await dropSampleSet(db, b);
  });

  test('small ones stand in one table, and each goes alone', async () => {
    const before = await partitions();
    const [a, b] = [await createSmallSampleSet(db), await createSmallSampleSet(db)];
    await writeColumns(db, a, [Float64Array.of(1)]);
    await writeColumns(db, b, [Float64Array.of(2)]);
    expect(await partitions()).toEqual(before);
    await dropSampleSet(db, a);
    expect(await db.sql`select sample_set::int as n from sample_chunk where sample_set in (${a}, ${b})`).toEqual([
      { n: b },
    ]);
    expect([...(await readColumn(db, b, 0, 1))]).toEqual([2]);
    // A set with a table of its own can still be made beside them.
    const c = await db.transaction(createSampleSet);
    await writeColumns(db, c, [Float64Array.of(3)]);
    await dropSampleSet(db, b);
    expect([...(await readColumn(db, c, 0, 1))]).toEqual([3]);
    await dropSampleSet(db, c);
  });

  test('that no run has are dropped', async () => {
    const [kept, orphan] = [await db.transaction(createSampleSet), await db.transaction(createSampleSet)];
    const small = await createSmallSampleSet(db);
    await writeColumns(db, small, [Float64Array.of(4)]);
    await db.script(`insert into campaign (name) values ('c');
      insert into run (campaign_id, name, kind, file_name, file_sha256, file_bytes, parts, sample_set)
      select id, 'r', 'measured', 'f', 'h', 1, '[]', ${kept} from campaign`);
    await dropUnusedSampleSets(db);
    const left = await partitions();
    expect(left).toContain(`sample_chunk_${kept}`);
    expect(left).not.toContain(`sample_chunk_${orphan}`);
    expect(await db.sql`select 1 from sample_chunk where sample_set = ${small}`).toEqual([]);
  });
});
