import { readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { describe, expect, test } from '@jest/globals';
import { strToU8, zipSync } from 'fflate';
import { delimited } from '../delimited';
import { gunzip } from './gzip';
import { containerOf } from './index';

const file = (name: string): Uint8Array =>
  new Uint8Array(readFileSync(new URL(`../../test/data/${name}`, import.meta.url)));

/** The way of an upload: the container is recognised, a part unpacked, its text read. */
async function read(bytes: Uint8Array, name: string, part?: string) {
  const container = containerOf(bytes.subarray(0, 4096), name)!;
  const unpacked = await container.unpack(bytes, name, part);
  const { layout } = delimited.guess(unpacked.text, name, unpacked.given);
  const preview = delimited.preview(unpacked.text, layout, true);
  const columns: number[][] = preview.columns.map(() => []);
  const record = await delimited.read({
    bytes: (async function* () {
      yield unpacked.text;
    })(),
    name,
    layout,
    columns: preview.columns.map((c) => c.reading),
    width: preview.columns.length,
    onBlock: (block) => block.forEach((c, k) => columns[k]!.push(...c)),
  });
  return { container, unpacked, preview, columns, record };
}

describe('a spreadsheet', () => {
  // Written by openpyxl (Debian's python3-openpyxl 3.0.9), see test/data/make-xlsx.py.
  test('gives its sheets, headings, units, moments, numbers, flags and the cell that is none', async () => {
    const { container, unpacked, preview, columns, record } = await read(file('loop3.xlsx'), 'loop3.xlsx', 'Sweep');
    expect([container.kind, unpacked.parts]).toEqual(['spreadsheet', ['Notes', 'Sweep', 'Pulsation']]);
    expect(preview.columns.map((c) => [c.name, c.type, c.unit])).toEqual([
      ['When', 'time', 's'],
      ['Flow', 'number', 'L/min'],
      ['Head', 'number', 'm'],
      ['Valve', 'number', ''],
      ['Remark', 'category', ''],
    ]);
    expect(columns.slice(0, 4)).toEqual([
      [0, 1.5, 3, 4.5],
      [60, 60.1, 60.2, 60.3],
      [0.1, NaN, 0.1 + 0.2 * 2, 0.1 + 0.2 * 3],
      [1, 0, 1, 0],
    ]);
    expect(record.columns[0]!.origin).toBe('2026-11-03T10:12:00');
    expect(record.columns[2]!.firstNotNumber!.text).toBe('ERR 7');
  });
  test('of the OpenDocument kind, written by odfpy (see test/data/make-ods.py)', async () => {
    const { unpacked, columns, record } = await read(file('loop3.ods'), 'loop3.ods');
    expect(unpacked.parts).toEqual(['Warm-up']);
    expect(columns).toEqual([
      [0, 0.5, 1],
      [18.4, 0.1 + 0.2, NaN],
    ]);
    expect(record.columns[1]!.missing).toBe(1);
  });
  test('opens at the first sheet that holds cells', async () =>
    expect((await read(file('loop3.xlsx'), 'loop3.xlsx')).unpacked.part).toBe('Sweep'));
  test('a sheet that is not there is refused', () =>
    expect(read(file('loop3.xlsx'), 'loop3.xlsx', 'Nope')).rejects.toMatchObject({ code: 'FILE_NO_PARTS' }));
  test('a broken one is refused with a sentence', () =>
    expect(read(file('loop3.xlsx').slice(0, 3000), 'loop3.xlsx')).rejects.toMatchObject({ code: 'FILE_DAMAGED' }));
  test('an old or locked one is told from a binary file', () =>
    expect(() => delimited.guess(Uint8Array.of(0xd0, 0xcf, 0x11, 0xe0, 0xa1), 'old.xls')).toThrow(
      'locked by a password',
    ));
});

test('Parquet, written by the Rust implementation (npm parquet-wasm, Snappy): doubles come back to the last bit', async () => {
  const { columns, preview } = await read(file('loop3.parquet'), 'loop3.parquet');
  expect(preview.columns.map((c) => c.name)).toEqual(['t', 'Q', 'n']);
  expect(columns).toEqual([
    [0, 0.5, 1, 1.5],
    [60, 0.1 + 0.2, NaN, 1e-300],
    [2900, 2901, -5, 2903],
  ]);
});

describe('HDF5, written by h5py (see test/data/make-hdf5.py)', () => {
  test('sets of one group and length are a table; units, titles, fill values and words are kept', async () => {
    const { unpacked, preview, columns, record } = await read(file('loop3.h5'), 'loop3.h5');
    expect(unpacked.parts).toEqual(['sweep · 4 rows', '/ · 3 rows', '/ · 2 rows']);
    expect(preview.columns.map((c) => [c.name, c.type, c.unit])).toEqual([
      ['Q', 'number', 'L/min'],
      ['n', 'number', 'rpm'],
      ['raw', 'number', 'kPa'],
      ['Elapsed time', 'number', 's'],
      ['valve', 'category', ''],
    ]);
    expect(columns.slice(0, 4)).toEqual([
      [60, 0.1 + 0.2, NaN, 1e-300],
      [2900, 2901, -5, 2903],
      [105, 110, NaN, 120],
      [0, 0.5, 1, 1.5],
    ]);
    expect(record.columns[4]!.labels).toEqual(['open', 'shut']);
    expect(record.properties).toEqual([
      { key: 'rig', value: 'Loop 3' },
      { key: 'operator', value: 'night shift' },
    ]);
  });
  test('two dimensions give several columns, compound sets their fields', async () => {
    expect((await read(file('loop3.h5'), 'loop3.h5', '/ · 3 rows')).columns).toEqual([
      [1, 3, 5],
      [2, 4, 6],
    ]);
    const pairs = await read(file('loop3.h5'), 'loop3.h5', '/ · 2 rows');
    expect([pairs.preview.columns.map((c) => c.name), pairs.columns]).toEqual([
      ['pairs x', 'pairs k'],
      [
        [0.1, 0.2],
        [7, 8],
      ],
    ]);
  });
});

// Written by netCDF4 (see test/data/make-netcdf.py) with attributes of the CF conventions.
test.each([
  ['loop3-classic.nc', 'netcdf'],
  ['loop3-4.nc', 'hdf5'],
])('%s: packed values, fill values and times since a date are unpacked', async (name, kind) => {
  const { container, preview, columns, record } = await read(file(name), name);
  expect(container.kind).toBe(kind);
  const at = (wanted: string) => preview.columns.findIndex((c) => c.name === wanted);
  expect(columns[at('time')]).toEqual([0, 0.5, 1]);
  expect(record.columns[at('time')]!.origin).toBe('2026-11-03T10:12:00');
  expect(columns[at('Water temperature')]).toEqual([18.5, NaN, 19.25]);
  expect(preview.columns[at('Water temperature')]!.unit).toBe('degC');
  expect([columns[at('p 1')], columns[at('p 2')]]).toEqual([
    [100, 102, 104],
    [101, 103, 105],
  ]);
  expect(preview.timeColumn).toBe(at('time'));
});

describe('Arrow', () => {
  test('a stream, written by the Rust implementation (npm parquet-wasm), gives the numbers of the Parquet file', async () => {
    const [stream, parquet] = [
      await read(file('loop3.arrows'), 'loop3.arrows'),
      await read(file('loop3.parquet'), 'loop3.parquet'),
    ];
    expect([stream.container.kind, stream.columns]).toEqual(['arrow', parquet.columns]);
  });
  test('a file with moments in microseconds, flags and units, written by apache-arrow', async () => {
    const { Bool, Field, Float64, makeData, RecordBatch, Schema, Struct, Table, tableToIPC, TimestampMicrosecond } =
      await import('apache-arrow');
    const fields = [
      new Field('When', new TimestampMicrosecond(), true),
      new Field('p', new Float64(), true, new Map([['unit', 'kPa']])),
      new Field('on', new Bool(), true),
    ];
    const children = [
      makeData({ type: new TimestampMicrosecond(), data: BigInt64Array.of(1467038416400001n, 1467038416500001n) }),
      makeData({ type: new Float64(), data: Float64Array.of(0.1, 1 / 3) }),
      makeData({ type: new Bool(), data: Uint8Array.of(0b10), length: 2 }),
    ];
    const schema = new Schema(fields);
    const batch = new RecordBatch(schema, makeData({ type: new Struct(fields), length: 2, children }));
    const { preview, columns, record } = await read(tableToIPC(new Table(schema, [batch]), 'file'), 'x.arrow');
    expect(columns).toEqual([
      [0, 0.1],
      [0.1, 1 / 3],
      [0, 1],
    ]);
    expect(preview.columns[1]!.unit).toBe('kPa');
    expect(record.columns[0]!.origin).toBe('2016-06-27T14:40:16.400001');
  });
});

describe('a text file of several blocks', () => {
  const block = (title: string, rows: string[]) => `${title}\nx,p\nmm,Pa\n${rows.join('\n')}\n\n`;
  const text = `Rig: Loop 3\n\n${block('Tapping row: upper', ['0,1', '10,2', '20,4'])}${block('Tapping row: lower', ['0,-1', '10,-2'])}`;
  test('is one run with a channel of the blocks, or one of them', async () => {
    const { unpacked, preview, columns, record } = await read(strToU8(text), 'taps.txt');
    expect(unpacked.parts).toEqual([
      'all blocks in one run',
      'Tapping row: upper',
      'Tapping row: lower',
      'the file as one table',
    ]);
    expect(preview.columns.map((c) => [c.name, c.unit])).toEqual([
      ['Tapping row', ''],
      ['x', 'mm'],
      ['p', 'Pa'],
    ]);
    expect(columns).toEqual([
      [0, 0, 0, 1, 1],
      [0, 10, 20, 0, 10],
      [1, 2, 4, -1, -2],
    ]);
    expect(record.columns[0]!.labels).toEqual(['upper', 'lower']);
    expect((await read(strToU8(text), 'taps.txt', 'Tapping row: lower')).columns).toEqual([
      [0, 10],
      [-1, -2],
    ]);
  });
  test('of different headings opens at the first; together, what a block lacks is missing', async () => {
    const mixed = '[Zone A]\nx;p\n0;1,5\n1;2,5\n[Zone B]\nx;T\n0;18,0\n1;19,0\n';
    expect((await read(strToU8(mixed), 'z.txt')).unpacked.part).toBe('Zone A');
    const { preview, columns } = await read(strToU8(mixed), 'z.txt', 'all blocks in one run');
    expect(preview.columns.map((c) => c.name)).toEqual(['Block', 'x', 'p', 'T']);
    expect(columns.slice(2)).toEqual([
      [1.5, 2.5, NaN, NaN],
      [NaN, NaN, 18, 19],
    ]);
  });
  test.each([
    ['a log with stray words', 't,p\n0,1\n1,2\npause\n2,3\n3,4\n'],
    ['a log with remarks between rows', '# rig\nt p\n0 1\n1 2\n# pump off\n2 3\n3 4\n'],
  ])('%s is one table', (_, log) => expect(containerOf(strToU8(log), 'log.txt')).toBeUndefined());
});

describe('JSON', () => {
  const bytes = (text: string): Uint8Array => strToU8(text);
  test('an array of records and one record a line give the same, a field that lacks is missing', async () => {
    const records = [
      { t: 0, Q: 0.1 + 0.2, ok: true },
      { t: 1, ok: false },
      { t: 2, Q: -1.5e-7, ok: true },
    ];
    const array = await read(bytes(JSON.stringify(records)), 'log.json');
    const lines = await read(bytes(records.map((r) => JSON.stringify(r)).join('\n')), 'log.jsonl');
    expect(array.columns).toEqual([
      [0, 1, 2],
      [0.1 + 0.2, NaN, -1.5e-7],
      [1, 0, 1],
    ]);
    expect(lines.columns).toEqual(array.columns);
  });
  test.each([
    ['broken.json', '[{"t": 0},', 'JSON'],
    ['numbers.json', '[1, 2]', 'no array of records'],
    ['lines.jsonl', '{"t": 0}\n{oops}\n', 'line 2'],
    ['empty.json', '[]', 'no record'],
  ])('%s is refused', (name, text, sentence) => expect(read(bytes(text), name)).rejects.toThrow(sentence));
});

describe('archives', () => {
  const log = 'Time [s],p [kPa]\n0,1\n1,2\n';
  test('gzip by zlib, in many pieces', async () => {
    const long = log + Array.from({ length: 100_000 }, (_, i) => `${i + 2},${i / 7}`).join('\n');
    const { unpacked, columns } = await read(new Uint8Array(gzipSync(long)), 'log.csv.gz');
    expect([unpacked.part, columns[0]!.length]).toEqual(['log.csv', 100_002]);
  });
  test('a zip gives its files, without folders and what desktops add', async () => {
    const bytes = zipSync({
      'runs/a.csv': strToU8(log),
      'runs/b.csv': strToU8('x\n7\n'),
      '__MACOSX/._a': strToU8('junk'),
      'runs/.hidden': strToU8(''),
    });
    const first = await read(bytes, 'runs.zip');
    expect(first.unpacked.parts).toEqual(['runs/a.csv', 'runs/b.csv']);
    expect(first.columns).toEqual([
      [0, 1],
      [1, 2],
    ]);
    expect((await read(bytes, 'runs.zip', 'runs/b.csv')).columns).toEqual([[7]]);
  });
  test('a path that climbs out is a name like any other: nothing is written under it', async () =>
    expect((await read(zipSync({ '../../evil.csv': strToU8(log) }), 'x.zip')).columns[1]).toEqual([1, 2]));
  test.each([
    ['a gzip cut short', new Uint8Array(gzipSync(log.repeat(5000))).slice(0, 40), 'log.gz', 'FILE_DAMAGED'],
    ['a zip cut short', zipSync({ 'a.csv': strToU8(log) }).slice(0, 60), 'x.zip', 'FILE_DAMAGED'],
    ['a zip of nothing', zipSync({ 'empty/': new Uint8Array(0) }), 'x.zip', 'FILE_NO_PARTS'],
  ])('%s is refused', (_, bytes, name, code) => expect(read(bytes, name)).rejects.toMatchObject({ code }));
  test('a file that unpacks to far more than its size is stopped on the way', () => {
    const bomb = new Uint8Array(gzipSync(Buffer.alloc(32 * 2 ** 20)));
    expect(bomb.length).toBeLessThan(40_000);
    expect(() => gunzip(bomb, 'bomb.gz', 2 ** 20)).toThrow('unpacks to more than 1 MiB');
  });
});

test.each([
  ['log.csv', 't,p\n0,1\n'],
  ['notes.txt', '{ not json }'],
])('%s is plain text', (name, text) => expect(containerOf(strToU8(text), name)).toBeUndefined());
