import { inflateSync } from 'node:zlib';
import { AppError } from '@undameter/core';
import { joined } from '../../joined';
import type { Element } from './xmlTree';
import { byteSizes, numbersIn, NumbersOfText } from './numbers';

/** How the arrays of a VTK XML file are written. */
export interface Encoding {
  name: string;
  isLittle: boolean;
  headerType: 'UInt32' | 'UInt64';
  isCompressed: boolean;
  /** What stands after the underscore of the appended data; base64 where `isAppendedRaw` is false. */
  appended: Uint8Array | undefined;
  isAppendedRaw: boolean;
}

/** More bytes of one array are not unpacked. */
const MOST_ARRAY_BYTES = 2 ** 30;

const damaged = ({ name }: Encoding, reason: string) =>
  new AppError('FILE_DAMAGED', { name, what: 'VTK file', reason });

export const calledIn = ({ attributes: { Name = '' } }: Element): string => (Name === '' ? 'an array' : `"${Name}"`);

/**
 * The numbers of a DataArray.
 * @param count  how many there have to be; undefined: as many as there are
 * @throws {AppError} FILE_DAMAGED, FILE_UNPACKS_TOO_LARGE
 */
export function numbersOf(array: Element, count: number | undefined, encoding: Encoding): Float64Array {
  const { type = '', format = 'ascii', offset = '0' } = array.attributes;
  const what = calledIn(array);
  if (!(type in byteSizes)) throw damaged(encoding, `${what} is of type "${type}", which is no type of numbers`);
  const most = count === undefined ? MOST_ARRAY_BYTES : count * byteSizes[type]!;
  if (format === 'ascii') {
    const words = new NumbersOfText(array.text.join(''), encoding.name);
    return count === undefined ? words.rest(what) : words.take(count, what, type);
  }
  const bytes =
    format === 'appended'
      ? appendedBytes(encoding, Number(offset), most, what)
      : inlineBytes(array.text.join('').trim(), encoding, most, what);
  const values = numbersIn(bytes, type, encoding.isLittle);
  if (count !== undefined && values.length < count)
    throw damaged(encoding, `${what} has ${values.length} numbers instead of ${count}`);
  return count === undefined ? values : values.subarray(0, count);
}

function appendedBytes(encoding: Encoding, offset: number, most: number, what: string): Uint8Array {
  const { appended, isAppendedRaw } = encoding;
  if (!appended) throw damaged(encoding, `${what} lies in appended data, and the file ends before them`);
  if (!Number.isInteger(offset) || offset < 0 || offset >= appended.length)
    throw damaged(encoding, `${what} begins at ${offset} of the appended data, which have ${appended.length} bytes`);
  const rest = appended.subarray(offset);
  if (isAppendedRaw) return unpacked(rest, encoding, most, what);
  const end = rest.findIndex((c) => c === LESS_THAN);
  return inlineBytes(latin1(end === -1 ? rest : rest.subarray(0, end)), encoding, most, what);
}
const LESS_THAN = 0x3c;
const latin1 = (bytes: Uint8Array): string =>
  Buffer.from(bytes.buffer, bytes.byteOffset, bytes.length).toString('latin1');

/** Base64; where the data are compressed, their header is encoded by itself. */
function inlineBytes(text: string, encoding: Encoding, most: number, what: string): Uint8Array {
  const size = byteSizes[encoding.headerType]!;
  const decode = (from: number, to?: number) => new Uint8Array(Buffer.from(text.slice(from, to), 'base64'));
  const encodedLength = (bytes: number): number => 4 * Math.ceil(bytes / 3);
  if (!encoding.isCompressed) {
    const [bytes] = numbersIn(decode(0, encodedLength(size)), encoding.headerType, encoding.isLittle);
    if (bytes === undefined) throw damaged(encoding, `${what} is empty`);
    return unpacked(decode(0, encodedLength(size + Math.min(bytes, most))), encoding, most, what);
  }
  const [blocks] = numbersIn(decode(0, encodedLength(size)), encoding.headerType, encoding.isLittle);
  const headerBytes = (3 + checkedBlocks(blocks, encoding, what)) * size;
  const header = decode(0, encodedLength(headerBytes)).subarray(0, headerBytes);
  return unpacked(joined([header, decode(encodedLength(headerBytes))]), encoding, most, what);
}

const MOST_BLOCKS = 2 ** 22;
function checkedBlocks(blocks: number | undefined, encoding: Encoding, what: string): number {
  if (blocks !== undefined && blocks >= 0 && blocks <= MOST_BLOCKS) return blocks;
  throw damaged(encoding, `${what} says it has ${blocks ?? 'no'} compressed blocks`);
}

/** The bytes behind a header: as they are, or block by block compressed with zlib. */
function unpacked(bytes: Uint8Array, encoding: Encoding, most: number, what: string): Uint8Array {
  const { headerType, isLittle } = encoding;
  const size = byteSizes[headerType]!;
  const head = (count: number): Float64Array => numbersIn(bytes.subarray(0, count * size), headerType, isLittle);
  const tooEarly = () => damaged(encoding, `${what} ends too early`);
  if (!encoding.isCompressed) {
    const [length] = head(1);
    if (length === undefined || length > bytes.length - size) throw tooEarly();
    return bytes.subarray(size, size + length);
  }
  const [blocks, blockBytes, lastBytes] = head(3);
  const count = checkedBlocks(blocks, encoding, what);
  if (count === 0) return new Uint8Array();
  const sizes = head(3 + count).subarray(3);
  if (blockBytes === undefined || lastBytes === undefined || sizes.length < count) throw tooEarly();
  // What a file says of its own size is believed only as far as its nodes and cells need it.
  const whole = lastBytes === 0 ? count * blockBytes : (count - 1) * blockBytes + lastBytes;
  if (whole > most) throw new AppError('FILE_UNPACKS_TOO_LARGE', { name: encoding.name, limitBytes: most });
  const all = new Uint8Array(whole);
  let [from, to] = [(3 + count) * size, 0];
  sizes.forEach((packed, k) => {
    const length = k === count - 1 && lastBytes > 0 ? lastBytes : blockBytes;
    if (from + packed > bytes.length) throw tooEarly();
    all.set(inflated(bytes.subarray(from, from + packed), length, encoding, what), to);
    from += packed;
    to += length;
  });
  return all;
}

function inflated(packed: Uint8Array, length: number, encoding: Encoding, what: string): Uint8Array {
  try {
    const block = inflateSync(packed, { maxOutputLength: Math.max(1, length) });
    if (block.length === length) return block;
    throw new Error(`a block has ${block.length} bytes instead of ${length}`);
  } catch (error) {
    const reason = `${what} cannot be unpacked (${(error as Error).message})`;
    throw new AppError('FILE_DAMAGED', { name: encoding.name, what: 'VTK file', reason }, { cause: error });
  }
}
