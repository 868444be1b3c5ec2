import type { FigureContent, FigureDressing, KeptContent } from '@undameter/contract';
import { oneOf } from './one';
import type { Db } from './pg/Database';

/** What a figure is drawn from, where a living thing is one. */
export interface KeptDrawing {
  name: string;
  content: FigureContent;
  dressing: FigureDressing;
}

export const keptContents = (db: Db, hashes: readonly string[]): Promise<KeptContent[]> =>
  db.sql<KeptContent>`
    select hash, content, basis from kept_content
     where hash in (select jsonb_array_elements_text(${JSON.stringify(hashes)}::jsonb)) order by hash`;

export async function keepLiving(
  db: Db,
  { hash, content, basis }: KeptContent,
  drawing: KeptDrawing | undefined,
): Promise<void> {
  await db.sql`
    insert into kept_content (hash, content, basis, drawing)
    values (${hash}, ${JSON.stringify(content)}::jsonb, ${JSON.stringify(basis)}::jsonb,
            ${drawing ? JSON.stringify(drawing) : null}::jsonb)
    on conflict (hash) do nothing`;
}

/** @throws {AppError} NOT_FOUND */
export async function keptDrawing(db: Db, hash: string): Promise<KeptDrawing> {
  const found = await db.sql<{ drawing: KeptDrawing }>`
    select drawing from kept_content where hash = ${hash} and drawing is not null`;
  return oneOf(found, 'kept figure', hash).drawing;
}

/** Those that no report shows any more; what is younger than a day may be in a page that is not kept yet. */
export async function purgeKept(db: Db): Promise<void> {
  await db.sql`
    delete from kept_content k
     where created_at < now() - interval '1 day'
       and not exists (select 1 from report where position(k.hash in document::text) > 0)
       and not exists (select 1 from report_version where position(k.hash in document::text) > 0)`;
}
