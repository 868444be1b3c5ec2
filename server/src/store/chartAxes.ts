import type { ChartAxes } from '@undameter/contract';
import { oneOf } from './one';
import type { Db } from './pg/Database';

/** So many charts of a campaign remember their axes; those kept longest ago give way. */
const MOST_CHARTS = 2000;

export const chartAxesOf = (db: Db, campaignId: number): Promise<ChartAxes[]> =>
  db.sql<ChartAxes>`
    select chart, axes from chart_axes where campaign_id = ${campaignId} order by chart`;

/** Keeps the axes of a chart in place of those before. @throws {AppError} NOT_FOUND */
export async function keepChartAxes(db: Db, campaignId: number, { chart, axes }: ChartAxes): Promise<void> {
  oneOf(await db.sql`select id from campaign where id = ${campaignId}`, 'campaign', campaignId);
  if (axes.length === 0) {
    await db.sql`delete from chart_axes where campaign_id = ${campaignId} and chart = ${chart}`;
    return;
  }
  await db.sql`
    insert into chart_axes (campaign_id, chart, axes) values (${campaignId}, ${chart}, ${JSON.stringify(axes)}::jsonb)
    on conflict (campaign_id, chart) do update set axes = excluded.axes, kept_at = now()`;
  await db.sql`
    delete from chart_axes
     where campaign_id = ${campaignId}
       and chart in (select chart from chart_axes where campaign_id = ${campaignId}
                      order by kept_at desc, chart offset ${MOST_CHARTS})`;
}
