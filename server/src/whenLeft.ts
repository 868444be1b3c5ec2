import type { FastifyReply } from 'fastify';

/** What is nearly done then is let end, since a thread that is stopped forgets what it had computed. */
const GRACE_MILLISECONDS = 1500;

/** A signal that comes when the one who asked has gone before the answer: what was computed for them alone ends. */
export function whenLeft({ raw }: FastifyReply): AbortSignal {
  const left = new AbortController();
  const gone = (): void => {
    if (!raw.writableEnded) setTimeout(() => left.abort(), GRACE_MILLISECONDS).unref();
  };
  if (raw.destroyed) gone();
  else raw.once('close', gone);
  return left.signal;
}
