/** Series of a fit from several runs and channels, each with its model. */
import { describe, expect, test } from '@jest/globals';
import { benchRun, count, fitTask, within } from '../../test/benchRun';
import type { FitTask } from './BenchInput';
import { compare } from './compareSeries';
import { drawWay, type DrawTask } from './drawWay';
import { fit } from './fitSeries';
import { judge, rank, readCurve } from './judgeFit';

const scatter = (i: number) => [0.3, -0.2, 0.1, -0.4, 0.2, 0, -0.1, 0.4, -0.3, 0.05][i % 10]!;
const line = (i: number) => 2 + 0.5 * i + scatter(i);
const bend = (i: number) => 40 - 0.03 * (i - 20) ** 2 + scatter(i + 3);
const offset = { kind: 'absolute' as const, value: 2, statedAs: 'standard' as const };
const monday = benchRun(
  {
    t: { unit: 's', values: count(50) },
    y: { unit: 'kPa', values: count(50, line), uncertainty: offset },
    z: { unit: 'kPa', values: count(50, bend) },
    T: { unit: '°C', values: count(50, (i) => 20 + i) },
  },
  { name: 'Monday' },
);
/** The same in other units, and a kPa higher. */
const tuesday = benchRun(
  {
    time: { unit: 'min', values: count(50, (i) => i / 60) },
    p: { unit: 'bar', values: count(50, (i) => (line(i) + 1) / 100), uncertainty: { ...offset, value: 0.02 } },
  },
  { name: 'Tuesday' },
);
const ofTuesday = { id: 1, run: tuesday, conditions: [], x: 'time', y: 'p' };
const ofZ = { id: 2, run: monday, conditions: [], x: 't', y: 'z' };
const task = (over: Partial<FitTask> = {}): FitTask => fitTask(monday, { further: [ofTuesday], ...over });
const valuesOf = (reply: ReturnType<typeof fit>, k: number) => reply.series[k]!.parameters.map((p) => p.value!);

describe('series of several runs', () => {
  const reply = fit(task());
  test('are in one board, each with its run and where it comes from', () =>
    expect(reply.series.map((s) => [s.name, s.run, s.from, s.points, s.problem])).toEqual([
      ['y, over t, Monday', 'Monday', 0, 50, null],
      ['p, over time, Tuesday', 'Tuesday', 1, 50, null],
    ]));
  test('are brought to the units of the first, with their ±', () => {
    const [first, second] = [valuesOf(reply, 0), valuesOf(reply, 1)];
    expect(second[0]).toBeCloseTo(first[0]! + 1, 9);
    expect(second[1]).toBeCloseTo(first[1]!, 9);
    expect(reply.series[1]!.parameters.map((p) => p.unit)).toEqual(['kPa', 'kPa/s']);
    const errors = reply.series.map((s) => s.parameters.map((p) => p.halfWidth!));
    expect(errors[1]![0]).toBeCloseTo(errors[0]![0]!, 9);
    expect(reply.series[1]!.drawn.x[49]).toBeCloseTo(49, 9);
  });
  test('have their own channels; an axis of several says their symbols, and no name of one', () => {
    expect(reply.series.map((s) => [s.x.name, s.y.name, s.y.unit])).toEqual([
      ['T', 'Y', 'kPa'],
      ['TIME', 'P', 'kPa'],
    ]);
    expect([reply.x, reply.y]).toEqual([
      { symbol: 't, time', name: '', unit: 's' },
      { symbol: 'y, p', name: '', unit: 'kPa' },
    ]);
    const days = fit(task({ further: [{ ...ofTuesday, run: { ...monday, name: 'Wednesday' }, x: 't', y: 'y' }] }));
    expect([days.x.name, days.y.name]).toEqual(['T', 'Y']);
    expect(fit(task({ further: [{ ...ofZ, y: 'nope' }] })).series[1]!.y).toEqual({
      symbol: 'nope',
      name: 'nope',
      unit: 'kPa',
    });
  });
  test('one that cannot be brought there says so beside the others', () => {
    const { series } = fit(task({ further: [{ ...ofZ, y: 'T' }] }));
    expect(series[0]!.problem).toBeNull();
    expect(series[1]!.problem).toMatchObject({ code: 'UNIT_MISFIT' });
  });
  test('conditions pick in each of them', () => {
    const { series } = fit(
      task({ conditions: [within(3, 0, 9)], further: [{ ...ofZ, conditions: [within(3, 0, 19), within(4, 20, 49)] }] }),
    );
    expect(series.map((s) => [s.name, s.conditionId, s.from, s.points])).toEqual([
      ['c3, y', 3, 0, 10],
      ['c3, z', 3, 2, 20],
      ['c4, z', 4, 2, 30],
    ]);
  });
  test('share a parameter over runs, which is tested', () => {
    const shared = fit(task({ choices: { shared: ['a1'] } }));
    expect(valuesOf(shared, 0)[1]).toBe(valuesOf(shared, 1)[1]);
    expect(shared.sharing!.text).toMatch(/as well as one for each/);
    const unlike = fit(task({ further: [ofZ], choices: { shared: ['a1'] } }));
    expect(unlike.sharing!.text).toMatch(/worse than one for each/);
  });
});

describe('a model of its own', () => {
  const models = { 'all from 2': { model: 'polynomial', settings: { degree: 2 } } };
  const mixed = task({ further: [ofZ], models, choices: { fixed: { a1: 0.5 }, reach: [-5, 60] } });
  const reply = fit(mixed);
  test('is that series’ only, and none of the choices of parameters goes with it', () => {
    expect(reply.series.map((s) => [s.model, s.isOwnModel, s.parameters.map((p) => p.state)])).toEqual([
      ['Straight line', false, ['found', 'fixed']],
      ['Polynomial, degree 2', true, ['found', 'found', 'found']],
    ]);
    expect(reply.series[1]!.expression).toContain('a2');
    // How far the curve is drawn belongs to all of them.
    expect(reply.series.map((s) => [s.curve.x[0], s.curve.x.at(-1)])).toEqual([
      [-5, 60],
      [-5, 60],
    ]);
    expect(valuesOf(reply, 1)[2]).toBeCloseTo(-0.03, 2);
  });
  test('is judged, read and ranked as what it is', () => {
    const judged = judge({ ...mixed, series: 1 });
    expect(judged.rungs.length).toBeGreaterThan(3);
    const { optima } = readCurve({ ...mixed, series: 1, atX: null, atY: null, other: null });
    expect(optima.map((o) => [o.what, Math.round(o.x)])).toEqual([['highest', 20]]);
    expect(readCurve({ ...mixed, series: 0, atX: null, atY: null, other: null }).optima).toEqual([]);
    const candidates = [1, 2].map((degree) => ({ kind: 'polynomial', settings: { degree } }));
    expect(rank({ ...mixed, series: 1, candidates }).suffices).toBe(1);
    expect(rank({ ...mixed, series: 0, candidates }).suffices).toBe(0);
  });
  test('takes no part in what the others share', () => {
    const third = { ...ofTuesday, id: 3 };
    const shared = fit(task({ further: [ofZ, third], models, choices: { shared: ['a1'] } }));
    expect(valuesOf(shared, 0)[1]).toBe(valuesOf(shared, 2)[1]);
    expect(valuesOf(shared, 1)).toEqual(valuesOf(reply, 1));
    expect(shared.sharing!.text).toMatch(/as well as one for each/);
  });
  test('of a series that is not there changes nothing', () => {
    const other = fit(task({ models: { 'condition 9': models['all from 2'] } }));
    expect(other.series.map((s) => s.isOwnModel)).toEqual([false, false]);
  });
});

describe('curves of several runs', () => {
  test('meet where they meet, in the units of the first', () => {
    const { crossings } = readCurve({ ...task({ further: [ofZ] }), series: 0, atX: null, atY: null, other: 1 });
    expect(crossings).toHaveLength(1);
  });
  const draw = (over: Partial<DrawTask>) =>
    drawWay({
      ...task(),
      series: 1,
      atX: null,
      atY: null,
      other: null,
      draws: 200,
      port: { postMessage: () => undefined } as never,
      stop: new Int32Array(1),
      ...over,
    });
  test('are drawn along the way of their own run', () => {
    const { quantities, sources } = draw({});
    const [a0] = quantities;
    expect([a0!.name, a0!.unit, sources]).toEqual(['a0', 'kPa', ['p']]);
    expect(a0!.standard!).toBeGreaterThan(1.7);
    expect(a0!.standard!).toBeLessThan(2.4);
  });
  test('two of several runs cannot be drawn as one, which is said', () => {
    const refused = expect.objectContaining({ code: 'DRAWS_SEVERAL_RUNS' }) as never;
    expect(() => draw({ other: 0 })).toThrow(refused);
    expect(() => draw({ choices: { shared: ['a1'] } })).toThrow(refused);
    expect(() => draw({ further: [ofZ], series: 0, other: 1 })).not.toThrow();
    // Also where nothing but the run differs.
    const wednesday = { ...ofZ, run: { ...monday, name: 'Wednesday', key: 'another' } };
    expect(() => draw({ further: [wednesday], series: 0, other: 1 })).toThrow(refused);
  });
  test('points that one of the series was fitted to do not judge it', () => {
    const candidate = { name: 'fit', kind: 'fit' as const, x: '', y: '', offset: 0, scale: 1, method: 'linear' };
    const held = (reference: FitTask) =>
      compare({ reference, candidates: [{ ...candidate, uncertainty: null, fit: task({ further: [ofZ] }) }] })
        .series[0]!.candidates[0]!.verdict;
    expect(held(fitTask(monday, { y: 'z' })).text).toMatch(/the points that this curve was fitted to/);
    expect(held(fitTask(tuesday, { x: 'time', y: 'p' })).text).not.toMatch(/the points that this curve/);
  });
});
