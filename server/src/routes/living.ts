import { hashParams, idParams, keptPictureQuery, livingBody, livingEntry, livingReply } from '@undameter/contract';
import { Type } from 'typebox';
import { entriesOf } from '../living/kinds';
import { remembering } from '../living/remembering';
import { sayAll } from '../living/sayNow';
import type { Services } from '../services';
import { campaign } from '../store/campaigns';
import { keptContents, keptDrawing } from '../store/keptContents';
import { whenLeft } from '../whenLeft';
import type { Routes } from './Routes';

const tags = ['living'];
const mediaTypes = { svg: 'image/svg+xml', png: 'image/png' } as const;
const PNG_DPI = 150;

/** What can live in a report, and what each says now. */
export function livingRoutes(app: Routes, services: Services): void {
  const { db, pools } = services;
  app.get(
    '/campaigns/:id/living',
    {
      schema: {
        operationId: 'listLiving',
        tags,
        summary: 'Everything of a campaign that can live in a report',
        params: idParams,
        response: { 200: Type.Array(livingEntry) },
      },
    },
    async ({ params }) => {
      await campaign(db, params.id);
      return services.living.entries(params.id, () => entriesOf(remembering(services), params.id));
    },
  );
  app.post(
    '/campaigns/:id/living',
    {
      schema: {
        operationId: 'askLiving',
        tags,
        summary: 'What living things say now, beside what was taken of them',
        params: idParams,
        body: livingBody,
        response: { 200: livingReply },
      },
    },
    async ({ params, body }) => {
      await campaign(db, params.id);
      return { now: await sayAll(services, params.id, body.sources), taken: await keptContents(db, body.taken) };
    },
  );
  app.get(
    '/living/:hash/picture',
    {
      schema: {
        operationId: 'drawLiving',
        tags,
        summary: 'A figure as a report has taken it',
        params: hashParams,
        querystring: keptPictureQuery,
      },
    },
    async ({ params, query: { format } }, reply) => {
      const drawing = await keptDrawing(db, params.hash);
      const bytes = await pools.drawPicture({ ...drawing, format, dpi: PNG_DPI, outlines: false }, whenLeft(reply));
      // Named by what it shows, so it never changes.
      return reply
        .type(mediaTypes[format])
        .header('cache-control', 'private, max-age=31536000, immutable')
        .send(Buffer.from(bytes));
    },
  );
}
