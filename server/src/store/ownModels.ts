import type { OwnModelBody, OwnModelRow } from '@undameter/contract';
import { oneOf, uniquely } from './one';
import type { Db } from './pg/Database';

export async function ownModels(db: Db, campaignId: number): Promise<OwnModelRow[]> {
  return db.sql<OwnModelRow>`
    select id, campaign_id as "campaignId", name, formula, meanings from own_model
     where campaign_id = ${campaignId} order by id`;
}

/** @throws {AppError} NOT_FOUND */
export const ownModel = async (db: Db, id: number): Promise<OwnModelRow> =>
  oneOf(
    await db.sql<OwnModelRow>`
      select id, campaign_id as "campaignId", name, formula, meanings from own_model where id = ${id}`,
    'model',
    id,
  );

/** @throws {AppError} NAME_TAKEN, NOT_FOUND */
export async function createOwnModel(db: Db, campaignId: number, body: OwnModelBody): Promise<OwnModelRow> {
  oneOf(await db.sql`select id from campaign where id = ${campaignId}`, 'campaign', campaignId);
  const rows = await uniquely(
    'model',
    body.name,
    db.sql<{ id: number }>`
      insert into own_model (campaign_id, name, formula, meanings)
      values (${campaignId}, ${body.name.trim()}, ${body.formula}, ${JSON.stringify(body.meanings)}::jsonb)
      returning id`,
  );
  return ownModel(db, rows[0]!.id);
}

/** @throws {AppError} NAME_TAKEN, NOT_FOUND */
export async function updateOwnModel(db: Db, id: number, body: OwnModelBody): Promise<OwnModelRow> {
  await uniquely(
    'model',
    body.name,
    db.sql`
      update own_model set name = ${body.name.trim()}, formula = ${body.formula},
             meanings = ${JSON.stringify(body.meanings)}::jsonb
       where id = ${id}`,
  );
  return ownModel(db, id);
}

/** @throws {AppError} NOT_FOUND */
export async function removeOwnModel(db: Db, id: number): Promise<void> {
  oneOf(await db.sql`delete from own_model where id = ${id} returning id`, 'model', id);
}
