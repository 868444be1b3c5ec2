/** The database thread: a big insert here stalls no request in the main thread. */
import { parentPort, workerData } from 'node:worker_threads';
import { PGlite, types } from '@electric-sql/pglite';
import type { Reply, Request } from './protocol';
import { SyncedNodeFs } from './syncedNodeFs';

const port = parentPort!;
const { directory } = workerData as { directory: string | undefined };
const answer = (reply: Reply): void => port.postMessage(reply, reply.type === 'copied' ? [reply.bytes.buffer] : []);

/** In memory for tests; on disk with fsync on, which PGlite turns off unless told otherwise. */
function open(): PGlite {
  const serializers = {
    // Bytes go over as they are: as hexadecimal text they would take thirty times as long.
    [types.BYTEA]: (bytes: Uint8Array) => bytes as unknown as string,
  };
  if (directory === undefined) return new PGlite({ serializers });
  const startParams = PGlite.defaultStartParams.filter((p) => p !== '-F');
  return new PGlite({
    fs: new SyncedNodeFs(directory),
    // Samples are read once and kept outside, so a small cache of pages is enough.
    startParams: [...startParams, '-c', 'wal_sync_method=fsync', '-c', 'shared_buffers=24MB', '-c', 'wal_buffers=8MB'],
    serializers,
  });
}

const db = open();
db.waitReady.then(
  () => answer({ type: 'ready' }),
  (error: unknown) => answer({ type: 'failedToOpen', message: String(error) }),
);

let queue: Promise<void> = Promise.resolve();
port.on('message', (request: Request) => {
  queue = queue.then(() => serve(request));
});

async function serve(request: Request): Promise<void> {
  const { id } = request;
  try {
    await db.waitReady;
    if (request.type === 'close') {
      await db.close();
      answer({ id, type: 'rows', rows: [] });
      port.close();
    } else if (request.type === 'script') {
      await db.exec(request.text);
      answer({ id, type: 'rows', rows: [] });
    } else if (request.type === 'copyOut') {
      const { blob } = await db.query(`copy (${request.query}) to '/dev/blob' (format binary)`);
      answer({ id, type: 'copied', bytes: new Uint8Array((await blob?.arrayBuffer()) ?? new ArrayBuffer(0)) });
    } else {
      const { rows } = await db.query<Record<string, unknown>>(request.text, request.values);
      answer({ id, type: 'rows', rows });
    }
  } catch (error) {
    const { message, code, constraint } = error as Error & { code?: string; constraint?: string };
    answer({ id, type: 'error', message, code, constraint });
  }
}
