import {
  crossings,
  diagnose,
  fitModel,
  modelOf,
  optima,
  predict,
  Random,
  readAt,
  readBack,
  scatterAbout,
  type Fit,
  type FitData,
  type PointErrors,
  type ReadCurve,
} from '@undameter/core';
import type { Row } from './Row';
import { points, scatters, Tally, type Scatter } from './simulate';

interface Case {
  name: string;
  kind: string;
  settings: Record<string, unknown>;
  truth: readonly number[];
  curve(x: number, p: readonly number[]): number;
  from: number;
  to: number;
  base: number;
}

const cases: readonly Case[] = [
  {
    name: 'line',
    kind: 'polynomial',
    settings: { degree: 1 },
    truth: [6, -1],
    curve: (x, [a, b]) => a! + b! * x,
    from: 0,
    to: 10,
    base: 0.2,
  },
  {
    name: 'quadratic',
    kind: 'polynomial',
    settings: { degree: 2 },
    truth: [3, 4, -0.5],
    curve: (x, [a, b, c]) => a! + b! * x + c! * x * x,
    from: 0,
    to: 10,
    base: 0.3,
  },
  {
    name: 'exponential with offset',
    kind: 'exponentialOffset',
    settings: {},
    truth: [2, 5, 3],
    curve: (x, [y0, a, t]) => y0! + a! * Math.exp(-x / t!),
    from: 0,
    to: 12,
    base: 0.05,
  },
  {
    name: 'Gaussian',
    kind: 'gaussianPeak',
    settings: {},
    truth: [1, 4, 5, 1.5],
    curve: (x, [y0, a, x0, s]) => y0! + a! * Math.exp(-((x - x0!) ** 2) / (2 * s! * s!)),
    from: 0,
    to: 10,
    base: 0.08,
  },
  {
    name: 'power law',
    kind: 'powerLaw',
    settings: {},
    truth: [3, 0.7],
    curve: (x, [a, b]) => a! * x ** b!,
    from: 0.5,
    to: 10,
    base: 0.1,
  },
];

type Weighting = 'none' | 'relative' | 'absolute';
const N = 60;

/** Coverage of the 95 % intervals of a model under a scatter: parameters, curve, further points, readings, optimum and meeting. */
export function coverageOfFits(sets: number): Row[] {
  return cases.flatMap((c) => scatters.flatMap((s) => weightingsOf(s).map((w) => rowOf(c, s, w, sets))));
}

const weightingsOf = (s: Scatter): Weighting[] => (s.name === 'growing' ? ['none', 'relative', 'absolute'] : ['none']);

function rowOf(c: Case, s: Scatter, weighting: Weighting, sets: number): Row {
  const random = new Random(c.name.length * 1000 + s.name.length);
  const tallies = {
    parameters: new Tally(),
    curve: new Tally(),
    further: new Tally(),
    readings: new Tally(),
    told: new Tally(),
  };
  const n = s.rho > 0.8 ? 5 * N : N;
  const x = Float64Array.from({ length: n }, (_, i) => c.from + ((c.to - c.from) * i) / (n - 1));
  const truth = (v: number): number => c.curve(v, c.truth);
  for (let set = 0; set < sets; set++) {
    const { data, y } = drawn(c, s, weighting, x, truth, random);
    const fit = fitModel(modelOf(c.kind), c.settings as never, data);
    fit.parameters.forEach((p, k) =>
      tallies.parameters.add(Math.abs(p - c.truth[k]!) <= fit.parameterSpread(k).halfWidth),
    );
    const curve: ReadCurve = { fit, range: [c.from, c.to], scatterAt: scatterAbout(fit, data) };
    for (const share of [0.05, 0.5, 0.95]) {
      const at = c.from + share * (c.to - c.from);
      const { value, spread } = predict(fit, at);
      tallies.curve.add(Math.abs(value - truth(at)) <= spread.halfWidth);
      // A further point of the same sensors: with the offset and the gain of this set, which the fit took for the truth.
      const shared = y.shared(at);
      const further = shared + c.base * s.size(at) * random.normal(1);
      tallies.further.add(Math.abs(value - further) <= readAt(curve, at).yFurther.halfWidth);
    }
    readings(c, curve, truth, s, random).forEach((holds) => tallies.readings.add(holds));
    tallies.told.add(isTold(c, fit, data, weighting) || isBackBent(c, curve, truth));
  }
  const weights = weighting === 'none' ? '' : `, weights ${weighting}`;
  return {
    name: `${c.name}, ${s.name}${weights}`,
    covers: {
      parameters: tallies.parameters.percent,
      curve: tallies.curve.percent,
      'further point': tallies.further.percent,
      readings: tallies.readings.percent,
    },
    told: tallies.told.percent,
  };
}

function drawn(
  c: Case,
  s: Scatter,
  weighting: Weighting,
  x: Float64Array,
  truth: (v: number) => number,
  random: Random,
) {
  const [offset, gain] = [s.offset * c.base * random.normal(1), s.gain * random.normal(1)];
  const own = points(x, truth, c.base, { ...s, offset: 0, gain: 0 }, random);
  const y = own.map((v, i) => v + gain * truth(x[i]!) + offset);
  const errors: PointErrors[] = [
    ...(s.offset ? [{ source: 'offset', y: x.map(() => s.offset * c.base) }] : []),
    ...(s.gain ? [{ source: 'gain', y: y.map((v) => s.gain * v) }] : []),
  ];
  const sigma = x.map((v) => c.base * s.size(v));
  const weights = weighting === 'none' ? {} : { sigma, sigmaIsAbsolute: weighting === 'absolute' };
  const data: FitData = { x, y, xName: 'x', errors, isInOrder: true, ...weights };
  return { data, y: { shared: (at: number) => truth(at) * (1 + gain) + offset } };
}

/** Back from y at the middle of the range, the optimum of what has one, and where two lines meet. */
function readings(c: Case, curve: ReadCurve, truth: (v: number) => number, s: Scatter, random: Random): boolean[] {
  const held: boolean[] = [];
  const middle = c.from + 0.35 * (c.to - c.from);
  const back = nearest(readBack(curve, truth(middle)), middle);
  if (back) held.push(Math.abs(back.x - middle) <= back.xSpread.halfWidth);
  const top = c.name === 'quadratic' ? 4 : c.name === 'Gaussian' ? 5 : undefined;
  if (top !== undefined) {
    const found = nearest(optima(curve), top);
    if (found) held.push(Math.abs(found.x - top) <= found.xSpread.halfWidth);
  }
  if (c.name === 'line' && s.rho === 0 && s.offset === 0 && s.gain === 0) {
    const x = Float64Array.from({ length: N }, (_, i) => (10 * i) / (N - 1));
    const other = fitModel(
      modelOf('polynomial'),
      { degree: 1 },
      { x, y: points(x, (v) => v, c.base, { ...s, size: () => 1 }, random), xName: 'x' },
    );
    const [meeting] = crossings(curve, { ...curve, fit: other });
    if (meeting) held.push(Math.abs(meeting.x - 3) <= meeting.xSpread.halfWidth);
  }
  return held;
}

const nearest = <R extends { x: number }>(all: readonly R[], to: number): R | undefined =>
  all.reduce<R | undefined>((best, r) => (!best || Math.abs(r.x - to) < Math.abs(best.x - to) ? r : best), undefined);

/** Whether the reading back from y says that the curve bends within its ±, or that it does not reach there. */
const isBackBent = (c: Case, curve: ReadCurve, truth: (v: number) => number): boolean => {
  const middle = c.from + 0.35 * (c.to - c.from);
  return nearest(readBack(curve, truth(middle)), middle)?.isBent ?? true;
};

/** Whether the ladder says that the ± of this fit is not to be trusted as it stands. */
function isTold(c: Case, fit: Fit, data: FitData, weights: Weighting): boolean {
  const model = modelOf(c.kind);
  const symbols = Array.from(fit.parameters, (_, k) => `p${k}`);
  const rungs = diagnose({
    model,
    candidate: { kind: c.kind, settings: c.settings },
    data,
    fit,
    choices: {},
    weights,
    known: {},
    names: { x: 'x', y: 'y' },
    symbols,
  });
  return rungs.some((r) => r.title === 'Uncertainties' && r.state === 'doubtful');
}
