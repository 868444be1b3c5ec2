import { AppError } from '@undameter/core';
import type { HTTPMethods } from 'fastify';
import type { Routes } from '../routes/Routes';

const METHODS: HTTPMethods[] = ['GET', 'POST', 'PUT', 'PATCH', 'DELETE'];

/**
 * Refuses at each address the methods that it does not have, and names those that it has.
 * @returns to be called when all routes are there
 */
export function refuseOtherMethods(app: Routes): () => void {
  const known = new Map<string, Set<string>>();
  app.addHook('onRoute', ({ url, method }) => {
    const methods = known.get(url) ?? new Set();
    for (const one of [method].flat()) methods.add(one);
    known.set(url, methods);
  });
  return () => {
    for (const [url, methods] of [...known]) refuse(app, url.slice(app.prefix.length), methods);
  };
}

function refuse(app: Routes, url: string, methods: ReadonlySet<string>): void {
  const possible = [...methods]
    .filter((method) => method !== 'HEAD')
    .sort()
    .join(', ');
  app.route({
    method: METHODS.filter((method) => !methods.has(method)),
    url,
    schema: { hide: true },
    handler: async (request, reply) => {
      void reply.header('allow', possible);
      throw new AppError('METHOD_UNKNOWN', { method: request.method, path: request.url.split('?')[0]!, possible });
    },
  });
}
