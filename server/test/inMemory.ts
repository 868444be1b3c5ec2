/** The store of tests: the real migrations on a database in memory, in this thread. */
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { Database } from '../src/store/pg/Database';
import type { Connection, Request } from '../src/store/pg/protocol';
import { refusalOf, serializers, serve } from '../src/store/pg/serve';
import { SqlError } from '../src/store/pg/SqlError';
import { migrate } from '../src/store/migrate';
import { madeOnce } from '../../scripts/testing/madeOnce';

export const migrations = join(import.meta.dirname, '..', 'migrations');

export function connectInMemory(db = new PGlite({ serializers })): Connection {
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

/** A store of its own; the migrations have run once for all tests. */
export async function newStore(): Promise<Database> {
  const migrated = await madeOnce('store.tar', async (path) => {
    const db = new PGlite({ serializers });
    await migrate(new Database(connectInMemory(db)), migrations);
    writeFileSync(path, Buffer.from(await (await db.dumpDataDir('none')).arrayBuffer()));
    await db.close();
  });
  return new Database(connectInMemory(new PGlite({ serializers, loadDataDir: new Blob([readFileSync(migrated)]) })));
}
