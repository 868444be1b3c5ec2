import {
  dressBody,
  figureBody,
  figureDataQuery,
  figureReply as figureReplySchema,
  figureRow,
  freezeBody,
  houseStyleBody,
  houseStyleRow,
  idParams,
  pictureQuery,
  type FigureBody,
  type FigureRow,
  type HouseStyleBody,
  type HouseStyleRow,
} from '@undameter/contract';
import { AppError } from '@undameter/core';
import { writers, zipOf } from '@undameter/formats';
import { dataOfFigure } from '../figures/dataOfFigure';
import { contentOfFigure, figureReply, freeze } from '../figures/figureReply';
import { attachment, plainName } from '../http/attachment';
import { checkMatch, withEtag } from '../http/match';
import type { Services } from '../services';
import { createFigure, dressFigure, figure, figures, removeFigure, updateFigure } from '../store/figures';
import { createHouseStyle, houseStyle, houseStyles, removeHouseStyle, updateHouseStyle } from '../store/houseStyles';
import { whenLeft } from '../whenLeft';
import { collectionRoutes } from './collectionRoutes';
import type { Routes } from './Routes';

const tags = ['figures'];
const mediaTypes = { png: 'image/png', svg: 'image/svg+xml', pdf: 'application/pdf' } as const;
const USUAL_DPI = 300;

export function figureRoutes(app: Routes, services: Services): void {
  const { db } = services;
  collectionRoutes<FigureBody, FigureRow>(app, {
    path: 'figures',
    called: 'figure',
    body: figureBody,
    row: figureRow,
    list: (campaignId) => figures(db, campaignId),
    one: (id) => figure(db, id),
    create: (campaignId, body) => createFigure(db, campaignId, body),
    update: (id, body) => updateFigure(db, id, body),
    remove: (id) => removeFigure(db, id),
  });
  collectionRoutes<HouseStyleBody, HouseStyleRow>(app, {
    path: 'styles',
    called: 'house style',
    body: houseStyleBody,
    row: houseStyleRow,
    list: (campaignId) => houseStyles(db, campaignId),
    one: (id) => houseStyle(db, id),
    create: (campaignId, body) => createHouseStyle(db, campaignId, body),
    update: (id, body) => updateHouseStyle(db, id, body),
    remove: (id) => removeHouseStyle(db, id),
  });
  oneFigureRoutes(app, services);
  takingOutRoutes(app, services);
}

/** What a figure shows, how it is dressed, whether it follows. */
function oneFigureRoutes(app: Routes, services: Services): void {
  const { db } = services;
  app.get(
    '/figures/:id/content',
    {
      schema: {
        operationId: 'getFigureContent',
        tags,
        summary: 'What a figure shows now, or the last that could be drawn of it',
        params: idParams,
        response: { 200: figureReplySchema },
      },
    },
    async ({ params }) => figureReply(services, await figure(db, params.id)),
  );
  app.put(
    '/figures/:id/dressing',
    {
      config: { changes: 'dressings' },
      schema: {
        operationId: 'dressFigure',
        tags,
        summary: 'Change how a figure is dressed and what it is called; what it shows stays',
        params: idParams,
        body: dressBody,
        response: { 200: figureRow },
      },
    },
    async (request, reply) => {
      const { id } = request.params;
      await checkMatch(request, 'figure', () => figure(db, id));
      return withEtag(reply, await dressFigure(db, id, request.body));
    },
  );
  app.put(
    '/figures/:id/frozen',
    {
      config: { changes: 'figures' },
      schema: {
        operationId: 'freezeFigure',
        tags,
        summary: 'Freeze a figure as it is today, or let it follow its data',
        params: idParams,
        body: freezeBody,
        response: { 200: figureRow },
      },
    },
    async ({ params, body }, reply) =>
      withEtag(reply, await freeze(services, await figure(db, params.id), body.isFrozen)),
  );
}

/** Figures as files. */
function takingOutRoutes(app: Routes, services: Services): void {
  const { db, pools } = services;
  app.get(
    '/figures/:id/picture',
    {
      schema: {
        operationId: 'drawFigure',
        tags,
        summary: 'A figure as a picture for print: PNG, SVG or PDF',
        params: idParams,
        querystring: pictureQuery,
      },
    },
    async ({ params, query }, reply) => {
      const row = await figure(db, params.id);
      const content = await contentOfFigure(services, row);
      const { format, dpi = USUAL_DPI, outlines = false } = query;
      const { name, dressing } = row;
      const bytes = await pools.drawPicture({ name, content, dressing, format, dpi, outlines }, whenLeft(reply));
      return reply
        .type(mediaTypes[format])
        .header('content-disposition', attachment(row.name, format))
        .send(Buffer.from(bytes));
    },
  );
  app.get(
    '/figures/:id/data',
    {
      schema: {
        operationId: 'exportFigureData',
        tags,
        summary: 'The numbers behind a figure, as a table',
        params: idParams,
        querystring: figureDataQuery,
      },
    },
    async ({ params, query }, reply) => {
      const row = await figure(db, params.id);
      const writer = writers.find((w) => w.kind === query.format)!;
      const run = dataOfFigure(row.name, await contentOfFigure(services, row));
      return reply
        .type(writer.mediaType)
        .header('content-disposition', attachment(row.name, writer.extension))
        .send(await pools.write({ run, kind: query.format }));
    },
  );
  app.get(
    '/campaigns/:id/figures/archive',
    {
      schema: {
        operationId: 'exportFigures',
        tags,
        summary: 'All figures of a campaign in one archive, each as PNG of 600 dpi, SVG and PDF',
        params: idParams,
      },
    },
    async ({ params }, reply) => {
      const left = whenLeft(reply);
      const files: Record<string, Uint8Array> = {};
      for (const row of await figures(db, params.id)) {
        const { name, dressing } = row;
        const file = `${row.number}-${plainName(name)}`;
        try {
          const content = await contentOfFigure(services, row);
          for (const format of ['png', 'svg', 'pdf'] as const)
            files[`${file}.${format}`] = await pools.drawPicture(
              { name, content, dressing, format, dpi: 600, outlines: false },
              left,
            );
        } catch (error) {
          if (!(error instanceof AppError)) throw error;
          // One that cannot be drawn keeps none of the others back, and says why.
          files[`${file}.txt`] = Buffer.from(error.message);
        }
      }
      return reply
        .type('application/zip')
        .header('content-disposition', attachment('figures', 'zip'))
        .send(Buffer.from(zipOf(files)));
    },
  );
}
