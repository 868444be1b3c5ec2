/** Fits and comparisons as the screens get them: of the same points core gives the same numbers. */
import { describe, expect, test } from '@jest/globals';
import { fitModel, modelOf, predict } from '@undameter/core';
import { benchRun, count, derive, fitTask, trim, within } from '../../test/benchRun';
import type { CandidateTask, FitTask } from './BenchInput';
import { compare } from './compareSeries';
import { curveGrid, fit, thinned } from './fitSeries';
import { judge, rank, readCurve } from './judgeFit';

const scatter = (i: number) => [0.3, -0.2, 0.1, -0.4, 0.2, 0, -0.1, 0.4, -0.3, 0.05][i % 10]!;
const line = (i: number) => 2 + 0.5 * i + scatter(i);
const columns = { t: { unit: 's', values: count(50) }, y: { unit: 'kPa', values: count(50, line) } };
const code = (expected: string) => expect.objectContaining({ code: expected }) as never;

describe('a fit', () => {
  const [series] = fit(fitTask(benchRun(columns))).series;
  const direct = fitModel(
    modelOf('polynomial'),
    { degree: 1 },
    { x: Float64Array.from(count(50)), y: Float64Array.from(count(50, line)), xName: 'T', yName: 'Y' } as never,
    {},
  );
  test('has the parameters of core, with their units', () => {
    expect(series!.parameters.map((p) => p.value)).toEqual([...direct.parameters]);
    expect(series!.parameters.map((p) => [p.symbol, p.unit, p.state])).toEqual([
      ['a0', 'kPa', 'found'],
      ['a1', 'kPa/s', 'found'],
    ]);
    expect(series).toMatchObject({
      points: 50,
      missing: 0,
      degreesOfFreedom: 48,
      problem: null,
      name: 'all kept samples',
    });
  });
  test('draws its points, its residuals, and its curve with both bands', () => {
    expect(series!.drawn).toMatchObject({ every: 1, x: count(50), y: count(50, line) });
    expect(series!.drawn.residual[3]).toBeCloseTo(line(3) - predict(direct, 3).value, 12);
    const { x, y, low, high, lowest, highest } = series!.curve;
    expect([x.length, x[0], x.at(-1)]).toEqual([121, 0, 49]);
    for (const k of [0, 60, 120]) {
      const { value, spread } = predict(direct, x[k]!);
      expect([y[k], high[k]]).toEqual([value, value + spread.halfWidth]);
      expect(low[k]! + high[k]!).toBeCloseTo(2 * value, 9);
      // One further point is less sure than the curve.
      expect(highest[k]! - lowest[k]!).toBeGreaterThan(high[k]! - low[k]!);
    }
  });
  test('of a condition has its name, and its samples only', () => {
    const reply = fit(fitTask(benchRun(columns), { conditions: [within(3, 0, 19), within(4, 20, 49)] }));
    expect(reply.series.map((s) => [s.conditionId, s.name, s.points])).toEqual([
      [3, 'c3', 20],
      [4, 'c4', 30],
    ]);
    expect(reply).toMatchObject({
      x: { symbol: 't', unit: 's' },
      y: { symbol: 'y', unit: 'kPa' },
      samples: 50,
      kept: 50,
    });
  });
  test('the curve goes as far as it is to be drawn, with a band that widens, and says where its points end', () => {
    const over = (choices: object) => fit(fitTask(benchRun(columns), { choices })).series[0]!;
    const [plain, far] = [over({}), over({ reach: [-20, 80] })];
    expect(plain.curve.inside).toEqual([0, 49]);
    expect([plain.curve.x[0], plain.curve.x.at(-1)]).toEqual([0, 49]);
    expect([far.curve.inside, far.curve.x[0], far.curve.x.at(-1)]).toEqual([[0, 49], -20, 80]);
    expect(far.curve.x).toEqual([...far.curve.x].sort((a, b) => a! - b!));
    expect(far.parameters.map((p) => p.value)).toEqual(plain.parameters.map((p) => p.value));
    const width = (x: number): number => {
      const i = far.curve.x.findIndex((v) => v! >= x);
      return far.curve.high[i]! - far.curve.low[i]!;
    };
    expect(width(79)).toBeGreaterThan(2 * width(25));
    // A reach within the points leaves the curve over all of them; one the wrong way round is turned.
    expect(over({ reach: [10, 20] }).curve.x).toEqual(plain.curve.x);
    expect(over({ reach: [80, -20] }).curve.x).toEqual(far.curve.x);
  });
  test('a series that cannot be fitted says so beside those that can', () => {
    const conditions = [within(3, 0, 1), within(4, 20, 49), within(5, 0, 1, 'nope')];
    const [few, rest, none] = fit(fitTask(benchRun(columns), { settings: { degree: 3 }, conditions })).series;
    expect(few!.problem).not.toBeNull();
    expect(few).toMatchObject({ name: 'c3', points: 0, parameters: [], curve: { x: [] } });
    expect(rest!.problem).toBeNull();
    expect(none!.problem).toMatchObject({ code: 'CHANNEL_UNKNOWN' });
  });
  test('what lies outside the range is left out and shown; what a step set aside far off is counted', () => {
    const spiked = { ...columns, y: { unit: 'kPa', values: count(50, (i) => (i < 2 ? [9, 5000][i]! : line(i))) } };
    const run = benchRun(spiked, { steps: [trim(2, 49)] });
    const choices = { ranges: { 'all kept samples': [10, 40] as [number, number] } };
    const { leftOut, points } = fit(fitTask(run, { choices })).series[0]!;
    expect(points).toBe(31);
    expect(leftOut.x).toEqual([2, 3, 4, 5, 6, 7, 8, 9, 41, 42, 43, 44, 45, 46, 47, 48, 49, 0]);
    expect(leftOut.beyond).toBe(1);
  });
  test('parameters are told as fixed, tied and shared; one for all is held against one for each', () => {
    const conditions = [within(1, 0, 24), within(2, 25, 49)];
    const fixed = fit(fitTask(benchRun(columns), { choices: { fixed: { a0: 2 } } })).series[0]!;
    expect(fixed.parameters.map((p) => [p.state, p.standardError === null || p.standardError === 0])).toEqual([
      ['fixed', true],
      ['found', false],
    ]);
    const together = fit(fitTask(benchRun(columns), { conditions, choices: { shared: ['a1'] } }));
    const [a, b] = together.series.map((s) => s.parameters[1]!);
    expect([a!.state, a!.value]).toEqual(['shared', b!.value]);
    expect(together.sharing!.text).toContain('as well as one for each');
    const bent = { ...columns, y: { unit: 'kPa', values: count(50, (i) => (i < 25 ? line(i) : line(i) - (i - 25))) } };
    const apart = fit(fitTask(benchRun(bent), { conditions, choices: { shared: ['a1'] } }));
    expect(apart.sharing!.text).toContain('They do not fall on each other');
    expect(apart.sharing!.p).toBeLessThan(1e-4);
    expect(fit(fitTask(benchRun(columns), { conditions })).sharing).toBeNull();
  });
  test('weighted by a ± in y is what core gives with those sigmas; the same ± for all weights nothing', () => {
    const uncertainty = { kind: 'reading' as const, percent: 2, statedAs: 'standard' as const };
    const run = benchRun({ ...columns, y: { ...columns.y, uncertainty } });
    const y = Float64Array.from(count(50, line));
    const direct = fitModel(
      modelOf('polynomial'),
      { degree: 1 },
      { x: Float64Array.from(count(50)), y, xName: 'T', sigma: y.map((v) => 0.02 * v), sigmaIsAbsolute: false },
    );
    const values = (weights: 'none' | 'relative' | 'both') =>
      fit(fitTask(run, { weights })).series.map((s) => s.problem?.code ?? s.parameters.map((q) => q.value))[0];
    const [a0, a1] = direct.parameters;
    expect(values('relative')).toEqual([expect.closeTo(a0!, 9), expect.closeTo(a1!, 9)]);
    expect(values('none')).not.toEqual(values('relative'));
    // Of x nothing is declared.
    expect(values('both')).toBe('FIT_WEIGHTS');
    const even = benchRun({
      ...columns,
      y: { ...columns.y, uncertainty: { kind: 'absolute', value: 0.2, statedAs: 'standard' } },
    });
    const [plain] = fit(fitTask(benchRun(columns))).series;
    const [weighted] = fit(fitTask(even, { weights: 'absolute' })).series;
    weighted!.parameters.forEach((q, k) => expect(q.value).toBeCloseTo(plain!.parameters[k]!.value!, 9));
  });
  test('weighted where no ± is declared, or where one is zero, is refused with the channel', () => {
    const zero = { kind: 'reading' as const, percent: 2, statedAs: 'standard' as const };
    const through = {
      ...columns,
      y: { unit: 'kPa', values: count(50, (i) => (i === 7 ? 0 : line(i))), uncertainty: zero },
    };
    for (const [run, without] of [
      [benchRun(columns), 50],
      [benchRun(through), 1],
    ] as const)
      expect(fit(fitTask(run, { weights: 'relative' })).series[0]!.problem).toMatchObject({
        code: 'FIT_WEIGHTS',
        facts: { channel: 'Y', without, points: 50 },
      });
  });
  test('operating points have bars of both axes, and samples of every so many', () => {
    const uncertainty = { kind: 'absolute' as const, value: 0.2, statedAs: 'standard' as const };
    const declared = benchRun({ ...columns, y: { ...columns.y, uncertainty } });
    expect(
      fit(fitTask(declared, { weights: 'none' })).series[0]!.drawn.yUncertainty.filter((u) => u !== null),
    ).toHaveLength(25);
    const points = fit(
      fitTask(declared, {
        data: 'operatingPoints',
        conditions: [0, 10, 20, 30, 40].map((at, k) => within(k + 1, at, at + 4)),
      }),
    );
    expect(points.series.every((s) => s.problem !== null || s.drawn.yUncertainty.length === s.drawn.x.length)).toBe(
      true,
    );
    expect(series!.drawn.yUncertainty).toEqual([]);
  });
});

test.each([
  [0, 1, 0],
  [300, 1, 300],
  [301, 2, 151],
  [900, 3, 300],
])('of %d points every %d. is drawn: %d', (points, every, drawn) => {
  const made = thinned(points);
  expect([made.every, made.indices.length]).toEqual([every, drawn]);
  expect(made.indices.every((i) => i < points)).toBe(true);
});

test('the grid of a curve has both ends', () => {
  const grid = curveGrid([2, 8]);
  expect([grid.length, grid[0], grid[60], grid[120]]).toEqual([121, 2, 5, 8]);
});

describe('what is asked of a fit', () => {
  const curved = (i: number) => 20 + 4 * i - 0.1 * i * i + scatter(i);
  const run = benchRun({ t: { unit: 's', values: count(50) }, y: { unit: 'm', values: count(50, curved) } });
  const quadratic = fitTask(run, { settings: { degree: 2 } });
  test('the value at x, x back from y, the zeros and the optimum', () => {
    const read = readCurve({ ...quadratic, series: 0, atX: 10, atY: 50, other: null });
    expect(read.at[0]!.y).toBeCloseTo(50, 0);
    expect(read.back.map((r) => Math.round(r.x))).toEqual([10, 30]);
    expect(read.optima[0]).toMatchObject({ what: expect.stringContaining('highest'), outside: 0 });
    expect(read.optima[0]!.x).toBeCloseTo(20, 0);
    expect(read.at[0]!.yPrediction!).toBeGreaterThan(read.at[0]!.yHalf!);
    expect(read.at[0]!.budget[0]).toMatchObject({ source: 'scatter' });
    expect(read.crossings).toEqual([]);
  });
  test('nothing typed is nothing read', () => {
    const read = readCurve({ ...quadratic, series: 0, atX: null, atY: null, other: 0 });
    expect([read.at, read.back, read.crossings]).toEqual([[], [], []]);
  });
  test('where two series meet', () => {
    const two = benchRun({
      t: { unit: 's', values: count(100, (i) => i % 50) },
      y: { unit: 'm', values: count(100, (i) => (i < 50 ? line(i) : 20 - 0.5 * (i - 50) + scatter(i))) },
      k: { unit: 's', values: count(100, (i) => (i < 50 ? 1 : 2)) },
    });
    const conditions = [within(1, 1, 1, 'k'), within(2, 2, 2, 'k')];
    const task = fitTask(two, { conditions });
    const { crossings } = readCurve({ ...task, series: 0, atX: null, atY: null, other: 1 });
    expect(crossings).toHaveLength(1);
    expect(crossings[0]!.x).toBeCloseTo(18, 0);
  });
  test('a series that is not there is refused', () => {
    expect(() => judge({ ...quadratic, series: 4 })).toThrow(code('NOT_FOUND'));
    expect(() => rank({ ...quadratic, series: 4, candidates: [] })).toThrow(code('NOT_FOUND'));
  });
  test('the ladder says that a line does not hold a parabola, and proposes one', () => {
    const { rungs, tests } = judge({ ...quadratic, settings: { degree: 1 }, series: 0 });
    expect(rungs.some((r) => r.state === 'failed' || r.state === 'doubtful')).toBe(true);
    expect(rungs.flatMap((r) => r.action?.candidate ?? [])).toContainEqual({
      kind: 'polynomial',
      settings: { degree: 2 },
    });
    expect(tests.find((t) => t.name === 'Signs along x')).toMatchObject({ state: 'failed' });
    const held = judge({ ...quadratic, series: 0 });
    expect(held.tests.find((t) => t.name === 'Signs along x')).toMatchObject({ state: 'passed' });
  });
  test('five points are too few for the tests, which says so and not that they passed', () => {
    const few = fitTask(benchRun({ t: { unit: 's', values: count(5) }, y: { values: count(5, line) } }));
    const { tests } = judge({ ...few, series: 0 });
    expect(tests.filter((t) => t.state === 'notTested').map((t) => t.name)).toContain('Signs along x');
  });
  test('models side by side: the simplest that holds the points suffices', () => {
    const candidates = [1, 2, 3].map((degree) => ({ kind: 'polynomial', settings: { degree } }));
    const ranking = rank({ ...quadratic, series: 0, candidates });
    expect(ranking).toMatchObject({ points: 50, every: 1 });
    expect(ranking.rows[ranking.suffices]).toMatchObject({ settings: { degree: 2 } });
    expect(ranking.rows).toHaveLength(3);
  });
});

describe('a comparison', () => {
  const reference = fitTask(benchRun(columns));
  const candidate = (over: Partial<CandidateTask>): CandidateTask => ({
    name: 'other',
    kind: 'simulated',
    x: 't',
    y: 'y',
    offset: 0,
    scale: 1,
    method: 'linear',
    uncertainty: null,
    ...over,
  });
  const exact = benchRun({
    t: { unit: 'min', values: count(50, (i) => i / 60) },
    y: { unit: 'Pa', values: count(50, (i) => 1000 * (2 + 0.5 * i)) },
  });
  const of = (over: Partial<CandidateTask>, task = reference) =>
    compare({ reference: task, candidates: [candidate({ run: exact, ...over })] }).series[0]!.candidates[0]!;

  test('is candidate − reference in the units of the reference', () => {
    const found = of({ offset: 1 });
    const off = count(50, (i) => 2 + 0.5 * i + 1 - line(i));
    const mean = off.reduce((a, b) => a + b, 0) / 50;
    expect(found.points).toBe(50);
    expect(found.mean).toBeCloseTo(mean, 9);
    expect(found.rms).toBeCloseTo(Math.sqrt(off.reduce((s, d) => s + d * d, 0) / 50), 9);
    expect(found.largest).toBeCloseTo(Math.max(...off.map(Math.abs)), 9);
    expect(found.drawn.difference[0]).toBeCloseTo(off[0]!, 9);
    // Half of the 95 % interval: Student's t of 49 degrees of freedom is 2.00958 (scipy.stats.t.ppf(0.975, 49)).
    const s = Math.sqrt(off.reduce((sum, d) => sum + (d - mean) ** 2, 0) / 49);
    expect(found.meanHalfWidth).toBeCloseTo((2.00958 * s) / Math.sqrt(50), 5);
  });
  test('scaled before it is moved', () =>
    expect(of({ scale: 2, offset: -2 }).drawn.candidate[10]).toBeCloseTo(2 * 7 - 2, 9));
  test('without any ± is not tested; with a stated one it is', () => {
    expect(of({}).verdict.state).toBe('notTested');
    // The scatter of the samples is no difference that the curve could be blamed for.
    expect(of({ uncertainty: 0.5 }).verdict).toMatchObject({ state: 'passed', differsIn: [] });
    expect(of({ uncertainty: 0.01, offset: 3 }).verdict.state).toBe('failed');
  });
  test('only where the candidate reaches; the rest is counted', () => {
    const short = benchRun({ t: { unit: 's', values: count(20) }, y: { unit: 'kPa', values: count(20, line) } });
    expect(of({ run: short })).toMatchObject({ points: 20, outside: 30, mean: expect.closeTo(0, 9) });
  });
  test('a fit of other points has its band; the own points of a fit do not judge it', () => {
    const task = fitTask(
      benchRun({
        t: { unit: 's', values: count(50) },
        y: { unit: 'kPa', values: count(50, (i) => line(i + 3) - 1.5) },
      }),
    );
    const other = compare({ reference, candidates: [candidate({ kind: 'fit', fit: task })] }).series[0]!.candidates[0]!;
    expect(other.curve.low.length).toBe(other.curve.x.length);
    expect(other.verdict.text).not.toContain('was fitted to');
    const own = compare({ reference, candidates: [candidate({ kind: 'fit', fit: reference })] }).series[0]!
      .candidates[0]!;
    expect(own).toMatchObject({ within: null, verdict: { state: 'notTested', differsIn: [] } });
    expect(own.verdict.text).toContain('was fitted to');
  });
  test('what cannot be compared says so beside what can', () => {
    const conditions = [within(1, 0, 24), within(9, 0, 1, 'nope')];
    const reply = compare({
      reference: fitTask(benchRun(columns), { conditions }),
      candidates: [candidate({ run: exact }), candidate({ run: exact, y: 'nope' })],
    });
    expect(reply.series.map((s) => s.problem?.code)).toEqual([undefined, 'CHANNEL_UNKNOWN']);
    expect(reply.series[0]!.candidates.map((c) => c.problem?.code)).toEqual([undefined, 'CHANNEL_UNKNOWN']);
    expect(reply.candidates.map((c) => c.name)).toEqual(['other', 'other']);
    const unlike = fitTask(benchRun(columns), { conditions: [within(5, 0, 24), within(6, 25, 49)] });
    const missing = compare({
      reference: fitTask(benchRun(columns), { conditions: [within(7, 0, 24)] }),
      candidates: [candidate({ kind: 'fit', fit: unlike })],
    });
    expect(missing.series[0]!.candidates[0]!.problem).toMatchObject({ code: 'FIT_WITHOUT_CONDITION' });
  });
  test('a fit of groups is held against each of their conditions, by the series that has it', () => {
    const [low, high, last] = [within(1, 0, 14), within(2, 15, 29), within(3, 30, 49)];
    const grouped = [low!, high!].map((c) => ({ ...c, groupId: 7, group: 'first' }));
    const groups = [...grouped, { ...last!, groupId: 8, group: 'last' }];
    const of = (key: string) => fitTask(benchRun(columns, { key }), { conditions: groups, oneSeriesOf: 'group' });
    const reference = fitTask(benchRun(columns), { conditions: groups });
    const { series } = compare({ reference, candidates: [candidate({ kind: 'fit', fit: of('another day') })] });
    const held = series.map((s) => s.candidates[0]!);
    expect(held.map((c) => [c.problem, c.points])).toEqual([
      [null, 15],
      [null, 15],
      [null, 20],
    ]);
    // Both conditions of the first group meet its one curve, and the other meets that of its own.
    expect(held[0]!.curve.x).toEqual(held[1]!.curve.x);
    expect(held[2]!.curve.x[0]).toBe(30);
    expect(held[0]!.verdict.text).not.toContain('was fitted to');
    const own = compare({ reference, candidates: [candidate({ kind: 'fit', fit: of(reference.run.key) })] });
    for (const s of own.series) expect(s.candidates[0]!.verdict.text).toContain('was fitted to');
  });
  test('what a fit knew is a matter of samples, whatever their conditions are called', () => {
    // The speed goes up and down again, so that both halves lie over the same x.
    const n = count(50, (i) => Math.min(i, 49 - i));
    const run = benchRun({ ...columns, n: { unit: 's', values: n } });
    const of = (condition: ReturnType<typeof within>) => fitTask(run, { x: 'n', conditions: [condition] });
    const verdictOn = (reference: FitTask, fitted: FitTask): string => {
      const held = compare({ reference, candidates: [candidate({ kind: 'fit', fit: fitted })] }).series[0]!
        .candidates[0]!;
      expect([held.problem, held.points > 0]).toEqual([null, true]);
      return held.verdict.text;
    };
    expect(verdictOn(of(within(1, 0, 24)), of(within(2, 10, 40)))).toContain('was fitted to');
    expect(verdictOn(of(within(1, 0, 24)), of(within(2, 25, 49)))).not.toContain('was fitted to');
    expect(verdictOn(of(within(1, 0, 24)), { ...of(within(1, 0, 24)), run: { ...run, key: 'other' } })).not.toContain(
      'was fitted to',
    );
  });
  test('derived channels are compared as logged ones are', () => {
    const run = benchRun(columns, { steps: [derive('z', 'y + 1 [kPa]', 'kPa')] });
    const found = compare({ reference: fitTask(run, { y: 'z' }), candidates: [candidate({ run: exact })] });
    expect(found.y).toMatchObject({ symbol: 'z', unit: 'kPa' });
    expect(found.series[0]!.candidates[0]!.mean).toBeCloseTo(
      -1 - count(50, scatter).reduce((a, b) => a + b, 0) / 50,
      9,
    );
  });
});
