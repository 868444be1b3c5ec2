import { describe, expect, test } from '@jest/globals';
import { fitModel, modelOf, optima, predict, readBack, seriesData, type Fit, type FitData } from '../model';
import { Random } from '../number/Random';
import { runProcedure, type RunState, type Step } from '../procedure';
import { Draw, shapesOf, type Channel, type DeclaredUncertainty } from '../sample';
import {
  agreementInWords,
  agreementOf,
  backQuantity,
  drawnRun,
  meetingQuantity,
  nearestRoot,
  optimumQuantity,
  parameterQuantity,
  stepsBehind,
  throughSteps,
  valueQuantity,
  propagate,
  tablesOfSteps,
  tallyOf,
  type Way,
} from './index';

const N = 300;
const noise = new Random(5);
const column = (
  symbol: string,
  unit: string,
  of: (i: number) => number,
  uncertainty?: DeclaredUncertainty,
): Channel => ({
  symbol,
  name: symbol,
  unit,
  origin: 'logged',
  values: Float64Array.from({ length: N }, (_, i) => of(i)),
  uncertainty,
});
const flow = (i: number): number => 2 + (38 * i) / (N - 1);
const offset: DeclaredUncertainty = { kind: 'absolute', value: 4, statedAs: 'limits' };
const small: DeclaredUncertainty = { ...offset, value: 0.5 };
const gain: DeclaredUncertainty = { kind: 'reading', percent: 1, statedAs: 'twice' };

/** A pump's pressure falling over its flow, made up, with what is declared of its two sensors. */
const logOf = (
  ofPressure: DeclaredUncertainty | undefined,
  ofFlow: DeclaredUncertainty | undefined,
  bend = 0.05,
): RunState => {
  const channels = [
    column('t', 's', (i) => i),
    column('q', 'L/min', flow, ofFlow),
    column('p', 'kPa', (i) => 270 - bend * flow(i) ** 2 + noise.normal(0.5), ofPressure),
  ];
  return { samples: N, channels: new Map(channels.map((c) => [c.symbol, c])), mask: new Uint16Array(N), along: 't' };
};

const toHead: Step = {
  id: 'a',
  kind: 'derive',
  version: 1,
  on: true,
  settings: { name: 'Head', symbol: 'H', formula: 'p / (998 [kg/m^3] * 9.81 [m/s^2])', unit: 'm' },
};

interface Asked {
  degree?: number;
  steps?: Step[];
  read?: (fit: Fit) => number;
  sigma?: number;
}

/** The whole way: a procedure, all samples, a polynomial, and what is read off it. */
function wayOf(logged: RunState, { degree = 2, steps = [toHead], read = (f) => f.parameters[0]!, sigma }: Asked = {}) {
  const procedure = runProcedure(logged, steps, new Map());
  const series = seriesData(procedure.final, [], { x: 'q', y: 'H' }, 'run');
  const known = sigma === undefined ? {} : { sigma: series.x.map(() => sigma), sigmaIsAbsolute: true };
  const data: FitData = { x: series.x, y: series.y, xName: 'q', errors: series.errors, isInOrder: true, ...known };
  const again = (points: FitData): Fit => fitModel(modelOf('polynomial'), { degree }, points);
  const fit = again(data);
  const way: Way = {
    logged,
    procedure,
    steps,
    tables: tablesOfSteps(steps, new Map()),
    series: [{ series, taken: Int32Array.from(series.x, (_, i) => i), data, fit, known: {} }],
    fitAgain: ([points]) => [again(points!)],
    quantities: [{ name: 'a', read: ([f]) => read(f!) }],
  };
  return { way, fit, series };
}

describe('draws of the whole way agree with first order where that holds', () => {
  test.each([
    ['an offset of the pressure, as limits', offset, undefined],
    ['a gain of the pressure', gain, undefined],
    ['a gain of the flow, through the slope of the curve', undefined, gain],
    ['both, and the scatter', gain, small],
    ['the scatter alone', undefined, undefined],
  ])('%s', (_, ofPressure, ofFlow) => {
    const { way, fit } = wayOf(logOf(ofPressure, ofFlow));
    const [drawn] = propagate(way, 600).map(tallyOf);
    const first = fit.parameterSpread(0);
    expect(drawn!.standard / first.standard).toBeGreaterThan(0.91);
    expect(drawn!.standard / first.standard).toBeLessThan(1.09);
    expect(Math.abs(drawn!.mean - fit.parameters[0]!)).toBeLessThan(0.15 * first.standard);
  });

  test('few points: the scatter is drawn with the degrees of freedom that tell it, as Student’s t has it', () => {
    const { way, fit } = wayOf(logOf(undefined, undefined));
    const some = Int32Array.from([0, 70, 140, 210, 280]);
    const few = (column: Float64Array) => Float64Array.from(some, (i) => column[i]!);
    const data = { x: few(way.series[0]!.data.x), y: few(way.series[0]!.data.y), xName: 'q' };
    const own = way.fitAgain([data])[0]!;
    const [drawn] = propagate({ ...way, series: [{ ...way.series[0]!, taken: some, data, fit: own }] }, 2500).map(
      tallyOf,
    );
    const { halfWidth } = own.parameterSpread(0);
    expect((drawn!.high - drawn!.low) / 2 / halfWidth).toBeGreaterThan(0.88);
    expect((drawn!.high - drawn!.low) / 2 / halfWidth).toBeLessThan(1.12);
    expect(fit.degreesOfFreedom).toBe(N - 3);
  });

  test('what differs from sample to sample and is known is drawn before the steps', () => {
    const random: DeclaredUncertainty = { kind: 'absolute', value: 2, statedAs: 'standard', effect: 'random' };
    const { way, fit } = wayOf(logOf(random, undefined), { sigma: 2 / 9.79038 });
    const [drawn] = propagate(way, 600).map(tallyOf);
    expect(drawn!.standard / fit.parameterSpread(0).standard).toBeCloseTo(1, 1);
  });

  test('a formulation with a stated ± is a source of its own, and one step that nothing reaches is left as it was', () => {
    const density: Step = {
      ...toHead,
      settings: { ...toHead.settings, formula: 'p / (water_rho(293.15 [K], 200 [kPa]) * 9.81 [m/s^2])' },
    };
    const { way, fit, series } = wayOf(logOf(undefined, undefined), { steps: [density] });
    expect(way.tables.map((t) => t.symbol)).toEqual(['water_rho']);
    const name = series.errors.map((e) => e.source);
    expect(name).toEqual([way.tables[0]!.source]);
    const [drawn] = propagate(way, 800).map(tallyOf);
    expect(drawn!.standard / fit.parameterSpread(0).standard).toBeCloseTo(1, 1);
  });
});

test('where first order does not hold the draws say so: near the top of a curve, back from a height', () => {
  const logged = logOf(offset, undefined, 0.02);
  const top = (f: Fit) => predict(f, 4).value;
  const { way, fit } = wayOf(logged);
  const curve = (f: Fit) => ({ fit: f, range: [2, 40] as const, scatterAt: () => 0 });
  const reading = readBack(curve(fit), top(fit)).find((r) => r.x > -2)!;
  const quantities = [backQuantity('back', top(fit), reading.x, [2, 40])];
  const drawn = tallyOf(propagate({ ...way, quantities }, 1500)[0]!);
  const first = { value: reading.x, halfWidth: reading.xSpread.halfWidth };
  expect(agreementOf(drawn, first)).toBe('differs');
  expect(drawn.missing).toBeGreaterThan(0);
  expect(agreementInWords(drawn, first, 'L/min')).toMatch(
    /^Differs from first order: .*there was no such number.*too narrow/,
  );
  expect(optima(curve(fit))).toHaveLength(1);
});

test('the samples that steps set aside stay set aside, whatever the draw', () => {
  const logged = logOf(offset, undefined);
  const aside: Step = {
    id: 'b',
    kind: 'setAsideLimits',
    version: 1,
    on: true,
    settings: { channel: 'H', method: 'outside', low: 20, high: 27, unit: 'm', reason: 'beyond' },
  };
  const { way, series } = wayOf(logged, { steps: [toHead, aside] });
  const seen: number[] = [];
  propagate({ ...way, fitAgain: (all) => (seen.push(all[0]!.x.length), way.fitAgain(all)) }, 20);
  expect(new Set(seen)).toEqual(new Set([series.x.length]));
  expect(series.x.length).toBeLessThan(N);
});

test('only the steps behind the points count, through all that these read', () => {
  const logged = logOf(offset, undefined);
  const derive = (symbol: string, formula: string, unit: string): Step => ({
    ...toHead,
    id: symbol,
    settings: { name: symbol, symbol, formula, unit },
  });
  const steps = [
    derive('dp', 'p - 10 [kPa]', 'kPa'),
    derive('idle', 'q * p', ''),
    { ...toHead, settings: { ...toHead.settings, formula: 'dp / (998 [kg/m^3] * 9.81 [m/s^2])' } },
  ];
  const procedure = runProcedure(logged, steps, new Map());
  expect([...stepsBehind(procedure, steps, ['q', 'H'])].sort()).toEqual([0, 2]);
  expect([...stepsBehind(procedure, steps, ['q'])]).toEqual([]);
  const draw = new Draw(new Random(2));
  const moved = drawnRun(logged, draw, false);
  const state = throughSteps(procedure, steps, new Set([0, 2]), moved, [], draw);
  const by = moved.get('p')!.values[9]! - logged.channels.get('p')!.values[9]!;
  const was = procedure.final.channels.get('H')!.values[9]!;
  expect(state.channels.get('H')!.values[9]! - was).toBeCloseTo(by / 9.79038, 9);
  expect(state.channels.get('idle')).toBe(procedure.final.channels.get('idle'));
});

test('it ends when it is told to, with what it has, and is the same for the same seed', () => {
  const { way } = wayOf(logOf(gain, gain));
  const whole = propagate(way, 30, { seed: 7 });
  const part = propagate(way, 30, { seed: 7, goesOn: (done) => done < 10 });
  expect(part[0]).toHaveLength(10);
  expect([...part[0]!]).toEqual([...whole[0]!.subarray(0, 10)]);
  expect([...propagate(way, 5, { seed: 8 })[0]!]).not.toEqual([...part[0]!.subarray(0, 5)]);
});

test('a draw in which the model can do nothing gives no number, and the others go on', () => {
  const { way } = wayOf(logOf(gain, gain));
  let count = 0;
  const bent = modelOf('pumpHead');
  const fails: Way['fitAgain'] = (all) =>
    count++ % 2
      ? way.fitAgain(all)
      : [fitModel(bent, {}, { ...all[0]!, x: new Float64Array(1), y: new Float64Array(1) })];
  expect(tallyOf(propagate({ ...way, fitAgain: fails }, 20)[0]!)).toMatchObject({ draws: 10, missing: 10 });
});

describe('one draw', () => {
  test('moves all samples by the same offset, a gain by what they read, and two channels of one source together', () => {
    const shared: DeclaredUncertainty = {
      kind: 'several',
      sources: [{ name: 'bench', isShared: true, of: { kind: 'absolute', value: 1, statedAs: 'standard' } }],
    };
    const logged = logOf(shared, shared);
    const moved = drawnRun(logged, new Draw(new Random(3)), false);
    const by = (symbol: string, i: number) => moved.get(symbol)!.values[i]! - logged.channels.get(symbol)!.values[i]!;
    expect(moved.has('t')).toBe(false);
    expect(by('p', 0)).toBeCloseTo(by('p', 200), 9);
    expect(by('p', 7)).toBeCloseTo(by('q', 40), 9);
    const scaled = drawnRun(logOf(gain, undefined), new Draw(new Random(3)), false).get('p')!;
    const plain = logOf(gain, undefined).channels.get('p')!;
    expect(scaled.values[0]! / plain.values[0]!).not.toBe(1);
  });
  test('what differs from sample to sample is drawn for each, and only where it is asked for', () => {
    const random: DeclaredUncertainty = { kind: 'absolute', value: 2, statedAs: 'limits', effect: 'random' };
    const logged = logOf(random, undefined);
    expect(drawnRun(logged, new Draw(new Random(3)), false).size).toBe(0);
    const { values } = drawnRun(logged, new Draw(new Random(3)), true).get('p')!;
    const by = values.map((v, i) => v - logged.channels.get('p')!.values[i]!);
    expect(Math.max(...by)).toBeLessThanOrEqual(2);
    expect(Math.max(...by)).toBeGreaterThan(1.8);
    expect(Math.abs(by.reduce((s, v) => s + v, 0)) / N).toBeLessThan(0.3);
  });
  test('limits are drawn as such, all else as normal', () => {
    expect([...shapesOf(logOf(offset, gain).channels.values())]).toEqual([
      ['q', 'normal'],
      ['p', 'rectangular'],
    ]);
  });
});

describe('what draws come to', () => {
  test('the ends leave as many out below as above (JCGM 101, 7.7.2)', () => {
    const values = Float64Array.from({ length: 1000 }, (_, i) => i + 1);
    expect(tallyOf(values)).toMatchObject({ draws: 1000, missing: 0, mean: 500.5, low: 26, high: 975 });
    expect(tallyOf(Float64Array.of(1, NaN, 3))).toMatchObject({ draws: 2, missing: 1, mean: 2 });
    expect(tallyOf(Float64Array.of(NaN)).low).toBeNaN();
    // Of 1 000 draws the 26th lies between the 16th and the 36th: 2·√(1000·0.0255·0.9745) = 9.97.
    expect(tallyOf(values).unsure).toBe(10);
    expect(tallyOf(values.subarray(0, 40)).unsure).toBe(Infinity);
  });
  const normal = (n: number, u: number): Float64Array => {
    const random = new Random(n);
    return Float64Array.from({ length: n }, () => 10 + random.normal(u));
  };
  test.each([
    [
      4000,
      1,
      'agrees',
      /^Agrees with first order: 95 % of 4000 draws lie within .* m; first order says 10\.0 ± 2\.0 m\.$/,
    ],
    [4000, 1.3, 'differs', /^Differs from first order.*The interval of the draws is the one to state\.$/],
    [100, 1, 'notTested', /^Not tested: so few draws/],
  ])('%d draws of standard deviation %d beside ± 1.96', (n, u, agreement, words) => {
    const drawn = tallyOf(normal(n, u));
    const first = { value: 10, halfWidth: 1.96 };
    expect(agreementOf(drawn, first)).toBe(agreement);
    expect(agreementInWords(drawn, first, 'm')).toMatch(words);
  });
  test('a number of which first order knows no ± is not tested, and not for want of draws', () => {
    const words = agreementInWords(tallyOf(normal(4000, 1)), { value: 10, halfWidth: NaN }, 'm');
    expect(words).toMatch(/^Not tested: first order knows no ± of it/);
    expect(words).not.toMatch(/NaN|few draws/);
  });
  test('none that gave a number says no more than that', () =>
    expect(agreementInWords(tallyOf(Float64Array.of(NaN, NaN)), { value: 1, halfWidth: 1 }, '')).toMatch(
      /^No draw gave/,
    ));
});

test.each([1, 2, 5, 40])('chi-squared of %d degrees of freedom has its mean and variance', (freedom) => {
  const random = new Random(freedom);
  const values = Float64Array.from({ length: 40_000 }, () => random.chiSquare(freedom));
  const { mean, standard } = tallyOf(values);
  expect(mean / freedom).toBeCloseTo(1, 1);
  expect(standard ** 2 / (2 * freedom)).toBeCloseTo(1, 0);
});

describe('what is read off the fits of a draw', () => {
  const x = Float64Array.from({ length: 21 }, (_, i) => i / 2);
  const of = (f: (v: number) => number, degree: number): Fit =>
    fitModel(modelOf('polynomial'), { degree }, { x, y: x.map(f), xName: 'x' });
  const [bent, line] = [of((v) => 20 - (v - 4) ** 2, 2), of((v) => 2 * v, 1)];
  const range = [0, 10] as const;
  test('is a parameter, a value, a place, an optimum and where two curves meet', () => {
    const read = (q: { read(fits: readonly Fit[]): number }) => q.read([bent, line]);
    expect(read(parameterQuantity('a1', 1, 1))).toBeCloseTo(2, 9);
    expect(read(valueQuantity('at 5', 5))).toBeCloseTo(19, 9);
    expect(read(backQuantity('back from 11', 11, 6, range))).toBeCloseTo(7, 9);
    expect(read(backQuantity('back from 11', 11, 2, range))).toBeCloseTo(1, 9);
    expect(read(optimumQuantity('top', 5, range))).toBeCloseTo(4, 6);
    expect(read(meetingQuantity('meeting', 3, range, [0, 1]))).toBeCloseTo(3 + Math.sqrt(13), 9);
    expect(read(backQuantity('above the top', 30, 4, range))).toBeNaN();
  });
  test('the nearest root is taken on either side, also beyond the ends, and a pole is none', () => {
    expect(nearestRoot((v) => (v - 1) * (v - 9), 6, range)).toBeCloseTo(9, 12);
    expect(nearestRoot((v) => v + 5, 3, range)).toBeCloseTo(-5, 12);
    expect(nearestRoot((v) => v - 3, 3, range)).toBe(3);
    expect(nearestRoot((v) => 1 / (v - 5.01), 5, range)).toBeNaN();
  });
});
