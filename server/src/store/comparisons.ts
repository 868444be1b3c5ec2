import type { CandidateBody, ComparisonBody, ComparisonRow } from '@undameter/contract';
import { oneOf, uniquely } from './one';
import type { Database, Db } from './pg/Database';

export async function comparisons(db: Db, campaignId: number): Promise<ComparisonRow[]> {
  return db.sql<ComparisonRow>`
    select c.id, c.campaign_id as "campaignId", c.name, c.reference,
           (select jsonb_agg(p.candidate order by p.position) from comparison_candidate p where p.comparison_id = c.id) as candidates
      from comparison c where c.campaign_id = ${campaignId} order by c.id`;
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
export async function createComparison(db: Database, campaignId: number, body: ComparisonBody): Promise<ComparisonRow> {
  const id = await db.transaction(async (tx) => {
    await checkParts(tx, campaignId, body);
    const { reference } = body;
    const rows = await uniquely(
      'comparison',
      body.name,
      tx.sql<{ id: number }>`
      insert into comparison (campaign_id, name, reference_run_id, reference)
      values (${campaignId}, ${body.name.trim()}, ${reference.runId}, ${JSON.stringify(reference)}::jsonb) returning id`,
    );
    await writeCandidates(tx, rows[0]!.id, body.candidates);
    return rows[0]!.id;
  });
  return comparison(db, id);
}

/** @throws {AppError} NAME_TAKEN, NOT_FOUND */
export async function updateComparison(db: Database, id: number, body: ComparisonBody): Promise<ComparisonRow> {
  await db.transaction(async (tx) => {
    const { campaignId } = await comparison(tx, id);
    await checkParts(tx, campaignId, body);
    const { reference } = body;
    await uniquely(
      'comparison',
      body.name,
      tx.sql`
      update comparison set name = ${body.name.trim()}, reference_run_id = ${reference.runId},
             reference = ${JSON.stringify(reference)}::jsonb where id = ${id}`,
    );
    await tx.sql`delete from comparison_candidate where comparison_id = ${id}`;
    await writeCandidates(tx, id, body.candidates);
  });
  return comparison(db, id);
}

/** @throws {AppError} NOT_FOUND */
export async function removeComparison(db: Db, id: number): Promise<void> {
  oneOf(await db.sql`delete from comparison where id = ${id} returning id`, 'comparison', id);
}

/** The runs, conditions and fits must be of the same campaign. @throws {AppError} NOT_FOUND */
async function checkParts(db: Db, campaignId: number, { reference, candidates }: ComparisonBody): Promise<void> {
  const sources = candidates.map((c) => c.source);
  for (const runId of [reference.runId, ...sources.flatMap((s) => (s.kind === 'run' ? [s.runId] : []))])
    oneOf(await db.sql`select id from run where id = ${runId} and campaign_id = ${campaignId} and ready`, 'run', runId);
  for (const id of reference.conditionIds)
    oneOf(await db.sql`select id from condition where id = ${id} and campaign_id = ${campaignId}`, 'condition', id);
  for (const s of sources)
    if (s.kind === 'fit')
      oneOf(await db.sql`select id from fit where id = ${s.fitId} and campaign_id = ${campaignId}`, 'fit', s.fitId);
}

async function writeCandidates(db: Db, id: number, candidates: readonly CandidateBody[]): Promise<void> {
  for (const [position, candidate] of candidates.entries()) {
    const { source } = candidate;
    const [runId, fitId] = source.kind === 'run' ? [source.runId, null] : [null, source.fitId];
    await db.sql`
      insert into comparison_candidate (comparison_id, position, run_id, fit_id, candidate)
      values (${id}, ${position}, ${runId}, ${fitId}, ${JSON.stringify(candidate)}::jsonb)`;
  }
}
