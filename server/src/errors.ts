import { randomBytes } from 'node:crypto';
import { AppError, type ErrorKind, type ErrorReport } from '@undameter/core';
import type { FastifyError } from 'fastify';

/** Where the kinds of errors meet HTTP: here and nowhere else. */
export const statusOf: Record<ErrorKind, number> = {
  input: 422,
  missing: 404,
  method: 405,
  conflict: 409,
  stale: 412,
  tooLarge: 413,
  media: 415,
  refused: 403,
  internal: 500,
};

/** Any failure as an error of ours; what nobody foresaw gets a reference that the log has too. */
export function asAppError(
  error: unknown,
  log: (reference: string, error: unknown) => void,
  mediaType?: string,
): AppError {
  if (error instanceof AppError) return error;
  const { validation, statusCode, code, message } = error as FastifyError;
  if (validation) return new AppError('REQUEST_INVALID', { problem: problemOf(error as FastifyError) });
  if ((error as Error).name === 'AbortError')
    return new AppError('CANCELLED', { what: 'computation' }, { cause: error });
  if (code === 'FST_ERR_CTP_INVALID_MEDIA_TYPE')
    return new AppError('MEDIA_TYPE_UNKNOWN', { given: mediaType ?? '', taken: 'application/json' });
  if (code === 'FST_REQ_FILE_TOO_LARGE') return new AppError('UPLOAD_TOO_LARGE', { limitBytes: 0 });
  if (statusCode !== undefined && statusCode >= 400 && statusCode < 500)
    return new AppError('REQUEST_INVALID', { problem: message });
  const reference = randomBytes(4).toString('hex');
  log(reference, error);
  return new AppError('INTERNAL', { reference }, { cause: error });
}

/** What of a request is not as its schema says, and what is possible where that is a list. */
function problemOf({ validation = [], validationContext = 'body' }: FastifyError): string {
  const [first] = validation;
  const where = `${validationContext}${first?.instancePath.replace(/\//g, '.') ?? ''}`;
  const possible = validation
    .filter(({ keyword, instancePath }) => instancePath === first?.instancePath && /^(const|enum)$/.test(keyword))
    .flatMap(({ params }) => (params as { allowedValues?: unknown[] }).allowedValues ?? [params['allowedValue']]);
  if (possible.length > 0) return `${where} must be ${possible.map((value) => JSON.stringify(value)).join(' or ')}`;
  const extra = (first?.params as { additionalProperty?: string } | undefined)?.additionalProperty;
  return `${where} ${first?.message}${extra ? ` ("${extra}")` : ''}`;
}

export const replyOf = (error: AppError): { status: number; body: ErrorReport } => ({
  status: statusOf[error.kind],
  body: error.report(),
});
