/** What HTTP promises, kept by every route: statuses, methods, media types, states, parameters that are not known. */
import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals';
import type { CampaignReply, ConditionRow, RunReply, UploadReply } from '@undameter/contract';
import { addRun, column, startHere, type ServerHere } from './inProcess';

jest.setTimeout(60_000);
let server: ServerHere;
let runId: number;
beforeAll(async () => {
  server = await startHere();
  await server.ask('/campaigns', { name: 'Pump', question: 'What head?' });
  runId = await addRun(server.db, 1, 'Sweep', {
    t: { unit: 's', values: column(20, (i) => i) },
    Q: { unit: 'L/min', values: column(20, (i) => 10 + i) },
  });
});
afterAll(() => server.close());

type Body = string | Blob | FormData;
interface Refusal {
  code: string;
  message: string;
}
async function request(
  method: string,
  path: string,
  body?: Body,
  headers: Record<string, string> = {},
): Promise<{ status: number; headers: Headers; text: string; body: Refusal }> {
  const reply = await fetch(`${server.address}/api${path}`, {
    method,
    ...(body === undefined ? {} : { body }),
    headers,
  });
  const text = await reply.text();
  const isJson = text !== '' && reply.headers.get('content-type')?.startsWith('application/json');
  return {
    status: reply.status,
    headers: reply.headers,
    text,
    body: isJson ? (JSON.parse(text) as Refusal) : (undefined as never),
  };
}
const json = { 'content-type': 'application/json' };
const condition = (name: string) => ({
  name,
  limits: [{ kind: 'between', symbol: 'Q', low: 1, high: null, unit: 'L/min' }],
});
const create = async (name: string) => server.ask<ConditionRow>('/campaigns/1/conditions', condition(name));

describe('what is created', () => {
  test('answers 201 with its address, where it is found', async () => {
    const made = await create('Open');
    expect([made.status, made.headers.get('location')]).toEqual([201, `/api/conditions/${made.body.id}`]);
    const found = await server.ask<ConditionRow>(`/conditions/${made.body.id}`);
    expect(found).toMatchObject({ status: 200, body: made.body });
  });
  test('answers 204 and no word when it is deleted, and 404 from then on', async () => {
    const { body } = await create('For a while');
    const gone = await request('DELETE', `/conditions/${body.id}`);
    expect([gone.status, gone.text]).toEqual([204, '']);
    expect((await request('GET', `/conditions/${body.id}`)).status).toBe(404);
    expect((await request('DELETE', `/conditions/${body.id}`)).status).toBe(404);
  });
});

describe('a method that an address does not have', () => {
  test('is refused with 405, and those that it has are named', async () => {
    const { status, headers, body } = await request('PATCH', '/conditions/1', '{}', json);
    expect([status, headers.get('allow'), body.code]).toEqual([405, 'DELETE, GET, PUT', 'METHOD_UNKNOWN']);
    expect(body.message).toBe('PATCH is not possible at /api/conditions/1. Possible there: DELETE, GET, PUT.');
    expect((await request('GET', '/uploads')).headers.get('allow')).toBe('POST');
  });
  test('is not confused with an address that there is not', async () => {
    expect((await request('PATCH', '/nowhere', '{}', json)).status).toBe(404);
    expect((await request('HEAD', '/campaigns')).status).toBe(200);
  });
});

describe('the media type of a body', () => {
  test('that is not JSON is refused with 415, and the one that is taken is named', async () => {
    const { status, body } = await request('POST', '/campaigns', 'name=a', { 'content-type': 'text/plain' });
    expect([status, body.code]).toEqual([415, 'MEDIA_TYPE_UNKNOWN']);
    expect(body.message).toBe('"text/plain" is not taken here. Send the body as application/json.');
  });
  const csv = 'Time,Flow\n0,1.5\n1,1.7\n';
  test.each(['text/csv', 'application/octet-stream', 'application/vnd.ms-excel'])(
    'of a file may be %s',
    async (type) => {
      const { status, text } = await request('POST', '/uploads?name=a.csv', csv, { 'content-type': type });
      expect([status, (JSON.parse(text) as UploadReply).name]).toEqual([201, 'a.csv']);
    },
  );
  test('may be a form, which carries the name of the file', async () => {
    const form = new FormData();
    form.set('file', new Blob([csv]), 'from a form.csv');
    const { status, text } = await request('POST', '/uploads', form);
    const sent = JSON.parse(text) as UploadReply;
    expect([status, sent.name, sent.bytes]).toEqual([201, 'from a form.csv', csv.length]);
    const again = await server.ask<UploadReply>(`/uploads/${sent.uploadId}`);
    expect(again.body).toEqual(sent);
  });
  test('a form without a file, a file without a name and no file at all are told apart', async () => {
    const form = new FormData();
    const code = async (path: string, body?: Body) => (await request('POST', path, body)).body.code;
    expect(await code('/uploads?name=a.csv', form)).toBe('UPLOAD_NO_FILE');
    expect(await code('/uploads?name=a.csv')).toBe('UPLOAD_NO_FILE');
    expect(await code('/uploads', new Blob([csv]))).toBe('UPLOAD_NO_NAME');
  });
  test('a form with a file beyond the limit is refused as the plain file is', async () => {
    const form = new FormData();
    form.set('file', new Blob([new Uint8Array(2 ** 20 + 1)]), 'large.csv');
    const { status, body } = await request('POST', '/uploads', form);
    expect([status, body.code]).toEqual([413, 'UPLOAD_TOO_LARGE']);
  });
});

describe('a parameter that is not known', () => {
  test.each(['/campaigns?limit=3', '/campaigns/1?deep=1', '/about?x'])('is refused at %s', async (path) => {
    const { status, body } = await request('GET', path);
    expect([status, body.code]).toEqual([422, 'REQUEST_INVALID']);
    expect(body.message).toMatch(/"(limit|deep|x)"/);
  });
});

describe('a change that carries the state it was made on', () => {
  const put = (id: number, name: string, match?: string) =>
    request('PUT', `/conditions/${id}`, JSON.stringify(condition(name)), match ? { ...json, 'if-match': match } : json);
  test('is made while that is the state, and refused with 412 once it is not', async () => {
    const { body, headers } = await create('Watched');
    const first = headers.get('etag')!;
    const changed = await put(body.id, 'Watched 2', first);
    expect([changed.status, changed.headers.get('etag') === first]).toEqual([200, false]);
    const late = await put(body.id, 'Watched 3', first);
    expect([late.status, late.body.code]).toEqual([412, 'ETAG_STALE']);
    expect(late.body.message).toContain(changed.headers.get('etag'));
    expect((await server.ask<ConditionRow>(`/conditions/${body.id}`)).body.name).toBe('Watched 2');
    expect((await put(body.id, 'Watched 4', `"other", ${changed.headers.get('etag')}`)).status).toBe(200);
    expect((await put(body.id, 'Watched 5', '*')).status).toBe(200);
    expect((await put(body.id, 'Watched 6')).status).toBe(200);
  });
  test('deletes only what was seen', async () => {
    const { body } = await create('Seen');
    expect((await request('DELETE', `/conditions/${body.id}`, undefined, { 'if-match': '"old"' })).status).toBe(412);
    expect((await request('GET', `/conditions/${body.id}`)).status).toBe(200);
  });
  test('holds for a run and its campaign too', async () => {
    for (const path of [`/runs/${runId}`, '/campaigns/1']) {
      const etag = (await request('GET', path)).headers.get('etag')!;
      const rename = (match: string) =>
        request('PUT', path, JSON.stringify({ name: 'Anew' }), { ...json, 'if-match': match });
      expect((await rename(etag)).status).toBe(200);
      expect((await rename(etag)).status).toBe(412);
    }
  });
});

describe('what a change may have altered', () => {
  const touched = async (...given: Parameters<typeof request>) =>
    (await request(...given)).headers.get('undameter-touched');
  const json = { 'content-type': 'application/json' };
  test('is named with the change, of one run where it was one', async () => {
    const path = `/runs/${runId}`;
    expect(await touched('PUT', path, '{"name":"Sweep"}', json)).toMatch(
      new RegExp(`^runs, campaigns, .*bench/${runId}, points/${runId}, fits`),
    );
    expect(await touched('POST', '/campaigns/1/conditions', '{"name":"low","limits":[]}', json)).toBe(
      'conditions, campaigns, tables, bench, points, fits, comparisons, findings, drawings, living',
    );
  });
  test('is named with a refusal too, since another may have changed it', async () => {
    expect(await touched('DELETE', '/fits/4711')).toBe('fits, campaigns, comparisons, findings, drawings, living');
  });
  test('is nothing where a body only asks', async () => {
    expect(await touched('POST', `/runs/${runId}/bench`, '{}', json)).toBeNull();
    const asked = { runIds: [runId], steps: [], how: 'append', channels: [], carriesUncertainty: false };
    const apply = (save: boolean) =>
      touched('POST', '/campaigns/1/procedures/apply', JSON.stringify({ ...asked, save }), json);
    expect(await apply(false)).toBeNull();
    expect(await apply(true)).toMatch(/^runs, .*bench, points/);
  });
});

describe('what a change leaves out', () => {
  test('stays as it is: the question of a campaign, the uncertainty of a channel', async () => {
    expect((await server.ask<CampaignReply>('/campaigns/1', { name: 'Pump 2' }, 'PUT')).body).toMatchObject({
      name: 'Pump 2',
      question: 'What head?',
    });
    const channel = { symbol: 'Q', name: 'Flow', unit: 'L/min' };
    const uncertainty = { kind: 'reading', percent: 1, statedAs: 'twice' };
    await server.ask(`/runs/${runId}/channels/Q`, { ...channel, uncertainty }, 'PUT');
    const { body } = await server.ask<RunReply>(`/runs/${runId}/channels/Q`, channel, 'PUT');
    expect(body.declared.find(({ symbol }) => symbol === 'Q')!.uncertainty).toEqual(uncertainty);
  });
});

describe('a value that is none of a list', () => {
  test('is refused with what is possible', async () => {
    const fit = { name: 'a', runId, x: 't', y: 'Q', conditionIds: [], settings: { degree: 1 }, choices: {} };
    const wrong = { ...fit, data: 'points', weights: 'none', model: 'polynomial' };
    const { body } = await server.ask<Refusal>('/campaigns/1/fits', wrong);
    expect(body.message).toContain('body.data must be "samples" or "operatingPoints"');
    const others = { window: 5, order: 2, symbol: 'Q_s', name: 'Flow, smoothed' };
    const step = {
      id: 'a',
      kind: 'smooth',
      version: 1,
      on: true,
      settings: { channel: 'Q', method: 'magic', ...others },
    };
    const refused = await server.ask<Refusal>(`/runs/${runId}/procedure`, { steps: [step], version: 0 }, 'PUT');
    expect(refused.body.message).toMatch(/"Method" must be "savitzkyGolay" or "movingAverage" or/);
  });
});
