/**
 * A PNG with its resolution stated, by a pHYs chunk before the first data chunk.
 * Source: PNG specification (W3C, third edition), 11.3.4.3 pHYs and annex D (CRC).
 */
export function withDensity(png: Uint8Array, dpi: number): Uint8Array {
  const chunk = new Uint8Array(4 + 4 + 9 + 4);
  const view = new DataView(chunk.buffer);
  const perMetre = Math.round(dpi / 0.0254);
  view.setUint32(0, 9);
  chunk.set([0x70, 0x48, 0x59, 0x73], 4);
  view.setUint32(8, perMetre);
  view.setUint32(12, perMetre);
  chunk[16] = 1;
  view.setUint32(17, crc32(chunk.subarray(4, 17)));
  // Signature (8 bytes) and the header chunk (25 bytes) come first in every PNG.
  const head = 33;
  const out = new Uint8Array(png.length + chunk.length);
  out.set(png.subarray(0, head));
  out.set(chunk, head);
  out.set(png.subarray(head), head + chunk.length);
  return out;
}

function crc32(bytes: Uint8Array): number {
  let crc = 0xffffffff;
  for (const byte of bytes) {
    crc ^= byte;
    for (let k = 0; k < 8; k++) crc = crc & 1 ? (crc >>> 1) ^ 0xedb88320 : crc >>> 1;
  }
  return (crc ^ 0xffffffff) >>> 0;
}
