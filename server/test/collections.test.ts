/**
 * Every collection of a campaign over its routes: made, listed, changed, deleted; refused when it is not whole,
 * when its name is taken, when it is not there, and when it names a thing of another campaign.
 */
import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals';
import { dressingOf, houseStyles } from '@undameter/drawing';
import { table } from './bodies';
import { addRun, column, startHere, type ServerHere } from './inProcess';

jest.setTimeout(120_000);
let server: ServerHere;
let [here, elsewhere, run, other] = [0, 0, 0, 0];
const made: Record<string, number> = {};
type Row = { id: number; campaignId: number; name: string };

const columns = {
  t: { unit: 's', values: column(20, (i) => i) },
  y: { unit: 'kPa', values: column(20, (i) => 2 * i) },
};
const limit = { kind: 'tolerance', symbol: 't', value: 10, tolerance: 5, unit: 's' };

beforeAll(async () => {
  server = await startHere();
  const campaign = async (name: string) => (await server.ask<Row>('/campaigns', { name, question: '' })).body.id;
  [here, elsewhere] = [await campaign('here'), await campaign('elsewhere')];
  [run, other] = [
    await addRun(server.db, here, 'first', columns),
    await addRun(server.db, elsewhere, 'of another campaign', columns),
  ];
});
afterAll(() => server.close());

const fit = () => ({
  name: 'line',
  runId: run,
  x: 't',
  y: 'y',
  conditionIds: [made['conditions']!],
  data: 'samples',
  weights: 'none',
  model: 'polynomial',
  settings: { degree: 1 },
  choices: {},
});
const candidate = (source: object) => ({ source, offset: 0, scale: 1, method: 'linear', uncertainty: null });
const comparison = () => ({
  name: 'line against itself',
  reference: { runId: run, x: 't', y: 'y', conditionIds: [], data: 'samples' },
  candidates: [candidate({ kind: 'fit', fitId: made['fits']! })],
});
const withLook = (look: object) => {
  const dressing = dressingOf(houseStyles[0]!);
  return { ...dressing, look: { ...dressing.look, ...look } };
};
const sources = [{ name: 'calibration', isShared: false, of: { kind: 'absolute', value: 0.1, statedAs: 'twice' } }];

interface Case {
  path: string;
  body(): { name: string };
  /** Bodies that are refused, with a part of the sentence. */
  refused: [object, string][];
  /** A body that names something of the other campaign. */
  foreign?(): object;
}

const cases: Case[] = [
  {
    path: 'conditions',
    body: () => ({ name: 'ten', limits: [limit] }),
    refused: [
      [{ limits: [] }, 'must NOT have fewer than 1 items'],
      [{ limits: [{ ...limit, kind: 'sideways' }] }, 'kind'],
      [{ limits: [{ ...limit, tolerance: -1 }] }, 'body.limits.0.tolerance must be >= 0'],
      [{ limits: [{ ...limit, tolerance: undefined }] }, "required property 'tolerance'"],
      [{ limits: [{ kind: 'words', symbol: 'v', words: [] }] }, 'body.limits.0.words must NOT have fewer than 1'],
      [{ limits: [{ ...limit, unit: 'wat' }] }, 'is not a unit'],
      [{ limits: [{ kind: 'between', symbol: 't', low: 5, high: 1, unit: 's' }] }, 'before it begins'],
      [{ limits: [{ kind: 'any', any: [{ kind: 'between', symbol: 't', low: 5, high: 1, unit: 's' }] }] }, 'before it'],
      [{ name: ' ' }, 'body.name'],
      [{ extra: 1 }, '"extra"'],
    ],
  },
  {
    path: 'fits',
    body: fit,
    refused: [
      [{ model: 'wavy' }, 'wavy'],
      [{ settings: { degree: 99 } }, '"Degree"'],
      [{ weights: 'heavy' }, 'body.weights'],
    ],
    foreign: () => ({ runId: other }),
  },
  {
    path: 'comparisons',
    body: comparison,
    refused: [
      [{ candidates: [] }, 'must NOT have fewer than 1 items'],
      [{ candidates: [candidate({ kind: 'fit', fitId: 999_999 })] }, 'no fit'],
    ],
    foreign: () => ({ candidates: [candidate({ kind: 'run', runId: other, x: 't', y: 'y' })] }),
  },
  {
    path: 'tables',
    body: () => table,
    refused: [
      [{ symbol: '2 rho' }, 'cannot be a symbol'],
      [{ symbol: 'sin' }, 'already in use'],
      [{ xUnit: 'wat' }, 'is not a unit'],
      [{ method: 'wavy' }, 'body.method must be "linear" or "monotone"'],
      [{ x: [0, 0] }, 'twice'],
      [{ second: { name: 'b', unit: 'wat', method: 'linear', scale: 'plain', w: [0, 1], isScattered: false } }, 'unit'],
    ],
  },
  {
    path: 'models',
    body: () => ({ name: 'Coasting', formula: 'n0*exp(-x/tau)', meanings: { tau: 'time constant' } }),
    refused: [[{ formula: 'n0*' }, 'the end of the formula']],
  },
  {
    path: 'sensors',
    body: () => ({ name: 'Gauge 7', unit: 'bar', sources, notes: '' }),
    refused: [
      [{ unit: 'wat' }, 'is not a unit'],
      [{ sources: [...sources, ...sources] }, 'two sources of error'],
      [{ sources: [] }, 'must NOT have fewer than 1 items'],
    ],
  },
  {
    path: 'figures',
    body: () => ({
      name: 'Line',
      source: { kind: 'fit', fitId: made['fits']!, residuals: 'x' },
      dressing: dressingOf(houseStyles[0]!),
    }),
    refused: [
      [{ source: { kind: 'fit', fitId: 999_999, residuals: 'x' } }, 'no fit'],
      [{ source: { kind: 'comparison', comparisonId: 999_999, below: 'none' } }, 'no comparison'],
      [{ source: { kind: 'table', tableId: 999_999 } }, 'no table'],
      [{ source: { kind: 'cloud' } }, 'body.source'],
      [{ dressing: { ...dressingOf(houseStyles[0]!), title: 'a'.repeat(301) } }, 'more than 300 characters'],
      [{ dressing: withLook({ widthMm: 1 }) }, 'body.dressing.look.widthMm must be >= 20'],
      [{ dressing: withLook({ heightMm: 10_000 }) }, 'body.dressing.look.heightMm must be <= 1200'],
      [{ dressing: withLook({ colours: ['red'] }) }, 'body.dressing.look.colours.0'],
    ],
    foreign: () => ({ source: { kind: 'histogram', runId: other, symbol: 't', from: null, to: null } }),
  },
  {
    path: 'styles',
    body: () => {
      const { look, key, axes } = dressingOf(houseStyles[0]!);
      return { name: 'Journal', look, key, axes };
    },
    refused: [
      [{ look: { ...dressingOf(houseStyles[0]!).look, fontPt: 1 } }, 'body.look.fontPt must be >= 4'],
      [{ axes: { 'main.x': { labels: 'upside down' } } }, 'body.axes'],
      [{ name: ' ' }, 'body.name'],
    ],
  },
  {
    path: 'reports',
    body: () => ({
      name: 'On springs',
      kind: 'note',
      document: { type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'Stiff.' }] }] },
      page: { size: 'A4', headLeft: '', headRight: '', author: '', contents: false },
    }),
    refused: [
      [{ document: { type: 'doc', content: [{ type: 'script' }] } }, '"script" cannot stand'],
      [{ document: { type: 'page', content: [] } }, 'body.document'],
      [{ page: { size: 'A3', headLeft: '', headRight: '', author: '', contents: false } }, 'body.page.size'],
      [{ name: ' ' }, 'body.name'],
    ],
  },
  {
    path: 'procedures',
    body: () => ({
      name: 'Trim',
      steps: [{ id: 'a', kind: 'trim', version: 1, settings: { channel: 't', from: 1, to: 9, unit: 's' }, on: true }],
      channels: [{ symbol: 't', name: 'Time', unit: 's' }],
    }),
    refused: [
      [{ steps: [{ id: 'a', kind: 'nope', version: 1, settings: {}, on: true }] }, 'no step kind "nope"'],
      [{ channels: [{ symbol: 't', name: 'Time', unit: 'wat' }] }, 'is not a unit'],
    ],
  },
];

describe.each(cases)('$path', ({ path, body, refused, foreign }) => {
  const list = async (campaignId = here) => (await server.ask<Row[]>(`/campaigns/${campaignId}/${path}`)).body;
  const create = (over: object = {}, campaignId = here) =>
    server.ask<Row & { code: string; message: string }>(`/campaigns/${campaignId}/${path}`, { ...body(), ...over });
  const change = (id: number, over: object = {}) =>
    server.ask<Row & { code: string; message: string }>(`/${path}/${id}`, { ...body(), ...over }, 'PUT');

  test('one is made with all that it was given, and listed in its campaign only', async () => {
    const reply = await create();
    expect(reply).toMatchObject({ status: 201, body: { campaignId: here, ...JSON.parse(JSON.stringify(body())) } });
    made[path] = reply.body.id;
    expect((await list()).map((r) => r.id)).toEqual([reply.body.id]);
    expect(await list(elsewhere)).toEqual([]);
  });

  test.each(refused)('%j is refused with a sentence, new and changed', async (over, sentence) => {
    for (const reply of [await create({ name: 'x', ...over }), await change(made[path]!, over)]) {
      expect([404, 422]).toContain(reply.status);
      expect(`${reply.body.code} ${reply.body.message}`).toContain(sentence);
    }
    expect(await list()).toHaveLength(1);
  });

  test('a name is there once in a campaign, and blanks around it do not count', async () => {
    const { name } = body();
    // Figures are told apart by their number, reports by what they say: the same name may stand twice.
    if (path === 'figures' || path === 'reports') return;
    expect(await create()).toMatchObject({ status: 409, body: { code: 'NAME_TAKEN' } });
    if (path === 'tables') return;
    expect(await create({ name: ` ${name} ` })).toMatchObject({ status: 409 });
    expect(await change(made[path]!, { name: ` ${name} ` })).toMatchObject({ status: 200, body: { name } });
  });

  test('it is changed as a whole', async () => {
    expect(await change(made[path]!, { name: 'anew' })).toMatchObject({ status: 200, body: { name: 'anew' } });
    expect((await list())[0]).toMatchObject({ id: made[path], name: 'anew' });
    await change(made[path]!);
  });

  test('what is not there is said: the campaign, the one to change, the one to delete', async () => {
    expect(await create({}, 999_999)).toMatchObject({ status: 404, body: { code: 'NOT_FOUND' } });
    expect(await change(999_999)).toMatchObject({ status: 404, body: { code: 'NOT_FOUND' } });
    expect(await server.ask(`/${path}/999999`, undefined, 'DELETE')).toMatchObject({ status: 404 });
    expect(await server.ask(`/${path}/x`, undefined, 'DELETE')).toMatchObject({ status: 422 });
  });

  if (foreign)
    test('what belongs to another campaign is not there', async () => {
      for (const reply of [await create({ name: 'x', ...foreign() }), await change(made[path]!, foreign())])
        expect(reply).toMatchObject({ status: 404, body: { code: 'NOT_FOUND' } });
      expect(await list()).toHaveLength(1);
    });
});

describe('what refers to each other', () => {
  const remove = (path: string, id: number) => server.ask<object>(`/${path}/${id}`, undefined, 'DELETE');
  test('is deleted from the end: a condition and a run stay while a fit needs them, a fit while it is compared', async () => {
    expect(await remove('conditions', made['conditions']!)).toMatchObject({
      status: 409,
      body: { code: 'STILL_USED' },
    });
    expect(await remove('runs', run)).toMatchObject({ status: 409, body: { code: 'STILL_USED' } });
    expect(await remove('fits', made['fits']!)).toMatchObject({ status: 409, body: { code: 'STILL_USED' } });
    for (const path of [
      'reports',
      'figures',
      'comparisons',
      'fits',
      'conditions',
      'tables',
      'models',
      'sensors',
      'procedures',
      'styles',
    ])
      expect(await remove(path, made[path]!)).toMatchObject({ status: 204 });
    for (const { path } of cases) expect((await server.ask<Row[]>(`/campaigns/${here}/${path}`)).body).toEqual([]);
  });
  test('a condition that only a comparison names stays too', async () => {
    const condition = (await server.ask<Row>(`/campaigns/${here}/conditions`, { name: 'c', limits: [limit] })).body.id;
    const reference = { ...comparison().reference, conditionIds: [condition] };
    const candidates = [candidate({ kind: 'run', runId: run, x: 't', y: 'y' })];
    const row = (await server.ask<Row>(`/campaigns/${here}/comparisons`, { name: 'c', reference, candidates })).body;
    expect(await remove('conditions', condition)).toMatchObject({ status: 409, body: { code: 'STILL_USED' } });
    await remove('comparisons', row.id);
    expect(await remove('conditions', condition)).toMatchObject({ status: 204 });
  });
});

test('several conditions are made, or none of them', async () => {
  const several = (...names: string[]) =>
    server.ask<Row[]>(`/campaigns/${here}/conditions/several`, {
      conditions: names.map((name) => ({ name, limits: [limit] })),
    });
  expect((await several('a', 'b')).body.map((r) => r.name)).toEqual(['a', 'b']);
  expect(await several('c', 'a')).toMatchObject({ status: 409, body: { code: 'NAME_TAKEN' } });
  expect((await server.ask<Row[]>(`/campaigns/${here}/conditions`)).body.map((r) => r.name)).toEqual(['a', 'b']);
});

describe('several conditions are changed', () => {
  const list = async () => (await server.ask<Row[]>(`/campaigns/${here}/conditions`)).body;
  const change = (body: object, campaign = here) =>
    server.ask<Row[] & { code: string; message: string }>(`/campaigns/${campaign}/conditions/change`, body);
  test('all of them or none: names are exchanged, one that is taken is refused, one of another campaign is not there', async () => {
    const [a, b] = await list();
    const exchanged = await change({
      rename: [
        { id: a!.id, name: 'b' },
        { id: b!.id, name: ' a ' },
      ],
    });
    expect(exchanged.body.map((r) => r.name)).toEqual(['b', 'a']);
    expect(
      await change({
        rename: [
          { id: a!.id, name: 'x' },
          { id: b!.id, name: 'x' },
        ],
      }),
    ).toMatchObject({
      ...{ status: 409, body: { code: 'NAME_TAKEN' } },
    });
    expect(await change({ rename: [{ id: a!.id, name: 'x' }] }, elsewhere)).toMatchObject({ status: 404 });
    expect((await list()).map((r) => r.name)).toEqual(['b', 'a']);
    await change({
      rename: [
        { id: a!.id, name: 'a' },
        { id: b!.id, name: 'b' },
      ],
    });
  });
  test('one that is used is named, and then none is deleted; a fit goes on under the new name', async () => {
    const [a] = await list();
    const extra = (await server.ask<Row>(`/campaigns/${here}/conditions`, { name: 'extra', limits: [limit] })).body.id;
    const made = await server.ask<Row>(`/campaigns/${here}/fits`, { ...fit(), runId: run, conditionIds: [a!.id] });
    const refused = await change({ remove: [extra, a!.id] });
    expect(refused).toMatchObject({ status: 409, body: { code: 'STILL_USED' } });
    expect(refused.body.message).toContain('condition "a" is still used by a fit');
    expect(await list()).toHaveLength(3);
    await change({ rename: [{ id: a!.id, name: 'calm' }] });
    const { body: kept } = await server.ask<{ results: object }>(`/fits/${made.body.id}`);
    expect(Object.keys(kept.results)).toEqual(['calm']);
    await server.ask(`/fits/${made.body.id}`, undefined, 'DELETE');
    expect((await change({ remove: [extra], rename: [{ id: a!.id, name: 'a' }] })).body.map((r) => r.name)).toEqual([
      ...['a', 'b'],
    ]);
    expect((await change({})).body).toHaveLength(2);
  });
});

describe('a campaign', () => {
  const campaigns = async () => (await server.ask<Row[]>('/campaigns')).body.map((c) => c.name);
  test('is renamed; its name is there once', async () => {
    const put = (id: number, name: string) => server.ask<Row>(`/campaigns/${id}`, { name, question: 'Why?' }, 'PUT');
    expect(await put(elsewhere, 'here')).toMatchObject({ status: 409, body: { code: 'NAME_TAKEN' } });
    expect(await put(elsewhere, ' there ')).toMatchObject({ status: 200, body: { name: 'there', question: 'Why?' } });
    expect(await put(999_999, 'x')).toMatchObject({ status: 404 });
    expect(await campaigns()).toEqual(['there', 'here']);
  });
  test('counts what is in it', async () => {
    const { body } = await server.ask<{ counts: object; runRows: object[] }>(`/campaigns/${here}`);
    expect(body).toMatchObject({
      counts: { conditions: 2, tables: 0, fits: 0, comparisons: 0, findings: 0 },
      runRows: [{ name: 'first', samples: 20, channels: 2, steps: 0, along: 't' }],
    });
    expect(await server.ask('/campaigns/999999')).toMatchObject({ status: 404 });
  });
  test('goes with all that is in it', async () => {
    await server.ask(`/campaigns/${elsewhere}/fits`, { ...fit(), runId: other, conditionIds: [] });
    expect(await server.ask<object>(`/campaigns/${elsewhere}`, undefined, 'DELETE')).toMatchObject({ status: 204 });
    expect(await campaigns()).toEqual(['here']);
    expect(await server.ask(`/runs/${other}`)).toMatchObject({ status: 404 });
    const left = await server.db.sql<{ name: string }>`
      select inhrelid::regclass::text as name from pg_inherits where inhparent = 'sample_chunk'::regclass`;
    const ofOneRun = left.filter(({ name }) => name !== 'sample_chunk_shared');
    expect(ofOneRun).toHaveLength(1);
  });
});
