import { AppError } from '@undameter/core';
import type { ByteOrder, RegisterType } from './source';

/**
 * Frames and registers of Modbus TCP. Source: MODBUS Application Protocol Specification V1.1b3 (function codes,
 * exceptions) and MODBUS Messaging on TCP/IP Implementation Guide V1.0b, section 3.1.3 (the header of a frame); both
 * from memory.
 */

/** Transaction, protocol and length, two bytes each, and the unit. */
const HEADER = 7;

/** Bytes of a request. @param pdu  function code and its data */
export function frameOf(transaction: number, unit: number, pdu: Buffer): Buffer {
  const header = Buffer.alloc(HEADER);
  header.writeUInt16BE(transaction, 0);
  header.writeUInt16BE(0, 2);
  header.writeUInt16BE(pdu.length + 1, 4);
  header.writeUInt8(unit, 6);
  return Buffer.concat([header, pdu]);
}

export interface Frame {
  transaction: number;
  /** 0 for Modbus; something else speaks where it is not. */
  protocol: number;
  pdu: Buffer;
}

/** Bytes of the first frame; undefined: it is not whole yet. */
export function frameLength(bytes: Buffer): number | undefined {
  if (bytes.length < HEADER) return undefined;
  const length = 6 + bytes.readUInt16BE(4);
  return bytes.length < length ? undefined : length;
}

export const frameFrom = (bytes: Buffer): Frame => ({
  transaction: bytes.readUInt16BE(0),
  protocol: bytes.readUInt16BE(2),
  pdu: bytes.subarray(HEADER),
});

export const registersOf = (type: RegisterType): 1 | 2 => (type.endsWith('16') ? 1 : 2);

/** Puts bytes in the order ABCD; each order undoes itself. */
function reordered(bytes: Buffer, order: ByteOrder): Buffer {
  const all = bytes.length === 2 ? (order === 'BADC' || order === 'DCBA' ? 'BA' : 'AB') : order;
  return Buffer.from([...all].map((letter) => bytes['ABCD'.indexOf(letter)]!));
}

/** The number that registers hold; NaN where a float is none. @param bytes  2 or 4, as they came */
export function numberOf(bytes: Buffer, type: RegisterType, order: ByteOrder): number {
  const own = reordered(bytes, order);
  if (type === 'int16') return own.readInt16BE(0);
  if (type === 'uint16') return own.readUInt16BE(0);
  if (type === 'int32') return own.readInt32BE(0);
  return type === 'uint32' ? own.readUInt32BE(0) : own.readFloatBE(0);
}

const limits: Record<Exclude<RegisterType, 'float32'>, [number, number]> = {
  int16: [-0x8000, 0x7fff],
  uint16: [0, 0xffff],
  int32: [-0x80000000, 0x7fffffff],
  uint32: [0, 0xffffffff],
};
const MOST_FLOAT = 3.4028234663852886e38;

/** Bytes as they go out. @param asked  for the sentence. @throws {AppError} INSTRUMENT_VALUE_DOES_NOT_FIT */
export function bytesOf(value: number, type: RegisterType, order: ByteOrder, asked: string): Buffer {
  const [least, most] = type === 'float32' ? [-MOST_FLOAT, MOST_FLOAT] : limits[type];
  const whole = type === 'float32' ? value : Math.round(value);
  if (!(whole >= least && whole <= most))
    throw new AppError('INSTRUMENT_VALUE_DOES_NOT_FIT', { asked, value, least, most });
  const bytes = Buffer.alloc(2 * registersOf(type));
  if (type === 'int16') bytes.writeInt16BE(whole);
  else if (type === 'uint16') bytes.writeUInt16BE(whole);
  else if (type === 'int32') bytes.writeInt32BE(whole);
  else if (type === 'uint32') bytes.writeUInt32BE(whole);
  else bytes.writeFloatBE(whole);
  return reordered(bytes, order);
}

const exceptions: Record<number, string> = {
  1: 'it does not know this function',
  2: 'it has no such register',
  3: 'the value does not suit it',
  4: 'it failed while doing it',
  5: 'it needs longer than it may',
  6: 'it is busy',
  8: 'its memory is faulty',
  10: 'the way behind the gateway is not there',
  11: 'what is behind the gateway does not answer',
};

/** An exception that a reply holds, in words; undefined: it is none. */
export function exceptionIn(pdu: Buffer): string | undefined {
  if ((pdu[0] ?? 0) < 0x80) return undefined;
  const code = pdu[1] ?? 0;
  return exceptions[code] ?? `exception ${code}`;
}
