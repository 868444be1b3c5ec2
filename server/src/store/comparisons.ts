import type { ComparisonBody, ComparisonRow } from '@undameter/contract';
import { oneOf, uniquely } from './one';
import type { Db } from './pg/Database';

export async function comparisons(db: Db, campaignId: number): Promise<ComparisonRow[]> {
  return db.sql<ComparisonRow>`
    select id, campaign_id as "campaignId", name, fit_id as "fitId", candidate_run_id as "candidateRunId", x, y
      from comparison where campaign_id = ${campaignId} order by id`;
}

/** @throws {AppError} NOT_FOUND */
export async function comparison(db: Db, id: number): Promise<ComparisonRow> {
  const [row] = await db.sql<{
    campaignId: number;
  }>`select campaign_id as "campaignId" from comparison where id = ${id}`;
  return oneOf(
    (await comparisons(db, row?.campaignId ?? 0)).filter((c) => c.id === id),
    'comparison',
    id,
  );
}

/** @throws {AppError} NAME_TAKEN, NOT_FOUND */
export async function createComparison(db: Db, campaignId: number, body: ComparisonBody): Promise<ComparisonRow> {
  await checkParts(db, campaignId, body);
  const rows = await uniquely(
    'comparison',
    body.name,
    db.sql<{ id: number }>`
    insert into comparison (campaign_id, name, fit_id, candidate_run_id, x, y)
    values (${campaignId}, ${body.name.trim()}, ${body.fitId}, ${body.candidateRunId}, ${body.x}, ${body.y}) returning id`,
  );
  return comparison(db, rows[0]!.id);
}

/** @throws {AppError} NAME_TAKEN, NOT_FOUND */
export async function updateComparison(db: Db, id: number, body: ComparisonBody): Promise<ComparisonRow> {
  const { campaignId } = await comparison(db, id);
  await checkParts(db, campaignId, body);
  await uniquely(
    'comparison',
    body.name,
    db.sql`
    update comparison set name = ${body.name.trim()}, fit_id = ${body.fitId}, candidate_run_id = ${body.candidateRunId},
           x = ${body.x}, y = ${body.y} where id = ${id}`,
  );
  return comparison(db, id);
}

/** @throws {AppError} NOT_FOUND */
export async function removeComparison(db: Db, id: number): Promise<void> {
  oneOf(await db.sql`delete from comparison where id = ${id} returning id`, 'comparison', id);
}

async function checkParts(db: Db, campaignId: number, body: ComparisonBody): Promise<void> {
  oneOf(await db.sql`select id from fit where id = ${body.fitId} and campaign_id = ${campaignId}`, 'fit', body.fitId);
  const { candidateRunId } = body;
  oneOf(
    await db.sql`select id from run where id = ${candidateRunId} and campaign_id = ${campaignId} and ready`,
    'run',
    candidateRunId,
  );
}
