import type { DressBody, FigureBody, FigureContent, FigureRow, FigureSource } from '@undameter/contract';
import { AppError } from '@undameter/core';
import { sortedJson } from '@undameter/writing';
import { oneOf } from './one';
import type { Db } from './pg/Database';

/** What was drawn last of a figure, and when. */
export interface DrawnContent {
  content: FigureContent | null;
  drawnAt: string | null;
}

const rows = (db: Db, campaignId: number | null, id: number | null): Promise<FigureRow[]> =>
  db.sql<FigureRow>`
    select id, "campaignId", name, source, dressing, number, "frozenAt" from (
      select id, campaign_id as "campaignId", name, source, dressing,
             row_number() over (partition by campaign_id order by id)::int as number,
             to_char(frozen_at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as "frozenAt"
        from figure where campaign_id = coalesce(${campaignId}::int, (select campaign_id from figure where id = ${id}))
    ) as numbered
     where ${id}::int is null or id = ${id}
     order by id`;

export const figures = (db: Db, campaignId: number): Promise<FigureRow[]> => rows(db, campaignId, null);

/** @throws {AppError} NOT_FOUND */
export const figure = async (db: Db, id: number): Promise<FigureRow> => oneOf(await rows(db, null, id), 'figure', id);

/** @throws {AppError} NOT_FOUND */
export async function createFigure(db: Db, campaignId: number, body: FigureBody): Promise<FigureRow> {
  oneOf(await db.sql`select id from campaign where id = ${campaignId}`, 'campaign', campaignId);
  await checkSource(db, campaignId, body.source);
  const made = await db.sql<{ id: number }>`
    insert into figure (campaign_id, name, source, dressing)
    values (${campaignId}, ${body.name.trim()}, ${JSON.stringify(body.source)}::jsonb,
            ${JSON.stringify(body.dressing)}::jsonb) returning id`;
  return figure(db, made[0]!.id);
}

/** What it shows may be changed too: then it is drawn anew. @throws {AppError} NOT_FOUND */
export async function updateFigure(db: Db, id: number, body: FigureBody): Promise<FigureRow> {
  const source = JSON.stringify(body.source);
  const before = await figure(db, id);
  // What it stands on may be gone: then it still can be dressed and named.
  if (sortedJson(before.source) !== sortedJson(body.source)) await checkSource(db, before.campaignId, body.source);
  await db.sql`
    update figure set name = ${body.name.trim()}, dressing = ${JSON.stringify(body.dressing)}::jsonb,
           content = case when source = ${source}::jsonb then content end, source = ${source}::jsonb
     where id = ${id}`;
  return figure(db, id);
}

/** What a figure shows is there, and of its own campaign or shared. @throws {AppError} NOT_FOUND, FIGURE_CHARTS_ALIKE */
async function checkSource(db: Db, campaignId: number, source: FigureSource): Promise<void> {
  if (source.kind === 'together') {
    const ids = source.charts.map((c) => c.id);
    const alike = ids.find((chart, k) => ids.indexOf(chart) < k);
    if (alike !== undefined) throw new AppError('FIGURE_CHARTS_ALIKE', { id: alike });
    for (const chart of source.charts) await checkSource(db, campaignId, chart.source);
  } else if ('runId' in source) {
    const { runId } = source;
    oneOf(await db.sql`select id from run where id = ${runId} and campaign_id = ${campaignId}`, 'run', runId);
  } else if (source.kind === 'fit') {
    const { fitId } = source;
    oneOf(await db.sql`select id from fit where id = ${fitId} and campaign_id = ${campaignId}`, 'fit', fitId);
  } else if (source.kind === 'comparison') {
    const { comparisonId: id } = source;
    oneOf(await db.sql`select id from comparison where id = ${id} and campaign_id = ${campaignId}`, 'comparison', id);
  } else if (source.kind === 'table') {
    const { tableId: id } = source;
    const found = await db.sql`
      select id from property_table where id = ${id} and (campaign_id = ${campaignId} or is_shared)`;
    oneOf(found, 'table', id);
  }
}

/** What it shows stays. @throws {AppError} NOT_FOUND */
export async function dressFigure(db: Db, id: number, { name, dressing }: DressBody): Promise<FigureRow> {
  await db.sql`update figure set name = ${name.trim()}, dressing = ${JSON.stringify(dressing)}::jsonb where id = ${id}`;
  return figure(db, id);
}

/** @throws {AppError} NOT_FOUND */
export async function removeFigure(db: Db, id: number): Promise<void> {
  oneOf(await db.sql`delete from figure where id = ${id} returning id`, 'figure', id);
}

/** @throws {AppError} NOT_FOUND */
export async function drawnContent(db: Db, id: number): Promise<DrawnContent> {
  const found = await db.sql<DrawnContent>`
    select content, to_char(drawn_at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as "drawnAt"
      from figure where id = ${id}`;
  return oneOf(found, 'figure', id);
}

/** What could be drawn, for when it no longer can. */
export async function keepContent(db: Db, id: number, content: FigureContent): Promise<void> {
  await db.sql`update figure set content = ${JSON.stringify(content)}::jsonb, drawn_at = now() where id = ${id}`;
}

/** From now on it shows what it shows today; or follows its data again. @throws {AppError} NOT_FOUND */
export async function freezeFigure(db: Db, id: number, isFrozen: boolean): Promise<FigureRow> {
  await db.sql`update figure set frozen_at = case when ${isFrozen} then now() end where id = ${id}`;
  return figure(db, id);
}
