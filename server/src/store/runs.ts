import type { ColumnReading, DeclaredUncertainty, Layout, ReadRecord, Sensor, Step } from '@undameter/core';
import type { ChannelBody, ProcedureReply, RunKind, RunOrigin, RunReply, Source } from '@undameter/contract';
import { AppError, calledMadeUp, uncertaintyOfSensor } from '@undameter/core';
import { runRows } from './campaigns';
import { oneOf, uniquely, unused } from './one';
import type { Database, Db } from './pg/Database';
import { recipeOf } from './typedSheets';
import { createSampleSet, dropSampleSet, dropUnusedSampleSets } from './samples';

export interface NewRun {
  campaignId: number;
  name: string;
  kind: RunKind;
  /** Absent: a file. */
  origin?: RunOrigin;
  file: RunFile;
  channels: NewChannel[];
}

/** Where the samples of a run came from and how they were read. */
export interface RunFile {
  fileName: string;
  fileSha256: string;
  fileBytes: number;
  /** The way to it through containers. */
  parts: string[];
  along: string | undefined;
  layout: Layout | null;
}

export interface NewChannel {
  symbol: string;
  name: string;
  unit: string;
  reading: ColumnReading | null;
  labels?: readonly string[] | undefined;
  uncertainty?: DeclaredUncertainty | null | undefined;
  /** Then the uncertainty is the sensor's, and is not kept here. */
  sensorId?: number | null | undefined;
}

/** Begins a run that nobody sees until `markReady`. @throws {AppError} NAME_TAKEN, NOT_FOUND */
export async function beginRun(db: Database, run: NewRun): Promise<{ id: number; sampleSet: number }> {
  return db.transaction(async (tx) => {
    oneOf(await tx.sql`select id from campaign where id = ${run.campaignId}`, 'campaign', run.campaignId);
    const sampleSet = await createSampleSet(tx);
    const { fileName, fileSha256, fileBytes, parts, along, layout } = run.file;
    const rows = await uniquely(
      'run',
      run.name,
      tx.sql<{ id: number }>`
      insert into run (campaign_id, name, kind, origin, file_name, file_sha256, file_bytes, parts, along, layout, sample_set)
      values (${run.campaignId}, ${run.name.trim()}, ${run.kind}, ${run.origin ?? 'file'}, ${fileName}, ${fileSha256}, ${fileBytes},
              ${JSON.stringify(parts)}::jsonb, ${along ?? null}, nullif(${JSON.stringify(layout)}::jsonb, 'null'), ${sampleSet})
      returning id`,
    );
    const { id } = rows[0]!;
    await putChannels(tx, id, run.channels);
    await tx.sql`insert into procedure_version (run_id, version, steps) values (${id}, 0, '[]'::jsonb)`;
    return { id, sampleSet };
  });
}

async function putChannels(db: Db, runId: number, list: readonly NewChannel[]): Promise<void> {
  const rows = list.map(({ symbol, name, unit, reading, labels, uncertainty, sensorId }, position) => ({
    ...{ position, symbol, name, unit, reading },
    labels: labels ?? null,
    uncertainty: sensorId ? null : (uncertainty ?? null),
    sensor: sensorId ?? null,
  }));
  await db.sql`delete from channel where run_id = ${runId}`;
  // A field that is null in JSON is no JSON null but nothing.
  await db.sql`
    insert into channel (run_id, position, symbol, name, unit, reading, labels, uncertainty, sensor_id)
    select ${runId}, position, symbol, name, unit, nullif(reading, 'null'::jsonb), nullif(labels, 'null'::jsonb),
           nullif(uncertainty, 'null'::jsonb), sensor
      from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb)
           as given(position int, symbol text, name text, unit text, reading jsonb, labels jsonb, uncertainty jsonb,
                    sensor int)`;
}

/** The words of categories are known when the file has been read. */
export async function markReady(db: Database, id: number, samples: number, record: ReadRecord | null): Promise<void> {
  await db.transaction(async (tx) => {
    for (const [position, { labels }] of (record?.columns ?? []).entries())
      if (labels)
        await tx.sql`update channel set labels = ${JSON.stringify(labels)}::jsonb where run_id = ${id} and position = ${position}`;
    await tx.sql`update run set ready = true, samples = ${samples}, record = nullif(${JSON.stringify(record)}::jsonb, 'null')
                  where id = ${id}`;
  });
}

/** What takes the place of a run's samples; the procedure and the name stay. */
export interface NewSamples {
  sampleSet: number;
  samples: number;
  channels: NewChannel[];
  /** Absent: the file is the same as before. */
  file?: RunFile & { record: ReadRecord };
  /** What was added from elsewhere, to what the run has already; absent: nothing is left of earlier additions. */
  added?: Source;
}

/** Puts new samples in the place of a run's, in one move. @throws {AppError} NOT_FOUND */
export const replaceSamples = (db: Database, runId: number, next: NewSamples): Promise<void> =>
  db.transaction((tx) => putSamples(tx, runId, next));

/** The same within a transaction of the caller. @throws {AppError} NOT_FOUND */
export async function putSamples(tx: Db, runId: number, next: NewSamples): Promise<void> {
  const { sampleSet: before, sources } = oneOf(
    await tx.sql<{ sampleSet: number; sources: Source[] }>`
        select sample_set as "sampleSet", sources from run where id = ${runId} and ready`,
    'run',
    runId,
  );
  await putChannels(tx, runId, next.channels);
  const now = next.added ? [...sources, next.added] : [];
  await tx.sql`update run set sample_set = ${next.sampleSet}, samples = ${next.samples},
                                sources = ${JSON.stringify(now)}::jsonb where id = ${runId}`;
  if (next.file) {
    const { fileName, fileSha256, fileBytes, parts, along, layout, record } = next.file;
    await tx.sql`update run set file_name = ${fileName}, file_sha256 = ${fileSha256}, file_bytes = ${fileBytes},
                                  parts = ${JSON.stringify(parts)}::jsonb, along = ${along ?? null},
                                  layout = ${JSON.stringify(layout)}::jsonb, record = ${JSON.stringify(record)}::jsonb
                    where id = ${runId}`;
  }
  await dropSampleSet(tx, before);
}

/** Removes what an interrupted import or join left behind. */
export async function purgeUnready(db: Database): Promise<void> {
  for (const { id } of await db.sql<{ id: number }>`select id from run where not ready`) await removeRun(db, id);
  await dropUnusedSampleSets(db);
}

/** @throws {AppError} NOT_FOUND, STILL_USED */
export async function removeRun(db: Database, id: number): Promise<void> {
  await db.transaction(async (tx) => {
    const gone = await unused(
      'run',
      'a fit, a comparison or a run that is made from it',
      tx.sql<{ sampleSet: number }>`delete from run where id = ${id} returning sample_set as "sampleSet"`,
    );
    await dropSampleSet(tx, oneOf(gone, 'run', id).sampleSet);
  });
}

/** A campaign with its runs; refused as a whole while a fit elsewhere refers to one of them. @throws {AppError} NOT_FOUND */
export async function removeCampaign(db: Database, id: number): Promise<void> {
  await db.transaction(async (tx) => {
    const runs = await tx.sql<{
      sampleSet: number;
    }>`select sample_set as "sampleSet" from run where campaign_id = ${id}`;
    await tx.sql`update channel set sensor_id = null where run_id in (select id from run where campaign_id = ${id})`;
    await tx.sql`delete from comparison where campaign_id = ${id}`;
    await tx.sql`delete from fit where campaign_id = ${id}`;
    // What other campaigns use as well stays.
    await tx.sql`update property_table set campaign_id = null where campaign_id = ${id} and is_shared`;
    oneOf(await tx.sql`delete from campaign where id = ${id} returning id`, 'campaign', id);
    for (const run of runs) await dropSampleSet(tx, run.sampleSet);
  });
}

type RunHead = Pick<
  RunReply,
  'campaignId' | 'fileSha256' | 'fileBytes' | 'parts' | 'layout' | 'record' | 'sources' | 'sampleSet'
>;

/** @throws {AppError} NOT_FOUND */
export async function run(db: Db, id: number): Promise<RunReply> {
  const rows = await db.sql<RunHead>`
    select campaign_id as "campaignId", file_sha256 as "fileSha256", file_bytes::float8 as "fileBytes", parts, layout,
           record, sources, sample_set as "sampleSet"
      from run where id = ${id} and ready`;
  const head = oneOf(rows, 'run', id);
  const summary = oneOf(await runRows(db, null, id), 'run', id);
  const recipe = summary.origin === 'madeUp' ? await recipeOf(db, id) : null;
  return { ...summary, ...head, recipe, ...(await procedure(db, id)), declared: await channels(db, id) };
}

/** Whether something was added to its samples from elsewhere. @throws {AppError} NOT_FOUND */
export async function isJoined(db: Db, id: number): Promise<boolean> {
  const rows = await db.sql<{ joined: boolean }>`
    select jsonb_array_length(sources) > 0 as joined from run where id = ${id} and ready`;
  return oneOf(rows, 'run', id).joined;
}

export type StoredChannel = RunReply['declared'][number];
export type WithSensor<C> = C & { sensor: Sensor | null };

/** A channel on a sensor has that one's uncertainty. */
export const withSensor = <C extends Pick<StoredChannel, 'unit' | 'uncertainty'>>({
  sensor,
  ...channel
}: WithSensor<C>): C => ({
  ...(channel as unknown as C),
  uncertainty: sensor ? uncertaintyOfSensor(sensor, channel.unit) : channel.uncertainty,
});

export async function channels(db: Db, runId: number): Promise<StoredChannel[]> {
  const rows = await db.sql<WithSensor<StoredChannel>>`
    select c.position, c.symbol, c.name, c.unit, c.reading, c.labels, c.uncertainty, c.sensor_id as "sensorId",
           case when s.id is null then null
                else jsonb_build_object('name', s.name, 'unit', s.unit, 'sources', s.sources) end as sensor
      from channel c left join sensor s on s.id = c.sensor_id
     where c.run_id = ${runId} order by c.position`;
  return rows.map(withSensor);
}

/** @throws {AppError} NAME_TAKEN, NOT_FOUND */
export async function renameRun(db: Db, id: number, name: string): Promise<RunReply> {
  const rows = await uniquely(
    'run',
    name,
    db.sql`
      update run set name = case when origin = 'madeUp' then ${calledMadeUp(name)} else ${name.trim()} end
       where id = ${id} and ready returning id`,
  );
  oneOf(rows, 'run', id);
  return run(db, id);
}

/**
 * Declares name, symbol and unit of a logged channel anew; its samples stay as they are.
 * What the body leaves out stays; an uncertainty of its own lets go of a sensor.
 * @throws {AppError} SYMBOL_TAKEN, NOT_FOUND, UNIT_MISFIT where its sensor measures something else
 */
export async function declareChannel(db: Database, runId: number, symbol: string, body: ChannelBody): Promise<void> {
  await db.transaction(async (tx) => {
    const taken = await tx.sql`select 1 from channel where run_id = ${runId} and symbol = ${body.symbol}`;
    if (body.symbol !== symbol && taken.length > 0) throw new AppError('SYMBOL_TAKEN', { symbol: body.symbol });
    const before = oneOf(
      (await channels(tx, runId)).filter((c) => c.symbol === symbol),
      'logged channel',
      symbol,
    );
    const sensorId = body.sensorId === undefined ? (body.uncertainty ? null : before.sensorId) : body.sensorId;
    if (sensorId !== null) await checkSensor(tx, runId, sensorId, body.unit);
    const kept = before.sensorId === null ? before.uncertainty : null;
    const own = body.uncertainty === undefined ? kept : body.uncertainty;
    await tx.sql`
      update channel set symbol = ${body.symbol}, name = ${body.name.trim()}, unit = ${body.unit}, sensor_id = ${sensorId},
                         uncertainty = ${own && sensorId === null ? JSON.stringify(own) : null}::jsonb
       where run_id = ${runId} and symbol = ${symbol}`;
    await tx.sql`update run set along = ${body.symbol} where id = ${runId} and along = ${symbol}`;
  });
}

/** @throws {AppError} NOT_FOUND where the campaign has no such sensor, UNIT_MISFIT */
async function checkSensor(db: Db, runId: number, sensorId: number, unit: string): Promise<void> {
  const rows = await db.sql<Sensor>`
    select s.name, s.unit, s.sources from sensor s join run r on r.campaign_id = s.campaign_id
     where s.id = ${sensorId} and r.id = ${runId}`;
  uncertaintyOfSensor(oneOf(rows, 'sensor', sensorId), unit);
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
  return db.transaction((tx) => putProcedure(tx, runId, steps, madeFrom));
}

/** The same within a transaction of the caller. @throws {AppError} CHANGED_MEANWHILE, NOT_FOUND */
export async function putProcedure(
  tx: Db,
  runId: number,
  steps: readonly Step[],
  madeFrom: number,
): Promise<ProcedureReply> {
  const { procedureVersion } = await procedure(tx, runId);
  if (procedureVersion !== madeFrom) throw new AppError('CHANGED_MEANWHILE', { what: 'procedure' });
  await tx.sql`delete from procedure_version where run_id = ${runId} and version > ${madeFrom}`;
  await tx.sql`insert into procedure_version (run_id, version, steps)
               values (${runId}, ${madeFrom + 1}, ${JSON.stringify(steps)}::jsonb)`;
  await tx.sql`update run set procedure_version = ${madeFrom + 1} where id = ${runId}`;
  return procedure(tx, runId);
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
