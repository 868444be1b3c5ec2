import { aboutReply } from '@undameter/contract';
import { fieldExtensions, readableExtensions, writers } from '@undameter/formats';
import type { Services } from '../services';
import type { Routes } from './Routes';

/** What the program is and can do, from its registries. */
export function aboutRoutes(app: Routes, { config }: Services): void {
  app.get(
    '/about',
    {
      schema: {
        operationId: 'getAbout',
        tags: ['about'],
        summary: 'The version, and the formats that come in and go out',
        response: { 200: aboutReply },
      },
    },
    () => ({
      version: config.version,
      reads: [...readableExtensions],
      readsFields: [...fieldExtensions],
      writes: writers.map(({ kind, title, extension }) => ({ kind, title, extension })),
    }),
  );
}
