/** The built server (npm run build) as a person starts it: in a process of its own, with the demo campaign. */
import { afterAll, beforeAll, expect, jest, test } from '@jest/globals';
import type { BenchReply, CampaignRow, FindingRow, FitReply, QualityReply } from '@undameter/contract';
import { rig } from '@undameter/demo';
import { askBuilt, newDataDirectory, removeDataDirectory, startBuilt, type Built } from '../../scripts/testing/startBuilt'; // prettier-ignore

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

test('both findings are sentences with number, unit and origin', async () => {
  const { body } = await ask<FindingRow[]>('/campaigns/1/findings');
  expect(body[0]!.sentence).toMatch(
    /^Head at zero flow, 2900 rpm: 27\.\d+ ± 0\.\d+ m \(95 % confidence\), .* of Sweep/,
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
