import { AppError, type Layout } from '@undameter/core';

/** First bytes of a compound file, in which old and locked spreadsheets are kept. */
const OLE = [0xd0, 0xcf, 0x11, 0xe0];

/**
 * The encoding of a text file from its first bytes: a byte-order mark, or whether it is
 * well-formed UTF-8; otherwise Latin-1, in which every byte has a meaning.
 * @throws {AppError} FILE_EMPTY, FILE_BINARY, FILE_OLD_SPREADSHEET
 */
export function guessEncoding(head: Uint8Array, name: string): Layout['encoding'] {
  if (head.length === 0) throw new AppError('FILE_EMPTY', { name });
  if (head[0] === 0xff && head[1] === 0xfe) return 'utf-16le';
  if (head[0] === 0xfe && head[1] === 0xff) return 'utf-16be';
  if (OLE.every((byte, i) => head[i] === byte)) throw new AppError('FILE_OLD_SPREADSHEET', { name });
  const wide = wideWithoutMark(head);
  if (wide) return wide;
  const binary = head.findIndex((b) => b < 9 || (b > 13 && b < 32 && b !== 26 && b !== 27));
  if (binary >= 0) throw new AppError('FILE_BINARY', { name, offset: binary });
  try {
    // A character cut by the end of the sample is no fault of the file.
    new TextDecoder('utf-8', { fatal: true }).decode(head, { stream: true });
    return 'utf-8';
  } catch {
    return 'latin1';
  }
}

/** UTF-16 of mostly Western text has a zero in every other byte, which is enough to know it without a mark. */
function wideWithoutMark(head: Uint8Array): 'utf-16le' | 'utf-16be' | undefined {
  const seen = head.subarray(0, 2000);
  if (seen.length < 16) return undefined;
  const zeros = [0, 0];
  seen.forEach((byte, i) => byte === 0 && zeros[i % 2]!++);
  const enough = 0.4 * (seen.length / 2);
  if (zeros[1]! > enough && zeros[0] === 0) return 'utf-16le';
  return zeros[0]! > enough && zeros[1] === 0 ? 'utf-16be' : undefined;
}

/** Text of the first bytes of a file, without its byte-order mark. */
export const decodeHead = (head: Uint8Array, encoding: Layout['encoding']): string =>
  withoutZeros(new TextDecoder(encoding).decode(head, { stream: true }));

/** A zero byte among text is shown as the sign for it: neither a database nor a screen takes the character itself. */
export const withoutZeros = (text: string): string => (text.includes('\0') ? text.replaceAll('\0', '␀') : text);

/** Lines of a file as it streams in; the line end of any system is taken. */
export async function* linesOf(
  bytes: AsyncIterable<Uint8Array>,
  encoding: Layout['encoding'],
  name: string,
): AsyncGenerator<string[]> {
  const decoder = new TextDecoder(encoding);
  let rest = '';
  let line = 1;
  for await (const chunk of bytes) {
    const lines = (rest + withoutZeros(decoder.decode(chunk, { stream: true }))).split(/\r\n|\n|\r(?!$)/);
    rest = lines.pop()!;
    line += lines.length;
    if (rest.length > LONGEST_LINE) throw new AppError('FILE_LINE_TOO_LONG', { name, line, limit: LONGEST_LINE });
    if (lines.length > 0) yield lines;
  }
  rest += decoder.decode();
  if (rest !== '') yield rest.split(/\r\n|\n|\r/).filter((l, i, all) => l !== '' || i < all.length - 1);
}

const LONGEST_LINE = 1_000_000;
