import { closed, errorReply } from '@undameter/contract';
import type { RouteOptions } from 'fastify';
import type { TSchema } from 'typebox';

const noQuery = closed({});

/** What every route of the API does beyond its own: a query parameter that it does not know is refused, and it may fail. */
export function everyRoute(route: RouteOptions): void {
  const schema = (route.schema ?? {}) as { querystring?: TSchema; response?: Record<string, TSchema>; hide?: boolean };
  if (schema.hide) return;
  route.schema = {
    ...schema,
    querystring: schema.querystring ?? noQuery,
    response: { ...schema.response, '4xx': errorReply, '5xx': errorReply },
  };
}
