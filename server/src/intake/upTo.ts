import { AppError } from '@undameter/core';

/**
 * What is sent, up to a limit. What is beyond is taken and dropped, since a sender that is cut
 * off would not read the refusal.
 * @throws {AppError} what `refusal` makes; UPLOAD_TOO_LARGE where it is not given
 */
export async function* upTo(
  limitBytes: number,
  sent: AsyncIterable<Buffer>,
  refusal: () => AppError = () => new AppError('UPLOAD_TOO_LARGE', { limitBytes }),
): AsyncGenerator<Buffer> {
  let size = 0;
  for await (const piece of sent) {
    size += piece.length;
    if (size <= limitBytes) yield piece;
  }
  if (size > limitBytes) throw refusal();
}
