import { randomBytes } from 'node:crypto';
import { AppError, type ErrorKind, type ErrorReport } from '@undameter/core';
import type { FastifyError } from 'fastify';

/** Where the kinds of errors meet HTTP: here and nowhere else. */
const statusOf: Record<ErrorKind, number> = {
  input: 422,
  missing: 404,
  conflict: 409,
  tooLarge: 413,
  refused: 403,
  internal: 500,
};

/** Any failure as an error of ours; what nobody foresaw gets a reference that the log has too. */
export function asAppError(error: unknown, log: (reference: string, error: unknown) => void): AppError {
  if (error instanceof AppError) return error;
  const { validation, validationContext, statusCode, code, message } = error as FastifyError;
  if (validation) {
    const [first] = validation;
    const where = `${validationContext ?? 'body'}${first?.instancePath?.replace(/\//g, '.') ?? ''}`;
    const extra = (first?.params as { additionalProperty?: string } | undefined)?.additionalProperty;
    return new AppError('REQUEST_INVALID', {
      problem: `${where} ${first?.message ?? message}${extra ? ` ("${extra}")` : ''}`,
    });
  }
  if ((error as Error).name === 'AbortError')
    return new AppError('CANCELLED', { what: 'computation' }, { cause: error });
  if (code === 'FST_REQ_FILE_TOO_LARGE') return new AppError('UPLOAD_TOO_LARGE', { limitBytes: 0 });
  if (statusCode !== undefined && statusCode >= 400 && statusCode < 500)
    return new AppError('REQUEST_INVALID', { problem: message });
  const reference = randomBytes(4).toString('hex');
  log(reference, error);
  return new AppError('INTERNAL', { reference }, { cause: error });
}

export const replyOf = (error: AppError): { status: number; body: ErrorReport } => ({
  status: statusOf[error.kind],
  body: error.report(),
});
