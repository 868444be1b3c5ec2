import { afterAll, beforeAll, expect, jest, test } from '@jest/globals';
import type { CampaignRow, ChartAxes } from '@undameter/contract';
import { startHere, type ServerHere } from './inProcess';

jest.setTimeout(60_000);

let server: ServerHere;
let campaignId: number;
const path = () => `/campaigns/${campaignId}/axes`;
const kept = async () => (await server.ask<ChartAxes[]>(path())).body;
const head = (look: object) => ({ chart: 'fit Q H x', axes: [{ axis: 'y Head (m)', look }] });

beforeAll(async () => {
  server = await startHere();
  campaignId = (await server.ask<CampaignRow>('/campaigns', { name: 'Axes', question: '' })).body.id;
});
afterAll(() => server.close());

test('the axes of a chart replace those before, and none forgets them', async () => {
  expect(await kept()).toEqual([]);
  await server.ask(path(), head({ low: 0, high: 10 }), 'PUT');
  await server.ask(path(), { chart: 'signals 1', axes: [{ axis: 'p', look: { log: true } }] }, 'PUT');
  const reply = await server.ask(path(), head({ reversed: true }), 'PUT');
  expect(reply).toMatchObject({ status: 200, body: head({ reversed: true }) });
  expect(await kept()).toEqual([
    head({ reversed: true }),
    { chart: 'signals 1', axes: [{ axis: 'p', look: { log: true } }] },
  ]);
  await server.ask(path(), { chart: 'signals 1', axes: [] }, 'PUT');
  expect(await kept()).toEqual([head({ reversed: true })]);
});

test('they belong to their campaign', async () => {
  const other = (await server.ask<CampaignRow>('/campaigns', { name: 'Other', question: '' })).body.id;
  expect((await server.ask(`/campaigns/${other}/axes`)).body).toEqual([]);
});

test.each([
  ['a campaign that is not there', '/campaigns/999999/axes', head({}), 404, 'no campaign "999999"'],
  ['digits below one', undefined, head({ digits: 0 }), 422, 'body.axes.0.look.digits must be >= 1'],
  ['an end that is no number', undefined, head({ low: 'a' }), 422, 'body.axes.0.look.low'],
  ['a wish that there is not', undefined, head({ colour: 'red' }), 422, 'colour'],
  ['a chart without a name', undefined, { chart: '', axes: [] }, 422, 'body.chart'],
  ['a chart with a name too long', undefined, { chart: 'x'.repeat(201), axes: [] }, 422, 'body.chart'],
])('%s is refused with a sentence', async (_, at, body, status, words) => {
  const reply = await server.ask<{ message: string }>(at ?? path(), body, 'PUT');
  expect(reply.status).toBe(status);
  expect(reply.body.message).toContain(words);
  expect(await kept()).toEqual([head({ reversed: true })]);
});
