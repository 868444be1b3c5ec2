import { Readable } from 'node:stream';
import { AppError } from '@undameter/core';

/** A file is the body itself: a form around it costs as long as reading it. */
export const FILE_TYPE = 'application/octet-stream';

/** The name of a file without the folders that its sender put before it. */
export const fileNameOf = ({ query }: { query: { name: string } }): string => query.name.replace(/^.*[/\\]/s, '');

/** @throws {AppError} UPLOAD_NO_FILE */
export function fileOf({ body }: { body: unknown }): Readable {
  if (!(body instanceof Readable)) throw new AppError('UPLOAD_NO_FILE', {});
  return body;
}
