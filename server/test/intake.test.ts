/** Files in files, runs read again, continued and joined, and every way out, over the API of the built server. */
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { connect } from 'node:net';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals';
import type { BenchReply, CampaignRow, OffsetReply, QualityReply, RunReply, UploadReply } from '@undameter/contract';
import { strToU8, zipSync } from 'fflate';
import { asUnderstood, importWaiting, uploadTo } from '../../scripts/testing/importBuilt';
import {
  askBuilt,
  newDataDirectory,
  removeDataDirectory,
  startBuilt,
  type Built,
} from '../../scripts/testing/startBuilt';

jest.setTimeout(120_000);
const data = newDataDirectory();
let server: Built;
let campaignId = 0;
const ask = <T>(path: string, body?: unknown, method?: string) => askBuilt<T>(server, path, body, method);
const runOf = async (id: number) => (await ask<RunReply>(`/runs/${id}`)).body;

beforeAll(async () => {
  server = await startBuilt(data);
  campaignId = (await ask<CampaignRow>('/campaigns', { name: 'Loop 3', question: '' })).body.id;
});
afterAll(async () => {
  await server.stop();
  removeDataDirectory(data);
});

async function imported(name: string, content: string | Uint8Array<ArrayBuffer>): Promise<number> {
  const { body, status } = await uploadTo(server, name, content);
  expect([status, (body as { message?: string }).message]).toEqual([201, undefined]);
  return importWaiting(server, body, asUnderstood(body, campaignId));
}

async function until(met: () => boolean): Promise<void> {
  while (!met()) await new Promise((resolve) => setTimeout(resolve, 20));
}

/** All logged samples of some channels. */
async function columnsOf(runId: number, ...symbols: string[]): Promise<number[][]> {
  const reply = await fetch(`${server.address}/api/runs/${runId}/export?which=logged&symbols=${symbols.join()}`);
  const rows = (await reply.text()).trimEnd().split('\r\n').slice(1);
  const cells = rows.map((row) => row.split(',').map((cell) => (cell === '' ? NaN : Number(cell))));
  return symbols.map((_, k) => cells.map((row) => row[k]!));
}

const book = readFileSync(join(import.meta.dirname, '..', '..', 'formats', 'test', 'data', 'loop3.xlsx'));

describe('containers in containers', () => {
  test('a sheet of a workbook in a zip, chosen level by level', async () => {
    const zip = zipSync({ 'monday/loop3.xlsx': new Uint8Array(book), 'monday/notes.csv': strToU8('a,b\n1,2\n') });
    const { body } = await uploadTo(server, 'week.zip', zip as Uint8Array<ArrayBuffer>);
    expect(body.levels.map((l) => [l.title, l.part])).toEqual([
      ['zip archive', 'monday/loop3.xlsx'],
      ['spreadsheet', 'Sweep'],
    ]);
    const choose = (parts: string[]) => ask<UploadReply>(`/uploads/${body.uploadId}/part`, { parts });
    expect((await choose(['monday/notes.csv'])).body.preview.columns.map((c) => c.name)).toEqual(['a', 'b']);
    const other = (await choose(['monday/loop3.xlsx', 'Pulsation'])).body;
    expect(other.preview.columns.map((c) => c.unit)).toEqual(['s', 'kPa']);
    const runId = await importWaiting(server, other, asUnderstood(other, campaignId));
    expect((await runOf(runId)).parts).toEqual(['monday/loop3.xlsx', 'Pulsation']);
  });
  test('blocks in a gzip: each can be a run of its own, the file waits until the last', async () => {
    const text = '[upper]\nx,p\n0,1\n1,2\n\n[lower]\nx,p\n0,3\n1,4\n';
    const { body } = await uploadTo(server, 'taps.txt.gz', new Uint8Array(gzipSync(text)));
    const blocks = body.levels.at(-1)!;
    expect(blocks.each).toEqual(['upper', 'lower']);
    for (const part of blocks.each) {
      const one = await ask<UploadReply>(`/uploads/${body.uploadId}/part`, { parts: [body.levels[0]!.part, part] });
      const keepUpload = part === 'upper';
      await importWaiting(server, one.body, { ...asUnderstood(one.body, campaignId), name: part, keepUpload });
    }
    expect(readdirSync(join(data, 'waiting'))).toEqual([]);
  });
});

describe('a run read again from its kept original', () => {
  const text = 'Time [s],p [kPa],Valve\n0,101,open\n1,-9999,shut\n2,103,open\n3,104,open\n';
  let runId = 0;
  beforeAll(async () => {
    runId = await imported('again.csv', text);
    const steps = [
      { id: 'a', kind: 'trim', version: 1, settings: { channel: 't', from: 0.5, to: 9, unit: 's' }, on: true },
    ];
    await ask(`/runs/${runId}/procedure`, { steps, version: 0 }, 'PUT');
  });
  test('offers the settings that it was read with, and keeps procedure and name under new ones', async () => {
    const { body } = await ask<UploadReply>(`/runs/${runId}/reopen`, undefined, 'POST');
    expect(body.again).toMatchObject({ runId, runName: 'again.csv', along: 0, layout: { missing: ['-9999'] } });
    const columns = body.again!.choices.map(({ reading, name, symbol, unit }) => ({ reading, name, symbol, unit }));
    columns[1] = { ...columns[1]!, symbol: 'p_d', unit: 'bar' };
    const { missing: _, ...layout } = body.layout;
    const again = await importWaiting(server, body, {
      ...asUnderstood(body, campaignId),
      layout,
      columns,
      replaceRunId: runId,
    });
    expect(again).toBe(runId);
    const run = await runOf(runId);
    expect(run).toMatchObject({ name: 'again.csv', samples: 4, procedureVersion: 1 });
    expect(run.procedure).toHaveLength(1);
    // Missing no more by the new layout; the old procedure keeps 1, 2 and 3 s.
    expect(await columnsOf(runId, 'p_d')).toEqual([[101, -9999, 103, 104]]);
    expect((await ask<BenchReply>(`/runs/${runId}/bench`, {})).body.kept).toBe(3);
    expect(run.declared.map((c) => [c.symbol, c.unit])).toEqual([
      ['t', 's'],
      ['p_d', 'bar'],
      ['Valve', ''],
    ]);
  });
  test('an import that fails leaves the run as it was', async () => {
    const { body } = await ask<UploadReply>(`/runs/${runId}/reopen`, undefined, 'POST');
    const wrong = {
      ...asUnderstood(body, campaignId),
      layout: { ...body.layout, firstDataLine: 90 },
      replaceRunId: runId,
    };
    await expect(importWaiting(server, body, wrong)).rejects.toThrow('no row of numbers');
    expect(await columnsOf(runId, 'p_d')).toEqual([[101, -9999, 103, 104]]);
    await ask(`/uploads/${body.uploadId}`, undefined, 'DELETE');
  });
  test('words of a category pick samples in a condition, and nothing can be computed with them', async () => {
    const open = { name: 'open', limits: [{ kind: 'words', symbol: 'Valve', words: ['open'] }] };
    await ask(`/campaigns/${campaignId}/conditions`, open);
    const { body } = await ask<BenchReply>(`/runs/${runId}/bench`, {});
    expect(body.conditions[0]).toMatchObject({ samples: 2, problem: null });
    expect(body.channels.find((c) => c.symbol === 'Valve')!.labels).toEqual(['open', 'shut']);
    const formula = await ask<{ message: string }>(`/runs/${runId}/formula`, {
      formula: 'Valve * 2',
      unit: '',
      before: 0,
    });
    expect(JSON.stringify(formula.body)).toContain('holds words, not numbers');
  });
  test('an uncertainty is declared, and carried to the board; a unit is converted by a step', async () => {
    const put = (uncertainty: unknown) =>
      ask<{ message: string }>(
        `/runs/${runId}/channels/p_d`,
        { symbol: 'p_d', name: 'p', unit: 'kPa', uncertainty },
        'PUT',
      );
    expect((await put({ kind: 'channel', symbol: 'p_d', statedAs: 'standard' })).body.message).toContain(
      'its own uncertainty',
    );
    expect((await put({ kind: 'fullScale', percent: 1, fullScale: 200, statedAs: 'limits' })).status).toBe(200);
    const steps = [{ id: 'c', kind: 'convertUnit', version: 1, settings: { channel: 'p_d', unit: 'Pa' }, on: true }];
    const { body } = await ask<BenchReply>(`/runs/${runId}/bench`, { steps });
    const row = body.channels.find((c) => c.symbol === 'p_d')!;
    // 1 % of 200 kPa as limits: 2000 Pa over the root of 3.
    expect(row.uncertainty).toBeCloseTo(2000 / Math.sqrt(3), 9);
    expect([row.unit, row.highest]).toEqual(['Pa', 104_000]);
  });
});

describe('two runs', () => {
  test('rows of a further file come below, time going on, units and words in those of the run', async () => {
    const runId = await imported('first.csv', 'Time [s],p [kPa],Valve\n0,100,open\n1,101,shut\n');
    const otherRunId = await imported('second.csv', 'Time [min],p [bar],Valve\n0,1.02,half\n0.5,1.03,open\n');
    const matches = ['t', 'p', 'Valve'].map((symbol) => ({ symbol, from: symbol }));
    const { body } = await ask<RunReply>(`/runs/${runId}/continue`, { otherRunId, matches, times: 'follow' });
    expect(body).toMatchObject({
      samples: 4,
      sources: [{ how: 'continued', runName: 'second.csv', count: 2, shift: 2 }],
    });
    const [t, p] = await columnsOf(runId, 't', 'p');
    expect(t).toEqual([0, 1, 2, 32]);
    p!.forEach((v, i) => expect(v).toBeCloseTo([100, 101, 102, 103][i]!, 9));
    expect(body.declared[2]!.labels).toEqual(['open', 'shut', 'half']);
    expect(await ask(`/runs/${runId}/continue`, { otherRunId: runId, matches, times: 'follow' })).toMatchObject({
      status: 422,
      body: { code: 'JOIN_WITH_ITSELF' },
    });
  });

  test('a second log comes in at the offset that cross-correlation finds', async () => {
    const pulse = (t: number): number => Math.exp(-(((t - 30) / 4) ** 2)) + 0.4 * Math.exp(-(((t - 55) / 3) ** 2));
    const rows = (n: number, step: number, of: (t: number) => number) =>
      Array.from({ length: n }, (_, i) => `${(i * step).toFixed(2)},${of(i * step)}`).join('\n');
    const runId = await imported('rig.csv', `Time [s],n [rpm]\n${rows(800, 0.1, (t) => 1000 * pulse(t))}`);
    // The second logger was started 7 s later, and counts from its own start.
    const otherRunId = await imported('vibration.csv', `Time [s],a [mm/s]\n${rows(300, 0.2, (t) => 5 + pulse(t + 7))}`);
    const { body: found } = await ask<OffsetReply>(`/runs/${runId}/offset`, {
      otherRunId,
      symbol: 'n',
      otherSymbol: 'a',
    });
    expect(found.offset).toBeCloseTo(7, 1);
    expect(found.correlation).toBeGreaterThan(0.99);
    expect(found.byClock).toBeNull();
    const channels = [{ from: 'a', symbol: 'a', name: 'Vibration' }];
    const asked = { otherRunId, offset: 7, rate: 1e-9, method: 'linear', channels };
    const { body } = await ask<RunReply>(`/runs/${runId}/join`, asked);
    const source = { how: 'joined', count: 1, shift: 7, rate: 1e-9 };
    expect(body).toMatchObject({ samples: 800, channels: 3, sources: [source] });
    const [a, n] = await columnsOf(runId, 'a', 'n');
    // Before 7 s and from 66.8 s on the second logger was silent.
    expect([a![69], a![70], a![790]]).toEqual([NaN, expect.closeTo(5 + pulse(7), 6), NaN]);
    expect(a!.indexOf(Math.max(...a!.filter((v) => v === v)))).toBe(n!.indexOf(Math.max(...n!)));
    const twice = await ask(`/runs/${runId}/join`, { otherRunId, offset: 0, method: 'hold', channels });
    expect(twice).toMatchObject({ status: 422, body: { code: 'SYMBOL_TAKEN' } });
    const { body: quality } = await ask<QualityReply>(`/runs/${runId}/quality`);
    expect(quality.map((c) => c.symbol)).toEqual(['t', 'n', 'a']);
    expect(quality[2]!.picture.missing[0]).toBe(1);
  });
});

describe('the ways out', () => {
  test.each(['csv', 'xlsx', 'parquet', 'hdf5', 'json'])('%s comes back to the same numbers', async (format) => {
    const runId = await imported(
      `out-${format}.csv`,
      'Time [s],Flow [L/min],Valve\n0,60.1,open\n0.1,0.30000000000000004,\n0.2,,shut\n',
    );
    const reply = await fetch(`${server.address}/api/runs/${runId}/export?which=logged&format=${format}`);
    expect(reply.status).toBe(200);
    const name = /filename="([^"]+)"/.exec(reply.headers.get('content-disposition')!)![1]!;
    const again = await imported(name, new Uint8Array(await reply.arrayBuffer()));
    expect(await columnsOf(again, 't', 'Q')).toEqual(await columnsOf(runId, 't', 'Q'));
    const words = async (id: number) => (await runOf(id)).declared.find((c) => c.name === 'Valve')!.labels;
    expect(await words(again)).toEqual(await words(runId));
  });
  test('a stretch, some channels, an unknown format', async () => {
    const runId = await imported('stretch.csv', 'Time [s],a,b\n0,1,5\n1,2,6\n2,3,7\n');
    const get = (query: string) => fetch(`${server.address}/api/runs/${runId}/export?which=logged&${query}`);
    expect(await (await get('symbols=t,b&from=0.5&to=1.5')).text()).toBe('Time [s],b\r\n1,6\r\n');
    const unknown = await get('format=docx');
    expect([unknown.status, ((await unknown.json()) as { message: string }).message]).toEqual([
      422,
      expect.stringContaining('Choose one of csv, xlsx'),
    ]);
  });
  test('the record of an import is a file with its lines', async () => {
    const runId = await imported('record.csv', '# Operator: late shift\nTime [s],p\n0,1\n1,ERR\n2,3\n');
    const account = (await (await fetch(`${server.address}/api/runs/${runId}/record`)).json()) as {
      record: RunReply['record'];
    };
    expect(account.record).toMatchObject({ rows: 3, properties: [{ key: 'Operator', value: 'late shift' }] });
    expect(account.record!.columns[1]).toMatchObject({ notNumber: 1, notNumberLines: [4] });
  });
});

describe('hostile files', () => {
  test('10,000 columns: the first 2,000 are proposed, and more are refused with a sentence', async () => {
    const wide = Array.from({ length: 3 }, (_, r) =>
      Array.from({ length: 10_000 }, (_, i) => (r === 0 ? `c${i}` : r * i)).join(','),
    ).join('\n');
    const { body } = await uploadTo(server, 'wide.csv', wide);
    expect(body.preview.doubts[0]).toContain('10000 columns');
    const proposed = asUnderstood(body, campaignId);
    expect(proposed.columns).toHaveLength(2000);
    const all = {
      ...proposed,
      columns: body.preview.columns.map(({ reading, name, symbol, unit }) => ({ reading, name, symbol, unit })),
    };
    const refused = await ask<{ message: string }>(`/uploads/${body.uploadId}/import`, all);
    expect([refused.status, refused.body.message]).toEqual([422, expect.stringContaining('Leave some of them out')]);
    expect((await runOf(await importWaiting(server, body, proposed))).channels).toBe(2000);
  });
  test('a line of 100 MB is refused, and nothing of it stays', async () => {
    const long = Buffer.concat([Buffer.from('a,b\n1,2\n'), Buffer.alloc(100_000_000, 'x'), Buffer.from('\n3,4\n')]);
    const { body } = await uploadTo(server, 'long-line.csv', new Uint8Array(long));
    await expect(importWaiting(server, body, asUnderstood(body, campaignId))).rejects.toThrow(
      'Line 3 of "long-line.csv" is longer',
    );
    expect(
      (await ask<{ runRows: { name: string }[] }>(`/campaigns/${campaignId}`)).body.runRows.map((r) => r.name),
    ).not.toContain('long-line.csv');
  });
  test('mixed line ends, and a zero byte deep in the file', async () => {
    expect(await columnsOf(await imported('mixed.csv', 't,p\r\n0,1\n1,2\r2,3\r\n3,4\n\r\n4,5'), 'p')).toEqual([
      [1, 2, 3, 4, 5],
    ]);
    const rows = Array.from({ length: 150_000 }, (_, i) => `${i},${i}`).join('\n');
    const run = await runOf(await imported('zero.csv', `t,p\n${rows}\n150000,\0\n150001,5\n`));
    expect(run.record!.columns[1]).toMatchObject({ notNumber: 1, firstNotNumber: { line: 150_002, text: '␀' } });
    expect(run.samples).toBe(150_002);
  });
  test('two time columns of one heading are two channels, and the doubt is said', async () => {
    const { body } = await uploadTo(server, 'twice.csv', 'Time [s],Time [s],p\n0,5,1\n1,6,2\n');
    expect(body.preview.doubts.join()).toContain('stands over more than one column');
    expect(body.preview.columns.map((c) => c.symbol)).toEqual(['t', 't_2', 'p']);
    expect(body.preview.timeColumn).toBe(0);
  });
  test('a name that climbs out of the folder is a name like any other', async () => {
    const runId = await imported('../../../etc/evil.csv', 'a,b\n1,2\n');
    expect((await runOf(runId)).fileName).toBe('evil.csv');
    expect(existsSync(join(data, '..', 'evil.csv'))).toBe(false);
  });
  test('a file that ends before it was said to leaves nothing behind', async () => {
    const before = readdirSync(join(data, 'waiting'));
    const { hostname, port } = new URL(server.address);
    const sending = connect(Number(port), hostname);
    sending.write(
      `POST /api/uploads?name=cut.csv HTTP/1.1\r\nHost: ${hostname}:${port}\r\nContent-Type: application/octet-stream\r\nContent-Length: 1000\r\n\r\na,b\n1,2\n`,
    );
    await until(() => readdirSync(join(data, 'waiting')).length > before.length);
    sending.destroy();
    await until(() => readdirSync(join(data, 'waiting')).length === before.length);
  });
  test('a file that was changed and sent again is another original, and leaves the first run alone', async () => {
    // The server reads its own copy, so a change while it reads cannot reach it.
    const first = await imported('changing.csv', 'a,b\n1,2\n');
    const second = await imported('changing 2.csv', 'a,b\n1,3\n');
    expect((await runOf(first)).fileSha256).not.toBe((await runOf(second)).fileSha256);
    expect(await columnsOf(first, 'b')).toEqual([[2]]);
  });
});

test('killed in the middle of reading again: the run is whole, and nothing half is left', async () => {
  const row = '0.125,1.25,2.5,3.75\n';
  const runId = await imported('long.csv', 'a,b,c,d\n' + row.repeat(120_000));
  const { body } = await ask<UploadReply>(`/runs/${runId}/reopen`, undefined, 'POST');
  await ask(`/uploads/${body.uploadId}/import`, { ...asUnderstood(body, campaignId), replaceRunId: runId });
  await server.stop('SIGKILL');
  server = await startBuilt(data);
  expect(await runOf(runId)).toMatchObject({ samples: 120_000 });
  expect((await columnsOf(runId, 'a'))[0]!.every((v) => v === 0.125)).toBe(true);
  expect(existsSync(join(data, 'waiting')) ? readdirSync(join(data, 'waiting')) : []).toEqual([]);
  const { body: again } = await ask<UploadReply>(`/runs/${runId}/reopen`, undefined, 'POST');
  expect(await importWaiting(server, again, { ...asUnderstood(again, campaignId), replaceRunId: runId })).toBe(runId);
});
