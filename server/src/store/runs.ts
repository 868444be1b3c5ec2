import type { Layout, ReadRecord, Step } from '@undameter/core';
import type { ChannelBody, ProcedureReply, RunKind, RunReply } from '@undameter/contract';
import { AppError } from '@undameter/core';
import { runsOfCampaign } from './campaigns';
import { oneOf, uniquely, unused } from './one';
import type { Database, Db } from './pg/Database';
import { createPartition, dropPartition } from './samples';

export interface NewRun {
  campaignId: number;
  name: string;
  kind: RunKind;
  fileName: string;
  fileSha256: string;
  fileBytes: number;
  /** Which sheet or file of a container it came from. */
  part: string | null;
  along: string | undefined;
  layout: Layout;
  channels: { symbol: string; name: string; unit: string }[];
}

/** Begins a run that nobody sees until `markReady`. @throws {AppError} NAME_TAKEN, NOT_FOUND */
export async function beginRun(db: Database, run: NewRun): Promise<number> {
  return db.transaction(async (tx) => {
    oneOf(await tx.sql`select id from campaign where id = ${run.campaignId}`, 'campaign', run.campaignId);
    const rows = await uniquely(
      'run',
      run.name,
      tx.sql<{ id: number }>`
      insert into run (campaign_id, name, kind, file_name, file_sha256, file_bytes, part, along, layout)
      values (${run.campaignId}, ${run.name.trim()}, ${run.kind}, ${run.fileName}, ${run.fileSha256},
              ${run.fileBytes}, ${run.part}, ${run.along ?? null}, ${JSON.stringify(run.layout)}::jsonb)
      returning id`,
    );
    const { id } = rows[0]!;
    for (const [position, c] of run.channels.entries())
      await tx.sql`insert into channel (run_id, position, symbol, name, unit)
                   values (${id}, ${position}, ${c.symbol}, ${c.name}, ${c.unit})`;
    await tx.sql`insert into procedure_version (run_id, version, steps) values (${id}, 0, '[]'::jsonb)`;
    await createPartition(tx, id);
    return id;
  });
}

export async function markReady(db: Db, id: number, samples: number, record: ReadRecord): Promise<void> {
  await db.sql`update run set ready = true, samples = ${samples}, record = ${JSON.stringify(record)}::jsonb where id = ${id}`;
}

/** Removes what an interrupted import left behind. */
export async function purgeUnready(db: Database): Promise<void> {
  for (const { id } of await db.sql<{ id: number }>`select id from run where not ready`) await removeRun(db, id);
}

/** @throws {AppError} NOT_FOUND, STILL_USED */
export async function removeRun(db: Database, id: number): Promise<void> {
  await db.transaction(async (tx) => {
    const gone = await unused('run', 'a fit or a comparison', tx.sql`delete from run where id = ${id} returning id`);
    oneOf(gone, 'run', id);
    await dropPartition(tx, id);
  });
}

/** A campaign with its runs; refused as a whole while a fit elsewhere refers to one of them. @throws {AppError} NOT_FOUND */
export async function removeCampaign(db: Database, id: number): Promise<void> {
  await db.transaction(async (tx) => {
    const runs = await tx.sql<{ id: number }>`select id from run where campaign_id = ${id}`;
    await tx.sql`delete from comparison where campaign_id = ${id}`;
    await tx.sql`delete from fit where campaign_id = ${id}`;
    oneOf(await tx.sql`delete from campaign where id = ${id} returning id`, 'campaign', id);
    for (const run of runs) await dropPartition(tx, run.id);
  });
}

/** @throws {AppError} NOT_FOUND */
export async function run(db: Db, id: number): Promise<RunReply> {
  const [row] = await db.sql<{
    campaignId: number; fileSha256: string; fileBytes: number; part: string | null; layout: Layout | null; record: ReadRecord | null;
  }>`select campaign_id as "campaignId", file_sha256 as "fileSha256", file_bytes::float8 as "fileBytes", part, layout, record
       from run where id = ${id} and ready`; // prettier-ignore
  const head = oneOf(row ? [row] : [], 'run', id);
  const summary = oneOf(
    (await runsOfCampaign(db, head.campaignId)).filter((r) => r.id === id),
    'run',
    id,
  );
  return { ...summary, ...head, ...(await procedure(db, id)) };
}

export interface StoredChannel {
  position: number;
  symbol: string;
  name: string;
  unit: string;
}

export async function channels(db: Db, runId: number): Promise<StoredChannel[]> {
  return db.sql<StoredChannel>`select position, symbol, name, unit from channel where run_id = ${runId} order by position`;
}

/** @throws {AppError} NAME_TAKEN, NOT_FOUND */
export async function renameRun(db: Db, id: number, name: string): Promise<RunReply> {
  const rows = await uniquely(
    'run',
    name,
    db.sql`update run set name = ${name.trim()} where id = ${id} and ready returning id`,
  );
  oneOf(rows, 'run', id);
  return run(db, id);
}

/**
 * Declares name, symbol and unit of a logged channel anew; its samples stay as they are.
 * @throws {AppError} SYMBOL_TAKEN, NOT_FOUND
 */
export async function declareChannel(db: Database, runId: number, symbol: string, body: ChannelBody): Promise<void> {
  await db.transaction(async (tx) => {
    const taken = await tx.sql`select 1 from channel where run_id = ${runId} and symbol = ${body.symbol}`;
    if (body.symbol !== symbol && taken.length > 0) throw new AppError('SYMBOL_TAKEN', { symbol: body.symbol });
    const rows = await tx.sql`
      update channel set symbol = ${body.symbol}, name = ${body.name.trim()}, unit = ${body.unit}
       where run_id = ${runId} and symbol = ${symbol} returning position`;
    oneOf(rows, 'logged channel', symbol);
    await tx.sql`update run set along = ${body.symbol} where id = ${runId} and along = ${symbol}`;
  });
}

/** @throws {AppError} NOT_FOUND */
export async function procedure(db: Db, runId: number): Promise<ProcedureReply> {
  const rows = await db.sql<{ version: number; steps: Step[]; newest: number; oldest: number }>`
    select p.version, p.steps,
           (select max(version) from procedure_version where run_id = ${runId}) as newest,
           (select min(version) from procedure_version where run_id = ${runId}) as oldest
      from run r join procedure_version p on p.run_id = r.id and p.version = r.procedure_version
     where r.id = ${runId} and r.ready`;
  const { version, steps, newest, oldest } = oneOf(rows, 'run', runId);
  return { procedure: steps, procedureVersion: version, canUndo: version > oldest, canRedo: version < newest };
}

/**
 * Saves a procedure as the version after the one it was made from; versions that had been
 * undone are dropped, since the way has parted from them.
 * @throws {AppError} CHANGED_MEANWHILE, NOT_FOUND
 */
export async function saveProcedure(
  db: Database,
  runId: number,
  steps: readonly Step[],
  madeFrom: number,
): Promise<ProcedureReply> {
  return db.transaction(async (tx) => {
    const { procedureVersion } = await procedure(tx, runId);
    if (procedureVersion !== madeFrom) throw new AppError('CHANGED_MEANWHILE', { what: 'procedure' });
    await tx.sql`delete from procedure_version where run_id = ${runId} and version > ${madeFrom}`;
    await tx.sql`insert into procedure_version (run_id, version, steps)
                 values (${runId}, ${madeFrom + 1}, ${JSON.stringify(steps)}::jsonb)`;
    await tx.sql`update run set procedure_version = ${madeFrom + 1} where id = ${runId}`;
    return procedure(tx, runId);
  });
}

/** Goes one version back or forth; the other versions stay. @throws {AppError} NOTHING_TO_UNDO, NOT_FOUND */
export async function moveProcedure(db: Database, runId: number, direction: 'undo' | 'redo'): Promise<ProcedureReply> {
  return db.transaction(async (tx) => {
    const { procedureVersion, canUndo, canRedo } = await procedure(tx, runId);
    if (!(direction === 'undo' ? canUndo : canRedo)) throw new AppError('NOTHING_TO_UNDO', { direction });
    const next = procedureVersion + (direction === 'undo' ? -1 : 1);
    await tx.sql`update run set procedure_version = ${next} where id = ${runId}`;
    return procedure(tx, runId);
  });
}
