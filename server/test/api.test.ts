/** The API on a fresh data directory: the way of a log through it, and what it refuses. */
import { gzipSync } from 'node:zlib';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals';
import type {
  BenchReply,
  CampaignReply,
  CampaignRow,
  ComparisonReply,
  ComparisonRow,
  ConditionRow,
  FindingBudget,
  FindingRow,
  FitReply,
  FitRow,
  JobReply,
  ProcedureReply,
  RunReply,
  TableFileReply,
  TableRow,
  TracesReply,
  UploadReply,
  RemovedTable,
  TableUse,
  TableVersion,
} from '@undameter/contract';
import { dressingOf, houseStyles } from '@undameter/drawing';
import { asUnderstood, importEnded, uploadTo } from '../../scripts/testing/importBuilt';
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

beforeAll(async () => {
  server = await startBuilt(data, [], { UNDAMETER_UPLOAD_LIMIT_MIB: '24' });
  campaignId = (await ask<CampaignRow>('/campaigns', { name: 'Valve', question: 'How tight?' })).body.id;
});
afterAll(async () => {
  await server.stop();
  removeDataDirectory(data);
});

const upload = (name: string, text: string) => uploadTo(server, name, text);

async function startImport(name: string, text: string, over: Record<string, unknown> = {}) {
  const { body: waiting } = await upload(name, text);
  return ask<JobReply>(`/uploads/${waiting.uploadId}/import`, { ...asUnderstood(waiting, campaignId), ...over });
}

const ended = (jobId: string) => importEnded(server, jobId);

async function imported(name: string, text: string): Promise<number> {
  const { body } = await startImport(name, text);
  const job = await ended(body.jobId);
  expect(job.error).toBeNull();
  return job.runId!;
}

/** y = 2 + 3x + small alternation, t from 0 to 99.9 s at 10 Hz. */
const log =
  'Time [s],x [mm],y [kPa]\n' +
  Array.from(
    { length: 1000 },
    (_, i) => `${(i / 10).toFixed(1)},${i % 50},${2 + 3 * (i % 50) + (i % 2 ? 0.01 : -0.01)}`,
  ).join('\n');

const step = (kind: string, settings: Record<string, unknown>, id = kind) => ({
  id,
  kind,
  version: 1,
  settings,
  on: true,
});

/** Originals are compressed when nobody waits for them: waits until nothing is under way. */
async function compressed(): Promise<void> {
  const isUnderWay = (): boolean => readdirSync(join(data, 'originals')).some((file) => !file.endsWith('.gz'));
  for (let i = 0; i < 200 && isUnderWay(); i++) await new Promise((resolve) => setTimeout(resolve, 50));
}

/** How a table is read, where a test is about something else. */
const plainly = {
  isShared: false,
  method: 'linear',
  xScale: 'plain',
  yScale: 'plain',
  outside: 'refuse',
  uncertainty: null,
  notes: '',
  second: null,
};

describe('a log on its way', () => {
  let runId = 0;
  beforeAll(async () => {
    runId = await imported('log.csv', log);
  });

  test('is a run with its account, its original kept under its hash, and nothing left waiting', async () => {
    const { body } = await ask<RunReply>(`/runs/${runId}`);
    expect(body).toMatchObject({ samples: 1000, channels: 3, along: 't', procedureVersion: 0, canUndo: false });
    expect(body.record).toMatchObject({ linesRead: 1001, rows: 1000 });
    await compressed();
    expect(readdirSync(join(data, 'originals'))).toEqual([`${body.fileSha256}.gz`]);
    expect(readdirSync(join(data, 'waiting'))).toEqual([]);
  });

  test('a corrected layout is read again before the import', async () => {
    const { body } = await upload('comma.csv', 'a;b\n1,5;2\n');
    const reread = await ask<{ preview: UploadReply['preview'] }>(`/uploads/${body.uploadId}/preview`, {
      layout: { ...body.layout, delimiter: ',', decimal: '.' },
    });
    expect(reread.body.preview.columns.map((c) => c.name)).not.toEqual(body.preview.columns.map((c) => c.name));
    expect((await ask(`/uploads/${body.uploadId}`, undefined, 'DELETE')).status).toBe(204);
    expect((await ask(`/uploads/${body.uploadId}/preview`, { layout: body.layout })).status).toBe(404);
  });

  test('a cancelled import leaves nothing', async () => {
    const long = 'Time [s],a,b,c\n' + '0.125,1.25,2.5,3.75\n'.repeat(900_000);
    const { body } = await startImport('long.csv', long);
    const cancelled = await ask<JobReply>(`/imports/${body.jobId}`, undefined, 'DELETE');
    expect(cancelled.body).toMatchObject({ state: 'failed', runId: null, error: { code: 'CANCELLED' } });
    const { body: campaign } = await ask<CampaignReply>(`/campaigns/${campaignId}`);
    expect(campaign.runRows.map((r) => r.name)).toEqual(['log.csv']);
  });

  test('the procedure is saved by version, undone, redone; a stale version is refused', async () => {
    const save = (steps: unknown[], version: number) =>
      ask<ProcedureReply>(`/runs/${runId}/procedure`, { steps, version }, 'PUT');
    const trim = step('trim', { channel: 't', from: 10, to: 89.9, unit: 's' });
    const first = (await save([trim], 0)).body;
    expect(first).toMatchObject({ canUndo: true, canRedo: false });
    expect(await save([], 0)).toMatchObject({ status: 409, body: { code: 'CHANGED_MEANWHILE' } });
    const move = (direction: 'undo' | 'redo') => ask<ProcedureReply>(`/runs/${runId}/procedure/history`, { direction });
    expect((await move('undo')).body).toMatchObject({ procedure: [], canUndo: false, canRedo: true });
    expect((await move('redo')).body.procedure).toHaveLength(1);
    const { body: bench } = await ask<BenchReply>(`/runs/${runId}/bench`, {});
    expect(bench).toMatchObject({ samples: 1000, kept: 800 });
    expect(bench.strip.asideBy[0]).toBe(1);
  });

  test('a procedure on trial computes and saves nothing', async () => {
    const { body } = await ask<BenchReply>(`/runs/${runId}/bench`, { steps: [] });
    expect(body.kept).toBe(1000);
    expect((await ask<RunReply>(`/runs/${runId}`)).body.procedure).toHaveLength(1);
  });

  test('traces of a whole run and of a window: null is "from the start", not zero', async () => {
    const ask2 = (from: number | null, to: number | null) =>
      ask<TracesReply>(`/runs/${runId}/traces`, { symbols: ['y'], from, to, pixels: 100 });
    const whole = (await ask2(null, null)).body;
    expect(whole.window).toEqual([0, 99.9]);
    expect(whole.traces[0]!.setAside.count).toBe(200);
    const part = (await ask2(20, 21)).body;
    expect(part.samplesInWindow).toBe(12);
    expect(part.traces[0]!.everySample).toBe(true);
  });

  test('condition, fit, comparison and finding; the finding tells when it would read otherwise', async () => {
    const limits = [{ kind: 'tolerance', symbol: 'x', value: 20, tolerance: 10, unit: 'mm' }];
    const condition = (await ask<ConditionRow>(`/campaigns/${campaignId}/conditions`, { name: 'low', limits })).body;
    const fitBody = {
      name: 'y of x',
      runId,
      x: 'x',
      y: 'y',
      conditionIds: [condition.id],
      data: 'samples',
      weights: 'none',
      model: 'polynomial',
      settings: { degree: 1 },
      choices: {},
    };
    const fit = (await ask<FitRow>(`/campaigns/${campaignId}/fits`, fitBody)).body;
    const result = (await ask<FitReply>(`/fits/${fit.id}/result`)).body.series[0]!;
    const [a0, a1] = result.parameters;
    expect(a1).toMatchObject({ symbol: 'a1', unit: 'kPa/mm' });
    expect(Math.abs(a1!.value! - 3)).toBeLessThan(a1!.halfWidth!);
    expect(Math.abs(a0!.value! - 2)).toBeLessThan(a0!.halfWidth!);
    // Weights need an uncertainty; as it stands it is held against the scatter.
    const tryFit = async (weights: string) =>
      (await ask<FitReply>('/fits/trial', { ...fitBody, campaignId, weights })).body.series[0]!;
    expect((await tryFit('absolute')).problem).toMatchObject({ code: 'FIT_WEIGHTS' });
    const declare = (uncertainty: unknown) =>
      ask(`/runs/${runId}/channels/y`, { symbol: 'y', name: 'y', unit: 'kPa', uncertainty }, 'PUT');
    const twice = { kind: 'absolute', value: 2 * result.residualStandardDeviation!, statedAs: 'standard' };
    // What all samples share moves the constant as a whole and the slope not at all, whatever weights are chosen.
    await declare(twice);
    for (const weights of ['none', 'absolute', 'relative']) {
      const { parameters, sources } = await tryFit(weights);
      expect(sources).toEqual(['y']);
      expect(parameters[0]!.systematic! / twice.value).toBeCloseTo(1, 6);
      expect(parameters[1]!.standardError! / a1!.standardError!).toBeCloseTo(1, 6);
    }
    const { value } = twice;
    const named = (name: string, share: number) => ({
      name,
      isShared: name === 'rig',
      of: { ...twice, value: share * value },
    });
    await declare({ kind: 'several', sources: [named('calibration', 0.6), named('rig', 0.8)] });
    const several = await tryFit('none');
    expect(several.sources).toEqual(['y calibration', 'rig']);
    expect(several.parameters[0]!.systematic! / value).toBeCloseTo(1, 6);
    expect(several.parameters[0]!.budget.map((b) => b.source)).toEqual(['rig', 'y calibration', 'scatter']);
    expect((await declare({ kind: 'several', sources: [named('rig', 1), named('rig', 1)] })).body).toMatchObject({
      code: 'SOURCE_TWICE',
    });
    await declare({ ...twice, effect: 'random' });
    const weighted = await tryFit('absolute');
    expect(weighted.sources).toEqual([]);
    expect(weighted.reducedChiSquare).toBeCloseTo(1 / 4, 6);
    expect(weighted.parameters[1]!.standardError! / a1!.standardError!).toBeCloseTo(2, 6);
    expect((await tryFit('relative')).parameters[1]!.standardError! / a1!.standardError!).toBeCloseTo(1, 6);
    expect(weighted.correlation[0]![1]).toBeLessThan(0);
    await declare(null);
    const asIs = { offset: 0, scale: 1, method: 'linear', uncertainty: null };
    const simulated = await imported('sim.csv', 'x [cm],y [Pa]\n0,1000\n1,31000\n5,151000\n');
    const row = await ask<ComparisonRow>(`/campaigns/${campaignId}/comparisons`, {
      name: 'c',
      reference: { runId, x: 'x', y: 'y', conditionIds: [condition.id], data: 'samples' },
      candidates: [
        { source: { kind: 'run', runId: simulated, x: 'x', y: 'y' }, ...asIs },
        { source: { kind: 'fit', fitId: fit.id }, ...asIs, offset: 0.5 },
      ],
    });
    const [compared, ofFit] = (await ask<ComparisonReply>(`/comparisons/${row.body.id}/result`)).body.series[0]!
      .candidates;
    // The candidate is 1 kPa lower, and comes in cm and Pa.
    expect(compared!.mean).toBeCloseTo(-1, 3);
    expect(compared!.verdict.state).toBe('notTested');
    // The fit goes through the points, and was moved up by half a kilopascal.
    expect(ofFit!.mean).toBeCloseTo(0.5, 3);
    // The very points that it was fitted to do not judge it.
    expect(ofFit!.verdict).toMatchObject({ state: 'notTested', text: expect.stringContaining('was fitted to') });
    const origin = { kind: 'difference', comparisonId: row.body.id, conditionId: condition.id };
    const finding = (await ask<FindingRow>(`/campaigns/${campaignId}/findings`, { origin })).body;
    expect(finding.sentence).toContain('below');
    const read = { kind: 'reading', fitId: fit.id, conditionId: condition.id, what: 'at', at: 2 };
    const reading = (await ask<FindingRow>(`/campaigns/${campaignId}/findings`, { origin: read })).body;
    expect(reading.sentence).toMatch(
      / at x 2 .*\(95 %, k = 2\.\d: random only, no systematic error of y or x is declared\)/,
    );
    const budgetOf = async (id: number) => (await ask<FindingBudget>(`/findings/${id}/budget`)).body;
    expect(await budgetOf(reading.id)).toMatchObject({
      unit: 'kPa',
      lines: [{ source: 'scatter', share: 1 }],
      why: '',
    });
    expect(await budgetOf(finding.id)).toMatchObject({ lines: [], why: 'No ± is known of this number.' });
    const goodness = { kind: 'goodness', fitId: fit.id, conditionId: condition.id };
    const good = (await ask<FindingRow>(`/campaigns/${campaignId}/findings`, { origin: goodness })).body;
    expect((await budgetOf(good.id)).why).toContain('no ± of its own');
    expect(await ask('/findings/999/budget')).toMatchObject({ status: 404 });
    await ask(`/findings/${good.id}`, undefined, 'DELETE');
    const explained = await ask<FindingRow>(`/findings/${reading.id}`, { meaning: ' what was promised ' }, 'PUT');
    expect(explained.body).toMatchObject({ meaning: 'what was promised', nowReads: null });
    const unused = (await ask<ConditionRow>(`/campaigns/${campaignId}/conditions`, { name: 'compared only', limits }))
      .body;
    const alone = {
      name: 'alone',
      reference: { runId, x: 'x', y: 'y', conditionIds: [unused.id], data: 'samples' },
      candidates: [{ source: { kind: 'run', runId: simulated, x: 'x', y: 'y' }, ...asIs }],
    };
    expect((await ask(`/campaigns/${campaignId}/comparisons`, alone)).status).toBe(201);
    expect(await ask(`/conditions/${unused.id}`, undefined, 'DELETE')).toMatchObject({
      status: 409,
      body: { code: 'STILL_USED' },
    });
    await ask(`/conditions/${condition.id}`, { name: 'low', limits: [{ ...limits[0], tolerance: 5 }] }, 'PUT');
    const now = (await ask<FindingRow[]>(`/campaigns/${campaignId}/findings`)).body[0]!;
    expect(now.nowReads).not.toBeNull();
    expect((await ask<FindingRow>(`/findings/${finding.id}/rewrite`, undefined, 'POST')).body.sentence).toBe(
      now.nowReads,
    );
    expect(await ask(`/conditions/${condition.id}`, undefined, 'DELETE')).toMatchObject({
      status: 409,
      body: { code: 'STILL_USED' },
    });
  });

  test('a table is callable in a formula, and its change is computed anew', async () => {
    const table = {
      symbol: 'k',
      name: 'Stiffness',
      xName: 'Way',
      xUnit: 'mm',
      yUnit: 'N',
      source: 'made up',
      ...plainly,
      x: [50, 0],
      y: [100, 0],
    };
    const { body } = await ask<TableRow>(`/campaigns/${campaignId}/tables`, table);
    expect(body.x).toEqual([0, 50]);
    const force = step('derive', { name: 'Force', symbol: 'F', formula: 'k(x)', unit: 'N' });
    const highest = async () => {
      const bench = (await ask<BenchReply>(`/runs/${runId}/bench`, { steps: [force] })).body;
      return bench.channels.find((c) => c.symbol === 'F')?.highest;
    };
    expect(await highest()).toBe(98);
    await ask(`/tables/${body.id}`, { ...table, y: [200, 0] }, 'PUT');
    expect(await highest()).toBe(196);
    // What it was is kept, and who asks it is told.
    const versions = (await ask<TableVersion[]>(`/tables/${body.id}/versions`)).body;
    expect(versions.map((v) => [v.version, v.body.y])).toEqual([[1, [0, 100]]]);
    const { procedureVersion: version } = (await ask<RunReply>(`/runs/${runId}`)).body;
    await ask(`/runs/${runId}/procedure`, { steps: [force], version }, 'PUT');
    const uses = async () => (await ask<TableUse[]>(`/tables/${body.id}/uses`)).body;
    expect(await uses()).toEqual([{ runId, where: 'log.csv', what: 'F = k(x)' }]);
    await ask(`/runs/${runId}/procedure/history`, { direction: 'undo' });
    expect(await uses()).toEqual([]);
    // Beyond its end it is held, which the ledger counts.
    await ask(`/tables/${body.id}`, { ...table, x: [45, 0], outside: 'hold' }, 'PUT');
    expect((await ask<BenchReply>(`/runs/${runId}/bench`, { steps: [force] })).body.outsideTables).toBe(80);
  });

  test('a deleted table is brought back under its own number, with what it was before', async () => {
    const table = { symbol: 'gone', name: 'Way', xName: 'a', xUnit: '', yUnit: '', source: 'made up', ...plainly };
    const sent = { ...table, isShared: false, x: [0, 1], y: [0, 1] };
    const { body } = await ask<TableRow>(`/campaigns/${campaignId}/tables`, sent);
    await ask(`/tables/${body.id}`, { ...sent, y: [0, 2] }, 'PUT');
    const shown = { kind: 'table', tableId: body.id };
    const charts = [{ id: 'c1', source: shown }];
    for (const source of [shown, { kind: 'together', charts }])
      await ask(`/campaigns/${campaignId}/figures`, {
        name: `of ${source.kind}`,
        source,
        dressing: dressingOf(houseStyles[0]!),
      });
    const uses = async () => (await ask<TableUse[]>(`/tables/${body.id}/uses`)).body;
    expect(await uses()).toEqual([
      { runId: null, where: 'figure', what: 'of table' },
      { runId: null, where: 'figure', what: 'of together' },
    ]);
    await ask(`/tables/${body.id}`, undefined, 'DELETE');
    expect((await ask(`/tables/${body.id}`)).status).toBe(404);
    const removed = async () => (await ask<RemovedTable[]>(`/campaigns/${campaignId}/tables/removed`)).body;
    expect(await removed()).toMatchObject([{ id: body.id, symbol: 'gone', name: 'Way' }]);
    const back = () => ask<TableRow>(`/tables/${body.id}/restored`, undefined, 'PUT');
    // As long as another one has its symbol it stays where it is.
    const other = (await ask<TableRow>(`/campaigns/${campaignId}/tables`, sent)).body;
    expect((await back()).status).toBe(409);
    await ask(`/tables/${other.id}`, undefined, 'DELETE');
    expect((await back()).body).toEqual({ ...body, y: [0, 2] });
    expect((await ask<TableVersion[]>(`/tables/${body.id}/versions`)).body.map((v) => v.body.y)).toEqual([[0, 1]]);
    expect((await removed()).map((t) => t.id)).toEqual([other.id]);
    expect((await back()).status).toBe(404);
    expect(await uses()).toHaveLength(2);
  });

  test('a shared table is there in every campaign, goes behind one of its own, and outlives its campaign', async () => {
    const table = {
      symbol: 'shared',
      name: 'Way',
      xName: 'a',
      xUnit: '',
      yUnit: '',
      source: 'made up',
      ...plainly,
      isShared: true,
      x: [0, 1],
      y: [0, 1],
    };
    const other = (await ask<CampaignRow>('/campaigns', { name: 'Another', question: '' })).body.id;
    const made = (await ask<TableRow>(`/campaigns/${other}/tables`, table)).body;
    const seen = async () =>
      (await ask<TableRow[]>(`/campaigns/${campaignId}/tables`)).body
        .filter((t) => t.symbol === 'shared')
        .map((t) => t.y[1]);
    expect(await seen()).toEqual([1]);
    expect((await ask(`/campaigns/${campaignId}/tables`, table)).body).toMatchObject({ code: 'NAME_TAKEN' });
    const own = (await ask<TableRow>(`/campaigns/${campaignId}/tables`, { ...table, isShared: false, y: [0, 7] })).body;
    expect(await seen()).toEqual([1, 7]);
    const bench = (
      await ask<BenchReply>(`/runs/${runId}/bench`, {
        steps: [step('derive', { name: 'S', symbol: 'S', formula: 'shared(1)', unit: '' })],
      })
    ).body;
    expect(bench.channels.find((c) => c.symbol === 'S')!.highest).toBe(7);
    await ask(`/tables/${own.id}`, undefined, 'DELETE');
    await ask(`/campaigns/${other}`, undefined, 'DELETE');
    expect(await seen()).toEqual([1]);
    expect((await ask(`/tables/${made.id}`, { ...table, isShared: false }, 'PUT')).body).toMatchObject({
      code: 'TABLE_WITHOUT_CAMPAIGN',
    });
    await ask(`/tables/${made.id}`, undefined, 'DELETE');
  });

  test('knots come from a file of any format of intake; a log is refused', async () => {
    const send = async (name: string, body: Buffer | string) => {
      const reply = await fetch(`${server.address}/api/table-files?name=${name}`, {
        method: 'POST',
        body: body as string,
        headers: { 'content-type': 'application/octet-stream' },
      });
      return (await reply.json()) as TableFileReply & { code?: string };
    };
    const columns = [
      { name: 'T', unit: '°C', values: [0, 10] },
      { name: 'rho', unit: 'kg/m³', values: [999.8, 999.7] },
    ];
    const text = 'T (°C);rho (kg/m³)\n0;999,8\n10;999,7\n';
    expect((await send('t.csv', text)).columns).toEqual(columns);
    expect((await send('t.csv.gz', gzipSync(text))).columns).toEqual(columns);
    expect((await send('t.json', '[{"T":0,"rho":999.8},{"T":10,"rho":999.7}]')).columns.map((c) => c.values)).toEqual(
      columns.map((c) => c.values),
    );
    expect(await send('t.csv', '1,2\n'.repeat(2.2e6))).toMatchObject({ code: 'TABLE_FILE_TOO_LARGE' });
  });

  test('a table in two arguments is put in order, and asked with both of them', async () => {
    const second = { name: 'b', unit: '%', method: 'linear', scale: 'plain', w: [50, 0], isScattered: false };
    const table = {
      symbol: 'two',
      name: 'Both',
      xName: 'a',
      xUnit: 'mm',
      yUnit: '',
      source: 'made up',
      ...plainly,
      second,
      x: [100, 0],
      y: [4, 3, 2, 1],
    };
    const made = (await ask<TableRow>(`/campaigns/${campaignId}/tables`, table)).body;
    expect(made).toMatchObject({ x: [0, 100], y: [1, 2, 3, 4], second: { w: [0, 50] } });
    const value = async (formula: string) => {
      const bench = (
        await ask<BenchReply>(`/runs/${runId}/bench`, {
          steps: [step('derive', { name: 'B', symbol: 'B', formula, unit: '' })],
        })
      ).body;
      return bench.channels.find((c) => c.symbol === 'B')?.highest ?? bench.reports[0]!.error?.message;
    };
    expect(await value('two(5 [cm], 0.25)')).toBe(2.5);
    expect(await value('two(5 [cm])')).toContain('takes 2');
    const holed = { ...table, x: [100, 0, 200], y: [4, 3, 2, 1, 6, null] };
    const kept = (await ask<TableRow>(`/tables/${made.id}`, holed, 'PUT')).body;
    expect(kept).toMatchObject({ x: [0, 100, 200], y: [1, 2, 3, 4, null, 6] });
    expect(await value('two(5 [cm], 0.25)')).toBe(2.5);
    expect(await value('two(15 [cm], 0.25)')).toBeUndefined();
    expect((await ask(`/tables/${made.id}`, { ...holed, y: [4, 3, 2, 1, null, null] }, 'PUT')).body).toMatchObject({
      code: 'TABLE_LINE_EMPTY',
    });
    expect(
      (await ask(`/campaigns/${campaignId}/tables`, { ...table, symbol: 'bad', y: [1, 2, 3] })).body,
    ).toMatchObject({ code: 'TABLE_GRID_SIZE' });
  });

  test('a deleted run takes its samples and its original with it', async () => {
    const id = await imported('short.csv', log + '\n100,1,5\n');
    const { fileSha256 } = (await ask<RunReply>(`/runs/${id}`)).body;
    await compressed();
    expect(readdirSync(join(data, 'originals'))).toContain(`${fileSha256}.gz`);
    expect((await ask(`/runs/${id}`, undefined, 'DELETE')).status).toBe(204);
    expect((await ask(`/runs/${id}/bench`, {})).status).toBe(404);
    // The original goes with the last run that came from it; those of other runs stay.
    expect(readdirSync(join(data, 'originals'))).not.toContain(`${fileSha256}.gz`);
    expect(readdirSync(join(data, 'originals')).length).toBeGreaterThan(0);
  });

  // Step, what it says. Every refusal is the step's own; the others go on.
  const derive = (formula: string) => step('derive', { name: 'D', symbol: 'D', formula, unit: '' });
  test.each([
    [derive('x + nope'), '"nope" at character 5'],
    [derive('x + t'), 'cannot be added'],
    [derive('x +'), 'the end of the formula'],
    [derive('constructor(x)'), '"constructor" at character 1'],
    [derive('("; drop table run")'), 'found the word "; drop table run"'],
    [step('trim', { channel: 't', from: 5, to: 1, unit: 's' }), 'ends (1) before it begins (5)'],
    [step('trim', { channel: 't', from: 500, to: 600, unit: 's' }), 'No kept sample'],
    [step('trim', { channel: 't', from: 'a', to: 1, unit: 's' }), '"From" must be number'],
    [
      step('smooth', { channel: 'y', method: 'savitzkyGolay', window: 4, order: 2, symbol: 'ys', name: 'ys' }),
      'no middle sample',
    ],
    [
      step('smooth', { channel: 'y', method: 'savitzkyGolay', window: 5, order: 5, symbol: 'ys', name: 'ys' }),
      'lower the order',
    ],
    [
      step('smooth', { channel: 'y', method: 'movingAverage', window: 5, order: 2, symbol: 'x', name: 'ys' }),
      'already in use',
    ],
    [step('nope', {}), 'no step kind "nope"'],
  ])('step %j fails by itself with a sentence', async (bad, sentence) => {
    const { body } = await ask<BenchReply>(`/runs/${runId}/bench`, {
      steps: [bad, step('timeFromZero', { channel: 't' })],
    });
    expect(body.reports.map((r) => r.status)).toEqual(['failed', 'done']);
    expect(body.reports[0]!.error!.message).toContain(sentence);
  });

  test.each([
    [derive('y / (x - x)'), '1000 missing: divided by zero'],
    [derive('sqrt(0 [mm] - x)'), 'missing: the function has no value there'],
  ])('step %j is done with its doubt', async (doubtful, doubt) => {
    const { body } = await ask<BenchReply>(`/runs/${runId}/bench`, { steps: [doubtful] });
    expect(body.reports[0]).toMatchObject({ status: 'done' });
    expect(body.reports[0]!.doubts.join().replace(/\u202f/g, '')).toContain(doubt);
  });

  const fit = (over: Record<string, unknown>) => ({
    campaignId,
    name: 'f',
    runId,
    x: 'x',
    y: 'y',
    conditionIds: [],
    data: 'samples',
    weights: 'none',
    model: 'polynomial',
    settings: { degree: 1 },
    choices: {},
    ...over,
  });
  test.each([
    [{ settings: { degree: 12 } }, 422, '"Degree" must be <= 9'],
    [{ model: 'magic' }, 422, 'no model "magic"'],
    [{ x: 'nope' }, 422, 'no channel "nope"'],
    [{ conditionIds: [999] }, 404, 'no condition "999"'],
    [{ runId: 999 }, 404, 'no run "999"'],
  ])('the fit with %j is refused', async (over, status, sentence) => {
    const reply = await ask<{ message: string }>('/fits/trial', { ...fit(over), campaignId });
    expect([reply.status, reply.body.message]).toEqual([status, expect.stringContaining(sentence)]);
  });

  test('a series that cannot be fitted says so beside the others', async () => {
    const flat = await imported('flat.csv', 'x [s],y [m]\n1,2\n1,3\n1,4\n');
    const ask2 = async (over: Record<string, unknown>) =>
      (await ask<FitReply>('/fits/trial', { ...fit({ runId: flat, ...over }), campaignId })).body.series[0]!.problem;
    expect(await ask2({})).toMatchObject({ code: 'X_HAS_NO_SPREAD' });
    expect(await ask2({ settings: { degree: 3 } })).toMatchObject({ code: 'TOO_FEW_POINTS_FOR_MODEL' });
  });
});

describe('refusals at the door', () => {
  test.each([
    ['/campaigns', {}, 422, "must have required property 'name'"],
    ['/campaigns', { name: '  ', question: '' }, 422, 'pattern'],
    ['/campaigns', { name: 'Valve', question: '' }, 409, 'already a campaign called "Valve"'],
    ['/runs/abc', undefined, 422, 'params.id must be integer'],
    ['/runs/0', undefined, 422, 'must be >= 1'],
    ['/nothing', undefined, 404, 'There is nothing at /api/nothing'],
    [
      '/campaigns/1/tables',
      { symbol: 'sin', name: 'a', xName: 'b', xUnit: '', yUnit: '', source: 's', ...plainly, x: [1, 2], y: [1, 2] },
      422,
      'already in use',
    ],
    [
      '/campaigns/1/tables',
      { symbol: 'r', name: 'a', xName: 'b', xUnit: 'wat', yUnit: '', source: 's', ...plainly, x: [1, 2], y: [1, 2] },
      422,
      'is not a unit',
    ],
    [
      '/campaigns/1/tables',
      { symbol: 'r', name: 'a', xName: 'b', xUnit: '', yUnit: '', source: 's', ...plainly, x: [1, 1], y: [1, 2] },
      422,
      'stands twice',
    ],
    [
      '/campaigns/1/tables',
      {
        symbol: 'r',
        name: 'a',
        xName: 'b',
        xUnit: '',
        yUnit: '',
        source: 's',
        ...plainly,
        yScale: 'log',
        x: [1, 2],
        y: [1, -2],
      },
      422,
      'Row 2: the value −2 cannot stand',
    ],
    [
      '/campaigns/1/tables',
      {
        symbol: 'r',
        name: 'a',
        xName: 'b',
        xUnit: '',
        yUnit: '',
        source: 's',
        ...plainly,
        method: 'wavy',
        x: [1, 2],
        y: [1, 2],
      },
      422,
      'body.method must be "linear" or "monotone"',
    ],
    [
      '/campaigns/1/conditions',
      { name: 'c', limits: [{ kind: 'tolerance', symbol: 'x', value: 1, tolerance: -1, unit: '' }] },
      422,
      'must be >= 0',
    ],
  ])('%s with %j', async (path, body, status, sentence) => {
    const reply = await ask<{ message: string }>(path, body);
    expect([reply.status, reply.body.message]).toEqual([status, expect.stringContaining(sentence)]);
  });

  test.each([
    ['empty.csv', '', 'is empty'],
    ['picture.csv', '\u0000\u0001', 'is not text'],
  ])('the file %s', async (name, text, sentence) => {
    const reply = await upload(name, text);
    expect([reply.status, (reply.body as unknown as { message: string }).message]).toEqual([
      422,
      expect.stringContaining(sentence),
    ]);
  });

  test('an upload over the limit, and nothing of it stays', async () => {
    const before = readdirSync(join(data, 'waiting'));
    const reply = await upload('large.csv', 'a,b\n' + '1.25,2.5\n'.repeat(3_000_000));
    expect(reply).toMatchObject({ status: 413, body: { code: 'UPLOAD_TOO_LARGE' } });
    expect(readdirSync(join(data, 'waiting'))).toEqual(before);
  });

  test.each([
    [
      'two columns of one symbol',
      [
        { reading: { index: 0, reads: 'number' }, name: 'a', symbol: 's', unit: '' },
        { reading: { index: 1, reads: 'number' }, name: 'b', symbol: 's', unit: '' },
      ],
      'already in use',
    ],
    [
      'a symbol that is none',
      [{ reading: { index: 0, reads: 'number' }, name: 'a', symbol: '2 x', unit: '' }],
      'cannot be a symbol',
    ],
    [
      'an unknown unit',
      [{ reading: { index: 0, reads: 'number' }, name: 'a', symbol: 'a', unit: 'wat' }],
      'is not a unit',
    ],
  ])('an import with %s', async (_, columns, sentence) => {
    const reply = await startImport('bad.csv', 'a,b\n1,2\n', { columns, along: null });
    expect([reply.status, (reply.body as unknown as { message: string }).message]).toEqual([
      422,
      expect.stringContaining(sentence),
    ]);
  });

  test('a body that is no JSON', async () => {
    const headers = { 'content-type': 'application/json' };
    const reply = await fetch(`${server.address}/api/campaigns`, { method: 'POST', body: '{', headers });
    expect([reply.status, ((await reply.json()) as { code: string }).code]).toEqual([422, 'REQUEST_INVALID']);
  });

  test('the document of the API lists its routes, and every page comes with the strict policy', async () => {
    const { body } = await ask<{ paths: Record<string, unknown> }>('/openapi.json');
    expect(Object.keys(body.paths)).toContain('/api/runs/{id}/traces');
    const page = await fetch(`${server.address}/`);
    expect(page.headers.get('content-security-policy')).toContain("script-src 'self';");
  });
});

describe('the way out and back', () => {
  let runId = 0;
  const text =
    'Time [s],Flow [L/min],"Head, net [m]"\n0,60.1,27.6\n0.1,0.30000000000000004,\n0.2,-1e-300,1.7976931348623157e308\n';
  beforeAll(async () => {
    runId = await imported('way-out.csv', text);
  });
  const exported = async (query: string) => (await fetch(`${server.address}/api/runs/${runId}/export?${query}`)).text();

  test('what is exported comes back to the same doubles, with its units', async () => {
    const again = await imported('way-back.csv', await exported('which=logged'));
    const columns = async (id: number) => {
      const { body } = await ask<TracesReply>(`/runs/${id}/traces`, {
        symbols: ['Q', 'H_n'],
        from: null,
        to: null,
        pixels: 100,
      });
      return body.traces.map((t) => [t.x, t.y]);
    };
    expect(await columns(again)).toEqual(await columns(runId));
    const { body } = await ask<BenchReply>(`/runs/${again}/bench`, {});
    expect(body.channels.map((c) => [c.name, c.unit])).toEqual([
      ['Time', 's'],
      ['Flow', 'L/min'],
      ['Head, net', 'm'],
    ]);
  });

  test('after the procedure: the kept samples and the chosen channels, derived ones too', async () => {
    const steps = [
      step('trim', { channel: 't', from: 0.05, to: 1, unit: 's' }),
      step('derive', { name: 'Half', symbol: 'h', formula: 'Q / 2', unit: 'L/min' }),
    ];
    await ask(`/runs/${runId}/procedure`, { steps, version: 0 }, 'PUT');
    expect(await exported('which=kept&symbols=t,h')).toBe(
      'Time [s],Half [L/min]\r\n0.1,0.15000000000000002\r\n0.2,-5e-301\r\n',
    );
    expect(await exported('which=kept&symbols=nope')).toContain('no channel');
  });

  test('a channel is declared anew, and all that follows is computed anew', async () => {
    const put = (symbol: string, body: unknown) =>
      ask<{ message: string }>(`/runs/${runId}/channels/${symbol}`, body, 'PUT');
    expect((await put('Q', { symbol: 'Q', name: 'Flow', unit: 'm^3/h' })).status).toBe(200);
    const { body } = await ask<BenchReply>(`/runs/${runId}/bench`, {});
    const half = body.channels.find((c) => c.symbol === 'h')!;
    // 0.3 m³/h are 5 L/min.
    expect(half.highest).toBeCloseTo((0.3 * 1000) / 60 / 2, 9);
    expect((await put('Q', { symbol: 't', name: 'Flow', unit: '' })).body.message).toContain('already in use');
    expect((await put('Q', { symbol: 'Q', name: 'Flow', unit: 'wat' })).status).toBe(422);
    expect((await put('nope', { symbol: 'n', name: 'Flow', unit: '' })).status).toBe(404);
    await put('t', { symbol: 'time', name: 'Time', unit: 's' });
    expect((await ask<RunReply>(`/runs/${runId}`)).body.along).toBe('time');
  });
});

test('a workbook is unpacked at a sheet; another sheet is another text', async () => {
  const book = readFileSync(join(import.meta.dirname, '..', '..', 'formats', 'test', 'data', 'loop3.xlsx'));
  const { body } = await uploadTo(server, 'loop3.xlsx', new Uint8Array(book));
  expect(body.levels).toMatchObject([{ part: 'Sweep', parts: ['Notes', 'Sweep', 'Pulsation'], partTitle: 'Sheet' }]);
  const other = await ask<UploadReply>(`/uploads/${body.uploadId}/part`, { parts: ['Pulsation'] });
  expect(other.body.preview.columns.map((c) => c.unit)).toEqual(['s', 'kPa']);
  expect((await ask(`/uploads/${body.uploadId}/part`, { parts: ['Nope'] })).status).toBe(422);
});
