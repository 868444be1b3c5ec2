import { AppError } from '@undameter/core';

/** Errors of the file system that a person can mend, as ours. */
export function refusedWrite(error: unknown): unknown {
  const { code, message } = error as NodeJS.ErrnoException;
  return ['ENOSPC', 'EACCES', 'EROFS', 'EDQUOT', 'EIO', 'EPERM'].includes(code ?? '')
    ? new AppError('STORE_WRITE_REFUSED', { reason: message }, { cause: error })
    : error;
}
