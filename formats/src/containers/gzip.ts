import { AppError } from '@undameter/core';
import { Gunzip } from 'fflate';
import { joined } from '../joined';
import { MOST_UNPACKED_BYTES, type Container } from './Container';

const STEP = 1 << 18;

/** One compressed file (RFC 1952). */
export const gzip: Container = {
  kind: 'gzip',
  title: 'gzip',
  extensions: ['gz'],
  partTitle: 'File',
  recognises: (head) => head[0] === 0x1f && head[1] === 0x8b,
  async unpack(bytes, name) {
    const inner = name.replace(/\.gz$/i, '') || name;
    return { parts: [inner], part: inner, text: gunzip(bytes, name, MOST_UNPACKED_BYTES) };
  },
};

/** Unpacks piece by piece, so that a bomb is stopped before it fills the memory. */
export function gunzip(bytes: Uint8Array, name: string, limitBytes: number): Uint8Array {
  const chunks: Uint8Array[] = [];
  let size = 0;
  let ended = false;
  const stream = new Gunzip((chunk, last) => {
    size += chunk.length;
    if (size > limitBytes) throw new AppError('FILE_UNPACKS_TOO_LARGE', { name, limitBytes });
    chunks.push(chunk);
    ended = last;
  });
  try {
    for (let at = 0; at < bytes.length; at += STEP)
      stream.push(bytes.subarray(at, at + STEP), at + STEP >= bytes.length);
  } catch (error) {
    if (error instanceof AppError) throw error;
    throw new AppError('FILE_DAMAGED', { name, what: 'gzip file', reason: (error as Error).message }, { cause: error });
  }
  if (!ended) throw new AppError('FILE_DAMAGED', { name, what: 'gzip file', reason: 'it ends too early' });
  return joined(chunks);
}
