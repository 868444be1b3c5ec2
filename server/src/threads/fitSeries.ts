import type { FitReply, SeriesReply } from '@undameter/contract';
import {
  numberChannelOf,
  AppError,
  countKept,
  fitModel,
  goodnessOf,
  modelOf,
  parseUnit,
  predict,
  printUnit,
  seriesData,
  studentTQuantile,
  type Fit,
  type Series,
} from '@undameter/core';
import type { FitTask, NamedCondition } from './BenchInput';
import { benchState } from './benchState';
import { attempt, reading, readings } from './toReply';

const MOST_DRAWN = 300;
const CURVE_POINTS = 121;

/** One condition's points and their fit, as the comparison needs them too. */
export interface FittedSeries {
  condition: NamedCondition | undefined;
  data: Series;
  fit: Fit;
  /** Student factor of the 95 % confidence interval. */
  t: number;
  range: [number, number];
}

/** Fits the model to each condition by itself. */
export function fit(task: FitTask): FitReply {
  const { final } = benchState(task.run).result;
  const x = numberChannelOf(final, task.x);
  const y = numberChannelOf(final, task.y);
  const model = modelOf(task.model);
  const axisOf = ({ symbol, name, unit }: typeof x) => ({ symbol, name, unit });
  return {
    x: axisOf(x),
    y: axisOf(y),
    formula: model.formula(task.settings as never),
    model: model.title,
    samples: final.samples,
    kept: countKept(final.mask),
    series: eachCondition(task).map((condition) => {
      const fitted = attempt(() => fitOne(task, condition));
      return fitted.value ? seriesReply(task, fitted.value) : { ...emptySeries(condition), problem: fitted.problem };
    }),
  };
}

export const eachCondition = (task: FitTask): (NamedCondition | undefined)[] =>
  task.conditions.length > 0 ? task.conditions : [undefined];

/** @throws {AppError} CHANNEL_UNKNOWN, CONDITION_EMPTY, TOO_FEW_POINTS_FOR_MODEL, X_HAS_NO_SPREAD */
export function fitOne(task: FitTask, condition: NamedCondition | undefined): FittedSeries {
  const { final } = benchState(task.run).result;
  const data = seriesData(final, condition, task, task.run.name, task.data);
  const weighted =
    task.weights === 'none' ? {} : { sigma: sigmaOf(data), sigmaIsAbsolute: task.weights === 'absolute' };
  const points = { x: data.x, y: data.y, xName: data.xChannel.name, ...weighted };
  const fitted = fitModel(modelOf(task.model), task.settings, points);
  let low = Infinity;
  let high = -Infinity;
  for (const v of data.x) {
    if (v < low) low = v;
    if (v > high) high = v;
  }
  const t = fitted.degreesOfFreedom > 0 ? studentTQuantile(0.975, fitted.degreesOfFreedom) : NaN;
  return { condition, data, fit: fitted, t, range: [low, high] };
}

/** @throws {AppError} FIT_WEIGHTS where a point has no uncertainty above zero */
function sigmaOf({ sigma, x, yChannel }: Series): Float64Array {
  const without = x.length - sigma.filter((s) => s > 0 && s < Infinity).length;
  if (without > 0) throw new AppError('FIT_WEIGHTS', { channel: yChannel.name, without, points: x.length });
  return sigma;
}

/** Indices of every k-th point, so that at most MOST_DRAWN are drawn. */
export const thinned = (points: number): { every: number; indices: number[] } => {
  const every = Math.max(1, Math.ceil(points / MOST_DRAWN));
  return { every, indices: Array.from({ length: Math.ceil(points / every) }, (_, k) => k * every) };
};

/** Evenly spaced x over a range, both ends included. */
export const curveGrid = ([low, high]: readonly [number, number]): Float64Array =>
  Float64Array.from({ length: CURVE_POINTS }, (_, i) => low + ((high - low) * i) / (CURVE_POINTS - 1));

function seriesReply(task: FitTask, { condition, data, fit: fitted, t, range }: FittedSeries): SeriesReply {
  const parameters = modelOf(task.model).parameters(
    task.settings as never,
    parseUnit(data.xChannel.unit),
    parseUnit(data.yChannel.unit),
  );
  const { every, indices } = thinned(data.x.length);
  const grid = curveGrid(range);
  const goodness = goodnessOf(fitted, data.x.length);
  const curve = Array.from(grid, (at) => predict(fitted, at));
  const take = (values: Float64Array) => indices.map((i) => reading(values[i]!));
  return {
    conditionId: condition?.id ?? null,
    name: condition?.name ?? 'all kept samples',
    points: data.x.length,
    missing: data.missing,
    parameters: parameters.map((p, k) => ({
      symbol: p.symbol,
      meaning: p.meaning,
      unit: printUnit(p.unit.text),
      value: reading(fitted.parameters[k]!),
      standardError: reading(fitted.standardErrors[k]!),
      halfWidth: reading(t * fitted.standardErrors[k]!),
    })),
    residualStandardDeviation: reading(fitted.residualStandardDeviation),
    degreesOfFreedom: fitted.degreesOfFreedom,
    rSquared: reading(fitted.rSquared),
    adjustedRSquared: reading(goodness.adjustedRSquared),
    aic: reading(goodness.aic),
    bic: reading(goodness.bic),
    reducedChiSquare: reading(fitted.reducedChiSquare),
    correlation: goodness.correlation.map(readings),
    doubts: [...fitted.doubts],
    drawn: { every, x: take(data.x), y: take(data.y), residual: take(fitted.residuals), ...uncertainties(data, take) },
    curve: {
      x: readings(grid),
      y: curve.map((p) => reading(p.value)),
      low: curve.map((p) => reading(p.value - t * p.standardError)),
      high: curve.map((p) => reading(p.value + t * p.standardError)),
    },
    problem: null,
  };
}

/** Of operating points; samples have none of their own. */
const uncertainties = ({ xUncertainty, yUncertainty }: Series, take: (values: Float64Array) => (number | null)[]) =>
  xUncertainty.length > 0
    ? { xUncertainty: take(xUncertainty), yUncertainty: take(yUncertainty) }
    : { xUncertainty: [], yUncertainty: [] };

function emptySeries(condition: NamedCondition | undefined): Omit<SeriesReply, 'problem'> {
  return {
    conditionId: condition?.id ?? null,
    name: condition?.name ?? 'all kept samples',
    points: 0,
    missing: 0,
    parameters: [],
    residualStandardDeviation: null,
    degreesOfFreedom: 0,
    rSquared: null,
    adjustedRSquared: null,
    aic: null,
    bic: null,
    reducedChiSquare: null,
    correlation: [],
    doubts: [],
    drawn: { every: 1, x: [], y: [], residual: [], xUncertainty: [], yUncertainty: [] },
    curve: { x: [], y: [], low: [], high: [] },
  };
}
