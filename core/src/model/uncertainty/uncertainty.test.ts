import { describe, expect, test } from '@jest/globals';
import { Random } from '../../number/Random';
import { fitModel, fitTogether } from '../fitModel';
import { modelOf } from '../library';
import type { FitData } from '../Model';
import { crossings, optima, readAt, readBack } from '../readings';
import { budgetOf } from './budget';
import { fTail } from '../statistics/distributions';
import { coverageFactor, spreadOf } from './completeFit';
import {
  centralDifference,
  dependenceOf,
  movingAverage,
  savitzkyGolay,
  spreadOfSamples,
  standardErrorOfMean,
} from '../../signal';
import { Draw } from '../../sample';
import { drawnScatter } from '../../propagation';
import { scatterAbout } from './scatterAbout';

const line = modelOf('polynomial');
const straight = { degree: 1 };
const x = Float64Array.from({ length: 41 }, (_, i) => i / 4);
const seeded = new Random(3);
const y = x.map((v) => 5 - 0.3 * v + seeded.normal(0.02));
const data: FitData = { x, y, xName: 'x' };
const offset = { source: 'offset', y: x.map(() => 0.2) };
const gain = { source: 'gain', y: y.map((v) => 0.01 * v) };

describe('what the points share goes through the fit as a whole', () => {
  test.each([
    ['without weights', data],
    ['with weights', { ...data, sigma: x.map((v) => 0.01 + v / 100), sigmaIsAbsolute: false }],
    ['with known ones', { ...data, sigma: x.map((v) => 0.01 + v / 100), sigmaIsAbsolute: true }],
  ])('an offset moves the constant by itself and the slope not at all, %s', (_, points) => {
    const { effects } = fitModel(line, straight, { ...points, errors: [offset, gain] });
    const change = (source: string) => {
      const fit = fitModel(line, straight, { ...points, errors: [offset, gain] });
      const effect = effects.find((e) => e.source === source)!.change;
      return fit.parameterGradients.map((row) => row.reduce((sum, g, k) => sum + g * effect[k]!, 0));
    };
    expect(change('offset')).toEqual([expect.closeTo(0.2, 9), expect.closeTo(0, 9)]);
    // Every y 1 % larger: the same line, 1 % larger.
    const fit = fitModel(line, straight, points);
    change('gain').forEach((c, k) => expect(c / (0.01 * fit.parameters[k]!)).toBeCloseTo(1, 9));
  });

  // The map of the fit is exact for what is linear in it: the same as fitting the moved points.
  test.each(['exponentialOffset', 'gaussianPeak', 'powerLaw'])(
    '%s: as the points moved by a little would be fitted',
    (kind) => {
      const model = modelOf(kind);
      const at = x.map((v) => v + 1);
      const curve: Record<string, (v: number) => number> = {
        exponentialOffset: (v) => 2 + 5 * Math.exp(-v / 3),
        gaussianPeak: (v) => 4 * Math.exp(-((v - 5) ** 2) / 8),
        powerLaw: (v) => 3 * v ** 0.7,
      };
      const random = new Random(11);
      const points: FitData = { x: at, y: at.map((v) => curve[kind]!(v) + random.normal(1e-3)), xName: 'x' };
      const shape = at.map((v) => 0.01 + 0.002 * v);
      const along = at.map(() => 0.01);
      const fit = fitModel(model, {}, { ...points, errors: [{ source: 's', x: along, y: shape }] });
      const step = 1e-3;
      const moved = fitModel(
        model,
        {},
        { ...points, x: at.map((v, i) => v + step * along[i]!), y: points.y.map((v, i) => v + step * shape[i]!) },
        {
          start: Object.fromEntries(
            model
              .parameters(
                {},
                { text: '', dimension: [0, 0, 0, 0, 0, 0, 0, 0], scale: 1, offset: 0 },
                { text: '', dimension: [0, 0, 0, 0, 0, 0, 0, 0], scale: 1, offset: 0 },
              )
              .map((p, k) => [p.symbol, fit.parameters[k]!]),
          ),
        },
      );
      fit.effects[0]!.change.forEach((c, k) => {
        const found = (moved.parameters[k]! - fit.parameters[k]!) / step;
        expect(Math.abs(c - found)).toBeLessThan(0.02 * Math.abs(found) + 1e-4);
      });
    },
  );

  test('an offset of a further x moves the constant by its slope times itself, a gain the slope by itself', () => {
    const random = new Random(21);
    const z = x.map(() => 10 + random.uniform());
    const points: FitData = {
      x,
      y: x.map((v, i) => 4 + 2 * v + 3 * z[i]! + random.normal(0.01)),
      others: [z],
      xName: 'x',
    };
    const of = (column: Float64Array) =>
      fitModel(modelOf('multilinear'), { others: ['z'] } as never, {
        ...points,
        errors: [{ source: 's', others: [column] }],
      });
    const { parameters, effects } = of(z.map(() => 0.1));
    expect(effects[0]!.change[0]).toBeCloseTo(-0.1 * parameters[2]!, 9);
    expect(effects[0]!.change[1]).toBeCloseTo(0, 9);
    expect(effects[0]!.change[2]).toBeCloseTo(0, 9);
    expect(of(z.map((v) => 0.02 * v)).effects[0]!.change[2]).toBeCloseTo(-0.02 * parameters[2]!, 9);
  });

  test('more samples make the random part smaller and leave the systematic one', () => {
    const many = (n: number) => {
      const random = new Random(n);
      const at = Float64Array.from({ length: n }, (_, i) => (10 * i) / (n - 1));
      return fitModel(line, straight, {
        x: at,
        y: at.map((v) => 5 - 0.3 * v + random.normal(0.1)),
        xName: 'x',
        errors: [{ source: 'o', y: at.map(() => 0.2) }],
      }).parameterSpread(0);
    };
    const [few, lots] = [many(30), many(3000)];
    expect(lots.random).toBeLessThan(few.random / 7);
    expect(lots.systematic).toBeCloseTo(0.2, 9);
    expect(lots.standard).toBeGreaterThan(0.2);
  });

  test('of very many points some tell it, and an offset still moves the constant by exactly itself', () => {
    const random = new Random(8);
    const at = Float64Array.from({ length: 10_000 }, () => 10 * random.uniform());
    const points = {
      x: at,
      y: at.map((v) => 5 - 0.3 * v + random.normal(0.1)),
      xName: 'x',
      errors: [{ source: 'o', y: at.map(() => 0.2) }],
    };
    const fit = fitModel(line, straight, points);
    expect(fit.parameterSpread(0).systematic).toBeCloseTo(0.2, 9);
    expect(fit.parameterSpread(1).systematic).toBeCloseTo(0, 9);
  });

  test('two curves that share a sensor meet where they met, and two that do not are less sure of it', () => {
    const other = x.map((v, i) => 2 + 0.3 * v + y[i]! - (5 - 0.3 * v));
    const curve = (values: Float64Array, source: string) => {
      const points = { x, y: values, xName: 'x', errors: [{ source, y: x.map(() => 0.2) }] };
      const fit = fitModel(line, straight, points);
      return { fit, range: [0, 10] as const, scatterAt: scatterAbout(fit, points) };
    };
    const shared = crossings(curve(y, 's'), curve(other, 's'))[0]!;
    const apart = crossings(curve(y, 's'), curve(other, 't'))[0]!;
    expect(shared.xSpread.systematic).toBeCloseTo(0, 9);
    // √2 · 0.2 over the difference of the slopes, 0.6.
    expect(apart.xSpread.systematic).toBeCloseTo((Math.SQRT2 * 0.2) / 0.6, 2);
  });

  test('shared parameters of two series hold the errors of both', () => {
    const second: FitData = { x, y: y.map((v) => v + 1), xName: 'x', errors: [offset] };
    const [first] = fitTogether(line, straight, [{ ...data, errors: [offset] }, second], { shared: ['a1'] });
    expect(first!.parameterSpread(0).systematic).toBeCloseTo(0.2, 6);
    expect(first!.parameterSpread(1).systematic).toBeCloseTo(0, 6);
  });
});

describe('how sure', () => {
  // JCGM 100:2008, G.4.1: u² = 3² + 4², 10 degrees of freedom of the first: 10·(5/3)⁴ = 77; k of Student's t there 1.99.
  test('random and systematic together have the degrees of freedom of Welch and Satterthwaite', () => {
    const { standard, factor, halfWidth } = spreadOf(3, 4, 10);
    expect(standard).toBe(5);
    expect(factor).toBeCloseTo(1.991, 3);
    expect(halfWidth).toBeCloseTo(9.956, 2);
  });
  test.each([
    [1, 12.706],
    [10, 2.228],
    [Infinity, 1.96],
  ])('with %d degrees of freedom the factor is %d', (freedom, factor) =>
    expect(coverageFactor(freedom)).toBeCloseTo(factor, 3),
  );
  test('without a degree of freedom there is none', () => expect(coverageFactor(0)).toBeNaN());

  test('a known scatter takes the normal quantile, one from the residuals Student’s', () => {
    const sigma = x.map(() => 0.02);
    expect(fitModel(line, straight, { ...data, sigma, sigmaIsAbsolute: true }).parameterSpread(0).factor).toBeCloseTo(
      1.96,
      3,
    );
    expect(fitModel(line, straight, { ...data, sigma, sigmaIsAbsolute: false }).parameterSpread(0).factor).toBeCloseTo(
      2.0227,
      3,
    );
  });

  test('a further point scatters as its neighbours do, and does not know the offset of its sensor', () => {
    const sigma = x.map((v) => 0.01 * (1 + v));
    const points = { ...data, sigma, sigmaIsAbsolute: true, errors: [offset] };
    const fit = fitModel(line, straight, points);
    const curve = { fit, range: [0, 10] as const, scatterAt: scatterAbout(fit, points) };
    expect(curve.scatterAt(9.9)).toBeCloseTo(0.109, 9);
    const [low, high] = [readAt(curve, 0), readAt(curve, 10)];
    expect(high.yFurther.standard / low.yFurther.standard).toBeGreaterThan(5);
    expect(low.yFurther.systematic).toBe(0);
    expect(low.ySpread.systematic).toBeCloseTo(0.2, 9);
    const [back] = readBack(curve, 4);
    expect(back!.xSpread.systematic).toBeCloseTo(0.2 / 0.3, 1);
  });

  test('a budget adds up to the whole, the largest share first', () => {
    const fit = fitModel(line, straight, { ...data, errors: [offset, gain] });
    const lines = budgetOf(fit, fit.parameterGradients[0]!);
    expect(lines.map((l) => l.source)).toEqual(['offset', 'gain', 'scatter']);
    expect(lines.reduce((sum, l) => sum + l.share, 0)).toBeCloseTo(1, 12);
    expect(lines[2]).toMatchObject({ kind: 'random', degreesOfFreedom: 39 });
  });

  describe('a reading brings its budget, which makes up its standard uncertainty', () => {
    const sum = (lines: readonly { contribution: number }[]) => Math.hypot(...lines.map((l) => l.contribution));
    const bent = { ...data, y: x.map((v, i) => y[i]! - 0.05 * (v - 4) ** 2), errors: [offset, gain] };
    const curveOf = (points: FitData, degree: number) => ({
      fit: fitModel(line, { degree }, points),
      range: [0, 10] as const,
      scatterAt: () => 0.02,
    });
    const curve = curveOf(bent, 2);

    test('at an x, back from a y and at the optimum', () => {
      const at = readAt(curve, 3);
      expect(sum(at.budget)).toBeCloseTo(at.ySpread.standard, 12);
      const [back] = readBack(curve, 3).filter((r) => r.x > 4);
      expect(sum(back!.budget)).toBeCloseTo(back!.xSpread.standard, 12);
      const [top] = optima(curve);
      expect(sum(top!.budget)).toBeCloseTo(top!.xSpread.standard, 12);
      // An offset lifts the whole curve: it moves what is read back, and leaves the place of the top.
      const ofOffset = (lines: readonly { source: string; share: number }[]) =>
        lines.find((l) => l.source === 'offset')!.share;
      expect(ofOffset(top!.budget)).toBeLessThan(1e-9);
      expect(ofOffset(back!.budget)).toBeGreaterThan(0.1);
    });

    test('near a top the curve bends within the ±, and that is told; on a flank it is not', () => {
      const top = optima(curve)[0]!;
      const near = readBack(curve, top.y - 0.02);
      expect(near.map((r) => r.isBent)).toEqual([true, true]);
      expect(readBack(curve, top.y - 3).map((r) => r.isBent)).toEqual([false, false]);
      expect(readAt(curve, top.x).isBent).toBe(false);
    });

    test('two curves that nearly touch bend within the ± of where they meet, two that cross do not', () => {
      const level = (at: number, slope = 0) =>
        curveOf({ ...data, y: x.map((v, i) => at + slope * v + 0.1 * (y[i]! - 5 + 0.3 * v)) }, 1);
      const top = optima(curve)[0]!.y;
      expect(crossings(curve, level(top - 0.02)).some((r) => r.isBent)).toBe(true);
      expect(crossings(curveOf({ ...data, errors: [offset] }, 1), level(1, 0.5)).map((r) => r.isBent)).toEqual([false]);
    });

    test('a top that the model itself puts somewhere is given there, and has no ±', () => {
      const head = { ...data, y: x.map((v, i) => 27 - 0.1 * v * v + 0.001 * (y[i]! - 5 + 0.3 * v)), errors: [offset] };
      const fit = fitModel(modelOf('pumpHead'), {}, head);
      const [top] = optima({ fit, range: [0, 10], scatterAt: () => 0 });
      expect(top).toMatchObject({ kind: 'highest', xSpread: { standard: 0 }, budget: [] });
      expect(top!.x).toBeCloseTo(0, 6);
    });

    test('where two curves meet the offset of one sensor does not count, and each scatter stands by itself', () => {
      const other = curveOf({ ...data, y: x.map((v, i) => 1 + 0.5 * v + (y[i]! - 5 + 0.3 * v)), errors: [offset] }, 1);
      const [meeting] = crossings(curveOf({ ...data, errors: [offset] }, 1), other);
      expect(sum(meeting!.budget)).toBeCloseTo(meeting!.xSpread.standard, 12);
      expect(meeting!.budget.find((l) => l.source === 'offset')!.share).toBeLessThan(1e-9);
      expect(meeting!.budget.filter((l) => l.kind === 'random')).toHaveLength(2);
    });
  });
});

describe('residuals that depend on each other', () => {
  const autoregressive = (n: number, rho: number, seed: number): Float64Array => {
    const random = new Random(seed);
    const out = new Float64Array(n);
    out[0] = random.normal(1);
    for (let i = 1; i < n; i++) out[i] = rho * out[i - 1]! + random.normal(Math.sqrt(1 - rho * rho));
    return out;
  };
  test.each([
    [0.5, 3],
    [0.9, 19],
  ])('a first-order process of %d is worth one sample in %d', (rho, tau) => {
    const found = dependenceOf(autoregressive(20_000, rho, 2), 2);
    expect(found.tau / tau).toBeGreaterThan(0.85);
    expect(found.tau / tau).toBeLessThan(1.2);
  });
  test('a moving average of 21 is worth what its weights say, and not what its neighbours alone would', () => {
    const white = autoregressive(20_000, 0, 9);
    const smoothed = movingAverage(white, 21).subarray(10, 19_990);
    // 1 + 2 Σ (1 − k/21) = 21; a first-order process with neighbours as alike (20/21) would have 41.
    const { tau } = dependenceOf(smoothed, 1);
    expect(tau).toBeGreaterThan(17);
    expect(tau).toBeLessThan(25);
  });
  test('independent ones are worth all of them', () => expect(dependenceOf(autoregressive(500, 0, 4), 2).tau).toBe(1));
  test('they make a fit less sure, but only in the order of measuring', () => {
    const at = Float64Array.from({ length: 400 }, (_, i) => i / 40);
    const noise = autoregressive(400, 0.9, 6);
    const points = { x: at, y: at.map((v, i) => 2 + v + 0.1 * noise[i]!), xName: 'x' };
    const [known, blind] = [fitModel(line, straight, { ...points, isInOrder: true }), fitModel(line, straight, points)];
    expect(known.worth).toBeLessThan(60);
    expect(known.parameterSpread(1).standard / blind.parameterSpread(1).standard).toBeGreaterThan(2.5);
    expect(blind.worth).toBe(400);
  });
});

describe('worked examples of the GUM; numbers from memory', () => {
  test('JCGM 100 H.3: the calibration of a thermometer, its correction at 30 °C and their ±', () => {
    const t = [21.521, 22.012, 22.512, 23.003, 23.507, 23.999, 24.513, 25.002, 25.503, 26.01, 26.511];
    const b = [-0.171, -0.169, -0.166, -0.159, -0.164, -0.165, -0.156, -0.157, -0.159, -0.161, -0.16];
    const at = Float64Array.from(t, (v) => v - 20);
    const fit = fitModel(line, straight, { x: at, y: Float64Array.from(b), xName: 't − 20 °C' });
    expect([...fit.parameters]).toEqual([expect.closeTo(-0.1712, 4), expect.closeTo(0.00218, 5)]);
    expect(fit.parameterSpread(0).standard).toBeCloseTo(0.0029, 4);
    expect(fit.parameterSpread(1).standard).toBeCloseTo(0.00067, 5);
    expect(fit.residualStandardDeviation).toBeCloseTo(0.0035, 4);
    const curve = { fit, range: [1.5, 6.5] as const, scatterAt: () => 0 };
    const { y: correction, ySpread } = readAt(curve, 10);
    expect(correction).toBeCloseTo(-0.1494, 4);
    expect(ySpread.standard).toBeCloseTo(0.0041, 4);
    expect(fit.randomDegreesOfFreedom).toBe(9);
  });
  test('JCGM 100 H.5: a voltage on ten days, five readings each; days differ, so that ten means count and not fifty readings', () => {
    const days = [172, 116, 13, 144, 106, 31, 60, 125, 163, 41].map((microvolts) => 10 + microvolts * 1e-6);
    const { mean, standardDeviation, standardError } = standardErrorOfMean(Float64Array.from(days));
    expect(mean).toBeCloseTo(10.000097, 6);
    expect(standardDeviation).toBeCloseTo(57e-6, 6);
    expect(standardError).toBeCloseTo(18e-6, 6);
    // Within days 85 µV: F = 5·57²/85² = 2.25, beyond the 5 % limit of 2.12 and below the 2.5 % limit of 2.45.
    const f = (5 * standardDeviation ** 2) / 85e-6 ** 2;
    expect(f).toBeCloseTo(2.25, 1);
    expect(fTail(f, 9, 40)).toBeGreaterThan(0.025);
    expect(fTail(f, 9, 40)).toBeLessThan(0.05);
    expect(fTail(2.12, 9, 40)).toBeCloseTo(0.05, 2);
  });
  // JCGM 100 G.4 and example H.1.6: u_c = 32 nm with 16 degrees of freedom, k of 99 % there 2.92; of 95 % by Student's t 2.12.
  test('16 effective degrees of freedom take 2.12', () => expect(coverageFactor(16)).toBeCloseTo(2.12, 2));
});

describe('a fit through a channel that linear steps made knows how its noise came about', () => {
  const n = 300;
  const at = Float64Array.from({ length: n }, (_, i) => i / 10);
  const smoothing = (column: Float64Array): Float64Array => savitzkyGolay(column, { window: 21, order: 2 });
  const derivative = (column: Float64Array): Float64Array =>
    savitzkyGolay(column, { window: 11, order: 2, derivative: 1, spacing: 0.1 });
  const noiseOf = (work: (y: Float64Array, x: Float64Array) => Float64Array) => ({
    samples: n,
    spread: spreadOfSamples(work, at)!,
    pointOf: Int32Array.from(at, (_, i) => i),
  });
  /** Scatter of what is found over many sets, beside what each set says of it. */
  const compared = (work: (y: Float64Array, x: Float64Array) => Float64Array, rho = 0) => {
    const random = new Random(12);
    const noise = noiseOf(work);
    const found: number[] = [];
    const told: number[] = [];
    for (let set = 0; set < 60; set++) {
      let e = 0;
      const raw = at.map((v) => {
        e = rho * e + random.normal(Math.sqrt(1 - rho * rho));
        return 2 * v + 0.15 * v * v + 0.1 * e;
      });
      const fit = fitModel(line, { degree: 2 }, { x: at, y: work(raw, at), xName: 'x', isInOrder: true, noise });
      found.push(fit.parameters[1]!);
      told.push(fit.parameterSpread(1).standard);
    }
    const mean = (all: readonly number[]) => all.reduce((s, v) => s + v, 0) / all.length;
    const centre = mean(found);
    return mean(told) / Math.sqrt(mean(found.map((v) => (v - centre) ** 2)));
  };
  test.each([
    ['a smoothing', smoothing, 0],
    ['a derivative, whose noise cancels along the line but at its ends', derivative, 0],
    ['a central difference', centralDifference, 0],
    ['a smoothing of noise that was correlated before', smoothing, 0.8],
  ])('%s', (_, work, rho) => {
    const ratio = compared(work as typeof smoothing, rho);
    expect(ratio).toBeGreaterThan(0.75);
    expect(ratio).toBeLessThan(1.3);
  });
  test('and the same noise comes out of the draws of the whole way', () => {
    const noise = noiseOf(smoothing);
    const random = new Random(2);
    const raw = at.map((v) => 3 + v + random.normal(0.1));
    const points: FitData = { x: at, y: smoothing(raw), xName: 'x', isInOrder: true, noise };
    const fit = fitModel(line, straight, points);
    expect(fit.worth).toBeLessThan(n / 5);
    const slopes = Array.from({ length: 200 }, (_, k) => {
      const { y: moved } = drawnScatter({ fit, data: points }, {}, new Draw(new Random(k)));
      return fitModel(line, straight, { x: at, y: points.y.map((v, i) => v + moved![i]!), xName: 'x' }).parameters[1]!;
    });
    const mean = slopes.reduce((s, v) => s + v, 0) / slopes.length;
    const drawn = Math.sqrt(slopes.reduce((s, v) => s + (v - mean) ** 2, 0) / (slopes.length - 1));
    expect(drawn / fit.parameterSpread(1).standard).toBeGreaterThan(0.85);
    expect(drawn / fit.parameterSpread(1).standard).toBeLessThan(1.2);
  });
});
