/** A file on its way in and out again, in one process: sent, understood, corrected, imported, read again, exported. */
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals';
import type { JobReply, RunReply, SavedLayoutRow, TableFileReply, TracesReply, UploadReply } from '@undameter/contract';
import { asUnderstood } from '../../scripts/testing/importBuilt';
import { startHere, type ServerHere } from './inProcess';

jest.setTimeout(120_000);
let server: ServerHere;
let campaign = 0;
const ask = <T>(path: string, body?: object, method?: string) => server.ask<T>(path, body, method);
const log =
  'Time [s],p [kPa],Valve\n' +
  Array.from({ length: 40 }, (_, i) => `${i},${100 + i},${i < 20 ? 'open' : 'shut'}`).join('\n');

beforeAll(async () => {
  server = await startHere();
  campaign = (await ask<{ id: number }>('/campaigns', { name: 'Pump', question: '' })).body.id;
});
afterAll(() => server.close());

const send = (name: string, content: string | Uint8Array<ArrayBuffer>) =>
  ask<UploadReply>(`/uploads?name=${encodeURIComponent(name)}`, new Blob([content]));
const ended = async (jobId: string): Promise<JobReply> => {
  for (;;) {
    const { body } = await ask<JobReply>(`/imports/${jobId}`);
    if (body.state !== 'running') return body;
    await new Promise((resolve) => setTimeout(resolve, 10));
  }
};
async function imported(name: string, content: string, over: object = {}): Promise<number> {
  const { body: waiting } = await send(name, content);
  const { body } = await ask<JobReply>(`/uploads/${waiting.uploadId}/import`, {
    ...asUnderstood(waiting, campaign),
    ...over,
  });
  const job = await ended(body.jobId);
  expect(job.error).toBeNull();
  return job.runId!;
}
const waitingFiles = () => readdirSync(join(server.data, 'waiting'));
const values = async (runId: number, symbol: string) => {
  const body = { symbols: [symbol], from: null, to: null, pixels: 100 };
  return (await ask<TracesReply>(`/runs/${runId}/traces`, body)).body.traces[0]!.y;
};

describe('a file', () => {
  test('is understood, and becomes a run with its words and its account', async () => {
    const { body: waiting } = await send('sweep.csv', log);
    expect(waiting).toMatchObject({ name: 'sweep.csv', bytes: log.length, levels: [], recognised: null, again: null });
    expect(waiting.preview.columns.map((c) => [c.symbol, c.unit, c.type])).toEqual([
      ['t', 's', 'number'],
      ['p', 'kPa', 'number'],
      ['Valve', '', 'category'],
    ]);
    expect(waitingFiles()).toEqual([waiting.uploadId]);
    const runId = await imported('first.csv', log);
    const { body: run } = await ask<RunReply>(`/runs/${runId}`);
    expect(run).toMatchObject({ samples: 40, along: 't', fileBytes: log.length, record: { linesRead: 41, rows: 40 } });
    expect(run.declared.find((c) => c.symbol === 'Valve')!.labels).toEqual(['open', 'shut']);
    expect((await values(runId, 'p'))[3]).toBe(103);
    await ask(`/uploads/${waiting.uploadId}`, undefined, 'DELETE');
    expect(waitingFiles()).toEqual([]);
  });
  test('of more than one block comes in whole, with its progress', async () => {
    const rows = 150_000;
    const long = 'Time [s],p [kPa]\n' + Array.from({ length: rows }, (_, i) => `${i},${i % 7}`).join('\n');
    const { body: waiting } = await ask<UploadReply>('/uploads?name=long.csv', new Blob([long]));
    expect(waiting).toMatchObject({ code: 'UPLOAD_TOO_LARGE' });
    const part = long.slice(0, long.lastIndexOf('\n', 1_040_000));
    const runId = await imported('long.csv', part);
    const { body: run } = await ask<RunReply>(`/runs/${runId}`);
    expect(run.samples).toBe(part.split('\n').length - 1);
    expect(run.samples).toBeGreaterThan(65_536);
  });
  test('is read by another layout before it is imported', async () => {
    const { body: waiting } = await send('comma.csv', 'a;b\n1,5;2\n2,5;3\n');
    const { body } = await ask<{ preview: UploadReply['preview'] }>(`/uploads/${waiting.uploadId}/preview`, {
      layout: { ...waiting.layout, delimiter: ',', decimal: '.' },
    });
    expect(body.preview.columns.map((c) => c.name)).not.toEqual(waiting.preview.columns.map((c) => c.name));
    expect(await ask('/uploads/' + 'a'.repeat(32) + '/preview', { layout: waiting.layout })).toMatchObject({
      status: 404,
      body: { code: 'UPLOAD_MISSING' },
    });
  });
  test('that is packed is opened, and a part of it can be chosen', async () => {
    const packed = new Uint8Array(gzipSync(log));
    const { body } = await send('sweep.csv.gz', packed);
    expect(body.levels).toMatchObject([{ title: 'gzip', part: 'sweep.csv' }]);
    expect(body.preview.columns).toHaveLength(3);
    const again = await ask<UploadReply>(`/uploads/${body.uploadId}/part`, { parts: ['sweep.csv'] });
    expect(again.body.levels[0]!.part).toBe('sweep.csv');
    expect(await ask(`/uploads/${body.uploadId}/part`, { parts: [] })).toMatchObject({ status: 422 });
  });
  test.each([
    ['empty.csv', '', 'is empty'],
    ['picture.csv', '\u0000\u0001', 'is not text'],
  ])('%s is refused, and nothing of it waits', async (name, content, sentence) => {
    const before = waitingFiles();
    const reply = await send(name, content);
    expect([reply.status, (reply.body as unknown as { message: string }).message]).toEqual([
      422,
      expect.stringContaining(sentence),
    ]);
    expect(waitingFiles()).toEqual(before);
  });
});

describe('an import', () => {
  const column = { reading: { index: 0, reads: 'number' }, name: 'a', symbol: 'a', unit: '' };
  test.each([
    ['a symbol twice', { columns: [column, { ...column, name: 'b' }], along: null }, 'SYMBOL_TAKEN'],
    ['no symbol', { columns: [{ ...column, symbol: '2a' }], along: null }, 'SYMBOL_INVALID'],
    ['an unknown unit', { columns: [{ ...column, unit: 'wat' }], along: null }, 'UNIT_UNKNOWN'],
    ['an order that is not kept', { columns: [column], along: 1 }, 'FILE_TIME_COLUMN'],
    ['a name that is taken', { name: 'first.csv' }, 'NAME_TAKEN'],
    ['a campaign that is not there', { campaignId: 999 }, 'NOT_FOUND'],
    ['a run to replace that is not there', { replaceRunId: 999 }, 'NOT_FOUND'],
  ])('with %s is refused, and the file waits on', async (_, over, code) => {
    const { body: waiting } = await send('bad.csv', log);
    const body = { ...asUnderstood(waiting, campaign), ...over };
    expect((await ask<{ code: string }>(`/uploads/${waiting.uploadId}/import`, body)).body.code).toBe(code);
    expect(waitingFiles()).toContain(waiting.uploadId);
    await ask(`/uploads/${waiting.uploadId}`, undefined, 'DELETE');
  });
  test('that is cancelled leaves nothing', async () => {
    const { body: waiting } = await send('stop.csv', log);
    const { body } = await ask<JobReply>(`/uploads/${waiting.uploadId}/import`, asUnderstood(waiting, campaign));
    await ask(`/imports/${body.jobId}`, undefined, 'DELETE');
    const job = await ended(body.jobId);
    if (job.state === 'done') await ask(`/runs/${job.runId}`, undefined, 'DELETE');
    else expect(job).toMatchObject({ runId: null, error: { code: 'CANCELLED' } });
    const { body: pump } = await ask<{ runRows: { name: string }[] }>(`/campaigns/${campaign}`);
    expect(pump.runRows.map((r) => r.name)).not.toContain('stop.csv');
    expect(await ask('/imports/' + 'b'.repeat(32))).toMatchObject({ status: 404 });
  });
});

describe('a layout that is remembered', () => {
  test('reads the next file of the rig, and is forgotten', async () => {
    const { body: waiting } = await send('one.csv', log);
    const columns = waiting.preview.columns.map((c) => ({
      heading: c.name,
      unitFound: c.unit,
      choice: {
        index: c.index,
        keep: true,
        name: c.name,
        symbol: c.symbol === 'p' ? 'p_d' : c.symbol,
        unit: c.unit,
        reading: c.reading,
      },
    }));
    const { body: saved } = await ask<SavedLayoutRow>('/layouts', {
      name: 'Loop 3',
      layout: waiting.layout,
      along: 0,
      columns,
    });
    const { body: next } = await send('two.csv', log);
    expect(next.recognised).toMatchObject({ id: saved.id, name: 'Loop 3', differences: [] });
    expect(next.recognised!.choices.map((c) => c.symbol)).toEqual(['t', 'p_d', 'Valve']);
    const { body: other } = await send('other.csv', 'x,y\n1,2\n');
    expect(other.recognised).toBeNull();
    expect((await ask<SavedLayoutRow[]>('/layouts')).body).toHaveLength(1);
    await ask(`/layouts/${saved.id}`, undefined, 'DELETE');
    expect(await ask(`/layouts/${saved.id}`, undefined, 'DELETE')).toMatchObject({ status: 404 });
  });
});

test('a run is read again from its kept original, with the settings that it was read with', async () => {
  const runId = await imported('again.csv', log);
  const { body: opened } = await ask<UploadReply>(`/runs/${runId}/reopen`, undefined, 'POST');
  expect(opened.again).toMatchObject({ runId, runName: 'again.csv', along: 0 });
  const body = {
    ...asUnderstood(opened, campaign),
    columns: asUnderstood(opened, campaign).columns.slice(0, 2),
    replaceRunId: runId,
  };
  const { body: job } = await ask<JobReply>(`/uploads/${opened.uploadId}/import`, body);
  await ended(job.jobId);
  expect((await ask<RunReply>(`/runs/${runId}`)).body).toMatchObject({ name: 'again.csv', channels: 2, samples: 40 });
  expect(await ask('/runs/999/reopen', undefined, 'POST')).toMatchObject({ status: 404 });
});

describe('on its way out', () => {
  test('a run is written in the format that is asked for', async () => {
    const runId = await imported('out.csv', log);
    const get = (query: string) => fetch(`${server.address}/api/runs/${runId}/export?${query}`);
    const csv = await get('which=logged&symbols=t,Valve&from=18&to=21');
    expect(csv.headers.get('content-disposition')).toBe('attachment; filename="out-csv-logged.csv"');
    expect(await csv.text()).toBe('Time [s],Valve\r\n18,open\r\n19,open\r\n20,shut\r\n21,shut\r\n');
    expect(((await (await get('which=kept&format=json')).json()) as object[])[0]).toMatchObject({ 'p [kPa]': 100 });
    expect(await (await get('which=kept&format=wav')).json()).toMatchObject({ code: 'FORMAT_UNKNOWN' });
    expect((await get('which=sideways')).status).toBe(422);
  });
  describe('a table that was taken out comes in again', () => {
    const grid = {
      ...{ isShared: false, symbol: 'rho_mix', name: 'Density', xName: 'Temperature', xUnit: '°C', yUnit: 'kg/m^3' },
      ...{ source: 'made up, page 3', method: 'linear', xScale: 'plain', yScale: 'plain', outside: 'refuse' },
      ...{ uncertainty: null, notes: '', x: [20, 40.5], y: [1.25, 2.5, 3.75, 1.125, 2.25, 3.0625] },
      second: { name: 'Pressure', unit: 'bar', method: 'linear', scale: 'plain', w: [1, 2.5, 10], isScattered: false },
    };
    let id = 0;
    beforeAll(async () => {
      const campaigns = await ask<{ id: number }>('/campaigns', { name: 'Tables out', question: '' });
      id = (await ask<{ id: number }>(`/campaigns/${campaigns.body.id}/tables`, grid)).body.id;
    });
    const back = async (query: string, name: string) => {
      const file = await fetch(`${server.address}/api/tables/${id}/export?${query}`);
      expect(file.status).toBe(200);
      return (await ask<TableFileReply>(`/table-files?name=${name}`, await file.blob())).body;
    };
    test.each(['csv', 'xlsx', 'json', 'parquet', 'hdf5'])('as a grid in %s', async (format) => {
      const found = (await back(`format=${format}`, `t.${format === 'hdf5' ? 'h5' : format}`)).grid;
      expect(found).toMatchObject({
        ...{ down: { name: 'Temperature', unit: '°C', values: grid.x }, value: { name: 'Density', unit: 'kg/m^3' } },
        ...{ across: { name: 'Pressure', unit: 'bar', values: grid.second.w }, cells: grid.y, doubt: '' },
      });
    });
    test.each(['csv', 'xlsx'])('with a row for each knot in %s', async (format) => {
      const { grid: none, columns } = await back(`format=${format}&form=long`, `t.${format}`);
      expect(none).toBeNull();
      expect(columns.map((c) => [c.name, c.unit])).toEqual([
        ['Temperature', '°C'],
        ['Pressure', 'bar'],
        ['Density', expect.stringMatching(/^kg\/m(\^3|³)$/)],
      ]);
      expect(columns[1]!.values).toEqual([1, 2.5, 10, 1, 2.5, 10]);
      expect(columns[2]!.values).toEqual(grid.y);
    });
    test('a format that is not written is refused', async () => {
      const reply = await fetch(`${server.address}/api/tables/${id}/export?format=wav`);
      expect(await reply.json()).toMatchObject({ code: 'FORMAT_UNKNOWN' });
      expect((await fetch(`${server.address}/api/tables/999/export`)).status).toBe(404);
    });
  });
  test('a grid is not warned of its headings; what else is doubtful of it stays, and one that is too long is columns', async () => {
    const read = async (text: string) => (await ask<TableFileReply>('/table-files?name=g.csv', new Blob([text]))).body;
    const grid = await read('Temperature (°C),1 bar,2 bar,5 bar\n20,1.5,2.5,3.5\n40,1.7,2.7,3.7\n');
    expect(grid.grid).toMatchObject({ across: { values: [1, 2, 5] }, doubt: '' });
    expect(grid.doubts.join()).not.toContain('Most headings are numbers');
    const rows = Array.from({ length: 5001 }, (_, k) => `${k + 10},1,2,3`).join('\n');
    expect(await read(`Temperature (°C),1 bar,2 bar,5 bar\n${rows}\n`)).toMatchObject({
      ...{ grid: null, doubts: expect.arrayContaining([expect.stringContaining('Most headings are numbers')]) },
    });
  });
  test('the columns of a small file are read for a table', async () => {
    const { body } = await ask<TableFileReply>('/table-files?name=t.csv', new Blob(['T [°C],rho\n0,999.8\n10,x\n']));
    expect(body).toMatchObject({
      name: 't.csv',
      columns: [{ name: 'T', unit: '°C', values: [0, 10] }, { values: [999.8, null] }],
      ...{ grid: null, source: '' },
    });
  });
});
