import { buildLevels, LEVEL_SIZES, type Level } from '@undameter/core';
import { whole, type Database, type Db } from './pg/Database';
import { packSamples, unpackSamples } from './packSamples';
import { int4 } from './pg/readBinaryCopy';
import { sharedNumbers } from './sharedMemory';

/** Samples of one chunk; the layout of the store, see docs/decisions. */
export const CHUNK_SAMPLES = 65_536;

const bytesOf = (values: Float64Array): Uint8Array =>
  new Uint8Array(values.buffer as ArrayBuffer, values.byteOffset, values.byteLength);

/** A new set of samples with a partition of its own, so that deleting it later is dropping a table. */
export async function createSampleSet(db: Db): Promise<number> {
  const sampleSet = await createSmallSampleSet(db);
  await db.script(`create table sample_chunk_${whole(sampleSet)} partition of sample_chunk for values in (${whole(sampleSet)});
    alter table sample_chunk_${whole(sampleSet)} alter column data set storage external`);
  return sampleSet;
}

/** A new set of samples beside other small ones: for rows that were typed, which are written anew with each reading. */
export async function createSmallSampleSet(db: Db): Promise<number> {
  const [row] = await db.sql<{ number: number }>`select nextval('sample_set_number')::int as number`;
  return row!.number;
}

export async function dropSampleSet(db: Db, sampleSet: number): Promise<void> {
  await db.script(`drop table if exists sample_chunk_${whole(sampleSet)};
    delete from sample_chunk_shared where sample_set = ${whole(sampleSet)}`);
}

/** Drops the sets that no run has: what an interrupted import or join left behind. */
export async function dropUnusedSampleSets(db: Db): Promise<void> {
  const orphans = await db.sql<{ number: number }>`
    select substring(c.relname from '[0-9]+$')::int as number
      from pg_inherits i join pg_class c on c.oid = i.inhrelid
     where i.inhparent = 'sample_chunk'::regclass
       and substring(c.relname from '[0-9]+$')::int not in (select sample_set from run)`;
  for (const { number } of orphans) await dropSampleSet(db, number);
  await db.sql`delete from sample_chunk_shared where sample_set not in (select sample_set from run)`;
}

/** Writes whole channels with their levels, in many short transactions. */
export async function writeColumns(db: Database, sampleSet: number, columns: readonly Float64Array[]): Promise<void> {
  const samples = columns[0]?.length ?? 0;
  for (let k = 0; k * CHUNK_SAMPLES < samples; k++) await writeBlock(db, sampleSet, k, packedBlock(columns, k));
  await writeLevels(db, sampleSet, columns.map(buildLevels));
}

/** The same within a transaction of the caller: for what is as small as rows that were typed. */
export async function writeColumnsWithin(tx: Db, sampleSet: number, columns: readonly Float64Array[]): Promise<void> {
  const blocks = Math.ceil((columns[0]?.length ?? 0) / CHUNK_SAMPLES);
  for (let k = 0; k < blocks; k++) await insertChunks(tx, sampleSet, blockChunks(k, packedBlock(columns, k)));
  await insertChunks(tx, sampleSet, levelChunks(columns.map(buildLevels)));
}

/** Writes one block of columns, each packed to a chunk. */
export const writeBlock = (db: Database, sampleSet: number, k: number, packed: readonly Uint8Array[]): Promise<void> =>
  writeChunks(db, sampleSet, blockChunks(k, packed));

/** Writes the min/max levels of channels, in the order of the channels. */
export const writeLevels = (db: Database, sampleSet: number, channels: readonly (readonly Level[])[]): Promise<void> =>
  writeChunks(db, sampleSet, levelChunks(channels));

interface Chunk {
  position: number;
  level: number;
  k: number;
  data: Uint8Array;
}

const packedBlock = (columns: readonly Float64Array[], k: number): Uint8Array[] =>
  columns.map((c) => packSamples(c.slice(k * CHUNK_SAMPLES, (k + 1) * CHUNK_SAMPLES)));

const blockChunks = (k: number, packed: readonly Uint8Array[]): Chunk[] =>
  packed.map((data, position) => ({ position, level: 0, k, data }));

/** A level of one bucket tells nothing that the level below it does not, and is not kept. */
const levelChunks = (channels: readonly (readonly Level[])[]): Chunk[] =>
  channels.flatMap((levels, position) =>
    levels
      .filter(({ lowest }) => lowest.length > 1)
      .map(({ size, lowest, highest }) => {
        const both = new Float64Array(lowest.length * 2);
        both.set(lowest);
        both.set(highest, lowest.length);
        return { position, level: size, k: 0, data: bytesOf(both) };
      }),
  );

/** As much as one transaction takes: a small question waits for the one under way. */
const MOST_BYTES = 3 * CHUNK_SAMPLES * 8;
const MOST_CHUNKS = 250;

async function writeChunks(db: Database, sampleSet: number, chunks: readonly Chunk[]): Promise<void> {
  for (let from = 0, to = 0; from < chunks.length; from = to) {
    for (let bytes = 0; to < chunks.length && to - from < MOST_CHUNKS; to++) {
      bytes += chunks[to]!.data.byteLength;
      if (bytes > MOST_BYTES && to > from) break;
    }
    await db.transaction(async (tx) => {
      await tx.script('set local synchronous_commit = off');
      await insertChunks(tx, sampleSet, chunks.slice(from, to));
    });
  }
}

async function insertChunks(tx: Db, sampleSet: number, chunks: readonly Chunk[]): Promise<void> {
  const written = chunks.map(
    ({ position, level, k, data }) =>
      tx.sql`insert into sample_chunk (sample_set, position, level, k, data)
             values (${sampleSet}, ${position}, ${level}, ${k}, ${data})`,
  );
  await Promise.all(written);
}

/** A whole channel, in memory that can be shared with the worker threads. */
export async function readColumn(
  db: Database,
  sampleSet: number,
  position: number,
  samples: number,
): Promise<Float64Array> {
  const values = sharedNumbers(samples);
  const chunks = Math.ceil(samples / CHUNK_SAMPLES);
  // Sixteen chunks (8 MB) at a time: more would stand in memory several times over.
  for (let from = 0; from < chunks; from += 16) {
    const rows = await db.copyOut(`
      select k, data from sample_chunk
       where sample_set = ${whole(sampleSet)} and position = ${whole(position)} and level = 0
         and k >= ${from} and k < ${from + 16} order by k`);
    for (const [k, data] of rows) unpackSamples(data!, values, int4(k!) * CHUNK_SAMPLES);
  }
  return values;
}

/** The stored min/max levels of a channel. */
export async function readLevels(db: Database, sampleSet: number, position: number): Promise<Level[]> {
  const rows = await db.copyOut(`
    select level, data from sample_chunk
     where sample_set = ${whole(sampleSet)} and position = ${whole(position)} and level > 0 order by level`);
  return rows
    .filter(([level]) => (LEVEL_SIZES as readonly number[]).includes(int4(level!)))
    .map(([level, data]) => {
      const both = sharedNumbers(data!.byteLength / 8);
      both.set(asNumbers(data!));
      const half = both.length / 2;
      return { size: int4(level!), lowest: both.subarray(0, half), highest: both.subarray(half) };
    });
}

/** Bytes as float64; copied when they do not start at a multiple of eight. */
function asNumbers(data: Uint8Array): Float64Array {
  const aligned = data.byteOffset % 8 === 0 ? data : data.slice();
  return new Float64Array(aligned.buffer, aligned.byteOffset, aligned.byteLength / 8);
}
