import type { SavedProcedureBody, SavedProcedureRow } from '@undameter/contract';
import { oneOf, uniquely } from './one';
import type { Db } from './pg/Database';

export async function savedProcedures(db: Db, campaignId: number): Promise<SavedProcedureRow[]> {
  return db.sql<SavedProcedureRow>`
    select id, campaign_id as "campaignId", name, steps, channels from saved_procedure
     where campaign_id = ${campaignId} order by id`;
}

/** @throws {AppError} NOT_FOUND */
export const savedProcedure = async (db: Db, id: number): Promise<SavedProcedureRow> =>
  oneOf(
    await db.sql<SavedProcedureRow>`
      select id, campaign_id as "campaignId", name, steps, channels from saved_procedure where id = ${id}`,
    'procedure',
    id,
  );

/** @throws {AppError} NAME_TAKEN, NOT_FOUND */
export async function createSavedProcedure(
  db: Db,
  campaignId: number,
  body: SavedProcedureBody,
): Promise<SavedProcedureRow> {
  oneOf(await db.sql`select id from campaign where id = ${campaignId}`, 'campaign', campaignId);
  const rows = await uniquely(
    'procedure',
    body.name,
    db.sql<{ id: number }>`
      insert into saved_procedure (campaign_id, name, steps, channels)
      values (${campaignId}, ${body.name.trim()}, ${JSON.stringify(body.steps)}::jsonb, ${JSON.stringify(body.channels)}::jsonb)
      returning id`,
  );
  return savedProcedure(db, rows[0]!.id);
}

/** @throws {AppError} NAME_TAKEN, NOT_FOUND */
export async function updateSavedProcedure(db: Db, id: number, body: SavedProcedureBody): Promise<SavedProcedureRow> {
  await uniquely(
    'procedure',
    body.name,
    db.sql`
      update saved_procedure
         set name = ${body.name.trim()}, steps = ${JSON.stringify(body.steps)}::jsonb,
             channels = ${JSON.stringify(body.channels)}::jsonb
       where id = ${id}`,
  );
  return savedProcedure(db, id);
}

/** @throws {AppError} NOT_FOUND */
export async function removeSavedProcedure(db: Db, id: number): Promise<void> {
  oneOf(await db.sql`delete from saved_procedure where id = ${id} returning id`, 'procedure', id);
}
