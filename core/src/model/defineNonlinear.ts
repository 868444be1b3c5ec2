import { Type } from 'typebox';
import { AppError } from '../error/AppError';
import { multiplyUnits, parseUnit, perPower, type Unit } from '../units';
import { modelFunction } from './modelFunction';
import { defineModel, type Fit, type FitData, type Model } from './Model';
import { solveNonlinear, type NonlinearSolution } from './solve/solveNonlinear';
import type { Points } from './startsByShape';
import { summarise } from './statistics/summarise';

export interface NonlinearParameter {
  symbol: string;
  meaning: string;
  unit(x: Unit, y: Unit): Unit;
  lower?: number;
}

/** A model that is written as a formula in x and its parameters. */
export interface NonlinearSpec {
  kind: string;
  title: string;
  formula: string;
  parameters: readonly NonlinearParameter[];
  /** Start values from the points, the likeliest first; in the order of the parameters. */
  starts(points: Points): number[][];
}

/** Units of parameters as they mostly are. */
export const unitOf = {
  x: (x: Unit): Unit => x,
  y: (_: Unit, y: Unit): Unit => y,
  /** Of a difference of y: degrees Celsius become kelvins. */
  difference: (_: Unit, y: Unit): Unit => (y.offset === 0 ? y : y.scale === 1 ? parseUnit('K') : { ...y, offset: 0 }),
  slope: (x: Unit, y: Unit): Unit => perPower(y, x, 1),
  curvature: (x: Unit, y: Unit): Unit => perPower(y, x, 2),
  rate: (x: Unit): Unit => perPower(parseUnit(''), x, 1),
  product: (x: Unit, y: Unit): Unit => multiplyUnits(y, x),
  none: (): Unit => parseUnit(''),
};

export const defineNonlinear = (spec: NonlinearSpec): Model =>
  defineModel({
    kind: spec.kind,
    title: spec.title,
    settings: Type.Object({}),
    formula: () => `y = ${spec.formula}`,
    parameters: (_, x, y) =>
      spec.parameters.map(({ symbol, meaning, unit }) => ({ symbol, meaning, unit: unit(x, y) })),
    fit: (data) => fitNonlinear(spec, data),
  });

/** @throws {AppError} TOO_FEW_POINTS_FOR_MODEL, MODEL_NOT_FINITE, MODEL_NO_START */
function fitNonlinear(spec: NonlinearSpec, data: FitData): Fit {
  const { x, y, sigma } = data;
  const count = spec.parameters.length;
  if (x.length < count) throw new AppError('TOO_FEW_POINTS_FOR_MODEL', { have: x.length, parameters: count });
  const symbols = spec.parameters.map((p) => p.symbol);
  const starts = spec.starts({ x, y }).map((start) => Float64Array.from(start));
  if (starts.length === 0) throw new AppError('MODEL_NO_START', { model: spec.title });
  const lower = Float64Array.from(spec.parameters, (p) => p.lower ?? -Infinity);
  const model = modelFunction(spec.formula, symbols, new Map([['x', x]]));
  const solved = solveNonlinear({ model, y, sigma, starts, lower });
  const { parameters, inverse, condition } = solved;
  const weighted = solved.residuals;
  const residuals = sigma ? weighted.map((r, i) => r * sigma[i]!) : weighted;
  const summary = summarise(y, residuals, weighted, count);
  const variance = sigma && data.sigmaIsAbsolute ? 1 : summary.weightedVariance;
  const covariance = inverse.map((row) => row.map((v) => v * variance));
  const standardErrors = Float64Array.from(covariance, (row, k) => Math.sqrt(Math.max(0, row[k]!)));
  return {
    status: condition < 1e15 ? 'solved' : 'singular',
    parameters,
    standardErrors,
    covariance,
    residuals,
    ...summary.told,
    condition,
    reducedChiSquare: sigma ? summary.weightedVariance : NaN,
    doubts: doubtsOf(spec, solved, standardErrors),
    predict: (at) => {
      const there = modelFunction(spec.formula, symbols, new Map([['x', Float64Array.of(at)]]));
      const slopes = there.jacobian(parameters).map((column) => column[0]!);
      let spread = 0;
      slopes.forEach((a, i) => slopes.forEach((b, j) => (spread += a * b * covariance[i]![j]!)));
      return { value: there.values(parameters)[0]!, standardError: Math.sqrt(Math.max(0, spread)) };
    },
  };
}

/** A correlation above this: the two cannot be told apart by these points. */
const HARDLY_APART = 0.9995;

function doubtsOf(spec: NonlinearSpec, { ending, atBound, inverse, parameters }: NonlinearSolution, errors: Float64Array): string[] {
  const symbol = (k: number): string => spec.parameters[k]!.symbol;
  const together = inverse.flatMap((row, i) =>
    [...row].flatMap((v, j) => (j > i && Math.abs(v) > HARDLY_APART * Math.sqrt(row[i]! * inverse[j]![j]!) ? [`${symbol(i)} and ${symbol(j)}`] : [])));
  const lost = [...parameters.keys()].filter((k) => !atBound[k] && errors[k]! > Math.abs(parameters[k]!));
  return [
    ...(ending === 'converged' ? [] : ['The search did not end: no start led to a sum of squares that is surely the least.']),
    ...(atBound.some(Boolean) ? [`${[...atBound.keys()].filter((k) => atBound[k]).map(symbol).join(', ')} ended at a bound, so its ± says nothing.`] : []),
    ...(together.length > 0 ? [`${together.join('; ')} can hardly be told apart by these points: a longer range of x would part them.`] : []),
    ...(lost.length > 0 ? [`${lost.map(symbol).join(', ')} cannot be told from zero: a simpler model says as much.`] : []),
  ];
} // prettier-ignore
