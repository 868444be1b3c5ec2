import type { TakenVariable } from '@undameter/contract';
import type { Mesh } from '@undameter/core';
import { oneOf } from './one';
import type { Database, Db } from './pg/Database';
import { whole } from './pg/Database';
import { int4 } from './pg/readBinaryCopy';

/** What is kept of a field beside its samples. */
export interface KeptField {
  taken: { coordinateUnit: string; variables: TakenVariable[] };
  remarks: string[];
}

/** Positions of the channels that every field begins with. */
export const FIELD_CHANNELS = { x: 0, y: 1, z: 2, zone: 3 } as const;

const parts = {
  nodes: Uint32Array,
  starts: Uint32Array,
  shapes: Uint8Array,
  zones: Uint16Array,
} as const;
type Part = keyof typeof parts;

/** A small question waits for the piece under way. */
const PIECE_BYTES = 1 << 20;

/** Keeps how nodes are joined, piece by piece; the run is not seen before all of it is there. */
export async function keepField(db: Database, runId: number, field: KeptField, mesh: Mesh): Promise<void> {
  const { taken, remarks } = field;
  await db.sql`
    insert into field (run_id, taken, remarks)
    values (${runId}, ${JSON.stringify(taken)}::jsonb, ${JSON.stringify(remarks)}::jsonb)`;
  await writeMesh(db, runId, mesh);
}

/** Another mesh in the place of the one that is kept. */
export async function replaceMesh(db: Db, runId: number, mesh: Mesh): Promise<void> {
  await db.sql`delete from field_mesh where run_id = ${runId}`;
  await writeMesh(db, runId, mesh);
}

async function writeMesh(db: Db, runId: number, mesh: Mesh): Promise<void> {
  for (const part of Object.keys(parts) as Part[]) {
    const { buffer, byteOffset, byteLength } = mesh[part];
    const bytes = new Uint8Array(buffer as ArrayBuffer, byteOffset, byteLength);
    for (let k = 0; k * PIECE_BYTES < bytes.length; k++) {
      const data = bytes.subarray(k * PIECE_BYTES, (k + 1) * PIECE_BYTES);
      await db.sql`insert into field_mesh (run_id, part, k, data) values (${runId}, ${part}, ${k}, ${data})`;
    }
  }
}

/** @returns undefined for a run that is no field */
export async function keptField(db: Db, runId: number): Promise<KeptField | undefined> {
  const [row] = await db.sql<KeptField>`select taken, remarks from field where run_id = ${runId}`;
  return row;
}

/** How nodes are joined, in memory that can be shared with the worker threads. @throws {AppError} NOT_FOUND */
export async function meshOf(db: Database, runId: number): Promise<Mesh> {
  oneOf(await db.sql`select run_id from field where run_id = ${runId}`, 'field', runId);
  const read = async <P extends Part>(part: P): Promise<Mesh[P]> => {
    const [size] = await db.sql<{ bytes: number }>`
      select coalesce(sum(length(data)), 0)::float8 as bytes from field_mesh where run_id = ${runId} and part = ${part}`;
    const all = new Uint8Array(new SharedArrayBuffer(size!.bytes));
    const pieces = Math.ceil(size!.bytes / PIECE_BYTES);
    for (let from = 0; from < pieces; from += 8) {
      const rows = await db.copyOut(`
        select k, data from field_mesh
         where run_id = ${whole(runId)} and part = '${part}' and k >= ${from} and k < ${from + 8}`);
      for (const [k, data] of rows) all.set(data!, int4(k!) * PIECE_BYTES);
    }
    return new parts[part](all.buffer as unknown as ArrayBuffer) as Mesh[P];
  };
  return {
    nodes: await read('nodes'),
    starts: await read('starts'),
    shapes: await read('shapes'),
    zones: await read('zones'),
  };
}

/** How variables were taken before, the last time first: a solver's next file has the same names. */
export const takenBefore = async (db: Db): Promise<KeptField['taken'][]> =>
  (
    await db.sql<Pick<KeptField, 'taken'>>`
      select taken from field join run on run.id = field.run_id
       where run.ready and run.origin = 'field' order by run_id desc limit 50`
  ).map(({ taken }) => taken);
