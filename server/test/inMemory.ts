/** The store of tests: the real migrations on a database in memory, in this thread. */
import { join } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { Database } from '../src/store/pg/Database';
import type { Connection, Request } from '../src/store/pg/protocol';
import { refusalOf, serializers, serve } from '../src/store/pg/serve';
import { SqlError } from '../src/store/pg/SqlError';
import { migrate } from '../src/store/migrate';

export const migrations = join(import.meta.dirname, '..', 'migrations');

export function connectInMemory(): Connection {
  const db = new PGlite({ serializers });
  let queue: Promise<unknown> = Promise.resolve();
  const ask = (request: Request) => {
    const answer = queue.then(() => serve(db, request));
    queue = answer.catch(() => undefined);
    return answer.catch((error: unknown) => {
      throw new SqlError(refusalOf(error));
    });
  };
  return { ask, close: async () => void (await ask({ type: 'close' })) };
}

export async function newStore(): Promise<Database> {
  const db = new Database(connectInMemory());
  await migrate(db, migrations);
  return db;
}
