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

export async function findings(db: Db, campaignId: number): Promise<StoredFinding[]> {
  return db.sql<StoredFinding>`
    select id, campaign_id as "campaignId", sentence, meaning, origin,
           to_char(created_at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as "createdAt"
      from finding where campaign_id = ${campaignId} order by id`;
}

/** @throws {AppError} NOT_FOUND */
export async function finding(db: Db, id: number): Promise<StoredFinding> {
  const [row] = await db.sql<{ campaignId: number }>`select campaign_id as "campaignId" from finding where id = ${id}`;
  return oneOf(
    (await findings(db, row?.campaignId ?? 0)).filter((f) => f.id === id),
    'finding',
    id,
  );
}

export async function createFinding(
  db: Db,
  campaignId: number,
  sentence: string,
  origin: FindingOrigin,
): Promise<StoredFinding> {
  const rows = await db.sql<{ id: number }>`
    insert into finding (campaign_id, sentence, origin)
    values (${campaignId}, ${sentence}, ${JSON.stringify(origin)}::jsonb) returning id`;
  return finding(db, rows[0]!.id);
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
