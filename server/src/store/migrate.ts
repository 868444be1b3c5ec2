import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Database } from './pg/Database';

/**
 * Brings the database up to the newest numbered migration, each in one transaction.
 * A migration that has run is never edited: its hash is kept and compared.
 */
export async function migrate(db: Database, folder: string): Promise<void> {
  await db.script(`create table if not exists migration (
    number integer primary key, name text not null, hash text not null, applied_at timestamptz not null default now())`);
  const applied = await db.sql<{ number: number; name: string; hash: string }>`
    select number, name, hash from migration order by number`;
  const files = readdirSync(folder)
    .filter((f) => /^\d{4}_\w+\.sql$/.test(f))
    .sort();
  for (const [index, name] of files.entries()) {
    const number = Number(name.slice(0, 4));
    if (number !== index + 1) throw new Error(`Migration ${name} breaks the numbering; ${index + 1} was expected.`);
    const text = readFileSync(join(folder, name), 'utf8');
    const hash = createHash('sha256').update(text).digest('hex');
    const known = applied.find((a) => a.number === number);
    if (known && known.hash !== hash) throw new Error(`Migration ${name} was edited after it had run.`);
    if (known) continue;
    await db.transaction(async (tx) => {
      await tx.script(text);
      await tx.sql`insert into migration (number, name, hash) values (${number}, ${name}, ${hash})`;
    });
  }
  if (applied.length > files.length)
    throw new Error(
      'The data directory was written by a newer version of Undameter. Use that version, or another directory.',
    );
}
