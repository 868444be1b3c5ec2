import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals';
import type {
  BenchReply,
  CampaignReply,
  CampaignRow,
  FindingRow,
  FitRow,
  LivingReply,
  ProcedureReply,
  RunReply,
  SheetReply,
  SheetVersion,
} from '@undameter/contract';
import { startHere, type ServerHere } from './inProcess';

jest.setTimeout(60_000);

let server: ServerHere;
let campaignId: number;
const sure = { kind: 'absolute', value: 0.5, statedAs: 'limits' };
const columns = [
  { symbol: 'Q', name: 'Flow', unit: 'L/min', uncertainty: sure },
  { symbol: 'H', name: 'Head', unit: 'm' },
];
const rows = [10, 20, 30, 40].map((q, i) => ({ row: i + 1, cells: [q, 30 - q / 10] as (number | null)[] }));
const power = { symbol: 'P', name: 'Power', unit: 'W', formula: '1000 [kg/m^3] * 9.81 [m/s^2] * Q * H' };
const typed = (over: object = {}) => ({ name: 'By hand', kind: 'measured', columns, rows, computed: [power], ...over });
const make = (over: object = {}) => server.ask<RunReply>(`/campaigns/${campaignId}/typed-runs`, typed(over));
/** What of a saved fit can be sent again. */
const bodyOfFit = ({ id: _, campaignId: __, results: ___, ...body }: FitRow) => body;
const bench = async (id: number) => (await server.ask<BenchReply>(`/runs/${id}/bench`, {})).body;
const sheet = async (id: number) => (await server.ask<SheetReply>(`/runs/${id}/sheet`)).body;
const save = (id: number, body: object) => server.ask<SheetReply>(`/runs/${id}/sheet`, body, 'PUT');
const pairs = async (id: number, x: string, y: string) => {
  const asked = { x, symbols: [y], from: null, to: null };
  return (await server.ask<{ x: number[]; series: { y: number[] }[] }>(`/runs/${id}/pairs`, asked)).body;
};

beforeAll(async () => {
  server = await startHere();
  campaignId = (await server.ask<CampaignRow>('/campaigns', { name: 'Typed', question: '' })).body.id;
});
afterAll(() => server.close());

describe('a typed run', () => {
  let id: number;
  beforeAll(async () => {
    const made = await make();
    expect([made.status, made.headers.get('location')]).toEqual([201, `/api/runs/${made.body.id}`]);
    id = made.body.id;
  });

  test('is a run: rows as samples, columns with unit and ±, computed ones as steps', async () => {
    const { body } = await server.ask<RunReply>(`/runs/${id}`);
    expect(body).toMatchObject({ origin: 'typed', samples: 4, along: 'row', record: null, layout: null });
    expect(body.declared.map((c) => [c.symbol, c.unit, c.uncertainty])).toEqual([
      ['row', '', null],
      ['Q', 'L/min', sure],
      ['H', 'm', null],
    ]);
    // 1000 · 9.81 · 10 L/min · 29 m = 47.415 W.
    expect((await pairs(id, 'Q', 'P')).series[0]!.y[0]).toBeCloseTo(47.415, 6);
  });

  test('is fitted: a line through its rows has the slope that was typed', async () => {
    const fit = {
      ...{ name: 'Line', runId: id, x: 'Q', y: 'H', conditionIds: [], data: 'samples', weights: 'none' },
      ...{ model: 'polynomial', settings: { degree: 1 }, choices: {}, campaignId },
    };
    const { body } = await server.ask<{ series: { parameters: { symbol: string; value: number }[] }[] }>(
      '/fits/trial',
      fit,
    );
    const slope = body.series[0]!.parameters.find((p) => p.symbol === 'a1')!.value;
    expect(slope).toBeCloseTo(-0.1, 10);
  });

  test('has no original to be read again', async () => {
    const { status, body } = await server.ask(`/runs/${id}/reopen`, {});
    expect([status, body.code]).toEqual([422, 'NO_ORIGINAL']);
  });

  test('a row left out is set aside with its reason; with the row that step goes', async () => {
    const aside = (row: number) => ({
      ...{ id: `row-${row}`, kind: 'setAside', version: 1, on: true },
      settings: { channel: 'row', ranges: [[row, row]], unit: '', reason: 'valve was moving' },
    });
    const before = (await server.ask<RunReply>(`/runs/${id}`)).body;
    const steps = [aside(2), aside(4), ...before.procedure];
    await server.ask(`/runs/${id}/procedure`, { steps, version: before.procedureVersion }, 'PUT');
    expect((await bench(id)).kept).toBe(2);
    const { version } = await sheet(id);
    const saved = await save(id, { version, columns, rows: rows.filter((r) => r.row !== 4) });
    expect(saved.status).toBe(200);
    const { procedure } = (await server.ask<ProcedureReply>(`/runs/${id}`)).body;
    expect(procedure.map((s) => s.id)).toEqual(['row-2', 'computed-1']);
    expect((await bench(id)).kept).toBe(2);
  });

  test('is corrected; what was there before stays in its history; what is said elsewhere of a column stays', async () => {
    await server.ask(`/runs/${id}/channels/Q`, { symbol: 'Q', name: 'Volume flow', unit: 'L/min' }, 'PUT');
    const { version, columns: now, rows: before } = await sheet(id);
    expect(now[0]).toMatchObject({ name: 'Volume flow', uncertainty: sure });
    const corrected = [...before, { row: 9, cells: [50, 25.1], note: 'after lunch' }].map((r) =>
      r.row === 1 ? { ...r, cells: [11, null] } : r,
    );
    const kept = now.map(({ symbol, name, unit }) => ({ symbol, name, unit }));
    expect((await save(id, { version, columns: kept, rows: corrected })).body.rows).toEqual(corrected);
    const found = await pairs(id, 'row', 'Q');
    expect([found.x, found.series[0]!.y]).toEqual([
      [1, 3, 9],
      [11, 30, 50],
    ]);
    expect((await sheet(id)).columns[0]!.uncertainty).toEqual(sure);
    const history = (await server.ask<SheetVersion[]>(`/runs/${id}/sheet/versions`)).body;
    expect(history.map((v) => [v.version, v.rows.length, v.rows[0]!.cells[0]])).toEqual([
      [version + 1, 4, 11],
      [version, 3, 10],
      [version - 1, 4, 10],
    ]);
  });

  test('of two hands at once the second is told', async () => {
    const { version } = await sheet(id);
    const both = await Promise.all([1, 2].map((k) => save(id, { version, columns, rows: rows.slice(0, k) })));
    expect(both.map((r) => r.status).sort()).toEqual([200, 409]);
    const left = both.findIndex((r) => r.status === 200) + 1;
    expect((await sheet(id)).rows).toHaveLength(left);
    expect((await bench(id)).samples).toBe(left);
  });

  test('a second run of the same shape joined to it closes its sheet', async () => {
    const [one, two] = [await make({ name: 'One' }), await make({ name: 'Two' })];
    const matches = ['row', 'Q', 'H'].map((symbol) => ({ symbol, from: symbol }));
    const body = { otherRunId: two.body.id, matches, times: 'follow' };
    expect((await server.ask(`/runs/${one.body.id}/continue`, body)).status).toBe(200);
    const reply = await save(one.body.id, { version: 1, columns, rows });
    expect([reply.status, (reply.body as unknown as { code: string }).code]).toEqual([409, 'SHEET_JOINED']);
  });
});

test.each([
  ['a name that is taken', { name: 'By hand' }, 409, 'NAME_TAKEN'],
  ['two columns of one symbol', { columns: [columns[0], { ...columns[1], symbol: 'Q' }] }, 422, 'SYMBOL_TAKEN'],
  ['a computed column of a taken symbol', { computed: [{ ...power, symbol: 'H' }] }, 422, 'SYMBOL_TAKEN'],
  [
    'a column that would number the rows',
    { columns: [columns[0], { ...columns[1], symbol: 'row' }] },
    422,
    'SYMBOL_OF_ROWS',
  ],
  ['no symbol', { columns: [columns[0], { ...columns[1], symbol: '2H' }] }, 422, 'SYMBOL_INVALID'],
  ['no unit', { columns: [columns[0], { ...columns[1], unit: 'wat' }] }, 422, 'UNIT_UNKNOWN'],
  ['a row that is too short', { rows: [{ row: 1, cells: [1] }] }, 422, 'SHEET_ROW_WIDTH'],
  ['a row twice', { rows: [rows[0], rows[0]] }, 422, 'SHEET_ROW_TWICE'],
  ['no rows', { rows: [] }, 422, 'REQUEST_INVALID'],
  ['a cell that is no number', { rows: [{ row: 1, cells: ['a', 1] }] }, 422, 'REQUEST_INVALID'],
  [
    '20 001 rows',
    { rows: Array.from({ length: 20_001 }, (_, i) => ({ row: i + 1, cells: [1, 2] })) },
    422,
    'REQUEST_INVALID',
  ],
])('%s is refused, and no run is left', async (_, over, status, code) => {
  const before = (await server.ask<{ runRows: unknown[] }>(`/campaigns/${campaignId}`)).body.runRows.length;
  const { status: said, body } = await make({ name: 'Refused', ...over });
  expect([said, (body as unknown as { code: string }).code]).toEqual([status, code]);
  expect((await server.ask<{ runRows: unknown[] }>(`/campaigns/${campaignId}`)).body.runRows).toHaveLength(before);
});

describe('a made-up run', () => {
  const recipe = {
    x: { symbol: 't', name: 'Time', unit: 's', at: { from: 0, to: 10, count: 101 } },
    y: { symbol: 'n', name: 'Speed', unit: 'rpm', formula: '2900 [rpm] * exp(-t / 3 [s])' },
    noise: { distribution: 'normal', size: 5, growth: 'absolute', seed: 1, outliers: { percent: 0, by: 0 } },
  };
  const create = (over: object = {}) =>
    server.ask<RunReply>(`/campaigns/${campaignId}/made-up-runs`, { name: 'Decay', recipe, ...over });

  test('is called made up, also under another name, and has no sheet', async () => {
    const { status, body } = await create();
    expect([status, body.name, body.origin, body.samples]).toEqual([201, 'Decay (made up)', 'madeUp', 101]);
    const renamed = await server.ask<RunReply>(`/runs/${body.id}`, { name: 'Real data' }, 'PUT');
    expect(renamed.body.name).toBe('Real data (made up)');
    expect(body.recipe).toEqual(recipe);
    const refused = await server.ask(`/runs/${body.id}/sheet`);
    expect([refused.status, refused.body.code]).toEqual([422, 'NOT_TYPED']);
  });
  test('a fit through it says so, in its findings too; one through a typed run does not', async () => {
    const fit = (name: string, runId: number, x: string, y: string) =>
      server.ask<FitRow>(`/campaigns/${campaignId}/fits`, {
        ...{ name, runId, x, y, conditionIds: [], data: 'samples', weights: 'none' },
        ...{ model: 'polynomial', settings: { degree: 1 }, choices: {} },
      });
    const [madeUp, plain] = [(await create({ name: 'To fit' })).body, (await make({ name: 'To fit too' })).body];
    const made = await fit('Decay line', madeUp.id, 't', 'n');
    expect([made.status, made.body.name]).toEqual([201, 'Decay line (made up)']);
    const renamed = await server.ask<FitRow>(`/fits/${made.body.id}`, { ...bodyOfFit(made.body), name: 'Line' }, 'PUT');
    expect(renamed.body.name).toBe('Line (made up)');
    const origin = { kind: 'parameter', fitId: made.body.id, conditionId: null, parameter: 'a1' };
    const found = await server.ask<FindingRow>(`/campaigns/${campaignId}/findings`, { origin });
    expect(found.body.sentence).toContain('(made up)');
    expect((await fit('Plain line', plain.id, 'Q', 'H')).body.name).toBe('Plain line');
    const further = [{ id: 2, runId: madeUp.id, x: 't', y: 'n', conditionIds: [] }];
    expect(
      (
        await server.ask<FitRow>(`/campaigns/${campaignId}/fits`, {
          ...bodyOfFit(made.body),
          name: 'Both',
          runId: plain.id,
          x: 'Q',
          y: 'H',
          further,
        })
      ).body.name,
    ).toBe('Both (made up)');
  });
  test('a measured run is not called so', async () => {
    const { body } = await make({ name: 'Plain' });
    expect([body.name, body.origin, body.recipe]).toEqual(['Plain', 'typed', null]);
  });
  test('a report says of each run where it comes from, and no hash of a file that is not there', async () => {
    const { runRows } = (await server.ask<CampaignReply>(`/campaigns/${campaignId}`)).body;
    const sources = ['madeUp', 'typed'].map((origin) => ({
      kind: 'rig',
      runId: runRows.find((r) => r.origin === origin)!.id,
    }));
    const { now } = (await server.ask<LivingReply>(`/campaigns/${campaignId}/living`, { sources, taken: [] })).body;
    const cells = now.map((n) => (n.content as { rows: { cells: string[] }[] }).rows.map((r) => r.cells));
    expect(cells[0]).toContainEqual(['Origin', expect.stringMatching(/^Made up, no measurement: n = 2900/)]);
    expect(cells[1]).toContainEqual(['Origin', 'typed by hand']);
    expect(JSON.stringify(cells)).not.toContain('SHA-256');
  });
  test('a formula that means nothing is refused with where', async () => {
    const { status, body } = await create({ name: 'b', recipe: { ...recipe, y: { ...recipe.y, formula: '2 +' } } });
    expect([status, (body as unknown as { code: string }).code.startsWith('FORMULA')]).toEqual([422, true]);
  });
});
