/** Numbers as bytes, and cells one after another, at the sizes where the way of reading changes. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { MeshBuilder } from './MeshBuilder';
import { numbersIn } from './vtk/numbers';

describe('whole numbers of 64 bits', () => {
  const bytesOf = (values: readonly bigint[], isLittle: boolean, isSigned: boolean): Uint8Array => {
    const view = new DataView(new ArrayBuffer(8 * values.length));
    values.forEach((v, k) => (isSigned ? view.setBigInt64(8 * k, v, isLittle) : view.setBigUint64(8 * k, v, isLittle)));
    return new Uint8Array(view.buffer);
  };
  // The language's own conversion is the reference: the nearest double, ties to even.
  test.each([true, false])('with a sign are the nearest double, low byte first: %s', (isLittle) =>
    fc.assert(
      fc.property(fc.array(fc.bigInt({ min: -(2n ** 63n), max: 2n ** 63n - 1n })), (values) => {
        expect([...numbersIn(bytesOf(values, isLittle, true), 'Int64', isLittle)]).toEqual(values.map(Number));
      }),
    ),
  );
  test.each([true, false])('without a sign too, low byte first: %s', (isLittle) =>
    fc.assert(
      fc.property(fc.array(fc.bigInt({ min: 0n, max: 2n ** 64n - 1n })), (values) => {
        expect([...numbersIn(bytesOf(values, isLittle, false), 'UInt64', isLittle)]).toEqual(values.map(Number));
      }),
    ),
  );
  test('at the ends of what a double holds exactly', () => {
    const ends = [0n, -1n, 2n ** 53n, 2n ** 53n + 1n, -(2n ** 53n) - 1n, 2n ** 32n - 1n, -(2n ** 32n)];
    expect([...numbersIn(bytesOf(ends, true, true), 'Int64', true)]).toEqual(ends.map(Number));
  });
});

test('what is left of a number at the end is no number', () => {
  const bytes = new Uint8Array(new Float64Array([1.5, -2]).buffer);
  expect([...numbersIn(bytes.subarray(0, 15), 'Float64', true)]).toEqual([1.5]);
  expect([...numbersIn(bytes.subarray(0, 15), 'Float64', false)]).toHaveLength(1);
  expect([...numbersIn(bytes.subarray(0, 7), 'Int64', true)]).toEqual([]);
});

test('cells are as many as come', () => {
  const made = new MeshBuilder();
  const count = 3000;
  for (let k = 0; k < count; k++) made.add('triangle', [k, k + 1, k + 2, 99], 0, 3, 2 * k);
  const { mesh, source } = made.made();
  const at = (k: number) => [...mesh.nodes.subarray(mesh.starts[k]!, mesh.starts[k + 1]!), source[k]];
  for (const k of [0, 340, 341, 1022, 1023, 1024, count - 1]) expect(at(k)).toEqual([k, k + 1, k + 2, 2 * k]);
  expect([mesh.starts.length, mesh.shapes.length, mesh.zones.length, source.length]).toEqual([
    ...[count + 1, count, count, count],
  ]);
});
