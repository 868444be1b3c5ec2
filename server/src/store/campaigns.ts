import type { CampaignBody, CampaignChange, CampaignReply, CampaignRow, RunRow } from '@undameter/contract';
import { oneOf, uniquely } from './one';
import type { Db } from './pg/Database';

const rows = (db: Db, id: number | null): Promise<CampaignRow[]> =>
  db.sql<CampaignRow>`
    select c.id, c.name, c.question, c.demo,
           (select count(*)::int from run r where r.campaign_id = c.id and r.ready) as runs,
           to_char(c.created_at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as "createdAt"
      from campaign c where ${id}::int is null or c.id = ${id}
     order by c.demo desc, c.created_at desc, c.id desc`;

export const campaigns = (db: Db): Promise<CampaignRow[]> => rows(db, null);

const byId = async (db: Db, id: number): Promise<CampaignRow> => oneOf(await rows(db, id), 'campaign', id);

/** @throws {AppError} NOT_FOUND */
export async function campaign(db: Db, id: number): Promise<CampaignReply> {
  const row = await byId(db, id);
  const [counts] = await db.sql<CampaignReply['counts']>`
    select (select count(*)::int from condition where campaign_id = ${id}) as conditions,
           (select count(*)::int from property_table where campaign_id = ${id} or is_shared) as tables,
           (select count(*)::int from fit where campaign_id = ${id}) as fits,
           (select count(*)::int from comparison where campaign_id = ${id}) as comparisons,
           (select count(*)::int from finding where campaign_id = ${id}) as findings,
           (select count(*)::int from figure where campaign_id = ${id}) as figures`;
  return { ...row, runRows: await runRows(db, id), counts: counts! };
}

/** Runs of a campaign, or one of them. */
export const runRows = (db: Db, campaignId: number | null, id: number | null = null): Promise<RunRow[]> =>
  db.sql<RunRow>`
    select r.id, r.campaign_id as "campaignId", r.name, r.kind, r.origin, r.file_name as "fileName", r.samples,
           exists (select from field f where f.run_id = r.id) as "isField",
           (select count(*)::int from channel c where c.run_id = r.id) as channels,
           coalesce((select jsonb_array_length(p.steps) from procedure_version p
                      where p.run_id = r.id and p.version = r.procedure_version), 0) as steps,
           r.along, to_char(r.created_at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as "createdAt"
      from run r
     where (${campaignId}::int is null or r.campaign_id = ${campaignId}) and (${id}::int is null or r.id = ${id})
       and r.ready
     order by r.id`;

/** @throws {AppError} NAME_TAKEN */
export async function createCampaign(db: Db, body: CampaignBody, demo = false): Promise<CampaignRow> {
  const [row] = await uniquely(
    'campaign',
    body.name,
    db.sql<{ id: number }>`
    insert into campaign (name, question, demo) values (${body.name.trim()}, ${body.question}, ${demo}) returning id`,
  );
  return byId(db, row!.id);
}

/** @throws {AppError} NAME_TAKEN, NOT_FOUND */
export async function updateCampaign(db: Db, id: number, body: CampaignChange): Promise<CampaignRow> {
  const changed = await uniquely(
    'campaign',
    body.name,
    db.sql<{ id: number }>`
    update campaign set name = ${body.name.trim()}, question = coalesce(${body.question ?? null}::text, question) where id = ${id} returning id`,
  );
  oneOf(changed, 'campaign', id);
  return byId(db, id);
}
