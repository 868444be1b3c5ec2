import { describe, expect, test } from '@jest/globals';
import { Random } from '../../number/Random';
import { parseFormula } from '../../formula';
import { inferUnits } from '../inferUnits';
import { parseUnit, plain } from '../../units';
import { fitModel, ModelFunction, models, modelOf, pointsProblem, predict, solveNonlinear } from '../index';

const xOver = (from: number, to: number, n = 60): Float64Array =>
  Float64Array.from({ length: n }, (_, i) => from + ((to - from) * i) / (n - 1));

/** Models by parameters of very different sizes, as rigs have them: kind, parameters, range of x. */
const cases: [string, number[], [number, number], Record<string, unknown>?][] = [
  ['proportional', [2.5], [-1, 4]],
  ['powerLaw', [0.003, 1.87], [10, 400]],
  ['powerLaw', [12, -0.6], [0.1, 3]],
  ['exponential', [5e-3, 1200], [0, 4000]],
  ['exponential', [2, -0.3], [0, 1]],
  ['exponentialOffset', [46.8, -28.4, 612], [0, 2400]],
  ['exponentialOffset', [1.2, 3, 0.02], [0, 0.3]],
  ['doubleExponential', [1, 4, 0.5, 2, 6], [0, 20]],
  ['stepResponse', [18.4, 28.4, 130, 612], [0, 2400]],
  ['secondOrderStep', [2, 5, 1.3, 0.4, 0.3], [0, 10]],
  ['secondOrderStep', [2, -5, 4, 1.1, 1.8], [0, 20]],
  ['logistic', [2, 7, 31, 2.5], [0, 60]],
  ['saturation', [9.4, 0.7], [0.01, 5]],
  ['gaussianPeak', [0.4, 3, 812, 9], [700, 900]],
  ['lorentzianPeak', [0.4, -3, 0.5, 0.05], [0, 1]],
  ['gaussianPeaks', [1, 4, 30, 4, 2, 55, 6], [0, 100], { peaks: 2 }],
  ['gaussianPeaks', [0.2, 3, 12, 4, 5, 40, 6, 2, 55, 5, 4, 85, 3], [0, 100], { peaks: 4 }],
  ['lorentzianPeaks', [0.5, 3, 0.2, 0.03, 2, 0.5, 0.05, 4, 0.8, 0.04], [0, 1], { peaks: 3 }],
  ['sincSquared', [0.1, 5, 2.2, 0.4], [-3, 8]],
  ['decayingSine', [1, 2, 0.8, 3.1, 0.7], [0, 4]],
  ['twoLines', [5, -0.5, 2.5, 6.3], [0, 10]],
  ['pumpHead', [27.6, 1.45e-3], [0, 110]],
  ['squareRoot', [0.62], [0, 8]],
  ['reciprocal', [3, -7], [0.5, 20]],
  ['logarithmic', [1.5, 0.25], [0.1, 90]],
  ['arrhenius', [4e7, 6500], [290, 420]],
  ['antoine', [16.3, 3800, -46], [290, 370]],
];

describe('every model finds its own parameters, from start values that come by themselves', () => {
  test.each(cases)('%s %j over %j', (kind, parameters, [from, to], settings = {}) => {
    const x = xOver(from, to);
    const y = valuesOf(kind, settings, parameters, x);
    const fit = fitModel(modelOf(kind), settings, { x, y, xName: 'x' });
    parameters.forEach((p, k) => expect(Math.abs(fit.parameters[k]! / p - 1)).toBeLessThan(1e-6));
    expect(fit.rSquared).toBeCloseTo(1, 9);
  });
  test.each(cases)('%s %j: with noise, the ± holds the truth', (kind, parameters, [from, to], settings = {}) => {
    const x = xOver(from, to, 200);
    const truth = valuesOf(kind, settings, parameters, x);
    const size = Math.max(...truth) - Math.min(...truth);
    const random = new Random(7);
    const y = truth.map((v) => v + random.normal(0.01 * size));
    const fit = fitModel(modelOf(kind), settings, { x, y, xName: 'x' });
    expect(fit.residualStandardDeviation / (0.01 * size)).toBeGreaterThan(0.85);
    expect(fit.residualStandardDeviation / (0.01 * size)).toBeLessThan(1.15);
    // Four standard errors: one case in some ten thousand would lie outside by chance.
    parameters.forEach((p, k) => expect(Math.abs(fit.parameters[k]! - p)).toBeLessThan(4 * fit.standardErrors[k]!));
    const there = predict(fit, x[100]!);
    expect(Math.abs(there.value - truth[100]!)).toBeLessThan(4 * there.standardError);
  });
  test('a handle that is dragged goes there, and one that is let be changes nothing', () => {
    for (const [kind, parameters, [from, to], settings = {}] of cases) {
      const symbols = modelOf(kind)
        .parameters(settings, parseUnit('s'), parseUnit('kPa'))
        .map((p) => p.symbol);
      const now = Object.fromEntries(symbols.map((symbol, k) => [symbol, parameters[k]!]));
      const shown = (modelOf(kind).handles ?? []).filter(
        (h) => Number.isFinite(h.at(now).x) && Number.isFinite(h.at(now).y),
      );
      for (const handle of shown) {
        const place = handle.at(now);
        for (const [symbol, v] of Object.entries(handle.moved(place, now))) expect(v).toBeCloseTo(now[symbol]!, 9);
        const wished = { x: place.x + 0.07 * (to - from), y: place.y + 0.3 };
        const there = handle.at({ ...now, ...handle.moved(wished, now) });
        const follows = [Math.abs(there.x - wished.x) < 1e-9 * to, Math.abs(there.y - wished.y) < 1e-9];
        expect([kind, handle.name, follows.includes(true)]).toEqual([kind, handle.name, true]);
      }
    }
  });
  test('every model of the library is among them, with a unit for each parameter', () => {
    expect(new Set(['polynomial', 'own', 'multilinear', ...cases.map(([kind]) => kind)])).toEqual(
      new Set(models.map((m) => m.kind)),
    );
    for (const m of models.filter(({ kind }) => kind !== 'own' && kind !== 'multilinear'))
      for (const p of m.parameters({ degree: 2, peaks: 3 } as never, parseUnit('s'), parseUnit('kPa')))
        expect(p.meaning).not.toBe('');
  });
});

test('too few points, an x without a value, and what cannot be told apart are said', () => {
  const fit = (kind: string, x: number[], y: number[]) =>
    fitModel(modelOf(kind), {}, { x: Float64Array.from(x), y: Float64Array.from(y), xName: 'x' });
  expect(() => fit('logistic', [1, 2, 3], [1, 2, 3])).toThrow(
    expect.objectContaining({ code: 'TOO_FEW_POINTS_FOR_MODEL' }) as never,
  );
  expect(() => fit('logarithmic', [-1, 2, 3], [1, 2, 3])).toThrow(
    expect.objectContaining({ code: 'MODEL_NO_START' }) as never,
  );
  // A straight line tells nothing of where a saturation ends.
  expect(fit('saturation', [1, 2, 3, 4, 5, 6], [1, 2.001, 3, 3.999, 5, 6]).doubts.length).toBeGreaterThan(0);
  expect(() => ModelFunction.of('a*x', ['a', 'b'], new Map([['x', new Float64Array(1)]]))).toThrow(
    expect.objectContaining({ code: 'MODEL_SYMBOL_UNUSED' }) as never,
  );
});

function valuesOf(
  kind: string,
  settings: Record<string, unknown>,
  parameters: number[],
  x: Float64Array,
): Float64Array {
  const model = modelOf(kind);
  const symbols = model.parameters(settings as never, parseUnit(''), parseUnit('')).map((p) => p.symbol);
  return ModelFunction.of(model.expression(settings as never), symbols, new Map([['x', x]])).values(
    Float64Array.from(parameters),
  );
}

// NIST StRD data set BoxBOD, higher difficulty, with its two certified starts' far one: from 1, 1 the decay runs away.
test('NIST BoxBOD: parameters and standard errors as certified, from both starts', () => {
  const x = Float64Array.of(1, 2, 3, 5, 7, 10);
  const y = Float64Array.of(109, 149, 149, 191, 213, 224);
  const model = ModelFunction.of('b1*(1 - exp(-b2*x))', ['b1', 'b2'], new Map([['x', x]]));
  for (const start of [
    [1, 1],
    [100, 0.75],
  ]) {
    const { parameters, inverse, sumOfSquares } = solveNonlinear({
      problem: pointsProblem({ model, y }),
      degreesOfFreedom: 4,
      starts: [Float64Array.from(start)],
    })!;
    [213.80940889, 0.54723748542].forEach((p, k) => expect(parameters[k]! / p).toBeCloseTo(1, 8));
    [12.354515176, 0.10455993237].forEach((se, k) =>
      expect(Math.sqrt(inverse[k]![k]! * (sumOfSquares / 4)) / se).toBeCloseTo(1, 6),
    );
  }
});

test('a parameter stays within its bounds, and one that ends there is told', () => {
  const x = Float64Array.of(0, 1, 2, 3);
  const model = ModelFunction.of('a + b*x', ['a', 'b'], new Map([['x', x]]));
  const problem = {
    ...pointsProblem({ model, y: Float64Array.of(1, 0, -1, -2) }),
    lower: Float64Array.of(-Infinity, 0),
  };
  const found = solveNonlinear({ problem, degreesOfFreedom: 2, starts: [Float64Array.of(0, 1)] })!;
  expect([...found.parameters]).toEqual([expect.closeTo(-0.5, 10), 0]);
  expect(found.atBound).toEqual([false, true]);
});

describe('a formula of one’s own', () => {
  const [s, kPa] = [parseUnit('s'), parseUnit('kPa')];
  const unitsOf = (formula: string, x = s, y = kPa) =>
    Object.fromEntries(
      modelOf('own')
        .parameters({ formula } as never, x, y)
        .map((p) => [p.symbol, p.unit.text]),
    );
  test.each([
    ['a + b*x + c*x^2', { a: 'kPa', b: 'kPa/s', c: 'kPa/s²' }],
    ['p0*exp(-(x - t0)/tau)', { p0: 'kPa', t0: 's', tau: 's' }],
    ['A*ln(1 + x/k) + B*max(x - t, 0)', { A: 'kPa', k: 's', B: 'kPa/s', t: 's' }],
    ['a/(1 + x/h)^n', { a: 'kPa', h: 's', n: '' }],
    ['sqrt(a*x + b)', { a: 'kPa²/s', b: 'kPa²' }],
  ])('%s tells the units of its parameters', (formula, units) => expect(unitsOf(formula)).toEqual(units));
  test.each(['a*exp(x)', 'a + b*x + x', 'a*ln(x)', 'a + 3'])('%s is refused for its units', (formula) =>
    expect(() => unitsOf(formula)).toThrow(expect.objectContaining({ code: 'MODEL_UNITS' }) as never),
  );
  test('units that agree in kind but not in size are refused, and those that agree are not', () => {
    const [mm, area, areaInMm] = ['mm', 'm^2', 'mm^2'].map(parseUnit);
    expect(() => unitsOf('x^2 + a', mm!, area!)).toThrow(expect.objectContaining({ code: 'MODEL_UNITS' }) as never);
    expect(unitsOf('x^2 + a', mm!, areaInMm!)['a']).toBe('mm²');
    expect(inferUnits(parseFormula('a*x'), ['a'], mm!, mm!).get('a')!.unit.text).toBe('');
  });
  test.each<[string, number[], [number, number]]>([
    ['a*exp(-x/tau) + c', [28, 600, 18], [0, 2400]],
    ['H*x^2/(x^2 + k)', [30, 4e-4], [0.001, 0.2]],
    ['a - b*sqrt(x)', [5, 0.7], [0, 30]],
  ])('%s finds its parameters without start values', (formula, parameters, [from, to]) => {
    const x = xOver(from, to);
    const symbols = modelOf('own')
      .parameters({ formula } as never, s, kPa)
      .map((p) => p.symbol);
    const y = ModelFunction.of(formula, symbols, new Map([['x', x]])).values(Float64Array.from(parameters));
    const fit = fitModel(modelOf('own'), { formula } as never, { x, y, xName: 'x' });
    parameters.forEach((p, k) => expect(fit.parameters[k]! / p).toBeCloseTo(1, 6));
  });
});

test('linear in several x: slopes of each, the curve with the others at their means, and no choices', () => {
  const random = new Random(5);
  const x = xOver(0, 10, 80);
  const others = [x.map(() => random.normal(2)), x.map(() => 20 + random.normal(1))];
  const y = x.map((v, i) => 3 + 0.7 * v - 1.2 * others[0]![i]! + 0.05 * others[1]![i]! + random.normal(0.01));
  const data = { x, y, others, xName: 'Flow' };
  const settings = { others: ['T_w', 'n'] };
  const model = modelOf('multilinear');
  const fit = fitModel(model, settings, data);
  [3, 0.7, -1.2, 0.05].forEach((truth, k) =>
    expect(Math.abs(fit.parameters[k]! - truth)).toBeLessThan(4 * fit.standardErrors[k]!),
  );
  const means = others.map((c) => c.reduce((a, b) => a + b, 0) / c.length);
  expect(predict(fit, 4).value).toBeCloseTo(
    fit.parameters[0]! + 4 * fit.parameters[1]! + fit.parameters[2]! * means[0]! + fit.parameters[3]! * means[1]!,
    12,
  );
  const units = model.parameters(settings as never, parseUnit('L/min'), parseUnit('kPa'), [
    parseUnit('°C'),
    parseUnit('rpm'),
  ]);
  expect(units.map((p) => p.unit.text)).toEqual(['kPa', 'kPa/(L/min)', 'kPa/°C', 'kPa/rpm']);
  expect(() => fitModel(model, settings, data, { loss: 'huber' })).toThrow(
    expect.objectContaining({ code: 'MULTILINEAR_PLAIN' }) as never,
  );
  expect(() => fitModel(model, settings, { ...data, others: [others[0]!, x.map(() => 5)] })).toThrow(
    expect.objectContaining({ code: 'X_HAS_NO_SPREAD' }) as never,
  );
});

describe('a formula of one’s own with a comparison in it', () => {
  const x = Float64Array.from({ length: 20 }, (_, i) => i);
  const y = x.map((v) => (v > 9 ? 1 : 0.5));
  const fit = (formula: string, choices = {}) => fitModel(modelOf('own'), { formula }, { x, y, xName: 'x' }, choices);
  test.each(['x<b', 'x and b', 'a*(x<b)', 'if(x<b, a, c)'])(
    '%s is refused with the parameter that only decides it',
    (formula) =>
      expect(() => fit(formula)).toThrow(
        expect.objectContaining({ code: 'MODEL_PARAMETER_STEPS', facts: { symbol: 'b' } }) as never,
      ),
  );
  test('fixed, it decides and the others are found', () => {
    const { parameters } = fit('if(x<b, a, c)', { fixed: { b: 9.5 } });
    expect(
      parameters[
        modelOf('own')
          .parameters({ formula: 'if(x<b, a, c)' } as never, plain, plain)
          .findIndex((p) => p.symbol === 'a')
      ],
    ).toBeCloseTo(0.5, 9);
  });
});
