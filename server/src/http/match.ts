/** The state of a thing as a header, so that a change made on an old state is refused and not lost. */
import { createHash } from 'node:crypto';
import { AppError } from '@undameter/core';
import type { FastifyReply, FastifyRequest } from 'fastify';

/** The same for the same content, another one after each change. */
export const etagOf = (thing: unknown): string =>
  `"${createHash('sha256').update(JSON.stringify(thing)).digest('base64url').slice(0, 22)}"`;

/** Sends a thing with its ETag. */
export function withEtag<T>(reply: FastifyReply, thing: T): T {
  void reply.header('etag', etagOf(thing));
  return thing;
}

/** Sends what was created, with its address. */
export function created<T extends { id: number }>(reply: FastifyReply, path: string, thing: T): T {
  void reply.status(201).header('location', `/api/${path}/${thing.id}`);
  return withEtag(reply, thing);
}

/**
 * Holds a change to the state that it was made on; without If-Match it is taken as it comes.
 * @param present  asks for the thing as it is now
 * @throws {AppError} ETAG_STALE
 */
export async function checkMatch({ headers }: FastifyRequest, what: string, present: () => unknown): Promise<void> {
  const wanted = headers['if-match'];
  if (wanted === undefined) return;
  const now = etagOf(await present());
  const accepted = wanted.split(',').map((tag) => tag.trim());
  if (!accepted.includes('*') && !accepted.includes(now)) throw new AppError('ETAG_STALE', { what, now });
}
