import type { SensorBody, SensorRow } from '@undameter/contract';
import { differenceFactor, parseUnit } from '@undameter/core';
import { oneOf, uniquely, unused } from './one';
import type { Database, Db } from './pg/Database';

const rows = (db: Db, campaignId: number | null, id: number | null): Promise<SensorRow[]> =>
  db.sql<SensorRow>`
    select s.id, s.campaign_id as "campaignId", s.name, s.unit, s.sources, s.notes,
           coalesce((select jsonb_agg(jsonb_build_object('runId', r.id, 'run', r.name, 'symbol', c.symbol, 'unit', c.unit)
                                      order by r.id, c.position)
                       from channel c join run r on r.id = c.run_id where c.sensor_id = s.id and r.ready), '[]') as uses
      from sensor s
     where (${campaignId}::int is null or s.campaign_id = ${campaignId}) and (${id}::int is null or s.id = ${id})
     order by s.name`;

export const sensors = (db: Db, campaignId: number): Promise<SensorRow[]> => rows(db, campaignId, null);

/** @throws {AppError} NOT_FOUND */
export const sensor = async (db: Db, id: number): Promise<SensorRow> => oneOf(await rows(db, null, id), 'sensor', id);

/** @throws {AppError} NAME_TAKEN, NOT_FOUND */
export async function createSensor(db: Db, campaignId: number, body: SensorBody): Promise<SensorRow> {
  oneOf(await db.sql`select id from campaign where id = ${campaignId}`, 'campaign', campaignId);
  const made = await uniquely(
    'sensor',
    body.name,
    db.sql<{ id: number }>`
      insert into sensor (campaign_id, name, unit, sources, notes)
      values (${campaignId}, ${body.name.trim()}, ${body.unit}, ${JSON.stringify(body.sources)}::jsonb, ${body.notes})
      returning id`,
  );
  return sensor(db, made[0]!.id);
}

/** @throws {AppError} NAME_TAKEN, NOT_FOUND, UNIT_MISFIT where a channel that it measured is of another dimension */
export async function updateSensor(db: Database, id: number, body: SensorBody): Promise<SensorRow> {
  return db.transaction(async (tx) => {
    const { uses } = await sensor(tx, id);
    for (const use of uses) differenceFactor(parseUnit(body.unit), parseUnit(use.unit));
    await uniquely(
      'sensor',
      body.name,
      tx.sql`update sensor set name = ${body.name.trim()}, unit = ${body.unit}, notes = ${body.notes},
                               sources = ${JSON.stringify(body.sources)}::jsonb where id = ${id}`,
    );
    return sensor(tx, id);
  });
}

/** @throws {AppError} NOT_FOUND, STILL_USED */
export async function removeSensor(db: Db, id: number): Promise<void> {
  const gone = await unused('sensor', 'a channel', db.sql`delete from sensor where id = ${id} returning id`);
  oneOf(gone, 'sensor', id);
}
