/** Every change names what it may have altered, so that a client asks for that anew and for nothing else. */
import { touchedHeader, type Resource } from '@undameter/contract/touched';
import type { FastifyReply, FastifyRequest, RouteOptions } from 'fastify';

declare module 'fastify' {
  interface FastifyContextConfig {
    /** What the route changes; nothing where a body only asks what would come of it. */
    changes?: Resource | ((body: unknown) => Resource | undefined);
  }
}

/** @throws {Error} at start, for a route that creates, replaces or deletes and does not say what */
export function checkChanges({
  method,
  url,
  config,
  schema = {},
}: Pick<RouteOptions, 'method' | 'url' | 'config' | 'schema'>): void {
  const { hide, response } = schema as { hide?: boolean; response?: object };
  const methods = [method].flat();
  const isChange = methods.includes('PUT') || methods.includes('DELETE') || '201' in (response ?? {});
  if (isChange && !hide && !config?.changes && !ofWork.test(url))
    throw new Error(`${methods.join()} ${url} does not say in its config what it changes.`);
}

/** Work under way and files that wait belong to nobody but the one who asked. */
const ofWork = /^\/api\/(uploads|field-uploads|imports|propagations|report-exports|runs\/:id\/reopen)\b/;

/** Also with a refusal: often the thing was changed by another, and what is known of it is old. */
export async function nameTouched(request: FastifyRequest, reply: FastifyReply): Promise<void> {
  const { url, config } = request.routeOptions;
  const changed = typeof config.changes === 'function' ? config.changes(request.body) : config.changes;
  if (!changed) return;
  const { id } = request.params as { id?: number };
  void reply.header('undameter-touched', touchedHeader(changed, url?.startsWith('/api/runs/:id') ? id : undefined));
}
