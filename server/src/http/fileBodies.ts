/** A file that is sent: as the body itself, of any media type, or in a form. */
import { Readable } from 'node:stream';
import multipart from '@fastify/multipart';
import { AppError } from '@undameter/core';
import type { FastifyRequest } from 'fastify';
import type { Routes } from '../routes/Routes';

/** Of routes that take a file, for the API's document: what can be sent is told by these. */
export const FILE_BODY = { 'x-takes-file': true };

/** As the body a file streams in at once; a form around it costs as long as reading it. */
export async function takeFiles(app: Routes): Promise<void> {
  app.removeAllContentTypeParsers();
  // Each route counts the bytes of its file itself, and says which limit it is.
  await app.register(multipart, { limits: { files: 1, fileSize: Infinity, fields: 0 } });
  app.addContentTypeParser('*', (_, payload, done) => done(null, payload));
}

export interface SentFile {
  name: string;
  bytes: Readable;
}

/** The file of a request, by its name without the folders before it. @throws {AppError} UPLOAD_NO_FILE, UPLOAD_NO_NAME */
export async function sentFile(request: FastifyRequest<{ Querystring: { name?: string } }>): Promise<SentFile> {
  const { bytes, name } = request.isMultipart() ? await ofForm(request) : { bytes: request.body, name: undefined };
  if (!(bytes instanceof Readable)) throw new AppError('UPLOAD_NO_FILE', {});
  const stated = (request.query.name ?? name ?? '').replace(/^.*[/\\]/s, '');
  if (stated === '') throw new AppError('UPLOAD_NO_NAME', {});
  return { name: stated, bytes };
}

async function ofForm(request: FastifyRequest): Promise<{ bytes: unknown; name: string | undefined }> {
  const part = await request.file();
  return { bytes: part?.file, name: part?.filename };
}
