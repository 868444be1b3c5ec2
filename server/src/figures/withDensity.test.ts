import { crc32 } from 'node:zlib';
import { expect, test } from '@jest/globals';
import { withDensity } from './withDensity';

test('a PNG states its density in a chunk with a right checksum, before the picture data', () => {
  const png = Uint8Array.from({ length: 60 }, (_, i) => i);
  const dense = withDensity(png, 300);
  const view = new DataView(dense.buffer);
  expect(new TextDecoder('latin1').decode(dense.slice(37, 41))).toBe('pHYs');
  expect([view.getUint32(33), view.getUint32(41), view.getUint32(45), dense[49]]).toEqual([9, 11811, 11811, 1]);
  // Node's own CRC-32 (zlib) is the judge.
  expect(view.getUint32(50)).toBe(crc32(dense.subarray(37, 50)));
  expect([...dense.slice(0, 33), ...dense.slice(54)]).toEqual([...png]);
});
