import type { FindingOrigin } from '@undameter/contract';
import { oneOf } from './one';
import type { Db } from './pg/Database';

export interface StoredFinding {
  id: number;
  campaignId: number;
  sentence: string;
  meaning: string;
  origin: FindingOrigin;
  createdAt: string;
}

const rows = (db: Db, campaignId: number | null, id: number | null): Promise<StoredFinding[]> =>
  db.sql<StoredFinding>`
    select id, campaign_id as "campaignId", sentence, meaning, origin,
           to_char(created_at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as "createdAt"
      from finding
     where (${campaignId}::int is null or campaign_id = ${campaignId}) and (${id}::int is null or id = ${id})
     order by id`;

export const findings = (db: Db, campaignId: number): Promise<StoredFinding[]> => rows(db, campaignId, null);

/** @throws {AppError} NOT_FOUND */
export const finding = async (db: Db, id: number): Promise<StoredFinding> =>
  oneOf(await rows(db, null, id), 'finding', id);

export async function createFinding(
  db: Db,
  campaignId: number,
  sentence: string,
  origin: FindingOrigin,
): Promise<StoredFinding> {
  const made = await db.sql<{ id: number }>`
    insert into finding (campaign_id, sentence, origin)
    values (${campaignId}, ${sentence}, ${JSON.stringify(origin)}::jsonb) returning id`;
  return finding(db, made[0]!.id);
}

export async function rewriteFinding(db: Db, id: number, sentence: string): Promise<StoredFinding> {
  await db.sql`update finding set sentence = ${sentence} where id = ${id}`;
  return finding(db, id);
}

/** What the number means, in the engineer’s words. @throws {AppError} NOT_FOUND */
export async function explainFinding(db: Db, id: number, meaning: string): Promise<StoredFinding> {
  await db.sql`update finding set meaning = ${meaning.trim()} where id = ${id}`;
  return finding(db, id);
}

/** @throws {AppError} NOT_FOUND */
export async function removeFinding(db: Db, id: number): Promise<void> {
  oneOf(await db.sql`delete from finding where id = ${id} returning id`, 'finding', id);
}
