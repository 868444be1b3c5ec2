import type { ErrorReport } from '@undameter/core';

/** A refusal of the server, or that it could not be reached; the message is a sentence for the reader. */
export class ApiError extends Error {
  constructor(
    readonly report: ErrorReport,
    readonly status: number,
  ) {
    super(report.message);
  }
}

interface Request {
  method?: 'GET' | 'POST' | 'PUT' | 'DELETE';
  body?: unknown;
  signal?: AbortSignal;
}

/** Where a file is sent to, with its name. */
export const withFile = (path: string, { name }: File): string => `${path}?name=${encodeURIComponent(name)}`;

/** What the changes since the last look may have altered, as the server named it. */
const touched: string[] = [];
export const takeTouched = (): string => touched.splice(0).join(', ');

/** The one way to the server; a file goes as the body. @throws {ApiError} */
export async function ask<Reply>(path: string, request: Request = {}): Promise<Reply> {
  const reply = await send(path, request);
  const content: unknown = await reply.json().catch(() => undefined);
  if (reply.ok) return content as Reply;
  throw isReport(content) ? new ApiError(content, reply.status) : unreachable();
}

/** The same for a reply that is bytes. @throws {ApiError} */
export async function askBytes(path: string, request: Request = {}): Promise<ArrayBuffer> {
  const reply = await send(path, request);
  if (reply.ok) return reply.arrayBuffer();
  const content: unknown = await reply.json().catch(() => undefined);
  throw isReport(content) ? new ApiError(content, reply.status) : unreachable();
}

async function send(path: string, { method, body, signal }: Request): Promise<Response> {
  const file = body instanceof Blob;
  const reply = await fetch(`/api${path}`, {
    method: method ?? (body === undefined ? 'GET' : 'POST'),
    ...(body === undefined
      ? {}
      : {
          body: file ? body : JSON.stringify(body),
          headers: { 'content-type': file ? 'application/octet-stream' : 'application/json' },
        }),
    ...(signal ? { signal } : {}),
  }).catch((error: unknown) => {
    if (signal?.aborted) throw error;
    throw unreachable();
  });
  const named = reply.headers.get('undameter-touched');
  if (named) touched.push(named);
  return reply;
}

const isReport = (content: unknown): content is ErrorReport =>
  typeof content === 'object' && content !== null && 'code' in content && 'message' in content;

const unreachable = (): ApiError =>
  new ApiError(
    {
      code: 'UNREACHABLE',
      message: 'The server does not answer. See whether Undameter is still running, then try again; nothing was lost.',
      facts: {},
    },
    0,
  );
