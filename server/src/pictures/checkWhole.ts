import { AppError } from '@undameter/core';

/**
 * A file that was cut off on its way: decoders show the rest of it grey and say nothing.
 * @throws {AppError} PICTURE_CUT_OFF
 * Sources of the ends: ISO/IEC 15948 (PNG) 11.2.5, ISO/IEC 10918-1 (JPEG) B.2.1, RFC 9649 (WebP) 2.4.
 */
export function checkWhole(bytes: Buffer, mediaType: string, name: string): void {
  const isWhole = wholes[mediaType];
  if (isWhole && !isWhole(bytes)) throw new AppError('PICTURE_CUT_OFF', { name });
}

const RIFF_HEAD = 8;
const wholes: Readonly<Record<string, (bytes: Buffer) => boolean>> = {
  'image/png': (bytes) => bytes.lastIndexOf('IEND', undefined, 'latin1') > 0,
  'image/jpeg': (bytes) => bytes.lastIndexOf(Buffer.from([0xff, 0xd9])) > startOfScan(bytes),
  'image/webp': (bytes) => bytes.readUInt32LE(4) + RIFF_HEAD <= bytes.length,
  'image/svg+xml': (bytes) => /<\/svg\s*>|^[^<]*<svg[^<]*\/>\s*$/.test(bytes.toString('latin1')),
};

/** Where the picture itself begins: a small one that a camera keeps in its head has an end of its own. */
function startOfScan(bytes: Buffer): number {
  const [SCAN, LENGTH] = [0xda, 2];
  let at = LENGTH;
  while (at + 4 <= bytes.length && bytes[at] === 0xff) {
    if (bytes[at + 1] === SCAN) return at;
    at += LENGTH + bytes.readUInt16BE(at + 2);
  }
  return bytes.length;
}
