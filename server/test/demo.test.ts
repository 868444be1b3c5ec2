/** The built server (npm run build) as a person starts it: in a process of its own, with the demo campaign. */
import { afterAll, beforeAll, expect, jest, test } from '@jest/globals';
import type {
  AppliedRun,
  BenchReply,
  CampaignRow,
  ComparisonReply,
  ConditionRow,
  FindingBudget,
  FindingRow,
  FitReply,
  LivingReply,
  PairsReply,
  PointsReply,
  QualityReply,
  RunReply,
  SetPointsReply,
  WhyReply,
} from '@undameter/contract';
import { liquidWater, saturationPressure, waterViscosity } from '@undameter/core';
import { headAt, rig } from '@undameter/demo';
import {
  askBuilt,
  newDataDirectory,
  removeDataDirectory,
  startBuilt,
  type Built,
} from '../../scripts/testing/startBuilt';
import { examples } from '../src/openapi/examples';
import { sendExamples } from './sendExamples';

jest.setTimeout(180_000);
const data = newDataDirectory();
let server: Built;
const ask = <T>(path: string, body?: unknown) => askBuilt<T>(server, path, body);

beforeAll(async () => {
  server = await startBuilt(data, ['--demo']);
});
afterAll(async () => {
  await server.stop();
  removeDataDirectory(data);
});

test("the demo's head curves give back the constants of the generator within their 95 % confidence", async () => {
  const { body } = await ask<FitReply>('/fits/1/result');
  expect(body.series.map((s) => s.name)).toEqual(['1450 rpm', '2200 rpm', '2900 rpm']);
  const rated = body.series[2]!;
  const [a0, , a2] = rated.parameters;
  expect(rated.problem).toBeNull();
  expect(Math.abs(a0!.value! - rig.headAtZeroFlowM)).toBeLessThan(a0!.halfWidth!);
  expect(Math.abs(a2!.value! + rig.headFallMPerLpm2)).toBeLessThan(a2!.halfWidth!);
  expect(a2!.unit).toBe('m/(L/min)²');
});

test('what steps set aside is shown beside the points of a fit, and only counted where it lies far off', async () => {
  const power = {
    name: 'Power',
    campaignId: 1,
    runId: 1,
    x: 'Q',
    y: 'P_h',
    data: 'samples',
    weights: 'none',
    model: 'polynomial',
    settings: { degree: 2 },
    choices: {},
    conditionIds: [],
  };
  const { leftOut, drawn } = (await ask<FitReply>('/fits/trial', power)).body.series[0]!;
  const highest = Math.max(...drawn.y.map(Number));
  expect(leftOut.x.length).toBeGreaterThan(100);
  expect(Math.max(...leftOut.y.map(Number))).toBeLessThan(1.6 * highest);
  expect(leftOut.beyond).toBeGreaterThan(0);
});

test('the warm-up gives back the time constant and both temperatures of the generator, its start values come by themselves', async () => {
  const { body } = await ask<FitReply>('/fits/3/result');
  const [before, rise, begin, tau] = body.series[0]!.parameters;
  const { from, to, timeConstant } = rig.warmUp;
  expect(body.series[0]!.doubts).toEqual([]);
  // The log is in minutes, and the heater goes on after two.
  const truth = [from, to - from, 2, timeConstant / 60];
  [before, rise, begin, tau].forEach((p, k) =>
    expect(Math.abs(p!.value! - truth[k]!)).toBeLessThan(1.5 * p!.halfWidth!),
  );
  expect(tau!.unit).toBe('min');
});

test('one curve holds all speeds by the affinity laws, and the coast-down gives back friction, drag and time constant', async () => {
  const { body: affinity } = await ask<FitReply>('/fits/4/result');
  expect(affinity.sharing!.p).toBeGreaterThan(0.01);
  const [h0, k] = affinity.series[0]!.parameters;
  expect(Math.abs(h0!.value! - rig.headAtZeroFlowM)).toBeLessThan(0.01);
  expect(Math.abs(k!.value! / rig.headFallMPerLpm2 - 1)).toBeLessThan(0.002);
  const { body: coasting } = await ask<FitReply>('/fits/5/result');
  const found = Object.fromEntries(coasting.series[0]!.parameters.map((p) => [p.symbol, p]));
  const { dragConstant, dragSquare, inertia } = rig;
  const truth = {
    n_s: (Math.sqrt(dragConstant / dragSquare) * 60) / (2 * Math.PI),
    tau: inertia / Math.sqrt(dragConstant * dragSquare),
  };
  for (const [symbol, value] of Object.entries(truth))
    expect(Math.abs(found[symbol]!.value! - value)).toBeLessThan(4 * found[symbol]!.standardError!);
  expect(found['tau']!.unit).toBe('s');
});

test('what a station of the guide vane says becomes a finding, and a number of a report', async () => {
  const { body: compared } = await ask<ComparisonReply>('/comparisons/2/result');
  const [first, , tip] = compared.groups;
  const pin = (group: string) =>
    ask<FindingRow & { code: string }>('/campaigns/2/findings', {
      origin: { kind: 'group', comparisonId: 2, group, candidate: 0 },
    });
  const { body: agrees } = await pin(first!.name);
  expect(agrees.sentence).toMatch(
    /^Pressure coefficient of Guide vane, cut .* against Guide vane, taps, .*: At all 11/,
  );
  expect((await pin(tip!.name)).body.sentence).toContain('Differs at 2 of 11 points');
  expect((await pin('z_rel 0.3')).body.code).toBe('NOT_FOUND');
  const { body: budget } = await ask<FindingBudget>(`/findings/${agrees.id}/budget`);
  expect(budget.why).toContain('in the sentence');
  const { body: said } = await ask<LivingReply>('/campaigns/2/living', {
    sources: [{ kind: 'number', origin: agrees.origin }],
    taken: [],
  });
  expect(JSON.stringify(said)).toMatch(/±/);
});

test('the ledger of the sweep accounts for every sample', async () => {
  const { body } = await ask<BenchReply>('/runs/1/bench', {});
  const setAside = body.reports.reduce((sum, r) => sum + r.setAside, 0);
  expect(body.kept + setAside).toBe(body.samples);
  expect(body.reports.every((r) => r.status === 'done')).toBe(true);
});

test('the faults that the generator put into the sweep are found at the door', async () => {
  const { body } = await ask<QualityReply>('/runs/1/quality');
  const notes = body.flatMap((c) => c.notes);
  const doubts = notes.filter((n) => n.state === 'doubt').map((n) => n.sentence);
  expect(doubts.join('; ')).toContain('Discharge pressure stands at its rail of 655.35 kPa in 9 samples');
  expect(notes[0]!.sentence).toMatch(/^Elapsed time: every 0\.1 s/);
});

test('the coast-down gives back the drag torque that slowed the rig, at every speed', async () => {
  const { body } = await ask<PairsReply>('/runs/2/pairs', { x: 'n', symbols: ['M_d'], from: 5, to: 30 });
  const omega = (rpm: number): number => (rpm * 2 * Math.PI) / 60;
  const off = body.x.flatMap((n, i) => {
    const found = body.series[0]!.y[i];
    if (n === null || found === null || found === undefined || n < 100) return [];
    return [found - (rig.dragConstant + rig.dragSquare * omega(n) ** 2)];
  });
  const mean = off.reduce((sum, d) => sum + d, 0) / off.length;
  expect(off.length).toBeGreaterThan(500);
  expect(Math.abs(mean)).toBeLessThan(0.005 * rig.dragConstant);
});

test('the set points of the sweep are 18 conditions, and their points hold head and efficiency with their ±', async () => {
  const { body: found } = await ask<SetPointsReply>('/runs/1/set-points', { steady: null, symbols: null });
  expect(found.channels.filter((c) => c.chosen).map((c) => [c.symbol, c.levels.length])).toEqual([
    ['n', 3],
    ['z_v', 6],
  ]);
  expect(found.proposed).toHaveLength(18);
  // A speed with its six settings of the valve is a group.
  const speeds = found.channels.find((c) => c.symbol === 'n')!.levels.map((l) => `${l.value} rpm`);
  for (const speed of speeds) expect(found.proposed.filter((p) => p.group === speed)).toHaveLength(6);
  const conditions = found.proposed.map(({ name, limits, group = '' }) => ({ name, limits, group }));
  const { body: made } = await ask<ConditionRow[]>('/campaigns/1/conditions/several', { conditions });
  const again = await ask<{ code: string }>('/campaigns/1/conditions/several', { conditions });
  expect(again.body.code).toBe('NAME_TAKEN');
  const body = { conditionIds: made.map((c) => c.id), symbols: ['n', 'Q', 'H', 'eta', 'p_s', 'T_w', 'NPSH', 'Re'] };
  const { body: points } = await ask<PointsReply>('/runs/1/operating-points', body);
  expect(points.points).toHaveLength(18);
  for (const { values } of points.points) {
    const [n, Q, H, eta, p, T, npsh, re] = values.map((v) => v!);
    const wanted = headAt(n!.mean!, Q!.mean!);
    // The rig has no systematic error, so the mean lies within what its scatter allows.
    expect(Math.abs(H!.mean! - wanted)).toBeLessThan(5 * H!.standardError! + 0.02);
    expect(H!.uncertainty!).toBeGreaterThan(H!.standardError!);
    expect(eta!.uncertainty!).toBeGreaterThan(0);
    // The tables of the demo against the formulations of the IAPWS.
    const kelvin = T!.mean! + 273.15;
    const density = 1 / liquidWater(kelvin, 0.101325).volume;
    const area = (Math.PI * (rig.pipeDiameterMm / 1000) ** 2) / 4;
    const speed = Q!.mean! / 60_000 / area;
    const above = (1000 * p!.mean! - 1e6 * saturationPressure(kelvin)) / (density * rig.gravity);
    expect(Math.abs(npsh!.mean! - above - speed ** 2 / (2 * rig.gravity))).toBeLessThan(npsh!.uncertainty!);
    const reynolds = (density * speed * rig.pipeDiameterMm) / 1000 / waterViscosity(kelvin, density);
    expect(Math.abs(re!.mean! - reynolds)).toBeLessThan(2 * re!.uncertainty!);
    // The viscosity is stated to 1 % twice the standard uncertainty, the flow to 0.5 %.
    expect(re!.uncertainty! / re!.mean!).toBeGreaterThan(0.005);
  }
});

test('the procedure of the first sweep works on the second, and what a run does not have is told', async () => {
  const { body: first } = await ask<RunReply>('/runs/1');
  const channels = [
    { symbol: 'n', name: 'Shaft speed', unit: 'rpm' },
    { symbol: 'p_d', name: 'Discharge pressure', unit: 'bar' },
  ];
  const body = { steps: first.procedure, channels, runIds: [5, 4], how: 'replace', save: false };
  const { body: applied } = await ask<AppliedRun[]>('/campaigns/1/procedures/apply', body);
  expect(applied[0]!.reports.every((r) => r.status === 'done')).toBe(true);
  expect(applied[0]!.otherUnits).toEqual([{ symbol: 'p_d', made: 'bar', here: 'kPa' }]);
  expect(applied[1]!.missing).toEqual(['n']);
  expect(applied[1]!.reports[0]!.error?.code).toBe('CHANNEL_UNKNOWN');
  expect((await ask<RunReply>('/runs/5')).body.procedure).toEqual([]);
  // What is declared of a sensor goes along where nothing is declared of its namesake, and only there.
  const within = { kind: 'absolute', value: 2, statedAs: 'limits' };
  const sure = [
    { symbol: 'P_el', name: 'P_el', unit: 'kW', uncertainty: within },
    { symbol: 'T_w', name: 'T_w', unit: '°C', uncertainty: within },
  ];
  const declared = async () =>
    Object.fromEntries((await ask<RunReply>('/runs/3')).body.declared.map((c) => [c.symbol, c.uncertainty]));
  const before = await declared();
  const onto = {
    steps: (await ask<RunReply>('/runs/3')).body.procedure,
    channels: sure,
    runIds: [3],
    how: 'replace',
    save: true,
  };
  const told = await ask<AppliedRun[]>('/campaigns/1/procedures/apply', { ...onto, carriesUncertainty: false });
  expect(told.body[0]!.undeclared).toEqual(['P_el']);
  expect(await declared()).toEqual(before);
  await ask('/campaigns/1/procedures/apply', { ...onto, carriesUncertainty: true });
  expect(await declared()).toEqual({ ...before, P_el: within });
  const refused = await ask<{ code: string }>('/campaigns/1/procedures', {
    name: 'x',
    steps: [{ id: 'a', kind: 'nope', version: 1, settings: {}, on: true }],
    channels: [],
  });
  expect(refused.body.code).toBe('STEP_KIND_UNKNOWN');
});

test('of every sample it can be said why it is or is not in the result', async () => {
  const { body: before } = await ask<WhyReply>('/runs/1/why', { at: -30 });
  expect(before.setAsideBy).toMatchObject({ place: 1, title: 'Keep 1300 to 3000 rpm' });
  const { body: inside } = await ask<WhyReply>('/runs/1/why', { at: 200 });
  expect(inside).toMatchObject({ setAsideBy: null, conditions: expect.arrayContaining(['1450 rpm']) });
});

test('both findings are sentences with number, unit and origin', async () => {
  const { body } = await ask<FindingRow[]>('/campaigns/1/findings');
  expect(body[0]!.sentence).toMatch(
    /^Head at zero flow, 2900 rpm: 27\.\d+ ± 0\.19 m \(95 %, k = 2\.0: systematic of .* and random\), .* of Sweep/,
  );
  expect(body[1]!.sentence).toContain('Simulated head curve, 2900 rpm');
  expect(body.map((f) => f.nowReads)).toEqual([null, null]);
});

test.each([
  ['/runs/999', undefined, 404, 'NOT_FOUND'],
  ['/campaigns', { name: 'A', colour: 'red' }, 422, 'REQUEST_INVALID'],
  ['/runs/1/traces', { symbols: ['nope'], from: null, to: null, pixels: 0 }, 422, 'REQUEST_INVALID'],
])('%s is refused with a sentence', async (path, body, status, code) => {
  const reply = await ask<{ code: string; message: string }>(path, body);
  expect([reply.status, reply.body.code]).toEqual([status, code]);
  expect(reply.body.message).toMatch(/\.$/);
});

test('a foreign origin is refused', async () => {
  const reply = await fetch(`${server.address}/api/campaigns`, { headers: { origin: 'https://elsewhere.example' } });
  expect(reply.status).toBe(403);
});

test('a second process is refused, and kill -9 loses nothing that was committed', async () => {
  await expect(startBuilt(data, ['--demo'])).rejects.toThrow('in use by process');
  const { body: made } = await ask<CampaignRow>('/campaigns', { name: 'Kept through a kill', question: '' });
  await server.stop('SIGKILL');
  server = await startBuilt(data, ['--demo']);
  const { body } = await ask<CampaignRow[]>('/campaigns');
  expect(body.map((c) => c.id)).toContain(made.id);
});

test('every example of the API’s document is taken', async () => {
  const waiting = async (file: Blob, name: string): Promise<string> =>
    (await ask<{ uploadId: string }>(`/uploads?name=${name}`, file)).body.uploadId;
  const log = new Blob(['Time,Flow\n0,1.5\n1,1.7\n2,1.6\n']);
  const book = await fetch(`${server.address}/api/runs/3/export?which=logged&format=xlsx`).then((reply) =>
    reply.blob(),
  );
  const field =
    '# vtk DataFile Version 4.2\na\nASCII\nDATASET POLYDATA\nPOINTS 3 float\n0 0 0 1 0 0 0 1 0\nPOLYGONS 1 4\n3 0 1 2\nPOINT_DATA 3\nSCALARS Pressure_coefficient float\n1 2 3\n';
  const { body: sentField } = await ask<{ uploadId: string }>('/field-uploads?name=vane.vtk', new Blob([field]));
  const uploads = {
    createField: sentField.uploadId,
    readAgain: await waiting(log, 'log.csv'),
    startImport: await waiting(log, 'log.csv'),
    choosePart: await waiting(book, 'book.xlsx'),
  };
  const { body: api } = await ask<Parameters<typeof sendExamples>[0]>('/openapi.json');
  const rows = { ...(examples['createTypedRun'] as object), name: 'Rows to correct' };
  const { body: typed } = await ask<RunReply>('/campaigns/1/typed-runs', rows);
  // The first picture there is: that of the example.
  await fetch(`${server.address}/api/campaigns/1/pictures?name=a.png`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: Buffer.from('89504e470d0a1a0a0000000049454e44ae426082', 'hex'),
  });
  const { body: session } = await ask<RunReply>('/campaigns/1/bench-runs', {
    ...(examples['createBenchRun'] as object),
    name: 'Readings to take',
  });
  const atBench = Object.fromEntries(
    ['takeReading', 'sendSetting', 'actOnReading', 'keepBenchSession'].map((name) => [name, session.id]),
  );
  const ofFive = { saveProcedure: 5, moveInHistory: 5, joinRun: 5, continueRun: 5, findOffset: 5 };
  // The guide vane has a campaign of its own, the second one: its field is the eighth run.
  const ofField = {
    createDerivedRun: 2,
    makeAlike: 10,
    getFieldSurface: 8,
    getFieldValues: 8,
    cutField: 8,
    getRows: 7,
  };
  const runs = { ...ofFive, ...ofField, ...atBench, renameRun: 1, saveSheet: typed.id };
  const sent = await sendExamples(api, { runs, uploads }, (method, path, body) => askBuilt(server, path, body, method));
  expect(sent.filter(({ status }) => status >= 300)).toEqual([]);
  expect(sent.length).toBe(Object.keys(examples).length);
});
