import type { BenchSession, ReadingBody, SheetReply, ToldValue, TypedRow } from '@undameter/contract';
import { AppError, withRowLeftOut } from '@undameter/core';
import type { Database } from '../store/pg/Database';
import { amendSheet } from '../store/typedSheets';
import { putSheet, sheetOf } from '../typed/typedRuns';

interface Taken {
  body: ReadingBody;
  session: BenchSession;
  told: readonly ToldValue[];
  wasSteady: boolean | null;
}

interface Kept {
  row: number;
  sheet: SheetReply;
}

/** Another window may save its rows while a reading is taken. */
const TRIES = 3;

/**
 * Keeps a reading as a row of its run; the row that it takes the place of is left out from then on.
 * @param before  the rows as they were when it was begun
 * @returns the number of its row, and all rows
 * @throws {AppError} CHANGED_MEANWHILE where the rows change again and again, and as `putSheet`
 */
export async function keepReading(db: Database, runId: number, taken: Taken, before: SheetReply): Promise<Kept> {
  const takenAt = new Date().toISOString();
  for (let tried = 1, sheet = before; ; tried++, sheet = await sheetOf(db, runId)) {
    try {
      return await keptOnce(db, runId, taken, takenAt, sheet);
    } catch (error) {
      const isChanged = error instanceof AppError && error.code === 'CHANGED_MEANWHILE';
      if (!isChanged || tried === TRIES) throw error;
    }
  }
}

async function keptOnce(db: Database, runId: number, taken: Taken, takenAt: string, sheet: SheetReply): Promise<Kept> {
  const { retakes } = taken.body;
  const planned = taken.body.row === null ? undefined : sheet.rows.find((r) => r.row === taken.body.row);
  const row = planned?.row ?? sheet.rows.reduce((most, r) => Math.max(most, r.row), 0) + 1;
  const made = { ...rowOf(sheet, taken, planned), row, takenAt };
  const rows = [...sheet.rows.filter((r) => r.row !== row), made].sort((a, b) => a.row - b.row);
  const columns = sheet.columns.map(({ uncertainty: _, ...column }) => column);
  const reason = `taken again as row ${row}`;
  const isRetaken = retakes !== null && retakes !== row && sheet.rows.some((r) => r.row === retakes);
  const kept = await putSheet(
    db,
    runId,
    { columns, rows, version: sheet.version },
    { keep: amendSheet, steps: (steps) => (isRetaken ? withRowLeftOut(steps, retakes, reason) : steps) },
  );
  return { row, sheet: kept };
}

/** The cells of a reading: what was set, what was read, and how sure its means are. */
function rowOf({ columns }: SheetReply, taken: Taken, planned: TypedRow | undefined): Omit<TypedRow, 'row'> {
  const { body, session, told, wasSteady } = taken;
  const values = new Map<string, number | null>(body.set.map((s) => [s.symbol, s.value]));
  for (const { symbol, value, uncertainty } of told) {
    values.set(symbol, value);
    const spread = session.columns.find((c) => c.symbol === symbol)?.spread;
    if (spread) values.set(spread, uncertainty);
  }
  const unknown = [...values.keys()].find((symbol) => !columns.some((c) => c.symbol === symbol));
  if (unknown !== undefined) throw new AppError('READING_COLUMN_UNKNOWN', { symbol: unknown });
  const cells = columns.map(({ symbol }, c) => values.get(symbol) ?? planned?.cells[c] ?? null);
  const remarks = [
    planned?.note,
    wasSteady === false ? 'taken before it was steady' : undefined,
    ...told.flatMap((t) => (t.problem === null ? [] : `${t.symbol}: ${t.problem}`)),
  ].filter((r) => r !== undefined && r !== '');
  return { cells, ...(remarks.length > 0 ? { note: remarks.join('; ').slice(0, 500) } : {}) };
}
