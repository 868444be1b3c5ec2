import { AppError, type Layout } from '@undameter/core';
import { joined } from '../joined';

/** A line of a file as bytes[from, to), without its line end. */
export interface ByteLine {
  bytes: Uint8Array;
  from: number;
  to: number;
}
const LONGEST_LINE = 1_000_000;
const [LF, CR] = [10, 13];

/**
 * Lines of a file of one-byte line ends as it streams in, told one by one; a chunk's lines
 * are views on it. A line that ends in a lone CR is told with what follows it.
 * @param take  answers a promise where it wants to be waited for
 * @throws {AppError} FILE_LINE_TOO_LONG
 */
export async function eachLine(
  bytes: AsyncIterable<Uint8Array>,
  name: string,
  take: (line: ByteLine) => Promise<void> | void,
): Promise<void> {
  let rest: Uint8Array = new Uint8Array(0);
  let count = 0;
  for await (const chunk of bytes) {
    const all = rest.length === 0 ? chunk : joined([rest, chunk]);
    let from = 0;
    for (let end = all.indexOf(LF); end >= 0; end = all.indexOf(LF, from)) {
      count++;
      const wait = take({ bytes: all, from, to: end > from && all[end - 1] === CR ? end - 1 : end });
      if (wait) await wait;
      from = end + 1;
    }
    rest = all.slice(from);
    if (rest.length > LONGEST_LINE)
      throw new AppError('FILE_LINE_TOO_LONG', { name, line: count + 1, limit: LONGEST_LINE });
  }
  if (rest.length > 0) await take({ bytes: rest, from: 0, to: rest[rest.length - 1] === CR ? rest.length - 1 : rest.length });
} // prettier-ignore

/** The text of a line; more than one where a lone CR ends lines. */
export const textOf = ({ bytes, from, to }: ByteLine, encoding: Layout['encoding']): string[] =>
  new TextDecoder(encoding).decode(bytes.subarray(from, to)).split('\r');
