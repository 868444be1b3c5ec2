import type { BenchSession } from '@undameter/contract';
import type { Db } from './pg/Database';

/** The instruments of a run; undefined: it is typed by hand alone. */
export async function benchSessionOf(db: Db, runId: number): Promise<BenchSession | undefined> {
  const [row] = await db.sql<{ session: BenchSession }>`select session from bench_session where run_id = ${runId}`;
  return row?.session;
}

export const keepBenchSession = async (db: Db, runId: number, session: BenchSession): Promise<void> => {
  await db.sql`
    insert into bench_session (run_id, session) values (${runId}, ${JSON.stringify(session)}::jsonb)
    on conflict (run_id) do update set session = excluded.session`;
};
