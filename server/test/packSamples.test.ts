import { expect, test } from '@jest/globals';
import { packSamples, unpackSamples } from '../src/store/packSamples';

const back = (values: Float64Array): Float64Array => {
  const out = new Float64Array(values.length + 3).fill(7);
  const bytes = packSamples(values);
  // As it comes from the database: somewhere in a larger buffer.
  const within = new Uint8Array(bytes.length + 5);
  within.set(bytes, 5);
  unpackSamples(within.subarray(5), out, 2);
  expect([out[0], out[1], out.at(-1)]).toEqual([7, 7, 7]);
  return out.slice(2, -1);
};
const f64 = (...values: number[]): Float64Array => Float64Array.from(values);
const decimal = (digits: number, size: number) =>
  Float64Array.from({ length: 3000 }, (_, i) => Number((Math.sin(i * 12.9898) * size).toFixed(digits)) + 0);

test.each([
  ['whole numbers', decimal(0, 1e6), true],
  ['one decimal', decimal(1, 1000), true],
  ['six decimals', decimal(6, 2000), true],
  ['nine decimals', decimal(9, 2), true],
  ['missing samples', decimal(2, 50).map((v, i) => (i % 7 ? v : NaN)), true],
  ['more decimals further on', f64(...Array.from({ length: 80 }, () => 1), 1.25), true],
  ['nothing but missing samples', f64(NaN, NaN), true],
  ['the largest steps', f64(2147483647, -2147483647, 0), true],
  ['one step too many', f64(2147483648, 1), false],
  ['the step that stands for missing', f64(-2147483648, 1), false],
  ['numbers of no decimals', decimal(0, 1).map((_, i) => Math.sin(i)), false],
  ['a negative zero', f64(1, -0), false],
  ['infinite and tiny ones', f64(Infinity, 5e-324, 1e300), false],
  ['a sum that is no decimal number', f64(0.1 + 0.2), false],
])('%s come back to the last bit, packed: %#', (_, values, packed) => {
  expect(packSamples(values).length).toBe(packed ? 4 * values.length + 1 : 8 * values.length);
  expect(back(values).every((v, i) => Object.is(v, values[i]))).toBe(true);
});
