/** The one way to the server: what is sent, what comes back, and what a person is told when it does not. */
import { afterEach, describe, expect, test } from '@jest/globals';
import { ApiError, ask, takeTouched, withFile } from './api';
import { queries } from './queries';
import { addressOf, places } from '../app/places';
import type { CampaignReply } from '@undameter/contract';

type Sent = { url: string; how: RequestInit };
const original = globalThis.fetch;
afterEach(() => {
  globalThis.fetch = original;
});
/** Answers every question with one reply, and keeps what was asked. */
function answering(reply: Response | Error): Sent[] {
  const sent: Sent[] = [];
  globalThis.fetch = (url, how) => {
    sent.push({ url: String(url), how: how ?? {} });
    return reply instanceof Error ? Promise.reject(reply) : Promise.resolve(reply);
  };
  return sent;
}
const json = (body: unknown, status = 200) => new Response(JSON.stringify(body), { status });

describe('a question', () => {
  test('without a body is a GET, with one a POST of JSON, unless told otherwise', async () => {
    const sent = answering(json({ id: 1 }));
    expect(await ask('/runs/1')).toEqual({ id: 1 });
    const posted = answering(json({}));
    await ask('/runs/1/bench', { body: { steps: [] } });
    const put = answering(json({}));
    await ask('/runs/1', { method: 'PUT', body: { name: 'a' } });
    expect(sent[0]).toMatchObject({ url: '/api/runs/1', how: { method: 'GET' } });
    expect(posted[0]!.how).toMatchObject({
      method: 'POST',
      body: '{"steps":[]}',
      headers: { 'content-type': 'application/json' },
    });
    expect(put[0]!.how.method).toBe('PUT');
  });
  test('a file goes as it is, to an address with its name', async () => {
    const sent = answering(json({}));
    const file = new File(['a,b'], 'log 1&2.csv');
    await ask(withFile('/uploads', file), { body: file });
    expect(sent[0]!.url).toBe('/api/uploads?name=log%201%262.csv');
    expect(sent[0]!.how).toMatchObject({ body: file, headers: { 'content-type': 'application/octet-stream' } });
  });
});

test('what changes may have altered is handed over once, with refusals too', async () => {
  const naming = (touched: string, status: number) =>
    new Response('{"code":"X","message":"No."}', { status, headers: { 'undameter-touched': touched } });
  takeTouched();
  answering(naming('fits, campaigns', 200));
  await ask('/fits/1', { method: 'PUT', body: {} });
  answering(naming('findings', 404));
  await expect(ask('/findings/1', { method: 'DELETE' })).rejects.toThrow('No.');
  answering(json({}));
  await ask('/runs/1');
  expect(takeTouched()).toBe('fits, campaigns, findings');
  expect(takeTouched()).toBe('');
});

describe('what is refused', () => {
  test('comes as the sentence of the server, with its code', async () => {
    answering(json({ code: 'NAME_TAKEN', message: 'There is one already.', facts: {} }, 409));
    const refused = ask('/campaigns', { body: {} });
    await expect(refused).rejects.toBeInstanceOf(ApiError);
    await expect(refused).rejects.toMatchObject({
      message: 'There is one already.',
      status: 409,
      report: { code: 'NAME_TAKEN' },
    });
  });
  test.each([
    ['a reply that is no report', new Response('<html>', { status: 502 })],
    ['no reply', new TypeError('failed to fetch')],
  ])('%s is a server that does not answer', async (_, reply) => {
    answering(reply);
    await expect(ask('/campaigns')).rejects.toMatchObject({ status: 0, report: { code: 'UNREACHABLE' } });
  });
  test('a question that was given up is no failure of the server', async () => {
    answering(Object.assign(new Error('given up'), { name: 'AbortError' }));
    const given = new AbortController();
    given.abort();
    await expect(ask('/campaigns', { signal: given.signal })).rejects.toThrow('given up');
  });
});

describe('what the screens ask', () => {
  type Question = { queryKey: readonly unknown[]; queryFn?: unknown };
  const window = { symbols: ['p'], from: null, to: 9 };
  test.each([
    [queries.campaign(3), ['/campaigns/3']],
    [queries.run(7), ['/runs/7']],
    [queries.bench(7), ['/runs/7/bench', {}]],
    [queries.bench(7, []), ['/runs/7/bench', { steps: [] }]],
    [queries.traces(7, { ...window, pixels: 90 }), ['/runs/7/traces', { ...window, pixels: 90 }]],
    [queries.conditions(3), ['/campaigns/3/conditions']],
    [queries.points(7), ['/runs/7/operating-points', { conditionIds: [], symbols: [] }]],
    [queries.fitResult(5), ['/fits/5/result']],
    [queries.comparisonResult(5), ['/comparisons/5/result']],
    [queries.tableUses(4), ['/tables/4/uses']],
    [queries.removedTables(3), ['/campaigns/3/tables/removed']],
    [queries.stretch(7, window as never), ['/runs/7/stretch', window]],
  ] as [Question, unknown[]][])(
    '%# goes to its address, and its key says all that it depends on',
    ({ queryKey }, key) => expect(queryKey).toEqual(key),
  );
  const isAsked = ({ queryFn }: Question) => typeof queryFn === 'function';
  test('nothing is asked that cannot be answered yet', () => {
    const fit = { campaignId: 1, x: 'Q', y: '' } as never;
    expect([
      isAsked(queries.trialFit(fit)),
      isAsked(queries.trialFit({ campaignId: 1, x: 'Q', y: 'H' } as never)),
    ]).toEqual([false, true]);
    expect(isAsked(queries.traces(7, { ...window, symbols: [], pixels: 90 }))).toBe(false);
    expect(isAsked(queries.map(7, { x: '', y: 'H', columns: 4, rows: 4 }))).toBe(false);
    expect(isAsked(queries.cost(7, undefined))).toBe(false);
    expect(isAsked(queries.formula(7, { formula: ' ', unit: '', before: 0 }))).toBe(false);
    expect(isAsked(queries.formula(7, { formula: 'p', unit: '', before: 0 }))).toBe(true);
    expect(isAsked(queries.pairs(7, { ...window, x: 'Q' }, false))).toBe(false);
  });
});

describe('the places', () => {
  test.each([
    ['campaign', undefined, '/campaign/3'],
    ['models', undefined, '/campaign/3/models'],
    ['models', 0, '/campaign/3/models/0'],
    ['signals', 12, '/campaign/3/signals/12'],
  ] as const)('%s of %s is at %s', (place, thing, address) => expect(addressOf(3, place, thing)).toBe(address));
  test('each tells how much is there', () => {
    const campaign = {
      name: 'Pump loop: how steep?',
      runRows: [{ steps: 2 }, { steps: 1 }],
      counts: { conditions: 1, tables: 0, fits: 2, comparisons: 1, findings: 10, figures: 11 },
    } as unknown as CampaignReply;
    expect(places.map((p) => `${p.title}: ${p.content(campaign)}`)).toEqual([
      'Campaign: Pump loop',
      'Intake: 2 runs',
      'Signals: 3 steps',
      'Conditions: 1 set',
      'Tables: 0 tables',
      'Models: 2 fits',
      'Compare: 1 open',
      'Report: 11 figures',
    ]);
  });
});
