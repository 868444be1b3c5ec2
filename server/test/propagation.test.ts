/** Monte Carlo runs of the whole way over the API: from what is declared of sensors to what is read off a fit. */
import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals';
import type { CampaignRow, ConditionRow, FitReply, JobReply, PropagationReply } from '@undameter/contract';
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
let runId = 0;
const ask = <T>(path: string, body?: unknown, method?: string) => askBuilt<T>(server, path, body, method);

/** A pump's pressure over its flow, 500 samples, made up, with a scatter that has no pattern. */
const log =
  'Time [s],q [L/min],p [kPa],v [m/s],r [kPa]\n' +
  Array.from({ length: 500 }, (_, i) => {
    const q = 2 + (38 * i) / 499;
    const off = 0.4 * Math.sin(i * i);
    const v = (i % 250) / 25;
    const r = i < 250 ? 40 - 2 * v : 10 + 3 * v;
    return [i, q, 270 - 0.05 * q * q + off, v, r + off].map((n) => n.toFixed(4)).join();
  }).join('\n');

beforeAll(async () => {
  server = await startBuilt(data);
  campaignId = (await ask<CampaignRow>('/campaigns', { name: 'Pump', question: 'How high?' })).body.id;
  const { body: waiting } = await uploadTo(server, 'sweep.csv', log);
  const { body } = await ask<JobReply>(`/uploads/${waiting.uploadId}/import`, asUnderstood(waiting, campaignId));
  runId = (await importEnded(server, body.jobId)).runId!;
  const uncertainty = { kind: 'absolute', value: 3, statedAs: 'limits' };
  await ask(`/runs/${runId}/channels/p`, { symbol: 'p', name: 'p', unit: 'kPa', uncertainty }, 'PUT');
});
afterAll(async () => {
  await server.stop();
  removeDataDirectory(data);
});

const fitBody = (over: Record<string, unknown> = {}) => ({
  name: 'head',
  runId,
  x: 'q',
  y: 'p',
  conditionIds: [],
  data: 'samples',
  weights: 'none',
  model: 'polynomial',
  settings: { degree: 2 },
  choices: {},
  campaignId,
  ...over,
});
const asked = (over: Record<string, unknown> = {}) => ({
  ...fitBody(),
  series: 0,
  atX: 20,
  atY: 230,
  other: null,
  draws: 4000,
  ...over,
});
const at = (jobId: string) => `/propagations/${jobId}`;

async function ended(body: Record<string, unknown>): Promise<PropagationReply> {
  const started = await ask<PropagationReply>('/propagations', body);
  expect(started).toMatchObject({ status: 202, body: { state: 'running', wanted: body['draws'] } });
  for (;;) {
    const { body: now } = await ask<PropagationReply>(at(started.body.jobId));
    if (now.state !== 'running') return now;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
}

describe('draws of a whole way', () => {
  test('parameters, a value, a place and an optimum, each beside what first order says', async () => {
    const drawn = await ended(asked());
    expect(drawn).toMatchObject({ state: 'done', draws: 4000, sources: ['p'], notDrawn: [], error: null });
    const by = new Map(drawn.quantities.map((q) => [q.name, q]));
    expect([...by.keys()].slice(0, 5)).toEqual(['a0', 'a1', 'a2', 'p at 20 L/min', 'q where p is 230 kPa']);
    const fit = (await ask<FitReply>('/fits/trial', fitBody())).body.series[0]!;
    const a0 = by.get('a0')!;
    expect(a0.value).toBe(fit.parameters[0]!.value);
    expect(a0.halfWidth).toBe(fit.parameters[0]!.halfWidth);
    // ± 3 kPa as limits is nearly all of it: an interval of nearly equal likelihood is narrower than a normal one.
    expect(a0.standard! / (3 / Math.sqrt(3))).toBeCloseTo(1, 1);
    expect((a0.high! - a0.low!) / 2).toBeLessThan(3);
    expect(a0.agreement).toBe('differs');
    expect(a0.text).toContain('Differs from first order');
    expect(a0.histogram.counts.reduce((s, c) => s + c, 0)).toBe(4000);
    // What lifts the whole curve leaves its second derivative alone: there the scatter alone tells, and agrees.
    expect(by.get('a2')).toMatchObject({ agreement: 'agrees', unit: 'kPa/(L/min)²' });
  });

  test('where two curves meet', async () => {
    const named = async (name: string, value: number) =>
      (
        await ask<ConditionRow>(`/campaigns/${campaignId}/conditions`, {
          name,
          limits: [{ kind: 'tolerance', symbol: 't', value, tolerance: 125, unit: 's' }],
        })
      ).body.id;
    const conditionIds = [await named('first', 125), await named('second', 375)];
    const drawn = await ended(
      asked({ x: 'v', y: 'r', conditionIds, other: 1, settings: { degree: 1 }, draws: 4000, atX: null, atY: null }),
    );
    const meeting = drawn.quantities.find((q) => q.name.includes('meets second'))!;
    expect(meeting.kind).toBe('reading');
    expect(meeting.value).toBeCloseTo(6, 1);
    expect(meeting).toMatchObject({ agreement: 'agrees', missing: 0, unit: 'm/s' });
  });

  test('behind a smoothing the draws spread the noise as the step does, and agree', async () => {
    const smooth = {
      id: 's',
      kind: 'smooth',
      version: 1,
      on: true,
      settings: { channel: 'r', method: 'savitzkyGolay', window: 21, order: 2, symbol: 'r_s', name: 'r, smoothed' },
    };
    const { body: run } = await ask<{ procedureVersion: number }>(`/runs/${runId}`);
    await ask(`/runs/${runId}/procedure`, { steps: [smooth], version: run.procedureVersion }, 'PUT');
    const first = (
      await ask<{ id: number }>(`/campaigns/${campaignId}/conditions`, {
        name: 'rising',
        limits: [{ kind: 'tolerance', symbol: 't', value: 375, tolerance: 110, unit: 's' }],
      })
    ).body.id;
    const over = { x: 'v', y: 'r_s', conditionIds: [first], settings: { degree: 1 } };
    const fit = (await ask<FitReply>('/fits/trial', fitBody(over))).body.series[0]!;
    expect(fit.worth).toBeLessThan(fit.points / 5);
    const drawn = await ended(asked({ ...over, atX: null, atY: null }));
    const slope = drawn.quantities.find((q) => q.name === 'a1')!;
    expect(slope.standard! / fit.parameters[1]!.standardError!).toBeGreaterThan(0.9);
    expect(slope.standard! / fit.parameters[1]!.standardError!).toBeLessThan(1.15);
  });

  test('one is stopped with what it has', async () => {
    const started = (await ask<PropagationReply>('/propagations', asked({ draws: 20_000 }))).body;
    const stopped = await ask<PropagationReply>(at(started.jobId), undefined, 'DELETE');
    expect(stopped.body.state).toBe('stopped');
    expect(stopped.body.draws).toBeLessThan(20_000);
    expect(stopped.body.quantities[0]!.draws).toBe(stopped.body.draws);
    expect((await ask<PropagationReply>(at(started.jobId))).body.state).toBe('stopped');
  });
});

test.each([
  ['too few draws', { draws: 5 }, 422, 'REQUEST_INVALID'],
  ['too many', { draws: 1_000_000 }, 422, 'REQUEST_INVALID'],
  ['a model that is not there', { model: 'none' }, 422, 'MODEL_UNKNOWN'],
  ['a run that is not there', { runId: 999 }, 404, 'NOT_FOUND'],
])('refuses %s', async (_, over, status, code) =>
  expect(await ask('/propagations', asked(over))).toMatchObject({ status, body: { code } }),
);

test.each([
  ['a series that is not there', { series: 7 }, 'NOT_FOUND'],
  ['a channel that is not there', { x: 'none' }, 'CHANNEL_UNKNOWN'],
])('says why it failed: %s', async (_, over, code) =>
  expect(await ended(asked(over))).toMatchObject({ state: 'failed', error: { code } }),
);

test('one that was never started is not found', async () =>
  expect(await ask(at('0'.repeat(32)))).toMatchObject({ status: 404, body: { code: 'NOT_FOUND' } }));
