/** Small parts of the server, each by itself: limits, locks, settings, refusals. */
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { text } from 'node:stream/consumers';
import { gunzipSync, gzipSync } from 'node:zlib';
import { afterAll, describe, expect, test } from '@jest/globals';
import { AppError, type Preview } from '@undameter/core';
import { asJson, checkedJson } from '../src/checkReplies';
import { readConfig } from '../src/config';
import { asAppError, replyOf } from '../src/errors';
import { sentFile } from '../src/http/fileBodies';
import { refusedWrite } from '../src/intake/refusedWrite';
import { settingsOf } from '../src/intake/settingsOf';
import { upTo } from '../src/intake/upTo';
import { lockDirectory } from '../src/store/lock';
import { allOf, oneOf, uniquely, unused } from '../src/store/one';
import { SqlError } from '../src/store/pg/SqlError';
import { openFile, previewFile } from '../src/threads/openFile';
import { piecesOf } from '../src/threads/piecesOf';
import { attempt, reading, readings } from '../src/threads/toReply';
import { unpackFile } from '../src/threads/unpackFile';
import { writeFileOf } from '../src/threads/writeFileOf';

const folder = mkdtempSync(join(tmpdir(), 'undameter-units-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const root = join(import.meta.dirname, '..', '..');
const code = (expected: string) => expect.objectContaining({ code: expected }) as never;

describe('what is sent', () => {
  const pieces = async function* () {
    yield Buffer.from('abc');
    yield Buffer.from('def');
  };
  const taken = async (limit: number, refusal?: () => AppError): Promise<string> => {
    let all = '';
    for await (const piece of upTo(limit, pieces(), refusal)) all += piece.toString();
    return all;
  };
  test('is taken up to its limit, and refused once it is all there', async () => {
    expect(await taken(6)).toBe('abcdef');
    await expect(taken(5)).rejects.toEqual(code('UPLOAD_TOO_LARGE'));
    await expect(taken(2, () => new AppError('FILE_EMPTY', { name: 'a' }))).rejects.toEqual(code('FILE_EMPTY'));
  });
  const sent = (name: string | undefined, body: unknown) =>
    sentFile({ query: { ...(name === undefined ? {} : { name }) }, body, isMultipart: () => false } as never);
  test('has a name without folders, and is a file', async () => {
    const bytes = Readable.from(['a']);
    const names = await Promise.all(['C:\\logs\\a.csv', '/tmp/a b.csv', 'a.csv'].map((name) => sent(name, bytes)));
    expect(names.map((file) => file.name)).toEqual(['a.csv', 'a b.csv', 'a.csv']);
    expect(names[0]!.bytes).toBe(bytes);
    await expect(sent('a.csv', {})).rejects.toEqual(code('UPLOAD_NO_FILE'));
    await expect(sent(undefined, bytes)).rejects.toEqual(code('UPLOAD_NO_NAME'));
  });
});

describe('settings from the environment', () => {
  test('have defaults, and listen on this machine only', () => {
    expect(readConfig({}, [], root)).toMatchObject({
      host: '127.0.0.1',
      port: 4780,
      dataDirectory: join(root, 'data'),
      uploadLimitBytes: 2048 * 2 ** 20,
      demo: false,
      checksReplies: false,
      webDirectory: join(root, 'web', 'dist'),
    });
    expect(readConfig({}, [], root).version).toMatch(/^\d+\.\d+\.\d+/);
  });
  test('are taken where they are given', () => {
    const given = { PORT: '0', UNDAMETER_DATA: '/d', UNDAMETER_UPLOAD_LIMIT_MIB: '2', UNDAMETER_CHECK_REPLIES: '1' };
    expect(readConfig(given, ['--demo', '--api-only'], root)).toMatchObject({
      port: 0,
      dataDirectory: '/d',
      uploadLimitBytes: 2 ** 21,
      demo: true,
      checksReplies: true,
      webDirectory: undefined,
    });
  });
  test.each([
    [{ PORT: 'x' }, 'PORT is "x"'],
    [{ PORT: '65536' }, 'PORT is "65536"'],
    [{ PORT: '-1' }, 'PORT is "-1"'],
    [{ UNDAMETER_UPLOAD_LIMIT_MIB: '0' }, 'UNDAMETER_UPLOAD_LIMIT_MIB'],
  ])('%j is refused', (given, sentence) => expect(() => readConfig(given, [], root)).toThrow(sentence));
});

describe('a data directory', () => {
  test('belongs to one process at a time; a lock of one that is gone is taken over', () => {
    const unlock = lockDirectory(folder);
    expect(() => lockDirectory(folder)).toThrow(code('STORE_LOCKED'));
    unlock();
    const path = join(folder, 'undameter.lock');
    expect(existsSync(path)).toBe(false);
    for (const left of ['{"pid":999999,"processStart":"1","boot":"another"}', '{']) {
      writeFileSync(path, left);
      lockDirectory(folder)();
      expect(existsSync(path)).toBe(false);
    }
  });
  test('is given back by its holder only', () => {
    const unlock = lockDirectory(folder);
    const path = join(folder, 'undameter.lock');
    writeFileSync(path, '{"pid":1,"processStart":"","boot":""}');
    unlock();
    expect(existsSync(path)).toBe(true);
    rmSync(path);
  });
});

describe('errors', () => {
  const none = () => undefined;
  test('of ours keep what they are, with the status of their kind', () => {
    const ours = new AppError('NOT_FOUND', { what: 'fit', id: '3' });
    expect(asAppError(ours, none)).toBe(ours);
    expect(replyOf(ours)).toMatchObject({ status: 404, body: { code: 'NOT_FOUND' } });
    expect(replyOf(new AppError('NAME_TAKEN', { what: 'fit', name: 'a' })).status).toBe(409);
    expect(replyOf(new AppError('UPLOAD_TOO_LARGE', { limitBytes: 1 })).status).toBe(413);
    expect(replyOf(new AppError('HOST_REFUSED', { header: 'Host', value: 'x' })).status).toBe(403);
  });
  test('of a schema name the field, and one that is not known', () => {
    const invalid = (more: object) =>
      asAppError({ validationContext: 'body', message: 'm', ...more } as never, none).message;
    expect(invalid({ validation: [{ instancePath: '/limits/0/unit', message: 'must be string' }] })).toContain(
      'body.limits.0.unit must be string',
    );
    const unknown = { instancePath: '', message: 'must NOT have more', params: { additionalProperty: 'extra' } };
    expect(invalid({ validation: [unknown] })).toContain('("extra")');
  });
  test('of the way here are refusals; a computation that was ended is told as that', () => {
    const kind = (error: object) => asAppError(error, none).code;
    expect(kind({ statusCode: 415, message: 'Unsupported Media Type' })).toBe('REQUEST_INVALID');
    expect(kind({ code: 'FST_REQ_FILE_TOO_LARGE' })).toBe('UPLOAD_TOO_LARGE');
    expect(kind(Object.assign(new Error('x'), { name: 'AbortError' }))).toBe('CANCELLED');
  });
  test('that nobody foresaw get a reference that the log has too, and say nothing else', () => {
    const log: [string, unknown][] = [];
    const fault = new TypeError('secret');
    const error = asAppError(fault, (reference, cause) => log.push([reference, cause]));
    expect(log).toEqual([[expect.stringMatching(/^[0-9a-f]{8}$/), fault]]);
    expect(error.message).toContain(log[0]![0]);
    expect(error.message).not.toContain('secret');
  });
  test('of the file system that a person can mend are told', () => {
    expect(refusedWrite(Object.assign(new Error('full'), { code: 'ENOSPC' }))).toEqual(code('STORE_WRITE_REFUSED'));
    const other = Object.assign(new Error('x'), { code: 'ENOENT' });
    expect(refusedWrite(other)).toBe(other);
  });
  test('of the store are ours where a name, a row or what refers to it is meant', async () => {
    expect(oneOf([7], 'fit', 1)).toBe(7);
    expect(() => oneOf([], 'fit', 1)).toThrow(code('NOT_FOUND'));
    expect(() => allOf([{ id: 1 }, { id: 2 }], 'run', [2, 1, 2])).not.toThrow();
    expect(() => allOf([{ id: 1 }], 'run', [1, 3])).toThrow(/3/);
    const refused = (sql: string) => Promise.reject(new SqlError({ message: 'm', code: sql, constraint: undefined }));
    await expect(uniquely('fit', 'a', refused('23505'))).rejects.toEqual(code('NAME_TAKEN'));
    await expect(uniquely('fit', 'a', refused('23503'))).rejects.toEqual(code('23503'));
    await expect(unused('fit', 'a comparison', refused('23503'))).rejects.toEqual(code('STILL_USED'));
    await expect(unused('fit', 'a comparison', refused('23505'))).rejects.toEqual(code('23505'));
    expect(await uniquely('fit', 'a', Promise.resolve(5))).toBe(5);
  });
});

describe('replies', () => {
  test('have null for what is no number', () => {
    expect([1, NaN, Infinity, -Infinity].map(reading)).toEqual([1, null, null, null]);
    expect(readings(Float64Array.of(2, NaN))).toEqual([2, null]);
  });
  test('hold what could be computed, or why not; faults are thrown on', () => {
    expect(attempt(() => 3)).toEqual({ value: 3, problem: null });
    const refuse = (): never => {
      throw new AppError('JOIN_WITH_ITSELF', {});
    };
    expect(attempt(refuse)).toMatchObject({ value: undefined, problem: { code: 'JOIN_WITH_ITSELF' } });
    const fault = (): never => {
      throw new TypeError('x');
    };
    expect(() => attempt(fault)).toThrow(TypeError);
  });
  test('are held against their schema only where that is wanted', () => {
    const schema = { type: 'object', properties: { a: { type: 'number' } }, additionalProperties: false };
    const of = { schema, method: 'GET', url: '/x', httpStatus: '200' } as never;
    expect(asJson(of)({ a: 'x' })).toBe('{"a":"x"}');
    expect(checkedJson(of)({ a: 1, b: undefined })).toBe('{"a":1}');
    expect(() => checkedJson(of)({ a: 'x' })).toThrow(
      'The reply of GET /x is not what its schema says: /a must be number',
    );
  });
});

describe('a file that is opened', () => {
  const put = (name: string, content: string | Buffer): string => {
    const path = join(folder, name);
    writeFileSync(path, content);
    return path;
  };
  const log = 'Time [s],p [kPa]\n0,1\n1,2\n';
  const target = join(folder, 'text');
  test('as text is taken as it stands', async () => {
    const path = put('a.csv', log);
    const opened = await openFile({ path, name: 'a.csv', parts: [], target });
    expect(opened).toMatchObject({ levels: [], textPath: path, textBytes: log.length });
    expect(opened.preview.columns.map((c) => c.symbol)).toEqual(['t', 'p']);
    expect(previewFile({ path, name: 'a.csv', layout: opened.layout }).whole).toBe(true);
  });
  test('packed is unpacked level by level, also one in another', async () => {
    const twice = put('a.csv.gz.gz', gzipSync(gzipSync(log)));
    const { levels } = await unpackFile({ path: twice, name: 'a.csv.gz.gz', parts: [], target });
    expect(levels.map((l) => [l.title, l.part])).toEqual([
      ['gzip', 'a.csv.gz'],
      ['gzip', 'a.csv'],
    ]);
    expect(readFileSync(target, 'utf8')).toBe(log);
  });
  test('deeper than four levels it stays packed: that is nobody’s log', async () => {
    let bytes: Buffer = Buffer.from(log);
    for (let k = 0; k < 5; k++) bytes = gzipSync(bytes);
    const deep = put('deep.gz', bytes);
    const { levels } = await unpackFile({ path: deep, name: 'deep.gz', parts: [], target });
    expect(levels).toHaveLength(4);
    expect(gunzipSync(readFileSync(target)).toString()).toBe(log);
  });
  test('a table of records is the end of the way, read as its format says', async () => {
    const path = put('a.json', '[{"t":0,"p":1},{"t":1,"p":2}]');
    const { levels, given } = await unpackFile({ path, name: 'a.json', parts: [], target });
    expect(levels).toHaveLength(1);
    expect(given).toBeDefined();
    const opened = await openFile({ path, name: 'a.json', parts: [], target });
    expect(opened.textPath).toBe(target);
    expect(opened.preview.columns.map((c) => c.name)).toEqual(['t', 'p']);
  });
  test('is written by the format that is asked for', async () => {
    const values = Float64Array.of(1, NaN);
    const run = { name: 'r', channels: [{ symbol: 'p', name: 'p', unit: 'kPa', values }] };
    expect(await text(await piecesOf((port) => writeFileOf({ run, kind: 'csv', port })))).toBe('p [kPa]\r\n1\r\n\r\n');
  });
  test('is written only as far as somebody reads, and a refusal comes before the first piece', async () => {
    let pieces = 0;
    const values = new Float64Array(100_000);
    const run = { name: 'r', channels: [{ symbol: 'p', name: 'p', unit: 'kPa', values }] };
    let written: Promise<void> | undefined;
    const stream = await piecesOf((port) => (written = writeFileOf({ run, kind: 'csv', port })));
    for await (const _ of stream) if (++pieces === 3) break;
    await written;
    expect(pieces).toBe(3);
    const rows = { ...run, channels: [{ ...run.channels[0]!, values: new Float64Array(2 ** 20 + 1) }] };
    await expect(piecesOf((port) => writeFileOf({ run: rows, kind: 'xlsx', port }))).rejects.toEqual(
      code('TOO_LARGE_FOR_FORMAT'),
    );
  });
});

test('a run is read again with the settings that it was read with, column by column', () => {
  const column = (index: number, name: string) => ({
    index,
    name,
    symbol: name,
    unit: '',
    reading: { index, reads: 'number' },
  });
  const preview = { columns: [column(0, 't'), column(1, 'p'), column(2, 'q')] } as unknown as Preview;
  const declared = (symbol: string, index: number | null) => ({
    symbol,
    name: symbol.toUpperCase(),
    unit: 'kPa',
    reading: index === null ? null : { index, reads: 'number' },
  });
  const run = {
    id: 7,
    name: 'sweep',
    kind: 'measured',
    along: 'time',
    declared: [declared('time', 0), declared('p_d', 2), declared('joined', null)],
  };
  expect(settingsOf(run as never, preview)).toMatchObject({
    runId: 7,
    runName: 'sweep',
    along: 0,
    choices: [
      { index: 0, keep: true, symbol: 'time', name: 'TIME' },
      { index: 1, keep: false, symbol: 'p' },
      { index: 2, keep: true, symbol: 'p_d', unit: 'kPa' },
    ],
  });
  expect(settingsOf({ ...run, along: null } as never, preview).along).toBeNull();
});
