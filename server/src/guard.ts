import { AppError } from '@undameter/core';
import type { FastifyInstance } from 'fastify';

const local = /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/;

/**
 * Answers only requests that were addressed to this machine by a page of ours. A foreign
 * page can send requests to 127.0.0.1, but not with our Origin; a foreign name can point
 * there, but then stands in Host.
 */
export function guardOrigin(app: FastifyInstance): void {
  app.addHook('onRequest', async (request) => {
    const { host, origin } = request.headers;
    if (!host || !local.test(host)) throw new AppError('HOST_REFUSED', { header: 'Host', value: host ?? '' });
    if (origin !== undefined && !local.test(origin.replace(/^https?:\/\//, '')))
      throw new AppError('HOST_REFUSED', { header: 'Origin', value: origin });
    const site = request.headers['sec-fetch-site'];
    if (
      request.method !== 'GET' &&
      site !== undefined &&
      site !== 'same-origin' &&
      site !== 'same-site' &&
      site !== 'none'
    )
      throw new AppError('HOST_REFUSED', { header: 'Sec-Fetch-Site', value: String(site) });
  });
}
