import type { ReportBody, ReportRow, TemplateBody, TemplateRow, VersionReply, VersionRow } from '@undameter/contract';
import { oneOf, uniquely } from './one';
import type { Db } from './pg/Database';

const rows = (db: Db, campaignId: number | null, id: number | null): Promise<ReportRow[]> =>
  db.sql<ReportRow>`
    select id, campaign_id as "campaignId", name, kind, document, page,
           to_char(saved_at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as "savedAt"
      from report
     where (${campaignId}::int is null or campaign_id = ${campaignId}) and (${id}::int is null or id = ${id})
     order by id`;

export const reports = (db: Db, campaignId: number): Promise<ReportRow[]> => rows(db, campaignId, null);

/** @throws {AppError} NOT_FOUND */
export const report = async (db: Db, id: number): Promise<ReportRow> => oneOf(await rows(db, null, id), 'report', id);

/** @throws {AppError} NOT_FOUND */
export async function createReport(db: Db, campaignId: number, body: ReportBody): Promise<ReportRow> {
  oneOf(await db.sql`select id from campaign where id = ${campaignId}`, 'campaign', campaignId);
  const made = await db.sql<{ id: number }>`
    insert into report (campaign_id, name, kind, document, page)
    values (${campaignId}, ${body.name.trim()}, ${body.kind}, ${JSON.stringify(body.document)}::jsonb,
            ${JSON.stringify(body.page)}::jsonb) returning id`;
  return report(db, made[0]!.id);
}

/** @throws {AppError} NOT_FOUND */
export async function updateReport(db: Db, id: number, body: ReportBody): Promise<ReportRow> {
  await db.sql`
    update report set name = ${body.name.trim()}, kind = ${body.kind}, document = ${JSON.stringify(body.document)}::jsonb,
           page = ${JSON.stringify(body.page)}::jsonb, saved_at = now() where id = ${id}`;
  return report(db, id);
}

/** @throws {AppError} NOT_FOUND */
export async function removeReport(db: Db, id: number): Promise<void> {
  oneOf(await db.sql`delete from report where id = ${id} returning id`, 'report', id);
}

export const versions = (db: Db, reportId: number): Promise<VersionRow[]> =>
  db.sql<VersionRow>`
    select id, report_id as "reportId", name,
           to_char(created_at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as "createdAt"
      from report_version where report_id = ${reportId} order by id desc`;

/** @throws {AppError} NOT_FOUND */
export async function version(db: Db, reportId: number, id: number): Promise<VersionReply> {
  const found = await db.sql<VersionReply>`
    select id, report_id as "reportId", name, document,
           to_char(created_at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as "createdAt"
      from report_version where id = ${id} and report_id = ${reportId}`;
  return oneOf(found, 'version', id);
}

/** Keeps a report as it is now under a name. @throws {AppError} NAME_TAKEN, NOT_FOUND */
export async function keepVersion(db: Db, reportId: number, name: string): Promise<VersionRow> {
  const { document } = await report(db, reportId);
  await uniquely(
    'version',
    name,
    db.sql`
      insert into report_version (report_id, name, document)
      values (${reportId}, ${name.trim()}, ${JSON.stringify(document)}::jsonb)`,
  );
  return (await versions(db, reportId))[0]!;
}

/** @throws {AppError} NOT_FOUND */
export async function removeVersion(db: Db, reportId: number, id: number): Promise<void> {
  oneOf(
    await db.sql`delete from report_version where id = ${id} and report_id = ${reportId} returning id`,
    'version',
    id,
  );
}

/** The report reads again as it did then. @throws {AppError} NOT_FOUND */
export async function restoreVersion(db: Db, reportId: number, id: number): Promise<ReportRow> {
  const { document } = await version(db, reportId, id);
  return updateReport(db, reportId, { ...(await report(db, reportId)), document });
}

const templateRows = (db: Db, id: number | null): Promise<TemplateRow[]> =>
  db.sql<TemplateRow>`
    select id, campaign_id as "campaignId", name, document from report_template
     where ${id}::int is null or id = ${id} order by name, id`;

/** Those of all campaigns: a frame is there to be used again. */
export const templates = (db: Db): Promise<TemplateRow[]> => templateRows(db, null);

/** @throws {AppError} NOT_FOUND */
export const template = async (db: Db, id: number): Promise<TemplateRow> =>
  oneOf(await templateRows(db, id), 'template', id);

/** @throws {AppError} NAME_TAKEN, NOT_FOUND */
export async function createTemplate(
  db: Db,
  campaignId: number,
  { name, document }: TemplateBody,
): Promise<TemplateRow> {
  oneOf(await db.sql`select id from campaign where id = ${campaignId}`, 'campaign', campaignId);
  const made = await uniquely(
    'template',
    name,
    db.sql<{ id: number }>`
      insert into report_template (campaign_id, name, document)
      values (${campaignId}, ${name.trim()}, ${JSON.stringify(document)}::jsonb) returning id`,
  );
  return template(db, made[0]!.id);
}

/** @throws {AppError} NAME_TAKEN, NOT_FOUND */
export async function updateTemplate(db: Db, id: number, { name, document }: TemplateBody): Promise<TemplateRow> {
  await uniquely(
    'template',
    name,
    db.sql`update report_template set name = ${name.trim()}, document = ${JSON.stringify(document)}::jsonb where id = ${id}`,
  );
  return template(db, id);
}

/** @throws {AppError} NOT_FOUND */
export async function removeTemplate(db: Db, id: number): Promise<void> {
  oneOf(await db.sql`delete from report_template where id = ${id} returning id`, 'template', id);
}
