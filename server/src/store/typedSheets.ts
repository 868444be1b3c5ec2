import type { SheetReply, SheetVersion, TypedColumn, TypedRow } from '@undameter/contract';
import { AppError, type MadeUpRecipe } from '@undameter/core';
import type { Db } from './pg/Database';

interface StoredSheet {
  version: number;
  columns: TypedColumn[];
  rows: TypedRow[];
}

/** The rows of a typed run as they are; undefined for a run that was not typed. */
export async function typedSheet(db: Db, runId: number): Promise<StoredSheet | undefined> {
  const [row] = await db.sql<StoredSheet>`
    select version, columns, rows from typed_sheet where run_id = ${runId} order by version desc limit 1`;
  return row;
}

/** Every state that was saved, the last one first. */
export const sheetVersions = (db: Db, runId: number): Promise<SheetVersion[]> =>
  db.sql<SheetVersion>`
    select version, to_char(saved_at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as "savedAt", columns, rows
      from typed_sheet where run_id = ${runId} order by version desc`;

/** Keeps the next state of a sheet. @throws {AppError} CHANGED_MEANWHILE */
export async function keepSheet(
  db: Db,
  runId: number,
  madeFrom: number,
  { columns, rows }: Omit<SheetReply, 'version' | 'columns'> & { columns: readonly TypedColumn[] },
): Promise<void> {
  const now = (await typedSheet(db, runId))?.version ?? 0;
  if (now !== madeFrom) throw new AppError('CHANGED_MEANWHILE', { what: 'sheet' });
  await db.sql`
    insert into typed_sheet (run_id, version, columns, rows)
    values (${runId}, ${madeFrom + 1}, ${JSON.stringify(columns)}::jsonb, ${JSON.stringify(rows)}::jsonb)`;
}

/**
 * Keeps a sheet in the place of its last state: a reading that is added changes nothing that was there, and a thousand
 * of them are no thousand states.
 * @throws {AppError} CHANGED_MEANWHILE
 */
export const amendSheet: typeof keepSheet = async (db, runId, madeFrom, { columns, rows }) => {
  const changed = await db.sql`
    update typed_sheet
       set version = ${madeFrom + 1}, columns = ${JSON.stringify(columns)}::jsonb, rows = ${JSON.stringify(rows)}::jsonb,
           saved_at = now()
     where run_id = ${runId} and version = ${madeFrom}
       and version = (select max(version) from typed_sheet where run_id = ${runId})
     returning version`;
  if (changed.length === 0) throw new AppError('CHANGED_MEANWHILE', { what: 'sheet' });
};

export const keepRecipe = async (db: Db, runId: number, recipe: MadeUpRecipe): Promise<void> => {
  await db.sql`insert into made_up (run_id, recipe) values (${runId}, ${JSON.stringify(recipe)}::jsonb)`;
};

export async function recipeOf(db: Db, runId: number): Promise<MadeUpRecipe | null> {
  const [row] = await db.sql<{ recipe: MadeUpRecipe }>`select recipe from made_up where run_id = ${runId}`;
  return row?.recipe ?? null;
}
