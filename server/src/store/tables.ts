import type { RemovedTable, TableBody, TableRow, TableUse, TableVersion } from '@undameter/contract';
import { AppError, readsOf, stepKindOf, symbolsOfLimit, type Limit, type Step } from '@undameter/core';
import { oneOf, uniquely } from './one';
import type { Database, Db } from './pg/Database';

/** The tables of a campaign and those that all campaigns share; the campaign's own come last, and win. */
export async function tables(db: Db, campaignId: number): Promise<TableRow[]> {
  return db.sql<TableRow>`
    select id, campaign_id as "campaignId", is_shared as "isShared", symbol, name, x_name as "xName", x_unit as "xUnit",
           y_unit as "yUnit", source, method, x_scale as "xScale", y_scale as "yScale", outside, uncertainty, notes,
           x, y, second
      from property_table where campaign_id = ${campaignId} or is_shared
     order by (campaign_id = ${campaignId}) is true, id`;
}

/** @throws {AppError} NOT_FOUND */
export const table = async (db: Db, id: number): Promise<TableRow> => {
  const [row] = await db.sql<{
    campaignId: number | null;
  }>`select campaign_id as "campaignId" from property_table where id = ${id}`;
  return oneOf(
    (await tables(db, row?.campaignId ?? 0)).filter((t) => t.id === id),
    'table',
    id,
  );
};

/** @throws {AppError} NAME_TAKEN, NOT_FOUND */
export async function createTable(db: Db, campaignId: number, t: TableBody): Promise<TableRow> {
  oneOf(await db.sql`select id from campaign where id = ${campaignId}`, 'campaign', campaignId);
  const rows = await uniquely(
    'table with the symbol',
    t.symbol,
    db.sql<{ id: number }>`
    insert into property_table (campaign_id, is_shared, symbol, name, x_name, x_unit, y_unit, source, method, x_scale, y_scale,
                                outside, uncertainty, notes, x, y, second)
    values (${campaignId}, ${t.isShared}, ${t.symbol}, ${t.name}, ${t.xName}, ${t.xUnit}, ${t.yUnit}, ${t.source}, ${t.method},
            ${t.xScale}, ${t.yScale}, ${t.outside}, ${JSON.stringify(t.uncertainty)}::jsonb, ${t.notes}, ${t.x}, ${t.y},
            ${JSON.stringify(t.second)}::jsonb)
    returning id`,
  );
  return table(db, rows[0]!.id);
}

/** What the table was before is kept as a version. @throws {AppError} NAME_TAKEN, NOT_FOUND, TABLE_WITHOUT_CAMPAIGN */
export async function updateTable(db: Database, id: number, t: TableBody): Promise<TableRow> {
  await db.transaction(async (tx) => {
    const { id: _, campaignId, ...before } = await table(tx, id);
    if (campaignId === null && !t.isShared) throw new AppError('TABLE_WITHOUT_CAMPAIGN', {});
    await tx.sql`
      insert into property_table_version (table_id, version, body)
      select ${id}, coalesce(max(version), 0) + 1, ${JSON.stringify(before)}::jsonb
        from property_table_version where table_id = ${id}`;
    await uniquely(
      'table with the symbol',
      t.symbol,
      tx.sql`
      update property_table set is_shared = ${t.isShared}, symbol = ${t.symbol}, name = ${t.name}, x_name = ${t.xName},
             x_unit = ${t.xUnit}, y_unit = ${t.yUnit}, source = ${t.source}, method = ${t.method}, x_scale = ${t.xScale},
             y_scale = ${t.yScale}, outside = ${t.outside}, uncertainty = ${JSON.stringify(t.uncertainty)}::jsonb,
             notes = ${t.notes}, x = ${t.x}, y = ${t.y}, second = ${JSON.stringify(t.second)}::jsonb
       where id = ${id}`,
    );
  });
  return table(db, id);
}

/** Deletes a table; with all that it was it can be brought back. @throws {AppError} NOT_FOUND */
export async function removeTable(db: Database, id: number): Promise<void> {
  await db.transaction(async (tx) => {
    await tx.sql`
      insert into removed_table (table_id, campaign_id, is_shared, symbol, name, body, versions)
      select id, campaign_id, is_shared, symbol, name, to_jsonb(t),
             (select coalesce(jsonb_agg(to_jsonb(v)), '[]') from property_table_version v where v.table_id = t.id)
        from property_table t where id = ${id}`;
    oneOf(await tx.sql`delete from property_table where id = ${id} returning id`, 'table', id);
  });
}

/** Tables that were deleted, the last one first: those of a campaign, and shared ones. */
export const removedTables = (db: Db, campaignId: number): Promise<RemovedTable[]> =>
  db.sql<RemovedTable>`
    select table_id as id, symbol, name, to_char(removed_at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as "removedAt"
      from removed_table where campaign_id = ${campaignId} or is_shared order by removed_at desc, table_id desc`;

/** Brings a deleted table back under its own number, with its versions. @throws {AppError} NOT_FOUND, NAME_TAKEN */
export async function restoreTable(db: Database, id: number): Promise<TableRow> {
  await db.transaction(async (tx) => {
    const { symbol } = oneOf(
      await tx.sql<{ symbol: string }>`select symbol from removed_table where table_id = ${id}`,
      'deleted table',
      id,
    );
    await uniquely(
      'table with the symbol',
      symbol,
      tx.sql`
      insert into property_table overriding system value
      select (jsonb_populate_record(null::property_table, body)).* from removed_table where table_id = ${id}`,
    );
    await tx.sql`
      insert into property_table_version
      select (jsonb_populate_recordset(null::property_table_version, versions)).*
        from removed_table where table_id = ${id}`;
    await tx.sql`delete from removed_table where table_id = ${id}`;
  });
  return table(db, id);
}

/** What a table was before each change, the newest first. @throws {AppError} NOT_FOUND */
export async function versionsOfTable(db: Db, id: number): Promise<TableVersion[]> {
  await table(db, id);
  return db.sql<TableVersion>`
    select version, to_char(saved_at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as "savedAt", body
      from property_table_version where table_id = ${id} order by version desc`;
}

/** Steps, conditions and figures that stand on a table: they are computed anew when it changes. @throws {AppError} NOT_FOUND */
export async function usesOfTable(db: Db, id: number): Promise<TableUse[]> {
  const { symbol, campaignId, isShared } = await table(db, id);
  const runs = await db.sql<{ runId: number; run: string; steps: Step[] }>`
    select r.id as "runId", r.name as run, p.steps from run r
      join procedure_version p on p.run_id = r.id and p.version = r.procedure_version
     where r.ready and (${isShared} or r.campaign_id = ${campaignId}) order by r.id`;
  const conditions = await db.sql<{ name: string; limits: Limit[] }>`
    select name, limits from condition where ${isShared} or campaign_id = ${campaignId} order by id`;
  const figures = await db.sql<{ name: string }>`
    select name from figure
     where jsonb_path_exists(source, '$.** ? (@.tableId == $id)', jsonb_build_object('id', ${id}::int)) order by id`;
  const asks = (step: Step): boolean => step.settings['table'] === symbol || readsOf(step, undefined).includes(symbol);
  return [
    ...runs.flatMap(({ runId, run, steps }) =>
      steps
        .filter(asks)
        .map((step) => ({ runId, where: run, what: stepKindOf(step.kind).words(step.settings as never).title })),
    ),
    ...conditions
      .filter(({ limits }) => limits.some((limit) => symbolsOfLimit(limit).includes(symbol)))
      .map(({ name }) => ({ runId: null, where: 'condition', what: name })),
    ...figures.map(({ name }) => ({ runId: null, where: 'figure', what: name })),
  ];
}
