import type { TableBody, TableRow } from '@undameter/contract';
import { oneOf, uniquely } from './one';
import type { Db } from './pg/Database';

export async function tables(db: Db, campaignId: number): Promise<TableRow[]> {
  return db.sql<TableRow>`
    select id, campaign_id as "campaignId", symbol, name, x_name as "xName", x_unit as "xUnit", y_unit as "yUnit",
           source, outside, x, y
      from property_table where campaign_id = ${campaignId} order by id`;
}

const byId = async (db: Db, id: number): Promise<TableRow> => {
  const [row] = await db.sql<{
    campaignId: number;
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
    insert into property_table (campaign_id, symbol, name, x_name, x_unit, y_unit, source, outside, x, y)
    values (${campaignId}, ${t.symbol}, ${t.name}, ${t.xName}, ${t.xUnit}, ${t.yUnit}, ${t.source}, ${t.outside}, ${t.x}, ${t.y})
    returning id`,
  );
  return byId(db, rows[0]!.id);
}

/** @throws {AppError} NAME_TAKEN, NOT_FOUND */
export async function updateTable(db: Db, id: number, t: TableBody): Promise<TableRow> {
  await uniquely(
    'table with the symbol',
    t.symbol,
    db.sql`
    update property_table set symbol = ${t.symbol}, name = ${t.name}, x_name = ${t.xName}, x_unit = ${t.xUnit},
           y_unit = ${t.yUnit}, source = ${t.source}, outside = ${t.outside}, x = ${t.x}, y = ${t.y}
     where id = ${id}`,
  );
  return byId(db, id);
}

/** @throws {AppError} NOT_FOUND */
export async function removeTable(db: Db, id: number): Promise<void> {
  oneOf(await db.sql`delete from property_table where id = ${id} returning id`, 'table', id);
}
