/** Readings at the bench: taken from simulated instruments, kept as rows; what goes wrong is told and not stored. */
import { afterAll, beforeAll, beforeEach, describe, expect, jest, test } from '@jest/globals';
import type {
  BenchReply,
  BenchSession,
  CampaignRow,
  InstrumentAnswer,
  InstrumentRow,
  ReadingNow,
  ReadingReply,
  RunReply,
  SheetReply,
} from '@undameter/contract';
import { demoInstruments } from '@undameter/demo';
import { SimulatedRig, startFaultyLine, startStandIns, type StandIn, type StandIns } from '@undameter/standins';
import { startHere, type ServerHere } from './inProcess';

jest.setTimeout(60_000);

let server: ServerHere;
let standIns: StandIns;
let faulty: StandIn;
let campaignId: number;
let [dataUnit, drive, broken] = [0, 0, 0];
const how = { samples: 4, every: 0.02, restSeconds: 0.2, waitSeconds: 20 };
const wanted = (over: object = {}) => ({
  row: null,
  retakes: null,
  set: [],
  anyhow: false,
  withMissing: false,
  ...over,
});
/** Ten times as fast as the real one, so that what settles is soon settled. */
const fast = () => new SimulatedRig(() => performance.now() / 100, 5);

beforeAll(async () => {
  server = await startHere();
  standIns = await startStandIns({ dataUnit: 0, drive: 0 }, fast());
  faulty = await startFaultyLine(0);
  campaignId = (await server.ask<CampaignRow>('/campaigns', { name: 'Bench', question: '' })).body.id;
  const kept: InstrumentRow[] = [];
  for (const body of demoInstruments(standIns.ports))
    kept.push((await server.ask<InstrumentRow>(`/campaigns/${campaignId}/instruments`, body)).body);
  const asked = (symbol: string, command: string) => ({
    ...{ symbol, name: symbol, unit: 'V', access: 'read', scale: 1, offset: 0, low: null, high: null, resolution: 0 },
    source: { by: 'command', command },
  });
  const bad = await server.ask<InstrumentRow>(`/campaigns/${campaignId}/instruments`, {
    ...{ name: 'Old meter', protocol: 'scpi', host: '127.0.0.1', port: faulty.port, timeoutMs: 120 },
    quantities: [asked('good', 'GOOD?'), asked('over', 'OVER?'), asked('hang', 'HANG?'), asked('two', 'TWO?')],
  });
  [dataUnit, drive, broken] = [kept[0]!.id, kept[1]!.id, bad.body.id];
});
afterAll(async () => {
  await server.close();
  await standIns.stop();
  await faulty.stop();
});

const begin = async (over: object = {}): Promise<number> => {
  const { status, body } = await server.ask<RunReply>(`/campaigns/${campaignId}/bench-runs`, {
    ...{ name: `Session ${Math.random()}`, byHand: [], plan: [], how },
    quantities: [
      { instrumentId: drive, quantity: 'z_v' },
      { instrumentId: drive, quantity: 'Q' },
      { instrumentId: dataUnit, quantity: 'p_s' },
    ],
    ...over,
  });
  expect(status).toBe(201);
  return body.id;
};
const take = <T = ReadingReply>(runId: number, over: object = {}) =>
  server.ask<T>(`/runs/${runId}/readings`, wanted(over));
const refusal = async (runId: number, over: object = {}) =>
  (await take<{ code: string; message: string }>(runId, over)).body;
const sheet = async (runId: number) => (await server.ask<SheetReply>(`/runs/${runId}/sheet`)).body;
const now = async (runId: number) => (await server.ask<ReadingNow>(`/runs/${runId}/readings/now`)).body;
/** The reading under way, once it waits for its values. */
async function waitingOf(runId: number): Promise<ReadingNow> {
  for (;;) {
    const found = await now(runId);
    if (found.state === 'waiting') return found;
    await new Promise((resolve) => setTimeout(resolve, 10));
  }
}
const keep = (runId: number, session: BenchSession) => server.ask(`/runs/${runId}/session`, session, 'PUT');
const session = async (runId: number) => (await server.ask<BenchSession>(`/runs/${runId}/session`)).body;

describe('a bench session', () => {
  let id: number;
  beforeEach(async () => {
    id = await begin({ plan: [100, 62, 30] });
  });

  test('is a run with a column for each quantity, and one for how sure its means are', async () => {
    const { body } = await server.ask<RunReply>(`/runs/${id}`);
    expect(body.declared.map((c) => [c.symbol, c.unit])).toEqual([
      ['row', ''],
      ['z_v', '%'],
      ['Q', 'L/min'],
      ['u_Q', 'L/min'],
      ['p_s', 'kPa'],
      ['u_p_s', 'kPa'],
    ]);
    expect(body.declared[2]!.uncertainty).toEqual({ kind: 'channel', symbol: 'u_Q', statedAs: 'standard' });
    expect((await sheet(id)).rows.map((r) => r.cells[0])).toEqual([100, 62, 30]);
  });

  test('fills the planned row with means and their standard uncertainties, and says when', async () => {
    const { status, body } = await take(id, { row: 2, set: [{ symbol: 'z_v', value: 62 }] });
    expect([status, body.row, body.wasSteady]).toEqual([201, 2, null]);
    const [valve, flow, spread, suction] = body.sheet.rows[1]!.cells as number[];
    expect(valve).toBe(62);
    expect(standIns.rig.setting('valve')).toBe(62);
    expect(flow).toBeGreaterThan(20);
    // Noise of 0.12 L/min, four samples.
    expect(spread).toBeGreaterThan(0.001);
    expect(spread).toBeLessThan(0.6);
    expect(suction).toBeLessThan(101.5);
    expect(Date.parse(body.sheet.rows[1]!.takenAt!)).toBeLessThanOrEqual(Date.now());
    expect(body.values.map((v) => [v.symbol, v.samples, v.problem])).toEqual([
      ['Q', 4, null],
      ['p_s', 4, null],
    ]);
    // It was kept before it was told: what is asked anew has it.
    expect(await sheet(id)).toEqual(body.sheet);
  });

  test('waits until the values are steady, unless it is taken anyhow, which the row says', async () => {
    const wired = await session(id);
    const columns = wired.columns.map((c) => (c.symbol === 'Q' ? { ...c, within: 0.6 } : c));
    await keep(id, { columns, how: { ...how, restSeconds: 0.3 } });
    await server.ask(`/runs/${id}/settings`, { symbol: 'z_v', value: 100 });
    await new Promise((resolve) => setTimeout(resolve, 400));
    const far = take(id, { row: 1, set: [{ symbol: 'z_v', value: 20 }] });
    const waiting = await waitingOf(id);
    expect(waiting.values.find((v) => v.symbol === 'Q')).toMatchObject({ within: 0.6, isSteady: false });
    const { body } = await far;
    expect(body.wasSteady).toBe(true);
    expect(body.sheet.rows[0]!.note).toBeUndefined();
    const hasty = await take(id, { row: 3, set: [{ symbol: 'z_v', value: 90 }], anyhow: true });
    expect(hasty.body.wasSteady).toBe(false);
    expect(hasty.body.sheet.rows[2]!.note).toBe('taken before it was steady');
    expect((await now(id)).state).toBe('idle');
  });

  test('gives up after its time, and keeps nothing', async () => {
    const wired = await session(id);
    await keep(id, {
      columns: wired.columns.map((c) => (c.symbol === 'Q' ? { ...c, within: 1e-3 } : c)),
      how: { ...how, waitSeconds: 0.3 },
    });
    const { code, message } = await refusal(id);
    expect(code).toBe('READING_NOT_STEADY');
    expect(message).toMatch(/^Flow was not steady within 0.3 s: it moves by ± .*, and ± 0.001 is wanted/);
    expect((await sheet(id)).rows.every((r) => r.takenAt === undefined)).toBe(true);
  });

  test('takes one reading at a time; it can be ended early, and stopped', async () => {
    const wired = await session(id);
    const columns = wired.columns.map((c) => (c.symbol === 'Q' ? { ...c, within: 1e-6 } : c));
    await keep(id, { columns, how });
    const first = take(id);
    await waitingOf(id);
    expect((await refusal(id)).code).toBe('READING_UNDER_WAY');
    await server.ask(`/runs/${id}/readings/now`, { action: 'anyhow' });
    expect((await first).body.wasSteady).toBe(false);
    const second = refusal(id);
    await waitingOf(id);
    await server.ask(`/runs/${id}/readings/now`, { action: 'stop' });
    expect((await second).code).toBe('READING_STOPPED');
    expect((await sheet(id)).rows).toHaveLength(4);
  });

  test('a reading taken again leaves the old one out, with the reason, and counts itself', async () => {
    await take(id, { row: 1, set: [{ symbol: 'z_v', value: 100 }] });
    const { body } = await take(id, { retakes: 1, set: [{ symbol: 'z_v', value: 100 }] });
    expect(body.row).toBe(4);
    const { body: run } = await server.ask<RunReply>(`/runs/${id}`);
    expect(run.procedure).toMatchObject([
      { kind: 'setAside', settings: { channel: 'row', ranges: [[1, 1]], reason: 'taken again as row 4' } },
    ]);
    const bench = (await server.ask<BenchReply>(`/runs/${id}/bench`, {})).body;
    expect([bench.samples, bench.kept]).toEqual([4, 3]);
  });

  test('five readings are one state of the history', async () => {
    for (let k = 0; k < 5; k++) await take(id);
    const { body } = await server.ask<{ version: number }[]>(`/runs/${id}/sheet/versions`);
    expect(body.map((v) => v.version)).toEqual([6]);
  });

  test('rows that another window saved meanwhile are not lost', async () => {
    const slow = take(id, { row: 1 });
    const before = await sheet(id);
    const rows = before.rows.map((r) => (r.row === 3 ? { ...r, note: 'valve sticks' } : r));
    const columns = before.columns.map(({ uncertainty: _, ...c }) => c);
    expect((await server.ask(`/runs/${id}/sheet`, { version: 1, columns, rows }, 'PUT')).status).toBe(200);
    const { body } = await slow;
    expect(body.sheet.rows[2]!.note).toBe('valve sticks');
    expect(body.sheet.rows[0]!.takenAt).toBeDefined();
  });
});

describe('what cannot be read', () => {
  const of = (...quantities: string[]) =>
    begin({ quantities: quantities.map((quantity) => ({ instrumentId: broken, quantity })) });

  test('is told and not stored; on wish the others are kept, with the reason beside them', async () => {
    const id = await of('good', 'over');
    const { code, message } = await refusal(id);
    expect(code).toBe('READING_FAILED');
    expect(message).toContain('reports an overload (OVER?: 9.9E37)');
    expect(message).toContain('Nothing was kept');
    const { body } = await take(id, { withMissing: true });
    const row = body.sheet.rows.at(-1)!;
    // Four times 42 does not tell how sure it is.
    expect(row.cells).toEqual([42, null, null, null]);
    expect(row.note).toContain('over: ');
    expect(body.values[0]).toMatchObject({ value: 42, uncertainty: null, doubt: 'didNotMove' });
  });
  test('is no reading at all where nothing answers', async () => {
    const id = await of('hang');
    expect((await refusal(id, { withMissing: true })).message).toContain('did not answer HANG? within 0.12 s');
    expect((await sheet(id)).rows).toHaveLength(1);
  });
  test('shows in the live values, beside those that can be', async () => {
    const { values } = await now(await of('good', 'two'));
    expect(values.map((v) => v.value)).toEqual([42, null]);
    expect(values[1]!.problem).toContain('answered TWO? with 2 values');
  });
  test('is found again after the plug was pulled', async () => {
    const id = await begin();
    await take(id);
    standIns.pullPlugs();
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect((await take(id)).status).toBe(201);
  });
  test('a value outside of its range is no value', async () => {
    const { body: row } = await server.ask<InstrumentRow>(`/instruments/${broken}`);
    const { id: _, campaignId: __, ...body } = row;
    const quantities = body.quantities.map((q) => (q.symbol === 'good' ? { ...q, high: 40 } : q));
    await server.ask(`/instruments/${broken}`, { ...body, quantities }, 'PUT');
    expect((await refusal(await of('good'))).message).toContain('good reads 42 V, outside of the range');
    await server.ask(`/instruments/${broken}`, body, 'PUT');
  });
  test('a column in another unit than its instrument is no place for its values, nor one that was renamed', async () => {
    const id = await begin();
    const save = async (change: (c: SheetReply['columns'][number]) => object) => {
      const { version, columns, rows } = await sheet(id);
      const next = columns.map(({ uncertainty: _, ...c }) => ({ ...c, ...change({ ...c, uncertainty: null }) }));
      return server.ask(`/runs/${id}/sheet`, { version, rows, columns: next }, 'PUT');
    };
    await save((c) => (c.symbol === 'p_s' ? { unit: 'bar' } : {}));
    const { code, message } = await refusal(id);
    expect(code).toBe('READING_UNIT_DIFFERS');
    expect(message).toContain('The column p_s is in bar, and Suction pressure is read in kPa');
    await save((c) => (c.symbol === 'p_s' ? { unit: 'kPa', symbol: 'p_in' } : {}));
    const set = standIns.rig.setting('valve');
    expect((await refusal(id, { set: [{ symbol: 'z_v', value: 33 }] })).code).toBe('READING_COLUMN_UNKNOWN');
    // It was found before anything was set.
    expect(standIns.rig.setting('valve')).toBe(set);
  });
  test('an instrument that is gone is named', async () => {
    const id = await begin();
    const wired = await session(id);
    await keep(id, { ...wired, columns: wired.columns.map((c) => ({ ...c, instrumentId: 999 })) });
    expect((await refusal(id)).message).toContain('is read as');
    await keep(id, { columns: [], how });
    expect((await refusal(id)).code).toBe('READING_NOTHING_TO_READ');
  });
});

describe('instruments', () => {
  const line = (over: object = {}) => ({
    ...{ protocol: 'scpi', host: '127.0.0.1', port: standIns.ports.dataUnit, timeoutMs: 500, quantity: null },
    ...over,
  });
  const tried = (over: object = {}) => server.ask<InstrumentAnswer & { code: string }>('/instruments/try', line(over));

  test('are asked what they are before they are kept', async () => {
    expect((await tried()).body).toEqual({ identity: 'Tern Yard,Simulated data unit,0,1.0', value: null });
    const { body } = await tried({ protocol: 'modbus', port: standIns.ports.drive });
    expect(body).toEqual({ identity: null, value: null });
  });
  test('are only looked for on this machine', async () => {
    const { status, body } = await tried({ host: '192.0.2.7' });
    expect([status, body.code]).toEqual([403, 'INSTRUMENT_ELSEWHERE']);
  });
  test.each([
    [{ host: 'a b' }, 400],
    [{ port: 0 }, 400],
    [{ timeoutMs: 1 }, 400],
    [{ protocol: 'smoke' }, 400],
  ])('%j is refused', async (over, _) => expect((await tried(over)).body.code).toBe('REQUEST_INVALID'));
  test.each([
    ['a symbol twice', [0, 0], {}, 'SYMBOL_TAKEN'],
    ['a scale of nothing', [0], { scale: 0 }, 'INSTRUMENT_SCALE_ZERO'],
    ['a unit that nobody knows', [0], { unit: 'furlongish' }, 'UNIT_UNKNOWN'],
    [
      'registers of a line of commands',
      [0],
      { source: { by: 'register', table: 'input', address: 1, type: 'int16', order: 'ABCD', unit: 1 } },
      'INSTRUMENT_CANNOT',
    ],
  ])('with %s are refused', async (_, places, over, code) => {
    const [unit] = demoInstruments(standIns.ports);
    const quantities = places.map((k) => ({ ...unit!.quantities[k]!, ...over }));
    const { body } = await server.ask(`/campaigns/${campaignId}/instruments`, { ...unit, name: 'Bad', quantities });
    expect(body.code).toBe(code);
  });
  test('a setting outside of its range is not sent', async () => {
    const before = standIns.rig.setting('valve');
    const { body } = await server.ask(`/runs/${await begin()}/settings`, { symbol: 'z_v', value: 140 });
    expect(body.message).toContain('Valve opening was not set to 140 %');
    expect(standIns.rig.setting('valve')).toBe(before);
  });
});
