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
  const { layout } = delimited.guess(unpacked.text, name);
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
} // prettier-ignore

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
    expect(columns).toEqual([[0, 0.5, 1], [18.4, 0.1 + 0.2, NaN]]); // prettier-ignore
    expect(record.columns[1]!.missing).toBe(1);
  });
  test('opens at the first sheet that holds cells', async () =>
    expect((await read(file('loop3.xlsx'), 'loop3.xlsx')).unpacked.part).toBe('Sweep'));
  test('a sheet that is not there is refused', () =>
    expect(read(file('loop3.xlsx'), 'loop3.xlsx', 'Nope')).rejects.toMatchObject({ code: 'FILE_NO_PARTS' }));
  test('a broken one is refused with a sentence', () =>
    expect(read(file('loop3.xlsx').slice(0, 3000), 'loop3.xlsx')).rejects.toMatchObject({ code: 'FILE_DAMAGED' }));
  test('an old or locked one is told from a binary file', () =>
    expect(() => delimited.guess(Uint8Array.of(0xd0, 0xcf, 0x11, 0xe0, 0xa1), 'old.xls')).toThrow('locked by a password'));
}); // prettier-ignore

test('Parquet, written by the Rust implementation (npm parquet-wasm, Snappy): doubles come back to the last bit', async () => {
  const { columns, preview } = await read(file('loop3.parquet'), 'loop3.parquet');
  expect(preview.columns.map((c) => c.name)).toEqual(['t', 'Q', 'n']);
  expect(columns).toEqual([
    [0, 0.5, 1, 1.5],
    [60, 0.1 + 0.2, NaN, 1e-300],
    [2900, 2901, -5, 2903],
  ]);
});

describe('JSON', () => {
  const bytes = (text: string): Uint8Array => strToU8(text);
  test('an array of records and one record a line give the same, a field that lacks is missing', async () => {
    const records = [{ t: 0, Q: 0.1 + 0.2, ok: true }, { t: 1, ok: false }, { t: 2, Q: -1.5e-7, ok: true }]; // prettier-ignore
    const array = await read(bytes(JSON.stringify(records)), 'log.json');
    const lines = await read(bytes(records.map((r) => JSON.stringify(r)).join('\n')), 'log.jsonl');
    expect(array.columns).toEqual([[0, 1, 2], [0.1 + 0.2, NaN, -1.5e-7], [1, 0, 1]]); // prettier-ignore
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
    const bytes = zipSync({ 'runs/a.csv': strToU8(log), 'runs/b.csv': strToU8('x\n7\n'), '__MACOSX/._a': strToU8('junk'), 'runs/.hidden': strToU8('') }); // prettier-ignore
    const first = await read(bytes, 'runs.zip');
    expect(first.unpacked.parts).toEqual(['runs/a.csv', 'runs/b.csv']);
    expect(first.columns).toEqual([[0, 1], [1, 2]]); // prettier-ignore
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
