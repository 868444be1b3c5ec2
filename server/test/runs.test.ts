/** A run over its routes: what it holds, what is asked of it, what is done to it, and what comes of that elsewhere. */
import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals';
import type {
  AboutReply,
  AppliedRun,
  BenchReply,
  FindingBudget,
  FindingRow,
  FitReply,
  FitRow,
  HistogramReply,
  PairsReply,
  PointsReply,
  ProcedureReply,
  RunReply,
  SetPointsReply,
  SpectrumReply,
  StretchReply,
  TracesReply,
  WhyReply,
} from '@undameter/contract';
import { addRun, column, startHere, type ServerHere } from './inProcess';

jest.setTimeout(120_000);
let server: ServerHere;
let [here, elsewhere, run, second, other] = [0, 0, 0, 0, 0];
type Row = { id: number };
const ask = <T>(path: string, body?: object, method?: string) => server.ask<T>(path, body, method);
const refused = { status: 422, body: { code: expect.any(String), message: expect.any(String) } };
const notThere = { status: 404, body: { code: 'NOT_FOUND' } };

const scatter = (i: number) => [0.3, -0.2, 0.1, -0.4, 0.2, 0, -0.1, 0.4, -0.3, 0.05][i % 10]!;
const columns = {
  t: { unit: 's', values: column(100, (i) => i) },
  y: { unit: 'kPa', values: column(100, (i) => 2 + 0.5 * i + scatter(i)) },
  v: { unit: '', values: column(100, (i) => (i < 50 ? 0 : 1)), labels: ['open', 'shut'] },
};
const step = (kind: string, settings: object, id = kind) => ({ id, kind, version: 1, settings, on: true });
const trim = (from: number, to: number) => step('trim', { channel: 't', from, to, unit: 's' });

beforeAll(async () => {
  server = await startHere();
  const campaign = async (name: string) => (await ask<Row>('/campaigns', { name, question: '' })).body.id;
  [here, elsewhere] = [await campaign('here'), await campaign('elsewhere')];
  run = await addRun(server.db, here, 'first', columns);
  second = await addRun(server.db, here, 'second', columns);
  other = await addRun(server.db, elsewhere, 'third', columns);
});
afterAll(() => server.close());

describe('a run', () => {
  test('is told, renamed, and not there under another number', async () => {
    expect((await ask<RunReply>(`/runs/${run}`)).body).toMatchObject({ name: 'first', samples: 100, along: 't' });
    expect(await ask(`/runs/${run}`, { name: 'anew' }, 'PUT')).toMatchObject({ status: 200, body: { name: 'anew' } });
    expect(await ask(`/runs/${run}`, { name: 'second' }, 'PUT')).toMatchObject({ status: 409 });
    expect(await ask(`/runs/${run}`, { name: '' }, 'PUT')).toMatchObject(refused);
    expect(await ask('/runs/999')).toMatchObject(notThere);
    await ask(`/runs/${run}`, { name: 'first' }, 'PUT');
  });
  test('has an account of its import as a file', async () => {
    const { body, headers } = await ask<{ run: string; file: object }>(`/runs/${run}/record`);
    expect(body).toMatchObject({ run: 'first', file: { name: 'log.csv', bytes: 100 } });
    expect(headers.get('content-disposition')).toBe('attachment; filename="first-import-record.json"');
  });
  test('tells the quality of what was logged', async () => {
    const { body } = await ask<{ symbol: string }[]>(`/runs/${run}/quality`);
    expect(body.map((c) => c.symbol)).toEqual(['t', 'y', 'v']);
  });
  test('has channels that are declared anew, by a symbol, with a unit that is one', async () => {
    const put = (body: object) =>
      ask(`/runs/${run}/channels/y`, { symbol: 'y', name: 'y', unit: 'kPa', ...body }, 'PUT');
    expect(await put({})).toMatchObject({ status: 200, body: { id: run } });
    expect(await put({ symbol: '2y' })).toMatchObject({ ...refused, body: { code: 'SYMBOL_INVALID' } });
    expect(await put({ unit: 'wat' })).toMatchObject({ ...refused, body: { code: 'UNIT_UNKNOWN' } });
    const twice = { name: 'a', isShared: false, of: { kind: 'absolute', value: 1, statedAs: 'standard' } };
    const uncertainty = { kind: 'several', sources: [twice, twice] };
    expect(await put({ uncertainty })).toMatchObject({ ...refused, body: { code: 'SOURCE_TWICE' } });
  });
});

describe('a procedure', () => {
  const put = (steps: object[], version: number) =>
    ask<ProcedureReply>(`/runs/${run}/procedure`, { steps, version }, 'PUT');
  test('is saved with settings that its kinds take', async () => {
    expect(await put([trim(10, 89)], 0)).toMatchObject({ status: 200, body: { procedureVersion: 1, canUndo: true } });
    expect(await put([step('trim', { channel: 't', from: 'a', to: 1, unit: 's' })], 1)).toMatchObject(refused);
    expect(await put([step('nope', {})], 1)).toMatchObject(refused);
    expect(await put([trim(1, 2)], 0)).toMatchObject({ status: 409, body: { code: 'CHANGED_MEANWHILE' } });
  });
  test('is computed as it is saved, or as it is tried', async () => {
    const kept = async (body: object) => (await ask<BenchReply>(`/runs/${run}/bench`, body)).body.kept;
    expect([await kept({}), await kept({ steps: [trim(0, 9)] }), await kept({ steps: [] })]).toEqual([80, 10, 100]);
    expect(await ask('/runs/999/bench', {})).toMatchObject(notThere);
  });
  test('goes back and forth', async () => {
    const move = (direction: string) => ask<ProcedureReply>(`/runs/${run}/procedure/history`, { direction });
    expect((await move('undo')).body.procedure).toEqual([]);
    expect(await move('undo')).toMatchObject({ status: 409, body: { code: 'NOTHING_TO_UNDO' } });
    expect((await move('redo')).body.procedure).toHaveLength(1);
    expect(await move('sideways')).toMatchObject(refused);
  });
  test('is applied to other runs, or what would come of it is told', async () => {
    const apply = (over: object) =>
      ask<AppliedRun[]>(`/campaigns/${here}/procedures/apply`, {
        steps: [trim(10, 19), step('derive', { name: 'z', symbol: 'z', formula: 'q*2', unit: '' })],
        channels: [
          { symbol: 't', name: 't', unit: 'min' },
          { symbol: 'q', name: 'q', unit: 'kPa' },
        ],
        runIds: [second],
        how: 'replace',
        save: false,
        ...over,
      });
    const told = (await apply({})).body[0]!;
    expect(told).toMatchObject({
      runName: 'second',
      samples: 100,
      kept: 10,
      missing: ['q'],
      otherUnits: [{ symbol: 't', made: 'min', here: 's' }],
    });
    expect((await ask<RunReply>(`/runs/${second}`)).body.procedure).toEqual([]);
    await apply({ save: true });
    await apply({ save: true, how: 'append' });
    const { procedure } = (await ask<RunReply>(`/runs/${second}`)).body;
    expect(procedure.map((s) => s.kind)).toEqual(['trim', 'derive', 'trim', 'derive']);
    // An id names one step of one run.
    expect(new Set(procedure.map((s) => s.id)).size).toBe(4);
    expect(await apply({ runIds: [other] })).toMatchObject(notThere);
    expect(await apply({ steps: [step('nope', {})] })).toMatchObject(refused);
  });
  test('takes with it what is declared, where nothing is declared there', async () => {
    const uncertainty = { kind: 'absolute', value: 0.5, statedAs: 'twice' };
    const apply = (unit: string, save: boolean) =>
      ask<AppliedRun[]>(`/campaigns/${here}/procedures/apply`, {
        steps: [],
        channels: [{ symbol: 'y', name: 'y', unit, uncertainty }],
        runIds: [second],
        how: 'replace',
        carriesUncertainty: true,
        save,
      });
    expect((await apply('m', false)).body[0]!.undeclared).toEqual([]);
    expect((await apply('kPa', true)).body[0]!.undeclared).toEqual(['y']);
    const { declared } = (await ask<RunReply>(`/runs/${second}`)).body;
    expect(declared.find((c) => c.symbol === 'y')!.uncertainty).toEqual(uncertainty);
    expect((await apply('kPa', false)).body[0]!.undeclared).toEqual([]);
  });
});

describe('ways to look at it', () => {
  const window = { symbols: ['y'], from: null, to: null };
  test('along itself', async () => {
    const { body } = await ask<TracesReply>(`/runs/${run}/traces`, { ...window, from: 20, to: 30, pixels: 100 });
    expect(body).toMatchObject({ window: [20, 30], traces: [{ symbol: 'y' }] });
    expect(await ask(`/runs/${run}/traces`, { ...window, pixels: 5 })).toMatchObject(refused);
    expect(await ask(`/runs/${run}/traces`, { ...window, symbols: [], pixels: 100 })).toMatchObject(refused);
    expect(await ask('/runs/999/traces', { ...window, pixels: 100 })).toMatchObject(notThere);
  });
  test('between two cursors, over another channel, as spectrum, as histogram', async () => {
    const [y] = (await ask<StretchReply>(`/runs/${run}/stretch`, window)).body;
    expect(y).toMatchObject({ symbol: 'y', count: 80 });
    const pairs = (await ask<PairsReply>(`/runs/${run}/pairs`, { ...window, x: 't' })).body;
    expect([pairs.x[0], pairs.series[0]!.y[0]]).toEqual([10, 2 + 5 + scatter(10)]);
    const [lines] = (await ask<SpectrumReply>(`/runs/${run}/spectrum`, { ...window, as: 'density' })).body;
    expect(lines).toMatchObject({ samples: 80, problem: null });
    const [bins] = (await ask<HistogramReply>(`/runs/${run}/histogram`, window)).body;
    expect(bins!.counts.reduce((a, b) => a + b)).toBe(80);
    for (const path of ['stretch', 'pairs', 'spectrum', 'transfer', 'histogram', 'cycles'])
      expect(await ask(`/runs/${run}/${path}`, { ...window, x: 't', as: 'density', symbols: ['nope'] })).toMatchObject({
        status: expect.any(Number),
      });
  });
  test('why a sample is not in the result', async () => {
    expect((await ask<WhyReply>(`/runs/${run}/why`, { at: 3 })).body).toMatchObject({
      number: 4,
      setAsideBy: { place: 1 },
    });
    expect((await ask<WhyReply>(`/runs/${run}/why`, { at: 3, steps: [] })).body.setAsideBy).toBeNull();
  });
  test('a formula on trial stands before a step', async () => {
    const body = { formula: 'y*2', unit: 'kPa', before: 0 };
    const first = async (before: number) =>
      (await ask<{ first: { value: number }[] }>(`/runs/${run}/formula`, { ...body, before })).body.first[0]!.value;
    expect([await first(0), await first(1)]).toEqual([2 * 2.3, 2 * (7 + scatter(10))]);
    expect(await ask(`/runs/${run}/formula`, { formula: 'y +', unit: '', before: 0 })).toMatchObject({
      status: 200,
      body: { unit: null, problem: { message: expect.any(String) } },
    });
  });
  test('its set points, its operating points, and where it dwelt', async () => {
    const found = (await ask<SetPointsReply>(`/runs/${run}/set-points`, { steady: null, symbols: null })).body;
    expect(found.steady).toMatchObject({ kind: 'steady' });
    const map = await ask<{ dwell: number[] }>(`/runs/${run}/map`, { x: 't', y: 'y', columns: 4, rows: 4 });
    expect(map.body.dwell).toHaveLength(16);
    expect(await ask(`/runs/${run}/map`, { x: 't', y: 'v', columns: 4, rows: 4 })).toMatchObject({
      ...refused,
      body: { code: 'CHANNEL_IS_CATEGORY' },
    });
    const limits = [{ kind: 'words', symbol: 'v', words: ['shut'] }];
    const condition = (await ask<Row>(`/campaigns/${here}/conditions`, { name: 'shut', limits })).body.id;
    const points = async (ids: number[]) =>
      ask<PointsReply>(`/runs/${run}/operating-points`, { conditionIds: ids, symbols: ['y'] });
    expect((await points([])).body.points[0]).toMatchObject({ conditionId: condition, number: 1, from: 50, to: 89 });
    expect(await points([999])).toMatchObject(notThere);
  });
});

describe('fits, and the findings that stand on them', () => {
  let fitId = 0;
  const fit = () => ({
    name: 'line',
    runId: run,
    x: 't',
    y: 'y',
    conditionIds: [],
    data: 'samples',
    weights: 'none',
    model: 'polynomial',
    settings: { degree: 1 },
    choices: {},
  });
  const trial = { campaignId: 0, series: 0 };
  beforeAll(async () => {
    trial.campaignId = here;
    fitId = (await ask<FitRow>(`/campaigns/${here}/fits`, fit())).body.id;
  });

  test('a fit is kept with what it came to', async () => {
    const [row] = (await ask<FitRow[]>(`/campaigns/${here}/fits`)).body;
    const [series] = (await ask<FitReply>(`/fits/${fitId}/result`)).body.series;
    const [a0] = series!.parameters;
    expect(row!.results['all kept samples']!['a0']).toEqual([a0!.value, a0!.standardError]);
    expect(await ask('/fits/999/result')).toMatchObject(notThere);
  });
  test('it is tried, judged, read and ranked without being kept', async () => {
    expect((await ask<FitReply>('/fits/trial', { ...fit(), campaignId: here })).body.series[0]!.points).toBe(80);
    const judged = await ask<{ rungs: object[] }>('/fits/judgement', { ...fit(), ...trial });
    expect(judged.body.rungs.length).toBeGreaterThan(3);
    const read = await ask<{ at: { y: number }[] }>('/fits/readings', {
      ...fit(),
      ...trial,
      atX: 20,
      atY: null,
      other: null,
    });
    expect(read.body.at[0]!.y).toBeCloseTo(12, 0);
    const candidates = [{ kind: 'polynomial', settings: { degree: 2 } }];
    const ranked = await ask<{ rows: object[] }>('/fits/ranking', { ...fit(), ...trial, candidates });
    expect(ranked.body.rows).toHaveLength(1);
    const wavy = [{ kind: 'wavy', settings: {} }];
    expect(await ask('/fits/ranking', { ...fit(), ...trial, candidates: wavy })).toMatchObject(refused);
    for (const path of ['trial', 'judgement', 'readings', 'ranking'])
      expect(
        await ask(`/fits/${path}`, {
          ...fit(),
          ...(path === 'trial' ? { campaignId: here } : trial),
          ...(path === 'readings' ? { atX: null, atY: null, other: null } : {}),
          ...(path === 'ranking' ? { candidates } : {}),
          settings: { degree: 99 },
        }),
      ).toMatchObject({ ...refused, body: { code: 'REQUEST_INVALID' } });
  });

  const find = (origin: object) => ask<FindingRow>(`/campaigns/${here}/findings`, { origin });
  const on = () => ({ fitId, conditionId: null });
  const budget = async (id: number) => (await ask<FindingBudget>(`/findings/${id}/budget`)).body;
  const parameter = () => ({ kind: 'parameter', ...on(), parameter: 'a1' });

  test.each([
    ['a parameter', { kind: 'parameter', parameter: 'a1' }, /rises by 0\.4999 ± 0\.0024 kPa per s/, 'kPa/s'],
    ['a reading', { kind: 'reading', what: 'at', at: 20 }, /at t 20 s/, 'kPa'],
    ['a reading back', { kind: 'reading', what: 'back', at: 12 }, /12 kPa/, 's'],
    ['a goodness', { kind: 'goodness' }, /R²/, ''],
    [
      'a ranking',
      { kind: 'ranking', candidates: [{ kind: 'polynomial', settings: { degree: 1 } }] },
      /Straight line|polynomial/i,
      '',
    ],
  ] as const)('%s becomes a sentence with its budget', async (_, origin, sentence, unit) => {
    const { status, body } = await find({ ...origin, ...on() });
    expect([status, body.nowReads]).toEqual([201, null]);
    expect(body.sentence).toMatch(sentence);
    const { unit: of, lines, why } = await budget(body.id);
    expect(of).toBe(unit);
    expect(lines.length > 0).toBe(why === '');
    await ask(`/findings/${body.id}`, undefined, 'DELETE');
  });

  describe('with series of another run', () => {
    const further = () => [{ id: 4, runId: second, x: 't', y: 'y', conditionIds: [], oneSeriesOf: 'condition' }];
    const models = { 'all from 4': { model: 'polynomial', settings: { degree: 2 } } };
    const several = () => ({ ...fit(), name: 'Two days', further: further(), models });
    let id = 0;
    test('is kept as it was given, and each series has its model and its run', async () => {
      const { status, body } = await ask<FitRow>(`/campaigns/${here}/fits`, several());
      expect([status, body.further, body.models]).toEqual([201, further(), models]);
      ({ id } = body);
      const { series } = (await ask<FitReply>(`/fits/${id}/result`)).body;
      expect(series.map((s) => [s.from, s.isOwnModel, s.parameters.length])).toEqual([
        [0, false, 2],
        [4, true, 3],
      ]);
      expect(Object.keys(body.results)).toEqual(series.map((s) => s.name));
    });
    test('a finding stands on the one that it names', async () => {
      const { series } = (await ask<FitReply>(`/fits/${id}/result`)).body;
      const { body } = await find({ kind: 'goodness', fitId: id, conditionId: null, from: 4 });
      expect(body.sentence).toContain(series[1]!.name);
      expect(await find({ kind: 'parameter', fitId: id, conditionId: null, parameter: 'a2' })).toMatchObject(notThere);
      expect(await find({ kind: 'goodness', fitId: id, conditionId: null, from: 5 })).toMatchObject(notThere);
      await ask(`/findings/${body.id}`, undefined, 'DELETE');
    });
    test('keeps them when a change leaves them out, and loses them when it says so', async () => {
      const put = async (over: object) =>
        (await ask<FitRow>(`/fits/${id}`, { ...fit(), name: 'Two days', ...over }, 'PUT')).body;
      expect(await put({})).toMatchObject({ further: further(), models });
      expect(await ask(`/runs/${second}`, undefined, 'DELETE')).toMatchObject({
        status: 409,
        body: { code: 'STILL_USED' },
      });
      expect(await put({ further: [], models: {} })).toMatchObject({ further: [], models: {} });
    });
    test('is refused with a run of elsewhere, two of one id, or a model that is none', async () => {
      const made = (over: object) => ask(`/campaigns/${here}/fits`, { ...several(), name: 'Refused', ...over });
      expect(await made({ further: [{ ...further()[0], runId: 999 }] })).toMatchObject(notThere);
      expect(await made({ further: [...further(), ...further()] })).toMatchObject(refused);
      expect(await made({ models: { all: { model: 'wavy', settings: {} } } })).toMatchObject(refused);
      expect(await made({ models: { nonsense: models['all from 4'] } })).toMatchObject(refused);
    });
    afterAll(() => ask(`/fits/${id}`, undefined, 'DELETE'));
  });

  test('what is kept of a series goes on under its new name when its condition is renamed', async () => {
    const body = (name: string) => ({
      name,
      limits: [{ kind: 'between', symbol: 't', low: 5, high: 70, unit: 's' }],
    });
    const condition = await ask<Row>(`/campaigns/${here}/conditions`, body('slow'));
    const conditionIds = [condition.body.id];
    const choices = { ranges: { slow: [10, 60], slower: [1, 2] } };
    const made = await ask<FitRow>(`/campaigns/${here}/fits`, { ...fit(), name: 'Ranged', conditionIds, choices });
    const kept = (): Promise<FitRow> => ask<FitRow>(`/fits/${made.body.id}`).then((reply) => reply.body);
    await ask(`/conditions/${condition.body.id}`, body('calm'), 'PUT');
    expect((await kept()).choices.ranges).toEqual({ calm: [10, 60], slower: [1, 2] });
    expect(Object.keys((await kept()).results)).toEqual(['calm']);
    const further = [{ id: 1, runId: second, x: 't', y: 'y', conditionIds }];
    const several = {
      ...fit(),
      name: 'Ranged',
      conditionIds,
      further,
      choices: { ranges: { 'calm, second': [10, 60] } },
    };
    await ask(`/fits/${made.body.id}`, several, 'PUT');
    await ask(`/conditions/${condition.body.id}`, body('still'), 'PUT');
    expect((await kept()).choices.ranges).toEqual({ 'still, second': [10, 60] });
    expect((await ask<FitReply>(`/fits/${made.body.id}/result`)).body.series.map((s) => s.points)).toEqual([61, 51]);
    await ask(`/fits/${made.body.id}`, undefined, 'DELETE');
    await ask(`/conditions/${condition.body.id}`, undefined, 'DELETE');
  });

  test('what is not there is no finding', async () => {
    expect(await find({ ...parameter(), parameter: 'a9' })).toMatchObject(notThere);
    expect(await find({ ...parameter(), fitId: 999 })).toMatchObject(notThere);
    expect(await find({ ...parameter(), conditionId: 999 })).toMatchObject(notThere);
    expect(await find({ kind: 'reading', ...on(), what: 'optimum', at: 0 })).toMatchObject(notThere);
    expect(await find({ kind: 'crossing', ...on(), otherConditionId: 77, which: 0 })).toMatchObject(notThere);
    expect(await find({ kind: 'nope' })).toMatchObject(refused);
    expect(await ask('/findings/999/budget')).toMatchObject(notThere);
    expect(await ask('/findings/999/rewrite', undefined, 'POST')).toMatchObject(notThere);
  });

  test('a difference is a finding too, of the candidate that is named', async () => {
    const asIs = { offset: 0, scale: 1, method: 'linear', uncertainty: null };
    const row = await ask<Row>(`/campaigns/${here}/comparisons`, {
      name: 'days',
      reference: { runId: run, x: 't', y: 'y', conditionIds: [], data: 'samples' },
      candidates: [
        { source: { kind: 'run', runId: second, x: 't', y: 'y' }, ...asIs },
        { source: { kind: 'run', runId: second, x: 't', y: 'y' }, ...asIs, offset: 2 },
      ],
    });
    const origin = { kind: 'difference', comparisonId: row.body.id, conditionId: null };
    expect((await find({ ...origin, candidate: 1 })).body.sentence).toContain('2');
    expect(await find({ ...origin, candidate: 2 })).toMatchObject(notThere);
    expect((await ask<object>(`/comparisons/${row.body.id}/result`)).body).toMatchObject({ candidates: [{}, {}] });
    expect(await ask('/comparisons/999/result')).toMatchObject(notThere);
  });

  test('it tells when it would now read otherwise, is written anew, explained, and deleted', async () => {
    const { id, sentence } = (await find(parameter())).body;
    const now = async () => (await ask<FindingRow[]>(`/campaigns/${here}/findings`)).body.find((f) => f.id === id)!;
    expect((await now()).nowReads).toBeNull();
    await ask(`/runs/${run}/procedure`, { steps: [trim(10, 30)], version: 1 }, 'PUT');
    const { nowReads } = await now();
    expect(nowReads).not.toBeNull();
    expect(nowReads).not.toBe(sentence);
    const rewritten = (await ask<FindingRow>(`/findings/${id}/rewrite`, undefined, 'POST')).body;
    expect(rewritten).toMatchObject({ sentence: nowReads, nowReads: null });
    expect((await ask<FindingRow>(`/findings/${id}`, { meaning: ' steep ' }, 'PUT')).body.meaning).toBe('steep');
    await ask(`/runs/${run}/channels/y`, { symbol: 'z', name: 'z', unit: 'kPa' }, 'PUT');
    expect((await now()).nowReads).toContain('It cannot be computed any more.');
    await ask(`/runs/${run}/channels/z`, { symbol: 'y', name: 'y', unit: 'kPa' }, 'PUT');
    expect(await ask<object>(`/findings/${id}`, undefined, 'DELETE')).toMatchObject({ status: 204 });
    expect(await ask(`/findings/${id}`, undefined, 'DELETE')).toMatchObject(notThere);
  });
});

describe('two runs', () => {
  const matches = [
    { symbol: 't', from: 't' },
    { symbol: 'y', from: 'y' },
    { symbol: 'v', from: 'v' },
  ];
  test('become one, row below row', async () => {
    const base = await addRun(server.db, here, 'base', columns);
    const body = { otherRunId: second, matches, times: 'follow' };
    const joined = (await ask<RunReply>(`/runs/${base}/continue`, body)).body;
    expect(joined).toMatchObject({
      samples: 200,
      sources: [{ how: 'continued', runName: 'second', count: 100, shift: 100 }],
    });
    expect(await ask(`/runs/${base}/continue`, { ...body, otherRunId: base })).toMatchObject({
      body: { code: 'JOIN_WITH_ITSELF' },
    });
    expect(await ask(`/runs/${base}/continue`, { ...body, otherRunId: other })).toMatchObject(notThere);
    expect(await ask<object>(`/runs/${base}`, undefined, 'DELETE')).toMatchObject({ status: 204 });
  });
  test('are laid over each other, and a channel comes beside the others', async () => {
    const base = await addRun(server.db, here, 'beside', { t: columns.t, y: columns.y });
    const offset = await ask<{ offset: number }>(`/runs/${base}/offset`, {
      otherRunId: second,
      symbol: 'y',
      otherSymbol: 'y',
    });
    expect(offset.status).toBe(200);
    const channels = [{ from: 'y', symbol: 'y2', name: 'second y' }];
    const body = { otherRunId: second, offset: 0, method: 'linear', channels };
    const joined = (await ask<RunReply>(`/runs/${base}/join`, body)).body;
    expect(joined).toMatchObject({ channels: 3, sources: [{ how: 'joined', count: 1 }] });
    expect(joined.declared[2]).toMatchObject({ symbol: 'y2', name: 'second y', unit: 'kPa' });
    expect(await ask(`/runs/${base}/join`, body)).toMatchObject({ body: { code: 'SYMBOL_TAKEN' } });
    const bad = [{ from: 'y', symbol: '2y', name: 'y' }];
    expect(await ask(`/runs/${base}/join`, { ...body, channels: bad })).toMatchObject({
      body: { code: 'SYMBOL_INVALID' },
    });
    expect(await ask(`/runs/${base}/join`, { ...body, method: 'wavy' })).toMatchObject(refused);
  });
});

describe('the door', () => {
  test('opens only for pages of this machine', async () => {
    const from = (headers: Record<string, string>, method = 'GET') =>
      fetch(`${server.address}/api/campaigns`, { method, headers });
    expect((await from({ origin: 'http://localhost:4781' })).status).toBe(200);
    expect((await from({ origin: 'http://elsewhere.example' })).status).toBe(403);
    expect((await from({ 'sec-fetch-site': 'cross-site' }, 'DELETE')).status).toBe(403);
  });
  test('an address that is none, and a page that is not built', async () => {
    expect(await ask('/nothing')).toMatchObject({ status: 404, body: { code: 'ROUTE_UNKNOWN' } });
    const page = await fetch(`${server.address}/campaign/1`);
    expect([page.status, page.headers.get('content-security-policy')]).toEqual([
      404,
      expect.stringContaining("default-src 'none'"),
    ]);
  });
  test('the document of the API names every route of these tests', async () => {
    const { paths } = (await ask<{ paths: Record<string, object> }>('/openapi.json')).body;
    for (const path of ['/api/runs/{id}/bench', '/api/fits/ranking', '/api/campaigns/{id}/findings'])
      expect(paths).toHaveProperty([path]);
  });
});

test('the program says its version, and what comes in and goes out by its registries', async () => {
  const { body } = await ask<AboutReply>('/about');
  expect(body.version).toBe('1.2.3');
  expect(body.reads).toEqual(expect.arrayContaining(['csv', 'xlsx', 'h5', 'nc', 'parquet', 'gz', 'zip']));
  expect(new Set(body.reads).size).toBe(body.reads.length);
  expect(body.writes.map((w) => w.kind)).toEqual(['csv', 'xlsx', 'parquet', 'hdf5', 'json']);
});
