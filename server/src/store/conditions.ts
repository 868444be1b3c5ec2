import { AppError } from '@undameter/core';
import type { ConditionBody, ConditionRow, SeveralChangedBody } from '@undameter/contract';
import { allOf, oneOf, uniquely, unused } from './one';
import type { Database, Db } from './pg/Database';

const rows = (db: Db, campaignId: number | null, id: number | null): Promise<ConditionRow[]> =>
  db.sql<ConditionRow>`
    select c.id, c.campaign_id as "campaignId", c.name, c.limits, c.group_id as "groupId",
           coalesce(g.name, '') as "group", c.run_id as "runId"
      from condition c left join condition_group g on g.id = c.group_id
     where (${campaignId}::int is null or c.campaign_id = ${campaignId}) and (${id}::int is null or c.id = ${id})
     order by c.id`;

export const conditions = (db: Db, campaignId: number): Promise<ConditionRow[]> => rows(db, campaignId, null);

/** @throws {AppError} NOT_FOUND */
export const condition = async (db: Db, id: number): Promise<ConditionRow> =>
  oneOf(await rows(db, null, id), 'condition', id);

/** That conditions are of a campaign, and of no other run than the one they are wanted on. @throws {AppError} NOT_FOUND */
export async function checkConditions(
  db: Db,
  campaignId: number,
  runId: number,
  ids: readonly number[],
): Promise<void> {
  allOf(
    await db.sql`
      select id from condition
       where id = any(${ids}::int[]) and campaign_id = ${campaignId} and coalesce(run_id, ${runId}) = ${runId}`,
    'condition',
    ids,
  );
}

/** @throws {AppError} NAME_TAKEN, NOT_FOUND */
export const createCondition = (db: Database, campaignId: number, body: ConditionBody): Promise<ConditionRow> =>
  db.transaction((tx) => create(tx, campaignId, body));

async function create(tx: Db, campaignId: number, body: ConditionBody): Promise<ConditionRow> {
  oneOf(await tx.sql`select id from campaign where id = ${campaignId}`, 'campaign', campaignId);
  const made = await uniquely(
    'condition',
    body.name,
    tx.sql<{ id: number }>`
    insert into condition (campaign_id, name, limits)
    values (${campaignId}, ${body.name.trim()}, ${JSON.stringify(body.limits)}::jsonb) returning id`,
  );
  await belong(tx, await condition(tx, made[0]!.id), body);
  return condition(tx, made[0]!.id);
}

/** Puts a condition into its group and to its run, as far as the body says so. @throws {AppError} NOT_FOUND, STILL_USED */
async function belong(tx: Db, { id, campaignId, runId: before }: ConditionRow, { group, runId }: ConditionBody) {
  if (group !== undefined) await intoGroup(tx, campaignId, [id], group);
  if (runId === undefined || runId === before) return;
  if (runId !== null) {
    oneOf(await tx.sql`select id from run where id = ${runId} and campaign_id = ${campaignId}`, 'run', runId);
    await checkUsedOn(tx, id, runId);
  }
  await tx.sql`update condition set run_id = ${runId} where id = ${id}`;
}

/** That no fit and no comparison needs it on another run. @throws {AppError} STILL_USED */
async function checkUsedOn(tx: Db, id: number, runId: number): Promise<void> {
  const elsewhere = await tx.sql`
    select 1 from fit f join fit_condition c on c.fit_id = f.id where c.condition_id = ${id} and f.run_id <> ${runId}
    union all
    select 1 from fit_further f join fit_further_condition c on c.fit_id = f.fit_id and c.further_id = f.id
     where c.condition_id = ${id} and f.run_id <> ${runId}
    union all
    select 1 from comparison
     where reference->'conditionIds' @> to_jsonb(${id}::int) and (reference->>'runId')::int <> ${runId}`;
  if (elsewhere.length > 0) throw new AppError('STILL_USED', { what: 'condition', by: 'another run' });
}

/** All of them or none. @throws {AppError} NAME_TAKEN, NOT_FOUND */
export const createConditions = (
  db: Database,
  campaignId: number,
  bodies: readonly ConditionBody[],
): Promise<ConditionRow[]> =>
  db.transaction(async (tx) => {
    const made: ConditionRow[] = [];
    for (const body of bodies) made.push(await create(tx, campaignId, body));
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
    if (name !== before.name) await renameSeries(tx, [id], before.name, name);
    await belong(tx, before, body);
    await dropEmptyGroups(tx, before.campaignId);
  });
  return condition(db, id);
}

/**
 * Deletes, renames and groups conditions of a campaign: all of it or nothing.
 * @throws {AppError} NOT_FOUND, NAME_TAKEN, STILL_USED with the name of the condition
 */
export async function changeConditions(
  db: Database,
  campaignId: number,
  { remove: gone = [], rename = [], group }: SeveralChangedBody,
): Promise<ConditionRow[]> {
  await db.transaction(async (tx) => {
    await checkOfCampaign(tx, campaignId, [...gone, ...rename.map((r) => r.id), ...(group?.ids ?? [])]);
    for (const id of gone) await remove(tx, id, `condition "${(await condition(tx, id)).name}"`);
    const before = new Map<number, string>();
    for (const { id } of rename) before.set(id, (await condition(tx, id)).name);
    // First out of each other's way, so that two can exchange their names.
    for (const { id } of rename) await tx.sql`update condition set name = ${`${id} on its way`} where id = ${id}`;
    for (const { id, name } of rename) {
      const to = name.trim();
      await uniquely('condition', to, tx.sql`update condition set name = ${to} where id = ${id}`);
      if (to !== before.get(id)) await renameSeries(tx, [id], before.get(id)!, to);
    }
    if (group) await intoGroup(tx, campaignId, group.ids, group.name);
    await dropEmptyGroups(tx, campaignId);
  });
  return conditions(db, campaignId);
}

/** @throws {AppError} NOT_FOUND */
async function checkOfCampaign(db: Db, campaignId: number, ids: readonly number[]): Promise<void> {
  const there = await db.sql<{ id: number }>`
    select id from condition where id = any(${ids}::int[]) and campaign_id = ${campaignId}`;
  allOf(there, 'condition', ids);
}

/**
 * Puts conditions into the group of a name. All of one group in a new one rename it, so that what stands on the group
 * goes on standing on it.
 */
async function intoGroup(tx: Db, campaignId: number, ids: readonly number[], called: string): Promise<void> {
  const name = called.trim();
  if (name === '') {
    await tx.sql`update condition set group_id = null where id = any(${ids}::int[])`;
    return;
  }
  const [known] = await tx.sql<{ id: number }>`
    select id from condition_group where campaign_id = ${campaignId} and name = ${name}`;
  const whole = known ? undefined : await wholeGroup(tx, ids);
  if (whole) {
    const members = await tx.sql<{ id: number }>`select id from condition where group_id = ${whole.id}`;
    await tx.sql`update condition_group set name = ${name} where id = ${whole.id}`;
    await renameSeries(
      tx,
      members.map((m) => m.id),
      whole.name,
      name,
    );
  }
  const [group] =
    known || whole
      ? [known ?? whole]
      : await tx.sql<{ id: number }>`
          insert into condition_group (campaign_id, name) values (${campaignId}, ${name}) returning id`;
  await tx.sql`update condition set group_id = ${group!.id} where id = any(${ids}::int[])`;
}

/** The one group that all of the conditions are in, where they are all of its conditions. */
async function wholeGroup(tx: Db, ids: readonly number[]): Promise<{ id: number; name: string } | undefined> {
  const groups = await tx.sql<{ id: number; name: string; inside: boolean }>`
    select g.id, g.name, bool_and(c.id = any(${ids}::int[])) as inside
      from condition_group g join condition c on c.group_id = g.id
     where g.id in (select group_id from condition where id = any(${ids}::int[])) group by g.id, g.name`;
  return groups.length === 1 && groups[0]!.inside ? groups[0] : undefined;
}

const dropEmptyGroups = (tx: Db, campaignId: number): Promise<unknown> =>
  tx.sql`
    delete from condition_group g
     where g.campaign_id = ${campaignId} and not exists (select 1 from condition c where c.group_id = g.id)`;

type ByName = Record<string, unknown>;

/** What a fit keeps by the name of a series goes on under its new one, which begins with that of its condition or group. */
async function renameSeries(db: Db, ids: readonly number[], before: string, after: string): Promise<void> {
  const renamed = (byName: ByName): ByName =>
    Object.fromEntries(
      Object.entries(byName).map(([name, value]) => [
        name === before || name.startsWith(`${before}, `) ? after + name.slice(before.length) : name,
        value,
      ]),
    );
  const found = await db.sql<{ id: number; choices: { ranges?: ByName }; results: ByName }>`
    select id, choices, results from fit
     where id in (select fit_id from fit_condition where condition_id = any(${ids}::int[])
                  union select fit_id from fit_further_condition where condition_id = any(${ids}::int[]))`;
  for (const { id, choices, results } of found) {
    const kept = choices.ranges ? { ...choices, ranges: renamed(choices.ranges) } : choices;
    await db.sql`
      update fit set choices = ${JSON.stringify(kept)}::jsonb, results = ${JSON.stringify(renamed(results))}::jsonb
       where id = ${id}`;
  }
}

/** @throws {AppError} STILL_USED, NOT_FOUND */
export const removeCondition = (db: Database, id: number): Promise<void> =>
  db.transaction(async (tx) => {
    const { campaignId } = await condition(tx, id);
    await remove(tx, id, 'condition');
    await dropEmptyGroups(tx, campaignId);
  });

/** @throws {AppError} STILL_USED, NOT_FOUND */
async function remove(db: Db, id: number, what: string): Promise<void> {
  const compared = await db.sql`select id from comparison where reference->'conditionIds' @> to_jsonb(${id}::int)`;
  if (compared.length > 0) throw new AppError('STILL_USED', { what, by: 'a comparison' });
  oneOf(await unused(what, 'a fit', db.sql`delete from condition where id = ${id} returning id`), 'condition', id);
}
