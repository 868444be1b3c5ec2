import { describe, expect, test } from '@jest/globals';
import { Random } from '../../number/Random';
import type { PointErrors } from '../uncertainty/PointErrors';
import {
  compareModels,
  crossings,
  diagnose,
  durbinWatson,
  fitModel,
  fitTogether,
  fTail,
  modelOf,
  normalDistribution,
  normalityTest,
  normalQuantile,
  optima,
  readBack,
  runsTest,
  zeroMeanTest,
  type Choices,
} from '../index';

const over = (from: number, to: number, n = 60): Float64Array =>
  Float64Array.from({ length: n }, (_, i) => from + ((to - from) * i) / (n - 1));
const noisy = (x: Float64Array, f: (x: number) => number, s: number | ((x: number) => number)): Float64Array => {
  const random = new Random(3);
  return x.map((v) => f(v) + random.normal(typeof s === 'number' ? s : s(v)));
};

interface Case {
  x: Float64Array;
  y: Float64Array;
  kind?: string;
  settings?: Record<string, unknown>;
  choices?: Choices;
  sigma?: Float64Array;
  sigmaX?: Float64Array;
  weights?: 'none' | 'absolute';
  errors?: PointErrors[];
  isInOrder?: boolean;
}

function ladder({
  x,
  y,
  kind = 'polynomial',
  settings = { degree: 1 },
  choices = {},
  weights = 'none',
  sigma,
  sigmaX,
  errors = [],
  isInOrder = false,
}: Case) {
  const model = modelOf(kind);
  const data = {
    x,
    y,
    xName: 'Flow',
    errors,
    isInOrder,
    ...(weights === 'absolute' ? { sigma: sigma!, sigmaIsAbsolute: true } : {}),
  };
  const fit = fitModel(model, settings, data, choices);
  const symbols = model.parameters(settings as never, PLAIN, PLAIN).map((p) => p.symbol);
  const rungs = diagnose({
    model,
    candidate: { kind, settings },
    data,
    fit,
    choices,
    weights,
    known: { sigma, sigmaX },
    names: { x: 'Flow', y: 'Head' },
    symbols,
  });
  return Object.fromEntries(rungs.map((r) => [r.title, r]));
}
const PLAIN = { text: '', dimension: [0, 0, 0, 0, 0, 0, 0, 0], scale: 1, offset: 0 } as const;

describe('a bad choice is caught at its rung, and what it proposes mends it', () => {
  const x = over(0, 100);
  const line = noisy(x, (v) => 20 + 0.3 * v, 0.2);
  test('nothing to find', () => {
    const found = ladder({ x, y: line });
    expect(Object.values(found).map((r) => r.state)).toEqual(['passed', 'passed', 'passed', 'notTested']);
    expect(found['Uncertainties']!.text).toContain('No error of x or y is declared');
    const declared = ladder({ x, y: line, errors: [{ source: 'p_d', y: x.map(() => 0.1) }] })['Uncertainties']!;
    expect(declared).toMatchObject({ state: 'passed', text: expect.stringContaining('what the points share: p_d') });
  });
  test('what was not tested is not passed', () => {
    const few = over(0, 5, 5);
    const { Model } = ladder({ x: few, y: few.map((v, i) => 2 * v + [0.1, -0.1, 0.05, -0.1, 0.05][i]!) });
    expect(Model).toMatchObject({ state: 'notTested', text: expect.stringContaining('not tested: 5 points') });
  });
  test('model: a line that explains nothing, and one that does', () => {
    const scatter = noisy(x, () => 20, 3);
    expect(ladder({ x, y: scatter }).Model).toMatchObject({
      state: 'doubtful',
      text: expect.stringMatching(/of how y varies.*a mean says nearly as much/),
    });
    expect(ladder({ x, y: line }).Model!.text).not.toContain('of how y varies');
  });
  test('model: more terms than the points hold', () => {
    const nine = ladder({ x, y: noisy(x, (v) => Math.sin(v / 15), 0.02), settings: { degree: 9 } }).Model!;
    expect(nine.state).toBe('doubtful');
    expect(ladder({ x, y: noisy(x, (v) => 5 + v - 0.02 * v * v, 0.05), settings: { degree: 2 } }).Model!.state).toBe(
      'passed',
    );
  });
  test('uncertainties: points that depend on each other so much that few are left', () => {
    const process = (n: number, rho: number): Float64Array => {
      const random = new Random(8);
      let e = 0;
      return Float64Array.from({ length: n }, (_, i) => {
        e = rho * e + random.normal(1);
        return 5 + 0.1 * i + e;
      });
    };
    const of = (n: number, rho: number, isInOrder = true) =>
      ladder({ x: over(0, 10, n), y: process(n, rho), isInOrder }).Uncertainties!;
    expect(of(100, 0.9)).toMatchObject({ state: 'doubtful', text: expect.stringMatching(/100 points count as \d/) });
    expect(of(2000, 0.5).text).not.toContain('some per cent too small');
    expect(of(100, 0).text).not.toContain('depend on each other');
    expect(of(100, 0.9, false).text).not.toContain('depend on each other');
  });
  test('data: a smooth peak of 81 points has no spikes, whatever runs through it', () => {
    const at = over(0, 80, 81);
    const peak = at.map((v) => 10 * Math.exp(-((v - 40) ** 2) / 18));
    expect(ladder({ x: at, y: noisy(at, (v) => peak[Math.round(v)]!, 0.01) }).Data!.text).not.toContain('spikes');
  });
  test('data: a point 2 of its own σ off is no spike', () => {
    const sigma = x.map((_, i) => (i === 30 ? 1 : 0.1));
    const y = noisy(x, (v) => 20 + 0.3 * v, 0.1).map((v, i) => (i === 30 ? 20 + 0.3 * x[30]! + 2 : v));
    expect(ladder({ x, y, sigma, weights: 'absolute' }).Data!.state).toBe('passed');
    expect(ladder({ x, y }).Data!.text).toContain('spikes');
  });
  test.each([
    ['towards both ends of x', (v: number) => 0.02 + Math.abs(v - 50) / 50],
    ['in the middle of x', (v: number) => 1.02 - Math.abs(v - 50) / 50],
    ['at large x', (v: number) => 0.02 + v / 50],
    ['at small x', (v: number) => 2.02 - v / 50],
  ])('uncertainties: scatter that is larger %s', (where, s) => {
    const at = over(0, 100, 240);
    expect(ladder({ x: at, y: noisy(at, (v) => 20 + 0.3 * v, s) }).Uncertainties!.text).toContain(
      `times as large ${where}`,
    );
  });
  test('uncertainties: weights that do not grow as the scatter does are told', () => {
    const at = over(0, 100, 120);
    const s = (v: number): number => 0.02 + v / 100;
    const y = noisy(at, (v) => 20 + 0.3 * v, s);
    expect(ladder({ x: at, y, sigma: at.map(() => 0.5), weights: 'absolute' }).Uncertainties!.text).toContain(
      'By its own ± the scatter',
    );
    expect(ladder({ x: at, y, sigma: at.map(s), weights: 'absolute' }).Uncertainties!.state).toBe('passed');
  });
  test('data: spikes', () => {
    const found = ladder({ x, y: line.map((v, i) => (i === 12 || i === 40 ? v + 15 : v)) }).Data!;
    expect(found).toMatchObject({ state: 'doubtful', action: { loss: 'huber' } });
    expect(found.text).toMatch(/2 of 60 points/);
  });
  test('data: a part of it in another unit', () => {
    const found = ladder({ x, y: line.map((v, i) => (i % 7 === 3 ? v * 1000 : v)) }).Data!;
    expect(found).toMatchObject({ state: 'failed' });
    expect(found.text).toMatch(/another unit/);
  });
  test('data: a sensor that stood still, and junk at the end', () => {
    expect(ladder({ x, y: line.map((v, i) => (i > 30 && i < 42 ? line[30]! : v)) }).Data!.text).toMatch(
      /exactly the same Head/,
    );
    const end = ladder({ x, y: line.map((v, i) => (i > 56 ? v - 30 : v)) }).Data!;
    expect(end.action?.range?.[1]).toBeLessThan(x[57]!);
  });
  test('model: a line through a curve, and a power that says nothing', () => {
    const decay = ladder({ x, y: noisy(x, (v) => 40 * Math.exp(-v / 25), 0.2) }).Model!;
    expect(decay).toMatchObject({ state: 'doubtful', action: { candidate: { kind: 'exponential' } } });
    const much = ladder({ x, y: line, settings: { degree: 4 } }).Model!;
    expect(much.action?.candidate?.settings).toEqual({ degree: 3 });
  });
  test('start: values of the hand that lead nowhere, a lost parameter, two that cannot be told apart', () => {
    const y = noisy(x, (v) => 2 + 5 * Math.exp(-((v - 60) ** 2) / 50), 0.05);
    const peak = ladder({
      x,
      y,
      kind: 'gaussianPeak',
      settings: {},
      choices: { start: { y0: 1, A: 1, x0: 1, s: 1 } },
    }).Start!;
    expect(peak).toMatchObject({ state: 'failed', action: { ownStarts: true } });
    const twins = ladder({ x, y: line, kind: 'own', settings: { formula: 'a*b*x + c' } }).Start!;
    expect(twins.state).toBe('failed');
    expect(twins.text).toMatch(/a and b cannot be told apart/);
    expect(Object.keys(twins.action!.fixed!)).toHaveLength(1);
  });
  test('uncertainties: scatter that grows, errors in x', () => {
    const grows = (v: number): number => 0.05 + 0.02 * v;
    const found = ladder({ x, y: noisy(x, (v) => 20 + 0.3 * v, grows), sigma: x.map(grows) }).Uncertainties!;
    expect(found).toMatchObject({ state: 'doubtful', action: { weights: 'relative' } });
    const stated = (size: number) =>
      ladder({ x, y: line, sigma: x.map(() => size), weights: 'absolute' }).Uncertainties!;
    expect(stated(0.2).state).toBe('passed');
    expect(stated(0.05).text).toMatch(/scatter more/);
    expect(stated(1).text).toMatch(/scatter less/);
    const both = ladder({ x, y: line, sigma: x.map(() => 0.1), sigmaX: x.map(() => 2) }).Uncertainties!;
    expect(both).toMatchObject({ action: { weights: 'both' } });
  });
});

// scipy 1.10.1: stats.norm.cdf, norm.ppf, f.sf, ttest_1samp; statsmodels 0.13.5: durbin_watson, normal_ad, runstest_1samp.
test('distributions and tests of residuals agree with a reference library', () => {
  expect(normalDistribution(-4.5)).toBeCloseTo(3.3976731247300535e-6, 18);
  expect(normalDistribution(1.2)).toBeCloseTo(0.8849303297782918, 14);
  expect(normalQuantile(0.025)).toBeCloseTo(-1.9599639845400545, 12);
  expect(fTail(4.2, 2, 17)).toBeCloseTo(0.03294042820638923, 10);
  const r = Float64Array.from({ length: 40 }, (_, i) => Math.sin(3 * i * i) + 0.1 * i);
  expect(durbinWatson(r)).toBeCloseTo(0.14126189215587265, 10);
  expect(zeroMeanTest(r).p).toBeCloseTo(2.347967427827049e-10, 12);
  const normality = normalityTest(r)!;
  expect(normality.statistic).toBeCloseTo(0.6507023081128835, 10);
  expect(normality.p).toBeCloseTo(0.08308916738257575, 4);
  expect(runsTest(Float64Array.from(r, (v) => v - 2))!.p).toBeCloseTo(0.00023633594160274465, 10);
});

test('back from y, optimum and crossing, each with its error', () => {
  const x = over(0, 10, 200);
  const truth = (v: number): number => 3 + 4 * v - 0.5 * v * v;
  const cubic = fitModel(modelOf('polynomial'), { degree: 2 }, { x, y: noisy(x, truth, 0.1), xName: 'x' });
  const curve = { fit: cubic, range: [0, 10] as const, scatterAt: () => cubic.residualStandardDeviation };
  const [top] = optima(curve);
  expect(top).toMatchObject({ kind: 'highest', outside: 0 });
  expect(Math.abs(top!.x - 4)).toBeLessThan(4 * top!.xSpread.standard);
  expect(top!.xSpread.standard).toBeLessThan(0.02);
  const [left, right] = readBack(curve, 9);
  expect([left!.x, right!.x].map((v) => Math.round(v))).toEqual([2, 6]);
  expect(left!.xFurther.halfWidth).toBeGreaterThan(5 * left!.xSpread.halfWidth);
  // y = 0 lies left of the points and right of them, where nothing was measured.
  expect(readBack(curve, -2).map((r) => r.outside > 0)).toEqual([true, false]);
  const line = fitModel(modelOf('polynomial'), { degree: 1 }, { x, y: noisy(x, (v) => v, 0.1), xName: 'x' });
  const [meeting] = crossings({ ...curve, fit: line }, curve).filter((c) => c.outside === 0);
  expect(Math.abs(meeting!.x - (3 + Math.sqrt(15)))).toBeLessThan(4 * meeting!.xSpread.standard);
});

test('the intercept on the axis is found however far out it lies, with how far that is', () => {
  const x = over(100, 101, 40);
  const line = fitModel(modelOf('polynomial'), { degree: 1 }, { x, y: noisy(x, (v) => v, 0.01), xName: 'x' });
  const curve = { fit: line, range: [100, 101] as const, scatterAt: () => line.residualStandardDeviation };
  const [zero, ...others] = readBack(curve, 0);
  expect(others).toEqual([]);
  expect(zero!.x).toBeCloseTo(-line.parameters[0]! / line.parameters[1]!, 6);
  expect(zero!.outside).toBeCloseTo(100 - zero!.x, 6);
  expect(Math.abs(zero!.x)).toBeLessThan(zero!.xSpread.halfWidth);
  // Of a curve that has zeros near its points those far out are not told: here they would be without end.
  const wave = { ...line, curve: (v: number) => ({ value: Math.sin(v), gradient: [0, 0] }) } as unknown as typeof line;
  const zeros = readBack({ fit: wave, range: [1, 7], scatterAt: () => 0.1 }, 0).map((r) => r.x / Math.PI);
  expect(zeros.map((v) => Math.round(v))).toEqual([-1, 0, 1, 2, 3, 4]);
  // A curve that stays above has none, also far out.
  const above = fitModel(modelOf('polynomial'), { degree: 2 }, { x, y: x.map((v) => 5 + v * v), xName: 'x' });
  expect(readBack({ ...curve, fit: above }, 0)).toEqual([]);
});

test('shared parameters have one value for all series, and are surer than alone', () => {
  const x = over(0, 50, 40);
  const series = [1, 2, 3].map((level) => ({ x, xName: 'x', y: noisy(x, (v) => level + 5 * Math.exp(-v / 12), 0.1) }));
  const [first, second] = fitTogether(modelOf('exponentialOffset'), {}, series, { shared: ['tau'] });
  expect(first!.parameters[2]).toBe(second!.parameters[2]);
  expect(Math.abs(first!.parameters[2]! - 12)).toBeLessThan(4 * first!.standardErrors[2]!);
  const alone = fitModel(modelOf('exponentialOffset'), {}, series[0]!);
  expect(first!.standardErrors[2]! / alone.standardErrors[2]!).toBeLessThan(0.7);
});

test('fixed and tied parameters: the rest is found, and the ± of a tied one follows', () => {
  const x = over(0, 50, 40);
  const y = noisy(x, (v) => 2 + 5 * Math.exp(-v / 12), 0.1);
  const choices = { fixed: { tau: 12 }, tied: { A: '2.5*y0' } };
  const fit = fitModel(modelOf('exponentialOffset'), {}, { x, y, xName: 'x' }, choices);
  expect(fit.parameters[2]).toBe(12);
  expect(fit.standardErrors[2]).toBe(0);
  expect(fit.standardErrors[1]! / fit.standardErrors[0]!).toBeCloseTo(2.5, 10);
  expect(fit.degreesOfFreedom).toBe(39);
  for (const [bad, code] of [
    [{ fixed: { B: 1 } }, 'PARAMETER_UNKNOWN'],
    [{ tied: { A: '2*tau', tau: 'A' } }, 'TIED_TO_TIED'],
    [{ fixed: { y0: 1, A: 1, tau: 1 } }, 'NOTHING_TO_FIT'],
    [{ bounds: { tau: [5, 2] } }, 'BOUNDS_REVERSED'],
  ] as [Choices, string][])
    expect(() => fitModel(modelOf('exponentialOffset'), {}, { x, y, xName: 'x' }, bad)).toThrow(
      expect.objectContaining({ code }) as never,
    );
});

test('models on the same points: the simplest that suffices, with an F-test for what it contains', () => {
  const x = over(0, 10, 120);
  const y = noisy(x, (v) => 1 + v - 0.2 * v * v, 0.2);
  const candidates = [1, 2, 3].map((degree) => ({ kind: 'polynomial', settings: { degree } }));
  const { rated, suffices, sentence } = compareModels({ x, y, xName: 'x' }, [
    ...candidates,
    { kind: 'exponential', settings: {} },
  ]);
  expect(suffices).toBe(1);
  expect(sentence).toMatch(/degree 2/);
  expect(rated[1]!.nested!.p).toBeLessThan(1e-6);
  expect(rated[2]!.nested!.p).toBeGreaterThan(0.01);
  expect(rated[1]!.leftOut).toBeLessThan(rated[0]!.leftOut);
});
