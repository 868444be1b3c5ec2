import type { InstrumentBody, InstrumentRow } from '@undameter/contract';
import { oneOf, uniquely } from './one';
import type { Db } from './pg/Database';

type Kept = Pick<InstrumentRow, 'id' | 'campaignId' | 'name'> & { body: Omit<InstrumentBody, 'name'> };

const rows = async (db: Db, campaignId: number | null, id: number | null): Promise<InstrumentRow[]> => {
  const kept = await db.sql<Kept>`
    select id, campaign_id as "campaignId", name, body from instrument
     where (${campaignId}::int is null or campaign_id = ${campaignId}) and (${id}::int is null or id = ${id})
     order by name`;
  return kept.map(({ body, ...rest }) => ({ ...rest, ...body }));
};

export const instruments = (db: Db, campaignId: number): Promise<InstrumentRow[]> => rows(db, campaignId, null);

/** @throws {AppError} NOT_FOUND */
export const instrument = async (db: Db, id: number): Promise<InstrumentRow> =>
  oneOf(await rows(db, null, id), 'instrument', id);

/** @throws {AppError} NAME_TAKEN, NOT_FOUND */
export async function createInstrument(db: Db, campaignId: number, body: InstrumentBody): Promise<InstrumentRow> {
  oneOf(await db.sql`select id from campaign where id = ${campaignId}`, 'campaign', campaignId);
  const { name, ...rest } = body;
  const made = await uniquely(
    'instrument',
    name,
    db.sql<{ id: number }>`
      insert into instrument (campaign_id, name, body)
      values (${campaignId}, ${name.trim()}, ${JSON.stringify(rest)}::jsonb) returning id`,
  );
  return instrument(db, made[0]!.id);
}

/** @throws {AppError} NAME_TAKEN, NOT_FOUND */
export async function updateInstrument(db: Db, id: number, body: InstrumentBody): Promise<InstrumentRow> {
  const { name, ...rest } = body;
  const changed = await uniquely(
    'instrument',
    name,
    db.sql`update instrument set name = ${name.trim()}, body = ${JSON.stringify(rest)}::jsonb
            where id = ${id} returning id`,
  );
  oneOf(changed, 'instrument', id);
  return instrument(db, id);
}

/** @throws {AppError} NOT_FOUND */
export async function removeInstrument(db: Db, id: number): Promise<void> {
  oneOf(await db.sql`delete from instrument where id = ${id} returning id`, 'instrument', id);
}
