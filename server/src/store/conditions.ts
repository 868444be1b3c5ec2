import { AppError } from '@undameter/core';
import type { ConditionBody, ConditionRow } from '@undameter/contract';
import { allOf, oneOf, uniquely, unused } from './one';
import type { Database, Db } from './pg/Database';

export async function conditions(db: Db, campaignId: number): Promise<ConditionRow[]> {
  return db.sql<ConditionRow>`
    select id, campaign_id as "campaignId", name, limits from condition where campaign_id = ${campaignId} order by id`;
}

/** @throws {AppError} NOT_FOUND */
export const condition = async (db: Db, id: number): Promise<ConditionRow> =>
  oneOf(
    await db.sql<ConditionRow>`select id, campaign_id as "campaignId", name, limits from condition where id = ${id}`,
    'condition',
    id,
  );

/** That conditions are of a campaign. @throws {AppError} NOT_FOUND */
export async function checkConditions(db: Db, campaignId: number, ids: readonly number[]): Promise<void> {
  allOf(
    await db.sql`select id from condition where id = any(${ids}::int[]) and campaign_id = ${campaignId}`,
    'condition',
    ids,
  );
}

/** @throws {AppError} NAME_TAKEN, NOT_FOUND */
export async function createCondition(db: Db, campaignId: number, body: ConditionBody): Promise<ConditionRow> {
  oneOf(await db.sql`select id from campaign where id = ${campaignId}`, 'campaign', campaignId);
  const rows = await uniquely(
    'condition',
    body.name,
    db.sql<{ id: number }>`
    insert into condition (campaign_id, name, limits)
    values (${campaignId}, ${body.name.trim()}, ${JSON.stringify(body.limits)}::jsonb) returning id`,
  );
  return condition(db, rows[0]!.id);
}

/** All of them or none. @throws {AppError} NAME_TAKEN, NOT_FOUND */
export const createConditions = (
  db: Database,
  campaignId: number,
  bodies: readonly ConditionBody[],
): Promise<ConditionRow[]> =>
  db.transaction(async (tx) => {
    const made: ConditionRow[] = [];
    for (const body of bodies) made.push(await createCondition(tx, campaignId, body));
    return made;
  });

/** @throws {AppError} NAME_TAKEN, NOT_FOUND */
export async function updateCondition(db: Db, id: number, body: ConditionBody): Promise<ConditionRow> {
  await uniquely(
    'condition',
    body.name,
    db.sql`
    update condition set name = ${body.name.trim()}, limits = ${JSON.stringify(body.limits)}::jsonb where id = ${id}`,
  );
  return condition(db, id);
}

/** @throws {AppError} STILL_USED, NOT_FOUND */
export async function removeCondition(db: Db, id: number): Promise<void> {
  const compared = await db.sql`select id from comparison where reference->'conditionIds' @> to_jsonb(${id}::int)`;
  if (compared.length > 0) throw new AppError('STILL_USED', { what: 'condition', by: 'a comparison' });
  oneOf(
    await unused('condition', 'a fit', db.sql`delete from condition where id = ${id} returning id`),
    'condition',
    id,
  );
}
