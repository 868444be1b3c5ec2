import { fileQuery, idParams, MOST_PICTURE_BYTES, nothing, pictureBody, pictureRow } from '@undameter/contract';
import { AppError, parseUnit } from '@undameter/core';
import { Type } from 'typebox';
import { FILE_BODY, sentFile, takeFiles } from '../http/fileBodies';
import { upTo } from '../intake/upTo';
import { checkWhole } from '../pictures/checkWhole';
import { mediaTypeOf } from '../pictures/mediaTypeOf';
import { runsOfPicture } from '../pictures/runsOfPicture';
import type { Services } from '../services';
import { createPicture, picture, pictureContent, pictures, removePicture, updatePicture } from '../store/pictures';
import type { Routes } from './Routes';

const tags = ['pictures'];

/** Pictures of charts, and the runs that are read off them. */
export function pictureRoutes(app: Routes, services: Services): void {
  void app.register((scope) => sendingRoutes(scope as Routes, services));
  readingRoutes(app, services);
  changingRoutes(app, services);
}

/** Sending a picture. */
async function sendingRoutes(app: Routes, { db }: Services): Promise<void> {
  await takeFiles(app);
  app.post(
    '/campaigns/:id/pictures',
    {
      config: { changes: 'pictures' },
      schema: {
        operationId: 'sendPicture',
        tags,
        summary: 'Send a picture of a chart: PNG, JPEG, WebP, SVG, or a PDF',
        ...FILE_BODY,
        params: idParams,
        querystring: fileQuery,
        response: { 201: pictureRow },
      },
    },
    async (request, reply) => {
      const { name, bytes } = await sentFile(request);
      const parts: Buffer[] = [];
      for await (const part of upTo(MOST_PICTURE_BYTES, bytes)) parts.push(part);
      const content = Buffer.concat(parts);
      const taken = new Set((await pictures(db, request.params.id)).map((p) => p.name));
      const mediaType = mediaTypeOf(content, name);
      checkWhole(content, mediaType, name);
      const made = await createPicture(db, request.params.id, {
        name: freeName(name.replace(/\.[a-z]+$/i, '').slice(0, 80) || 'Picture', taken),
        mediaType,
        content,
        sheet: emptySheet,
      });
      return reply.status(201).header('location', `/api/pictures/${made.id}`).send(made);
    },
  );
}

const axis = (symbol: string) => ({ name: symbol, symbol, unit: '', scale: 'linear' as const });
const emptySheet = {
  ...{ x: axis('x'), y: axis('y'), shape: 'affine' as const, known: [], clickPixels: 0.5 },
  ...{ barsMean: 'standard' as const, page: 1, asOne: false },
  series: [{ name: 'series 1', colour: '#c02942', points: [], runId: null }],
};

function freeName(wanted: string, taken: ReadonlySet<string>): string {
  let name = wanted;
  for (let n = 2; taken.has(name); n++) name = `${wanted}, ${n}`;
  return name;
}

function readingRoutes(app: Routes, { db }: Services): void {
  app.get(
    '/campaigns/:id/pictures',
    {
      schema: {
        operationId: 'listPictures',
        tags,
        summary: 'The pictures of a campaign',
        params: idParams,
        response: { 200: Type.Array(pictureRow) },
      },
    },
    ({ params }) => pictures(db, params.id),
  );
  app.get(
    '/pictures/:id',
    {
      schema: {
        operationId: 'getPicture',
        tags,
        summary: 'A picture with where its axes lie and what was read off it',
        params: idParams,
        response: { 200: pictureRow },
      },
    },
    ({ params }) => picture(db, params.id),
  );
  app.get(
    '/pictures/:id/file',
    { schema: { operationId: 'getPictureFile', tags, summary: 'The picture as it was sent', params: idParams } },
    async ({ params }, reply) => {
      const { mediaType, content } = await pictureContent(db, params.id);
      // Opened by itself a drawing could run what is written in it; here it runs nothing and loads nothing.
      return reply
        .header('content-type', mediaType)
        .header('content-security-policy', "default-src 'none'; style-src 'unsafe-inline'; sandbox")
        .header('cache-control', 'private, max-age=31536000, immutable')
        .send(Buffer.from(content));
    },
  );
}

function changingRoutes(app: Routes, { db }: Services): void {
  app.put(
    '/pictures/:id',
    {
      config: { changes: 'pictures' },
      schema: {
        operationId: 'changePicture',
        tags,
        summary: 'Where the axes of a picture lie, and what is read off it',
        params: idParams,
        body: pictureBody,
        response: { 200: pictureRow },
      },
    },
    ({ params, body }) => {
      parseUnit(body.x.unit);
      parseUnit(body.y.unit);
      if (body.x.symbol === body.y.symbol) throw new AppError('SYMBOL_TAKEN', { symbol: body.x.symbol });
      return updatePicture(db, params.id, body);
    },
  );
  app.post(
    '/pictures/:id/runs',
    {
      config: { changes: 'runs' },
      schema: {
        operationId: 'makeRunsOfPicture',
        tags,
        summary: 'Make a run of each series of a picture, or bring its run up to what was read since',
        params: idParams,
        response: { 200: pictureRow },
      },
    },
    async ({ params }) => runsOfPicture(db, await picture(db, params.id)),
  );
  app.delete(
    '/pictures/:id',
    {
      config: { changes: 'pictures' },
      schema: {
        operationId: 'deletePicture',
        tags,
        summary: 'Delete a picture; the runs that were made of it stay',
        params: idParams,
        response: { 204: nothing },
      },
    },
    async ({ params }, reply) => {
      await removePicture(db, params.id);
      return reply.status(204).send(null);
    },
  );
}
