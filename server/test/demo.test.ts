/** The built server (npm run build) as a person starts it: in a process of its own, with the demo campaign. */
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, jest, test } from '@jest/globals';
import type { BenchReply, CampaignRow, FindingRow, FitReply } from '@undameter/contract';
import { rig } from '@undameter/demo';

jest.setTimeout(180_000);
const data = mkdtempSync(join(tmpdir(), 'undameter-test-'));
let server: ChildProcess;
let address = '';

/** Starts a server on the data directory; the promise ends with its address, or with what it said instead. */
function start(): { child: ChildProcess; ready: Promise<string> } {
  const child = spawn(process.execPath, [join('server', 'dist', 'main.js'), '--demo'], {
    env: { ...process.env, PORT: '0', UNDAMETER_DATA: data, NODE_OPTIONS: '' },
  });
  const ready = new Promise<string>((resolve, reject) => {
    let said = '';
    const listen = (text: Buffer): void => {
      said += text.toString();
      const found = /ready at (\S+)/.exec(said);
      if (found) resolve(found[1]!);
    };
    child.stdout!.on('data', listen);
    child.stderr!.on('data', listen);
    child.on('exit', () => reject(new Error(said)));
  });
  return { child, ready };
}

const ended = (child: ChildProcess): Promise<number | null> =>
  new Promise((resolve) => (child.exitCode === null ? child.on('exit', resolve) : resolve(child.exitCode)));

async function ask<T>(
  path: string,
  body?: unknown,
  method = body === undefined ? 'GET' : 'POST',
): Promise<{ status: number; body: T }> {
  const reply = await fetch(`${address}/api${path}`, {
    method,
    ...(body === undefined ? {} : { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } }),
  });
  return { status: reply.status, body: (await reply.json()) as T };
}

beforeAll(async () => {
  const started = start();
  server = started.child;
  address = await started.ready;
});
afterAll(async () => {
  const gone = ended(server);
  server.kill('SIGTERM');
  await gone;
  rmSync(data, { recursive: true, force: true });
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
  const reply = await fetch(`${address}/api/campaigns`, { headers: { origin: 'https://elsewhere.example' } });
  expect(reply.status).toBe(403);
});

test('a second process is refused, and kill -9 loses nothing that was committed', async () => {
  await expect(start().ready).rejects.toThrow('in use by process');
  const { body: made } = await ask<CampaignRow>('/campaigns', { name: 'Kept through a kill', question: '' });
  const gone = ended(server);
  server.kill('SIGKILL');
  await gone;
  const again = start();
  server = again.child;
  address = await again.ready;
  const { body } = await ask<CampaignRow[]>('/campaigns');
  expect(body.map((c) => c.id)).toContain(made.id);
});
