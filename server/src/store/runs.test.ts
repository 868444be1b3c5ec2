/** A run in the store: its beginning, its channels, its procedure by versions, its end. */
import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals';
import type { Step } from '@undameter/core';
import { addRun, column, fileOf } from '../../test/inProcess';
import { newStore } from '../../test/inMemory';
import { benchHead } from './benchHead';
import { campaign, createCampaign } from './campaigns';
import type { Database } from './pg/Database';
import {
  beginRun,
  channels,
  declareChannel,
  moveProcedure,
  procedure,
  purgeUnready,
  removeRun,
  renameRun,
  replaceSamples,
  run,
  saveProcedure,
} from './runs';
import { createSampleSet, readColumn, writeColumns } from './samples';
import { createSensor } from './sensors';

jest.setTimeout(120_000);
let db: Database;
let [campaignId, runId] = [0, 0];
const columns = {
  t: { unit: 's', values: column(30, (i) => i) },
  p: { unit: 'kPa', values: column(30, (i) => 100 + i) },
  v: { unit: '', values: column(30, (i) => i % 2), labels: ['open', 'shut'] },
};
const code = (expected: string) => expect.objectContaining({ code: expected });
const trim = (from: number): Step => ({
  id: `trim${from}`,
  kind: 'trim',
  version: 1,
  settings: { channel: 't', from, to: 20, unit: 's' },
  on: true,
});

beforeAll(async () => {
  db = await newStore();
  campaignId = (await createCampaign(db, { name: 'Pump', question: '' })).id;
  runId = await addRun(db, campaignId, 'sweep', columns);
});
afterAll(() => db.close());

describe('a run', () => {
  test('says where it came from, what it holds, and what is done to it', async () => {
    expect(await run(db, runId)).toMatchObject({
      name: 'sweep',
      kind: 'measured',
      fileName: 'log.csv',
      samples: 30,
      channels: 3,
      along: 't',
      procedure: [],
      procedureVersion: 0,
      canUndo: false,
      canRedo: false,
      sources: [],
    });
    expect((await channels(db, runId)).map((c) => [c.position, c.symbol, c.labels])).toEqual([
      [0, 't', null],
      [1, 'p', null],
      [2, 'v', ['open', 'shut']],
    ]);
  });
  test('is told for computing with it by one question, as it is told in full', async () => {
    await saveProcedure(db, runId, [trim(3)], 0);
    const { procedure: steps, declared, ...whole } = await run(db, runId);
    const { steps: asked, declared: channelsAsked, ...head } = await benchHead(db, runId);
    expect(asked).toEqual(steps);
    expect(channelsAsked).toEqual(declared.map(({ reading: _, ...channel }) => channel));
    expect(whole).toMatchObject(head);
    expect(Object.keys(head)).toHaveLength(8);
    await moveProcedure(db, runId, 'undo');
    expect((await benchHead(db, runId)).steps).toEqual([]);
    await db.sql`delete from procedure_version where run_id = ${runId} and version > 0`;
  });
  test('that is not read to its end is seen by nobody, and gone after the next start', async () => {
    const file = fileOf('t');
    const half = await beginRun(db, { campaignId, name: 'half', kind: 'measured', file, channels: [] });
    await expect(run(db, half.id)).rejects.toEqual(code('NOT_FOUND'));
    await expect(benchHead(db, half.id)).rejects.toEqual(code('NOT_FOUND'));
    expect((await campaign(db, campaignId)).runRows.map((r) => r.name)).toEqual(['sweep']);
    await expect(renameRun(db, half.id, 'x')).rejects.toEqual(code('NOT_FOUND'));
    await purgeUnready(db);
    expect(await db.sql`select id from run where id = ${half.id}`).toEqual([]);
    expect((await campaign(db, campaignId)).runRows).toHaveLength(1);
  });
  test('has a name of its own in its campaign', async () => {
    const file = fileOf('t');
    const again = beginRun(db, { campaignId, name: ' sweep ', kind: 'measured', file, channels: [] });
    await expect(again).rejects.toEqual(code('NAME_TAKEN'));
    await expect(beginRun(db, { campaignId: 999, name: 'a', kind: 'measured', file, channels: [] })).rejects.toEqual(
      code('NOT_FOUND'),
    );
    expect((await renameRun(db, runId, ' second sweep ')).name).toBe('second sweep');
    await renameRun(db, runId, 'sweep');
  });
});

describe('a channel is declared anew', () => {
  const declare = (symbol: string, over: object = {}) =>
    declareChannel(db, runId, symbol, { symbol, name: symbol, unit: 'kPa', ...over });
  const declared = async (symbol: string) => (await channels(db, runId)).find((c) => c.symbol === symbol)!;
  const half = { kind: 'absolute' as const, value: 0.5, statedAs: 'twice' as const };
  test('with what is said of it; what is left out stays', async () => {
    await declare('p', { uncertainty: half });
    await declare('p', { name: ' Pressure ', unit: 'bar' });
    expect(await declared('p')).toMatchObject({ name: 'Pressure', unit: 'bar', uncertainty: half });
    await declare('p', { uncertainty: null });
    expect(await declared('p')).toMatchObject({ name: 'p', unit: 'kPa', uncertainty: null });
  });
  test('under another symbol, which the order of the run follows; not under one that is taken', async () => {
    await declare('t', { symbol: 'time', unit: 's' });
    expect((await run(db, runId)).along).toBe('time');
    await declare('time', { symbol: 't', name: 't', unit: 's' });
    await expect(declare('t', { symbol: 'p' })).rejects.toEqual(code('SYMBOL_TAKEN'));
    await expect(declare('nope')).rejects.toEqual(code('NOT_FOUND'));
  });
  test('as measured by a sensor, which then states its uncertainty in the unit of the channel', async () => {
    const of = { kind: 'absolute' as const, value: 0.02, statedAs: 'twice' as const };
    const sources = [{ name: 'calibration', isShared: false, of }];
    const gauge = await createSensor(db, campaignId, { name: 'Gauge', unit: 'bar', sources, notes: '' });
    await declare('p', { sensorId: gauge.id });
    const { uncertainty, sensorId } = await declared('p');
    expect(sensorId).toBe(gauge.id);
    expect(uncertainty).toMatchObject({ sources: [{ of: { value: 2 } }] });
    expect((await benchHead(db, runId)).declared.find((c) => c.symbol === 'p')).toMatchObject({
      uncertainty,
      sensorId,
    });
    await expect(declare('p', { unit: 'rpm' })).rejects.toEqual(code('UNIT_MISFIT'));
    await expect(declare('p', { sensorId: 999 })).rejects.toEqual(code('NOT_FOUND'));
    // An uncertainty of its own lets go of the sensor.
    await declare('p', { uncertainty: half });
    expect(await declared('p')).toMatchObject({ sensorId: null, uncertainty: half });
    await declare('p', { uncertainty: null });
  });
});

describe('a procedure', () => {
  const steps = async () => (await procedure(db, runId)).procedure.map((s) => s.id);
  test('is saved by versions, gone back and forth through, and parts from what was undone', async () => {
    await saveProcedure(db, runId, [trim(1)], 0);
    await saveProcedure(db, runId, [trim(1), trim(2)], 1);
    expect(await moveProcedure(db, runId, 'undo')).toMatchObject({ procedureVersion: 1, canUndo: true, canRedo: true });
    await moveProcedure(db, runId, 'undo');
    expect(await steps()).toEqual([]);
    await expect(moveProcedure(db, runId, 'undo')).rejects.toEqual(code('NOTHING_TO_UNDO'));
    await moveProcedure(db, runId, 'redo');
    expect(await saveProcedure(db, runId, [trim(3)], 1)).toMatchObject({ procedureVersion: 2, canRedo: false });
    expect(await steps()).toEqual(['trim3']);
    await expect(moveProcedure(db, runId, 'redo')).rejects.toEqual(code('NOTHING_TO_UNDO'));
  });
  test('made from a version that is no longer the present one is refused, and nothing is lost', async () => {
    await expect(saveProcedure(db, runId, [], 1)).rejects.toEqual(code('CHANGED_MEANWHILE'));
    expect(await steps()).toEqual(['trim3']);
    await expect(saveProcedure(db, 999, [], 0)).rejects.toEqual(code('NOT_FOUND'));
  });
});

describe('other samples in the place of a run’s', () => {
  const put = async (values: Float64Array, over: object) => {
    const sampleSet = await db.transaction(createSampleSet);
    await writeColumns(db, sampleSet, [values]);
    const one = [{ symbol: 't', name: 'Time', unit: 's', reading: null }];
    await replaceSamples(db, runId, { sampleSet, samples: values.length, channels: one, ...over });
    return sampleSet;
  };
  const added = {
    how: 'continued' as const,
    runName: 'b',
    fileName: 'b.csv',
    fileSha256: 'b'.repeat(64),
    count: 2,
    shift: 0,
  };
  test('leave name and procedure, name what was added, and drop the old ones', async () => {
    const before = await run(db, runId);
    const set = await put(
      column(3, (i) => i),
      { added },
    );
    await put(
      column(4, (i) => i),
      { added },
    );
    const after = await run(db, runId);
    expect(after).toMatchObject({ name: before.name, procedure: before.procedure, samples: 4, channels: 1 });
    expect(after.sources).toEqual([added, added]);
    const left = await db.sql`select 1 from sample_chunk where sample_set in (${before.sampleSet}, ${set})`;
    expect(left).toEqual([]);
    expect([...(await readColumn(db, after.sampleSet, 0, 4))]).toEqual([0, 1, 2, 3]);
  });
  test('read from a file anew forget what was added', async () => {
    const record = { columns: [] } as never;
    await put(
      column(2, (i) => i),
      { file: { ...fileOf(undefined), fileName: 'c.csv', record } },
    );
    expect(await run(db, runId)).toMatchObject({ fileName: 'c.csv', along: null, sources: [], samples: 2 });
  });
  test('of a run that is not there are refused', async () =>
    expect(replaceSamples(db, 999, { sampleSet: 1, samples: 0, channels: [] })).rejects.toEqual(code('NOT_FOUND')));
});

test('a run that is deleted takes its samples with it', async () => {
  const { sampleSet } = await run(db, runId);
  await removeRun(db, runId);
  await expect(run(db, runId)).rejects.toEqual(code('NOT_FOUND'));
  expect(await db.sql`select 1 from sample_chunk where sample_set = ${sampleSet}`).toEqual([]);
  await expect(removeRun(db, runId)).rejects.toEqual(code('NOT_FOUND'));
});
