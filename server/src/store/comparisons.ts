import type { CandidateBody, ComparisonBody, ComparisonRow } from '@undameter/contract';
import { checkConditions } from './conditions';
import { allOf, oneOf, uniquely } from './one';
import type { Database, Db } from './pg/Database';

const rows = (db: Db, campaignId: number | null, id: number | null): Promise<ComparisonRow[]> =>
  db.sql<ComparisonRow>`
    select c.id, c.campaign_id as "campaignId", c.name, c.reference,
           (select jsonb_agg(p.candidate order by p.position) from comparison_candidate p
             where p.comparison_id = c.id) as candidates
      from comparison c
     where (${campaignId}::int is null or c.campaign_id = ${campaignId}) and (${id}::int is null or c.id = ${id})
     order by c.id`;

export const comparisons = (db: Db, campaignId: number): Promise<ComparisonRow[]> => rows(db, campaignId, null);

/** @throws {AppError} NOT_FOUND */
export const comparison = async (db: Db, id: number): Promise<ComparisonRow> =>
  oneOf(await rows(db, null, id), 'comparison', id);

/** @throws {AppError} NAME_TAKEN, NOT_FOUND */
export async function createComparison(db: Database, campaignId: number, body: ComparisonBody): Promise<ComparisonRow> {
  const id = await db.transaction(async (tx) => {
    await checkParts(tx, campaignId, body);
    const { reference } = body;
    const made = await uniquely(
      'comparison',
      body.name,
      tx.sql<{ id: number }>`
      insert into comparison (campaign_id, name, reference_run_id, reference)
      values (${campaignId}, ${body.name.trim()}, ${reference.runId}, ${JSON.stringify(reference)}::jsonb) returning id`,
    );
    await writeCandidates(tx, made[0]!.id, body.candidates);
    return made[0]!.id;
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
  const runs = [reference.runId, ...sources.flatMap((s) => (s.kind === 'run' ? [s.runId] : []))];
  const fits = sources.flatMap((s) => (s.kind === 'fit' ? [s.fitId] : []));
  allOf(
    await db.sql`select id from run where id = any(${runs}::int[]) and campaign_id = ${campaignId} and ready`,
    'run',
    runs,
  );
  await checkConditions(db, campaignId, reference.runId, reference.conditionIds);
  allOf(await db.sql`select id from fit where id = any(${fits}::int[]) and campaign_id = ${campaignId}`, 'fit', fits);
}

async function writeCandidates(db: Db, id: number, candidates: readonly CandidateBody[]): Promise<void> {
  await db.sql`
    insert into comparison_candidate (comparison_id, position, run_id, fit_id, candidate)
    select ${id}, position - 1, (candidate->'source'->>'runId')::int, (candidate->'source'->>'fitId')::int, candidate
      from jsonb_array_elements(${JSON.stringify(candidates)}::jsonb) with ordinality as given(candidate, position)`;
}
