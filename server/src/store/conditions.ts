import { AppError } from '@undameter/core';
import type { ConditionBody, ConditionRow, SeveralChangedBody } from '@undameter/contract';
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
export async function updateCondition(db: Database, id: number, body: ConditionBody): Promise<ConditionRow> {
  await db.transaction(async (tx) => {
    const before = await condition(tx, id);
    const name = body.name.trim();
    await uniquely(
      'condition',
      body.name,
      tx.sql`update condition set name = ${name}, limits = ${JSON.stringify(body.limits)}::jsonb where id = ${id}`,
    );
    if (name !== before.name) await renameSeries(tx, id, before.name, name);
  });
  return condition(db, id);
}

/**
 * Deletes and renames conditions of a campaign: all of it or nothing.
 * @throws {AppError} NOT_FOUND, NAME_TAKEN, STILL_USED with the name of the condition
 */
export async function changeConditions(
  db: Database,
  campaignId: number,
  { remove = [], rename = [] }: SeveralChangedBody,
): Promise<ConditionRow[]> {
  await db.transaction(async (tx) => {
    await checkConditions(tx, campaignId, [...remove, ...rename.map((r) => r.id)]);
    for (const id of remove) await removeCondition(tx, id, `condition "${(await condition(tx, id)).name}"`);
    const before = new Map<number, string>();
    for (const { id } of rename) before.set(id, (await condition(tx, id)).name);
    // First out of each other's way, so that two can exchange their names.
    for (const { id } of rename) await tx.sql`update condition set name = ${`${id} on its way`} where id = ${id}`;
    for (const { id, name } of rename) {
      const to = name.trim();
      await uniquely('condition', to, tx.sql`update condition set name = ${to} where id = ${id}`);
      if (to !== before.get(id)) await renameSeries(tx, id, before.get(id)!, to);
    }
  });
  return conditions(db, campaignId);
}

type ByName = Record<string, unknown>;

/** What a fit keeps by the name of a series goes on under its new one, which begins with that of its condition. */
async function renameSeries(db: Db, conditionId: number, before: string, after: string): Promise<void> {
  const renamed = (byName: ByName): ByName =>
    Object.fromEntries(
      Object.entries(byName).map(([name, value]) => [
        name === before || name.startsWith(`${before}, `) ? after + name.slice(before.length) : name,
        value,
      ]),
    );
  const found = await db.sql<{ id: number; choices: { ranges?: ByName }; results: ByName }>`
    select id, choices, results from fit
     where id in (select fit_id from fit_condition where condition_id = ${conditionId}
                  union select fit_id from fit_further_condition where condition_id = ${conditionId})`;
  for (const { id, choices, results } of found) {
    const kept = choices.ranges ? { ...choices, ranges: renamed(choices.ranges) } : choices;
    await db.sql`
      update fit set choices = ${JSON.stringify(kept)}::jsonb, results = ${JSON.stringify(renamed(results))}::jsonb
       where id = ${id}`;
  }
}

/** @throws {AppError} STILL_USED, NOT_FOUND */
export async function removeCondition(db: Db, id: number, what = 'condition'): Promise<void> {
  const compared = await db.sql`select id from comparison where reference->'conditionIds' @> to_jsonb(${id}::int)`;
  if (compared.length > 0) throw new AppError('STILL_USED', { what, by: 'a comparison' });
  oneOf(await unused(what, 'a fit', db.sql`delete from condition where id = ${id} returning id`), 'condition', id);
}
