import {
  importBody,
  jobParams,
  jobReply,
  done,
  fileQuery,
  idParams,
  partBody,
  rereadBody,
  rereadReply,
  savedLayoutBody,
  savedLayoutRow,
  uploadParams,
  uploadReply,
} from '@undameter/contract';
import { Type } from 'typebox';
import type { Services } from '../services';
import { forgetLayout, saveLayout, savedLayouts } from '../store/savedLayouts';
import { FILE_TYPE, fileNameOf, fileOf } from './files';
import type { Routes } from './Routes';

const tags = ['intake'];

/** A file on its way in: sent, understood, corrected, imported. */
export function intakeRoutes(app: Routes, services: Services): void {
  uploadRoutes(app, services);
  layoutRoutes(app, services);
  importRoutes(app, services);
}

/** Files that wait. */
function uploadRoutes(app: Routes, { uploads, config }: Services): void {
  app.post(
    '/uploads',
    {
      schema: {
        tags,
        summary: 'Send a file as the body; answers what was understood of it',
        consumes: [FILE_TYPE],
        querystring: fileQuery,
        response: { 200: uploadReply },
      },
    },
    (request) => uploads.receive(fileNameOf(request), fileOf(request), config.uploadLimitBytes),
  );
  app.post(
    '/uploads/:uploadId/part',
    {
      schema: {
        tags,
        summary: 'Take another sheet of a spreadsheet or file of an archive',
        params: uploadParams,
        body: partBody,
        response: { 200: uploadReply },
      },
    },
    (request) => uploads.chooseParts(request.params.uploadId, request.body.parts),
  );
  app.post(
    '/runs/:id/reopen',
    {
      schema: {
        tags,
        summary: 'Take the kept original of a run out, to read it again with other settings',
        params: idParams,
        response: { 200: uploadReply },
      },
    },
    (request) => uploads.reopen(request.params.id),
  );
  app.post(
    '/uploads/:uploadId/preview',
    {
      schema: {
        tags,
        summary: 'Read the first lines again with another layout',
        params: uploadParams,
        body: rereadBody,
        response: { 200: rereadReply },
      },
    },
    async (request) => ({
      preview: await uploads.preview(request.params.uploadId, request.body.layout),
    }),
  );
  app.delete(
    '/uploads/:uploadId',
    { schema: { tags, summary: 'Discard a waiting file', params: uploadParams, response: { 200: done } } },
    async (request) => {
      uploads.discard(request.params.uploadId);
      return { done: true as const };
    },
  );
}

/** How files of a rig are read, remembered for the next one. */
function layoutRoutes(app: Routes, { db }: Services): void {
  app.get(
    '/layouts',
    { schema: { tags, summary: 'Remembered layouts', response: { 200: Type.Array(savedLayoutRow) } } },
    async () => (await savedLayouts(db)).map(({ id, name }) => ({ id, name })),
  );
  app.post(
    '/layouts',
    {
      schema: {
        tags,
        summary: 'Remember how files of a rig are read; a layout of the same name is replaced',
        body: savedLayoutBody,
        response: { 200: savedLayoutRow },
      },
    },
    (request) => saveLayout(db, request.body),
  );
  app.delete(
    '/layouts/:id',
    { schema: { tags, summary: 'Forget a layout', params: idParams, response: { 200: done } } },
    async (request) => {
      await forgetLayout(db, request.params.id);
      return { done: true as const };
    },
  );
}

/** Imports that are under way. */
function importRoutes(app: Routes, { imports }: Services): void {
  app.post(
    '/uploads/:uploadId/import',
    {
      schema: {
        tags,
        summary: 'Import a waiting file as a run',
        params: uploadParams,
        body: importBody,
        response: { 200: jobReply },
      },
    },
    (request) => imports.start(request.params.uploadId, request.body),
  );
  app.get(
    '/imports/:jobId',
    { schema: { tags, summary: 'Progress of an import', params: jobParams, response: { 200: jobReply } } },
    async (request) => imports.status(request.params.jobId),
  );
  app.delete(
    '/imports/:jobId',
    {
      schema: {
        tags,
        summary: 'Cancel an import; nothing of it is kept',
        params: jobParams,
        response: { 200: jobReply },
      },
    },
    (request) => imports.cancel(request.params.jobId),
  );
}
