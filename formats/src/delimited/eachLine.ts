import { AppError, type Layout } from '@undameter/core';
import { withoutZeros } from './decode';

/** A line of a file as bytes[from, to), without its line end. */
export interface ByteLine {
  bytes: Uint8Array;
  from: number;
  to: number;
}
const LONGEST_LINE = 1_000_000;
const [LF, CR] = [10, 13];

/**
 * Lines of a file of one-byte line ends as it streams in, told one by one; a line is
 * a view that holds until the next is asked for. A line that ends in a lone CR is told with what follows it.
 * @param take  answers a promise where it wants to be waited for
 * @throws {AppError} FILE_LINE_TOO_LONG
 */
export async function eachLine(
  bytes: AsyncIterable<Uint8Array>,
  name: string,
  take: (line: ByteLine) => Promise<void> | void,
): Promise<void> {
  // One array for all chunks: a new one for each would keep the collector of garbage busy.
  let work = new Uint8Array(0);
  let rest = 0;
  let count = 0;
  for await (const chunk of bytes) {
    const length = rest + chunk.length;
    work = withRoom(work, rest, length);
    work.set(chunk, rest);
    let from = 0;
    for (let end = work.indexOf(LF, rest); end >= 0 && end < length; end = work.indexOf(LF, from)) {
      count++;
      const wait = take({ bytes: work, from, to: end > from && work[end - 1] === CR ? end - 1 : end });
      if (wait) await wait;
      from = end + 1;
    }
    work.copyWithin(0, from, length);
    rest = length - from;
    if (rest > LONGEST_LINE) throw new AppError('FILE_LINE_TOO_LONG', { name, line: count + 1, limit: LONGEST_LINE });
  }
  if (rest > 0) await take({ bytes: work, from: 0, to: work[rest - 1] === CR ? rest - 1 : rest });
}

/** The array itself where it holds so many bytes, otherwise a longer one with what is used of it. */
function withRoom(work: Uint8Array<ArrayBuffer>, used: number, length: number): Uint8Array<ArrayBuffer> {
  if (work.length >= length) return work;
  const longer = new Uint8Array(length + (length >> 1));
  longer.set(work.subarray(0, used));
  return longer;
}

/** The text of a line; more than one where a lone CR ends lines. */
export const textOf = ({ bytes, from, to }: ByteLine, encoding: Layout['encoding']): string[] =>
  withoutZeros(new TextDecoder(encoding).decode(bytes.subarray(from, to))).split('\r');
