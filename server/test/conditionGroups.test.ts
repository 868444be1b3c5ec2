/** Groups of conditions, conditions of one run, and fits through the points of several as one series. */
import type { ConditionRow, FitReply, FitRow } from '@undameter/contract';
import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals';
import { addRun, column, startHere, type ServerHere } from './inProcess';

jest.setTimeout(60_000);
let server: ServerHere;
let campaign = 0;
let [run, second] = [0, 0];
let rows: ConditionRow[] = [];
let fit: FitRow;

/** Six levels of five samples; y is the level itself, so that one line goes through all of them. */
const columns = {
  t: { unit: 's', values: column(30, (i) => i) },
  n: { unit: 'rpm', values: column(30, (i) => 100 * Math.floor(i / 5) + (i % 5) / 10) },
  y: { unit: 'kPa', values: column(30, (i) => 2 * Math.floor(i / 5) + ((i * 7) % 5) / 100) },
};
const held = (level: number) => [{ kind: 'tolerance', symbol: 'n', value: 100 * level, tolerance: 5, unit: 'rpm' }];
const list = async () => (rows = (await server.ask<ConditionRow[]>(`/campaigns/${campaign}/conditions`)).body);
const change = (body: object) => server.ask<ConditionRow[]>(`/campaigns/${campaign}/conditions/change`, body);
const ids = (...places: number[]) => places.map((p) => rows[p]!.id);
const fitBody = () => ({
  ...{ name: 'line', runId: run, x: 'n', y: 'y', conditionIds: ids(0, 1, 2, 3, 4, 5), data: 'operatingPoints' },
  ...{ weights: 'none', model: 'polynomial', settings: { degree: 1 }, choices: {} },
});
const tried = async (body: object) =>
  (await server.ask<FitReply>('/fits/trial', { ...fitBody(), ...body, campaignId: campaign })).body.series;
const kept = async () => (await server.ask<FitRow>(`/fits/${fit.id}`)).body;

beforeAll(async () => {
  server = await startHere();
  campaign = (await server.ask<{ id: number }>('/campaigns', { name: 'groups', question: '' })).body.id;
  run = await addRun(server.db, campaign, 'sweep', columns);
  second = await addRun(server.db, campaign, 'without a speed', { t: columns.t, y: columns.y });
  const conditions = [0, 1, 2, 3, 4, 5].map((k) => ({
    ...{ name: `level ${k}`, limits: held(k) },
    ...(k < 3 ? { group: 'slow' } : k < 5 ? { group: 'fast' } : {}),
  }));
  await server.ask(`/campaigns/${campaign}/conditions/several`, { conditions });
  await list();
});
afterAll(() => server.close());

test('a condition tells its group by name and by number; one in none tells neither', () => {
  expect(rows.map((r) => r.group)).toEqual(['slow', 'slow', 'slow', 'fast', 'fast', '']);
  const of = (group: string) => new Set(rows.filter((r) => r.group === group).map((r) => r.groupId));
  expect([of('slow').size, of('fast').size, [...of('')]]).toEqual([1, 1, [null]]);
});

describe('the points of a fit', () => {
  const shown = async (oneSeriesOf: string) =>
    (await tried({ oneSeriesOf })).map((s) => [s.name, s.points, s.conditionIds.length]);
  test('of each condition are too few for a line of their own, and that is said', async () => {
    const series = await tried({});
    expect(series).toHaveLength(6);
    expect(series[0]!.problem).not.toBeNull();
  });
  test('of each group are one series', async () =>
    expect(await shown('group')).toEqual([
      ['slow', 3, 3],
      ['fast', 2, 2],
      ['level 5', 0, 1],
    ]));
  test('of all are one series, with the line that goes through them', async () => {
    const [all] = await tried({ oneSeriesOf: 'all' });
    expect(all).toMatchObject({ name: '6 conditions together', points: 6, conditionId: null, groupId: null });
    expect(all!.parameters[1]!.value).toBeCloseTo(2 / 100, 4);
  });
});

describe('a fit of groups that was kept', () => {
  beforeAll(async () => {
    const body = { ...fitBody(), conditionIds: ids(0, 1, 2, 3, 4), oneSeriesOf: 'group' };
    fit = (await server.ask<FitRow>(`/campaigns/${campaign}/fits`, body)).body;
  });
  test('keeps what its series are made of', () =>
    expect([fit.oneSeriesOf, Object.keys(fit.results).sort()]).toEqual(['group', ['fast', 'slow']]));
  test('carries a finding of one group', async () => {
    const origin = { kind: 'parameter', fitId: fit.id, conditionId: null, groupId: rows[0]!.groupId, parameter: 'a1' };
    const { body } = await server.ask<{ sentence: string }>(`/campaigns/${campaign}/findings`, { origin });
    expect(body.sentence).toContain('slow');
    const nowhere = { origin: { ...origin, groupId: 99 } };
    expect(await server.ask(`/campaigns/${campaign}/findings`, nowhere)).toMatchObject({ status: 404 });
  });
  test('goes on under the new name when all of the group get one', async () => {
    await change({ group: { ids: ids(0, 1, 2), name: 'below 250 rpm' } });
    expect(Object.keys((await kept()).results).sort()).toEqual(['below 250 rpm', 'fast']);
    const before = rows[0]!.groupId;
    expect((await list())[0]).toMatchObject({ group: 'below 250 rpm', groupId: before });
  });
  test('is left behind by one that goes into another group, which is no renaming', async () => {
    await change({ group: { ids: ids(2), name: 'odd' } });
    expect((await list()).map((r) => r.group)).toEqual(['below 250 rpm', 'below 250 rpm', 'odd', 'fast', 'fast', '']);
    expect(Object.keys((await kept()).results).sort()).toEqual(['below 250 rpm', 'fast']);
  });
});

test('a condition goes out of its group with an empty name, and a change without one leaves it there', async () => {
  const [first] = rows;
  await server.ask(`/conditions/${first!.id}`, { name: first!.name, limits: first!.limits }, 'PUT');
  expect((await list())[0]!.group).toBe('below 250 rpm');
  await change({ group: { ids: ids(0), name: '' } });
  expect((await list())[0]).toMatchObject({ group: '', groupId: null });
});

describe('a condition of one run', () => {
  const problems = async (of: number) => {
    const { body } = await server.ask<{ conditions: { problem: object | null }[] }>(`/runs/${of}/bench`, {});
    return body.conditions.map((c) => c.problem !== null);
  };
  test('is not asked of another, which then has nothing to complain about', async () => {
    expect(await problems(second)).toEqual([true, true, true, true, true, true]);
    for (const { id, name, limits } of rows) {
      const body = { name, limits, runId: run };
      expect(await server.ask(`/conditions/${id}`, body, 'PUT')).toMatchObject({ status: 200, body: { runId: run } });
    }
    expect(await problems(second)).toEqual([]);
    expect(await problems(run)).toHaveLength(6);
  });
  test('is refused in a fit on another', async () =>
    expect(
      await server.ask(`/campaigns/${campaign}/fits`, { ...fitBody(), name: 'elsewhere', runId: second, x: 't' }),
    ).toMatchObject({ status: 404 }));
  test('cannot go to one run while a fit on another needs it', async () => {
    const [{ id, name, limits }] = rows as [ConditionRow];
    expect(await server.ask(`/conditions/${id}`, { name, limits, runId: second }, 'PUT')).toMatchObject({
      status: 409,
    });
    expect((await list())[0]!.runId).toBe(run);
  });
  test('goes back to all of the campaign', async () => {
    const [{ id, name, limits }] = rows as [ConditionRow];
    await server.ask(`/conditions/${id}`, { name, limits, runId: null }, 'PUT');
    expect(await problems(second)).toEqual([true]);
  });
});
