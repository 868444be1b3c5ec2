import { AppError } from '@undameter/core';

const starts: readonly [mediaType: string, bytes: readonly number[]][] = [
  ['image/png', [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]],
  ['image/jpeg', [0xff, 0xd8, 0xff]],
];
const text = (bytes: Uint8Array, from: number, to: number): string =>
  Buffer.from(bytes.subarray(from, to)).toString('latin1');

/**
 * What a picture is, by its first bytes, whatever its name says.
 * @throws {AppError} PICTURE_UNKNOWN
 * Source: the signatures of PNG (ISO/IEC 15948, 5.2), JPEG (ITU-T T.81, annex B), WebP (RFC 9649, 2.4),
 * PDF (ISO 32000-1, 7.5.2 and annex H).
 */
export function mediaTypeOf(bytes: Uint8Array, name: string): string {
  for (const [mediaType, start] of starts) if (start.every((b, i) => bytes[i] === b)) return mediaType;
  if (text(bytes, 0, 4) === 'RIFF' && text(bytes, 8, 12) === 'WEBP') return 'image/webp';
  if (
    /^(\u00ef\u00bb\u00bf)?\s*(<\?xml[^>]*>\s*)?(<!--[^]*?-->\s*)*(<!DOCTYPE svg[^>]*>\s*)?<svg[\s>]/.test(
      text(bytes, 0, 4096),
    )
  )
    return 'image/svg+xml';
  // A document may have some bytes before it begins.
  if (text(bytes, 0, 1024).includes('%PDF-')) return 'application/pdf';
  throw new AppError('PICTURE_UNKNOWN', { name });
}
