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

/** The one way to the server. @throws {ApiError} */
export async function ask<Reply>(path: string, { method, body, signal }: Request = {}): Promise<Reply> {
  const form = body instanceof FormData;
  const reply = await fetch(`/api${path}`, {
    method: method ?? (body === undefined ? 'GET' : 'POST'),
    ...(body === undefined ? {} : { body: form ? body : JSON.stringify(body) }),
    ...(body === undefined || form ? {} : { headers: { 'content-type': 'application/json' } }),
    ...(signal ? { signal } : {}),
  }).catch((error: unknown) => {
    if (signal?.aborted) throw error;
    throw unreachable();
  });
  const content: unknown = await reply.json().catch(() => undefined);
  if (reply.ok) return content as Reply;
  throw isReport(content) ? new ApiError(content, reply.status) : unreachable();
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
