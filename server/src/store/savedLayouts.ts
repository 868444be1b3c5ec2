import type { SavedLayout } from '@undameter/core';
import type { SavedLayoutRow } from '@undameter/contract';
import { oneOf } from './one';
import type { Db } from './pg/Database';

/** All remembered layouts, the last saved first. */
export async function savedLayouts(db: Db): Promise<(SavedLayoutRow & { content: SavedLayout })[]> {
  return db.sql<SavedLayoutRow & { content: SavedLayout }>`
    select id, name, content from saved_layout order by used_at desc, id desc`;
}

/** Remembers a layout; one of the same name is replaced. */
export async function saveLayout(db: Db, layout: SavedLayout): Promise<SavedLayoutRow> {
  const [row] = await db.sql<SavedLayoutRow>`
    insert into saved_layout (name, content) values (${layout.name.trim()}, ${JSON.stringify(layout)}::jsonb)
    on conflict (name) do update set content = excluded.content, used_at = now()
    returning id, name`;
  return row!;
}

/** @throws {AppError} NOT_FOUND */
export async function forgetLayout(db: Db, id: number): Promise<void> {
  oneOf(await db.sql`delete from saved_layout where id = ${id} returning id`, 'layout', id);
}
