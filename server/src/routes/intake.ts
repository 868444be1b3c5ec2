import {
  importBody,
  jobParams,
  jobReply,
  fileQuery,
  idParams,
  nothing,
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
import { FILE_BODY, sentFile, takeFiles } from '../http/fileBodies';
import type { Routes } from './Routes';

const tags = ['intake'];

/** A file on its way in: sent, understood, corrected, imported. */
export function intakeRoutes(app: Routes, services: Services): void {
  void app.register((scope) => sendingRoutes(scope as Routes, services));
  uploadRoutes(app, services);
  layoutRoutes(app, services);
  importRoutes(app, services);
}

/** Sending a file. */
async function sendingRoutes(app: Routes, { uploads, config }: Services): Promise<void> {
  await takeFiles(app);
  app.post(
    '/uploads',
    {
      schema: {
        operationId: 'sendFile',
        tags,
        summary: 'Send a file; answers what was understood of it',
        ...FILE_BODY,
        querystring: fileQuery,
        response: { 201: uploadReply },
      },
    },
    async (request, reply) => {
      const { name, bytes } = await sentFile(request);
      const waiting = await uploads.receive(name, bytes, config.uploadLimitBytes);
      void reply.status(201).header('location', `/api/uploads/${waiting.uploadId}`);
      return waiting;
    },
  );
}

/** Files that wait. */
function uploadRoutes(app: Routes, { uploads }: Services): void {
  app.get(
    '/uploads/:uploadId',
    {
      schema: {
        operationId: 'getUpload',
        tags,
        summary: 'What was understood of a waiting file',
        params: uploadParams,
        response: { 200: uploadReply },
      },
    },
    (request) => uploads.understood(request.params.uploadId),
  );
  app.post(
    '/uploads/:uploadId/part',
    {
      schema: {
        operationId: 'choosePart',
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
        operationId: 'reopenOriginal',
        tags,
        summary: 'Take the kept original of a run out, to read it again with other settings',
        params: idParams,
        response: { 201: uploadReply },
      },
    },
    async (request, reply) => {
      const waiting = await uploads.reopen(request.params.id);
      void reply.status(201).header('location', `/api/uploads/${waiting.uploadId}`);
      return waiting;
    },
  );
  app.post(
    '/uploads/:uploadId/preview',
    {
      schema: {
        operationId: 'readAgain',
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
    {
      schema: {
        operationId: 'discardUpload',
        tags,
        summary: 'Discard a waiting file',
        params: uploadParams,
        response: { 204: nothing },
      },
    },
    async (request, reply) => {
      uploads.discard(request.params.uploadId);
      return reply.status(204).send(null);
    },
  );
}

/** How files of a rig are read, remembered for the next one. */
function layoutRoutes(app: Routes, { db }: Services): void {
  app.get(
    '/layouts',
    {
      schema: {
        operationId: 'listLayouts',
        tags,
        summary: 'Remembered layouts',
        response: { 200: Type.Array(savedLayoutRow) },
      },
    },
    async () => (await savedLayouts(db)).map(({ id, name }) => ({ id, name })),
  );
  app.post(
    '/layouts',
    {
      config: { changes: 'layouts' },
      schema: {
        operationId: 'saveLayout',
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
    {
      config: { changes: 'layouts' },
      schema: {
        operationId: 'deleteLayout',
        tags,
        summary: 'Forget a layout',
        params: idParams,
        response: { 204: nothing },
      },
    },
    async (request, reply) => {
      await forgetLayout(db, request.params.id);
      return reply.status(204).send(null);
    },
  );
}

/** Imports that are under way. */
function importRoutes(app: Routes, { imports }: Services): void {
  app.post(
    '/uploads/:uploadId/import',
    {
      schema: {
        operationId: 'startImport',
        tags,
        summary: 'Import a waiting file as a run',
        params: uploadParams,
        body: importBody,
        response: { 202: jobReply },
      },
    },
    async (request, reply) => {
      const started = await imports.start(request.params.uploadId, request.body);
      return reply.status(202).header('location', `/api/imports/${started.jobId}`).send(started);
    },
  );
  app.get(
    '/imports/:jobId',
    {
      schema: {
        operationId: 'getImport',
        tags,
        summary: 'Progress of an import',
        params: jobParams,
        response: { 200: jobReply },
      },
    },
    async (request) => imports.status(request.params.jobId),
  );
  app.delete(
    '/imports/:jobId',
    {
      schema: {
        operationId: 'cancelImport',
        tags,
        summary: 'Cancel an import; nothing of it is kept',
        params: jobParams,
        response: { 200: jobReply },
      },
    },
    (request) => imports.cancel(request.params.jobId),
  );
}
