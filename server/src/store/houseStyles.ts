import type { HouseStyleBody, HouseStyleRow } from '@undameter/contract';
import { oneOf, uniquely } from './one';
import type { Db } from './pg/Database';

const rows = (db: Db, campaignId: number | null, id: number | null): Promise<HouseStyleRow[]> =>
  db.sql<HouseStyleRow>`
    select id, campaign_id as "campaignId", name, look, dressing -> 'key' as key, dressing -> 'axes' as axes
      from house_style
     where (${campaignId}::int is null or campaign_id = ${campaignId}) and (${id}::int is null or id = ${id})
     order by name`;

export const houseStyles = (db: Db, campaignId: number): Promise<HouseStyleRow[]> => rows(db, campaignId, null);

/** @throws {AppError} NOT_FOUND */
export const houseStyle = async (db: Db, id: number): Promise<HouseStyleRow> =>
  oneOf(await rows(db, null, id), 'house style', id);

/** @throws {AppError} NAME_TAKEN, NOT_FOUND */
export async function createHouseStyle(db: Db, campaignId: number, body: HouseStyleBody): Promise<HouseStyleRow> {
  const { name, look, key, axes } = body;
  oneOf(await db.sql`select id from campaign where id = ${campaignId}`, 'campaign', campaignId);
  const made = await uniquely(
    'house style',
    name,
    db.sql<{ id: number }>`
      insert into house_style (campaign_id, name, look, dressing)
      values (${campaignId}, ${name.trim()}, ${JSON.stringify(look)}::jsonb, ${JSON.stringify({ key, axes })}::jsonb)
      returning id`,
  );
  return houseStyle(db, made[0]!.id);
}

/** @throws {AppError} NAME_TAKEN, NOT_FOUND */
export async function updateHouseStyle(db: Db, id: number, body: HouseStyleBody): Promise<HouseStyleRow> {
  const { name, look, key, axes } = body;
  await uniquely(
    'house style',
    name,
    db.sql`
      update house_style set name = ${name.trim()}, look = ${JSON.stringify(look)}::jsonb,
             dressing = ${JSON.stringify({ key, axes })}::jsonb where id = ${id}`,
  );
  return houseStyle(db, id);
}

/** @throws {AppError} NOT_FOUND */
export async function removeHouseStyle(db: Db, id: number): Promise<void> {
  oneOf(await db.sql`delete from house_style where id = ${id} returning id`, 'house style', id);
}
