/** The sensor list of a campaign: what a certificate states once goes to every channel that the sensor measured. */
import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals';
import type { CampaignRow, FitReply, JobReply, RunReply, SensorRow } from '@undameter/contract';
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
let runs: number[] = [];
const ask = <T>(path: string, body?: unknown, method?: string) => askBuilt<T>(server, path, body, method);

const calibration = { name: 'calibration', isShared: false, of: { kind: 'absolute', value: 0.02, statedAs: 'twice' } };
const gauge = { name: 'Gauge 7', unit: 'bar', sources: [calibration], notes: 'certificate 12, made up' };
const log =
  'Time [s],q [L/min],p [kPa]\n' + Array.from({ length: 40 }, (_, i) => `${i},${i},${250 - i + (i % 3)}`).join('\n');

beforeAll(async () => {
  server = await startBuilt(data);
  campaignId = (await ask<CampaignRow>('/campaigns', { name: 'Pump', question: '' })).body.id;
  for (const name of ['first.csv', 'second.csv']) {
    const { body: waiting } = await uploadTo(server, name, log);
    const { body } = await ask<JobReply>(`/uploads/${waiting.uploadId}/import`, asUnderstood(waiting, campaignId));
    runs = [...runs, (await importEnded(server, body.jobId)).runId!];
  }
});
afterAll(async () => {
  await server.stop();
  removeDataDirectory(data);
});

const declare = (runId: number, body: Record<string, unknown>, symbol = 'p') =>
  ask(`/runs/${runId}/channels/${symbol}`, { symbol, name: symbol, unit: 'kPa', ...body }, 'PUT');
const declaredOf = async (runId: number, symbol = 'p') =>
  (await ask<RunReply>(`/runs/${runId}`)).body.declared.find((c) => c.symbol === symbol)!;
const add = async (over: Record<string, unknown> = {}) =>
  ask<SensorRow>(`/campaigns/${campaignId}/sensors`, { ...gauge, ...over });

describe('a sensor and its channels', () => {
  let sensorId = 0;
  test('is listed with the channels that refer to it, and states their uncertainty in their unit', async () => {
    sensorId = (await add()).body.id;
    expect(await declare(runs[0]!, { sensorId })).toMatchObject({ status: 200 });
    const [row] = (await ask<SensorRow[]>(`/campaigns/${campaignId}/sensors`)).body;
    expect(row).toMatchObject({ ...gauge, uses: [{ run: 'first.csv', symbol: 'p', unit: 'kPa' }] });
    expect(await declaredOf(runs[0]!)).toMatchObject({
      sensorId,
      uncertainty: {
        kind: 'several',
        sources: [
          { name: 'Gauge 7 calibration', isShared: true, of: { kind: 'absolute', value: expect.closeTo(2, 9) } },
        ],
      },
    });
  });

  test('reaches a fit under its own name, and a changed certificate with it', async () => {
    const body = {
      name: 'f',
      runId: runs[0]!,
      x: 'q',
      y: 'p',
      conditionIds: [],
      data: 'samples',
      weights: 'none',
      model: 'polynomial',
      settings: { degree: 1 },
      choices: {},
      campaignId,
    };
    const systematic = async () => (await ask<FitReply>('/fits/trial', body)).body.series[0]!;
    const before = await systematic();
    expect(before.sources).toEqual(['Gauge 7 calibration']);
    expect(before.parameters[0]!.systematic).toBeCloseTo(1, 9);
    const twice = [{ ...calibration, of: { ...calibration.of, value: 0.04 } }];
    await ask(`/sensors/${sensorId}`, { ...gauge, sources: twice }, 'PUT');
    expect((await systematic()).parameters[0]!.systematic).toBeCloseTo(2, 9);
  });

  test('what a declaration leaves out stays; an uncertainty of its own lets go of the sensor', async () => {
    await declare(runs[0]!, { name: 'Pressure' });
    expect(await declaredOf(runs[0]!)).toMatchObject({ name: 'Pressure', sensorId });
    const own = { kind: 'absolute', value: 3, statedAs: 'limits' };
    await declare(runs[0]!, { uncertainty: own });
    expect(await declaredOf(runs[0]!)).toMatchObject({ sensorId: null, uncertainty: own });
    await declare(runs[0]!, {});
    expect(await declaredOf(runs[0]!)).toMatchObject({ sensorId: null, uncertainty: own });
    await declare(runs[0]!, { sensorId });
    await declare(runs[0]!, { sensorId: null });
    expect(await declaredOf(runs[0]!)).toMatchObject({ sensorId: null, uncertainty: null });
  });

  test('stays while a channel refers to it, and goes after that; a campaign goes with its sensors', async () => {
    await declare(runs[1]!, { sensorId });
    expect(await ask(`/sensors/${sensorId}`, undefined, 'DELETE')).toMatchObject({
      status: 409,
      body: { code: 'STILL_USED' },
    });
    expect(await ask(`/sensors/${sensorId}`, { ...gauge, unit: 'L/min' }, 'PUT')).toMatchObject({
      status: 422,
      body: { code: 'UNIT_MISFIT' },
    });
    await declare(runs[1]!, { sensorId: null });
    expect(await ask(`/sensors/${sensorId}`, undefined, 'DELETE')).toMatchObject({ status: 204 });
    const other = (await ask<CampaignRow>('/campaigns', { name: 'Other', question: '' })).body.id;
    const foreign = (await ask<SensorRow>(`/campaigns/${other}/sensors`, gauge)).body.id;
    expect(await declare(runs[0]!, { sensorId: foreign })).toMatchObject({ status: 404, body: { code: 'NOT_FOUND' } });
    expect(await ask(`/campaigns/${other}`, undefined, 'DELETE')).toMatchObject({ status: 204 });
  });

  test('a run whose channels refer to one can be joined and deleted with its campaign', async () => {
    const again = (await add({ name: 'Gauge 8' })).body.id;
    await declare(runs[1]!, { sensorId: again });
    const matches = ['t', 'q', 'p'].map((symbol) => ({ symbol, from: symbol }));
    const joined = await ask(`/runs/${runs[1]!}/continue`, { otherRunId: runs[0]!, matches, times: 'follow' });
    expect(joined).toMatchObject({ status: 200, body: { samples: 80 } });
    expect(await declaredOf(runs[1]!)).toMatchObject({ sensorId: again, uncertainty: { kind: 'several' } });
    expect(await ask(`/campaigns/${campaignId}`, undefined, 'DELETE')).toMatchObject({ status: 204 });
  });
});

test.each([
  ['a unit that is none', { unit: 'florps' }, 422, 'UNIT_UNKNOWN'],
  ['two sources of one name', { sources: [calibration, calibration] }, 422, 'SOURCE_TWICE'],
  ['no source', { sources: [] }, 422, 'REQUEST_INVALID'],
])('refuses a sensor with %s', async (_, over, status, code) =>
  expect(await ask('/campaigns/1/sensors', { ...gauge, ...over })).toMatchObject({ status, body: { code } }),
);
