/** The database thread: a big insert here stalls no request in the main thread. */
import { parentPort, workerData } from 'node:worker_threads';
import { PGlite } from '@electric-sql/pglite';
import type { Asked, Message } from './protocol';
import { refusalOf, serializers, serve } from './serve';
import { SyncedNodeFs } from './syncedNodeFs';

const port = parentPort!;
const { directory } = workerData as { directory: string };
const say = (message: Message): void =>
  port.postMessage(
    message,
    message.type === 'answer' && message.answer instanceof Uint8Array ? [message.answer.buffer] : [],
  );

/** On disk with fsync on, which PGlite turns off unless told otherwise. */
function open(): PGlite {
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
  () => say({ type: 'ready' }),
  (error: unknown) => say({ type: 'failedToOpen', message: String(error) }),
);

let queue: Promise<void> = Promise.resolve();
port.on('message', (asked: Asked) => {
  queue = queue.then(async () => {
    const { id } = asked;
    try {
      say({ type: 'answer', id, answer: await serve(db, asked) });
      if (asked.type === 'close') port.close();
    } catch (error) {
      say({ type: 'refusal', id, refusal: refusalOf(error) });
    }
  });
});
