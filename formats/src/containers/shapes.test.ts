/** What of a file is no table, and what of its properties is worth showing. */
import { describe, expect, test } from '@jest/globals';
import { strToU8, zipSync } from 'fflate';
import { containerOf } from './index';

const unpack = (bytes: Uint8Array, name: string, part?: string) =>
  containerOf(bytes.subarray(0, 4096), name)!.unpack(bytes, name, part);

interface Set {
  name: string;
  data: Float64Array;
  shape?: number[];
  attributes?: Record<string, string | number | Float64Array>;
}

/** An HDF5 file of these sets, by h5wasm, the library of the format's own makers. */
async function hdf5Of(sets: readonly Set[]): Promise<Uint8Array> {
  const { ready, File } = await import('h5wasm');
  const { FS } = await ready;
  const made = new File('/made.h5', 'w', { track_order: true });
  for (const { name, data, shape, attributes = {} } of sets) {
    const set = made.create_dataset(shape ? { name, data, shape } : { name, data });
    for (const [key, value] of Object.entries(attributes)) set.create_attribute(key, value);
  }
  made.close();
  const bytes = FS.readFile('/made.h5') as Uint8Array;
  FS.unlink('/made.h5');
  return bytes;
}
const column = (n: number): Float64Array => Float64Array.from({ length: n }, (_, i) => i / 4);

describe('of an HDF5 file', () => {
  test('sets of three dimensions, without rows and too wide are left out; the others are a table', async () => {
    const bytes = await hdf5Of([
      { name: 'p', data: column(4) },
      { name: 'mesh', data: column(24), shape: [4, 3, 2] },
      { name: 'wide', data: column(4004), shape: [4, 1001] },
      { name: 'widest that is taken', data: column(4000), shape: [4, 1000] },
      { name: 'bare', data: column(4), attributes: { NAME: 'This is a netCDF dimension but not a netCDF variable' } },
    ]);
    const { parts, text } = await unpack(bytes, 'x.h5');
    expect(parts).toEqual(['/ · 4 rows']);
    const headings = new TextDecoder().decode(text).split('\n')[0]!;
    expect(headings).toContain('p');
    for (const left of ['mesh', 'bare', 'wide 1001']) expect(headings).not.toContain(left);
    expect(headings).toContain('widest that is taken 1000');
  });
  test('a file that holds nothing else is refused', async () =>
    expect(unpack(await hdf5Of([{ name: 'mesh', data: column(8), shape: [2, 2, 2] }]), 'x.h5')).rejects.toMatchObject({
      code: 'FILE_NO_PARTS',
    }));
  test('fill values are missing; scale and offset are applied', async () => {
    const packed = {
      name: 'T',
      data: Float64Array.of(10, -9999, 20),
      attributes: { scale_factor: Float64Array.of(0.5), add_offset: 3, _FillValue: Float64Array.of(-9999) },
    };
    const { text } = await unpack(await hdf5Of([packed]), 'x.h5');
    const rows = new TextDecoder().decode(text).trimEnd().split('\n');
    expect(rows.slice(-3).map((r) => r.trim())).toEqual(['8', '', '13']);
  });
});

test('properties of an Arrow file are shown, but not the long schema that programs put among them', async () => {
  const { Float64, Field, makeData, RecordBatch, Schema, Struct, Table, tableToIPC } = await import('apache-arrow');
  const fields = [new Field('p', new Float64(), true)];
  const metadata = new Map([
    ['rig', 'Loop 3'],
    ['pandas', '{"index_columns": []}'],
    ['ARROW:schema', 'x'],
    ['exactly', 'a'.repeat(199)],
    ['remark', 'b'.repeat(200)],
  ]);
  const schema = new Schema(fields, metadata);
  const children = [makeData({ type: new Float64(), data: Float64Array.of(1, 2) })];
  const batch = new RecordBatch(schema, makeData({ type: new Struct(fields), length: 2, children }));
  const { text } = await unpack(tableToIPC(new Table(schema, [batch]), 'file'), 'x.arrow');
  const shown = new TextDecoder().decode(text);
  expect(shown).toContain('Loop 3');
  expect(shown).toContain('a'.repeat(199));
  for (const left of ['index_columns', 'ARROW:schema', 'remark']) expect(shown).not.toContain(left);
});

test('a part that an archive does not have is refused', async () =>
  expect(unpack(zipSync({ 'a.csv': strToU8('t,p\n0,1\n1,2\n') }), 'x.zip', 'b.csv')).rejects.toMatchObject({
    code: 'FILE_NO_PARTS',
  }));

test('blocks of one title are told apart by their number', async () => {
  const block = 'Zone A\nx,p\n0,1\n1,2\n\n';
  const { parts } = await unpack(strToU8(block.repeat(3)), 'z.txt');
  expect(parts.slice(1, 4)).toEqual(['Zone A', 'Zone A (2)', 'Zone A (3)']);
});

test('blocks without words above their headings are numbered', async () => {
  const { parts } = await unpack(strToU8('x,p\n0,1\n1,2\nx,p\n0,3\n1,4\n'), 'z.txt');
  expect(parts.slice(1, 3)).toEqual(['Block 1', 'Block 2']);
});

test.each([
  ['a number among records', '[{"t": 0}, 7]', 'no array of records'],
  ['a number in a line of its own', '{"t": 0}\n7\n', 'line 2 is no record'],
])('JSON with %s is refused', (_, text, sentence) => expect(unpack(strToU8(text), 'x.json')).rejects.toThrow(sentence));

test('what is nested in a record is a word as it is written', async () => {
  const { text, parts, part } = await unpack(strToU8('[{"t": 0, "at": {"row": 1}}, {"t": 1, "at": null}]'), 'x.json');
  expect([parts, part]).toEqual([['records'], 'records']);
  expect(new TextDecoder().decode(text)).toContain('row');
});
