import type { FitReply, SeriesReply } from '@undameter/contract';
import {
  budgetOf,
  countKept,
  fTail,
  furtherSpread,
  goodnessOf,
  modelOf,
  numberChannelOf,
  predict,
  printUnit,
  scatterAbout,
  doubtsOfPoints,
  titleOf,
} from '@undameter/core';
import type { FitTask, SeriesTask } from './BenchInput';
import { benchState } from './benchState';
import {
  endsOf,
  fitAll,
  meansOf,
  meansOfOthers,
  parametersOf,
  seriesOf,
  type FittedSeries,
  type PreparedSeries,
} from './prepareSeries';
import { budgetReply, reading, readings, type Attempt } from './toReply';

const MOST_DRAWN = 300;
const CURVE_POINTS = 121;

/** Fits the model to each condition, by itself or with parameters that all share. */
export function fit(task: FitTask): FitReply {
  const { final } = benchState(task.run).result;
  const x = numberChannelOf(final, task.x);
  const y = numberChannelOf(final, task.y);
  const model = modelOf(task.model);
  const tasks = seriesOf(task);
  const all = fitAll(task);
  const series = all.map((one, s) =>
    one.value ? seriesReply(one.value) : { ...emptySeries(tasks[s]!), problem: one.problem },
  );
  return {
    x: axisOfAll(
      series.map((s) => s.x),
      x.unit,
    ),
    y: axisOfAll(
      series.map((s) => s.y),
      y.unit,
    ),
    formula: model.formula(task.settings as never),
    model: titleOf({ kind: task.model, settings: task.settings }),
    samples: final.samples,
    kept: countKept(final.mask),
    series,
    sharing: sharingOf(task, withCommonModel(all)),
  };
}

type Axis = FitReply['x'];

/** Of several channels no name says what is on the axis; their symbols do. */
function axisOfAll(axes: readonly Axis[], unit: string): Axis {
  const [first] = axes;
  const symbols = [...new Set(axes.map((a) => a.symbol))];
  return symbols.length === 1 ? { ...first!, unit } : { symbol: symbols.join(', '), name: '', unit };
}

/** A channel of a run with the unit that its values are brought to; of one that is not there only the symbol is known. */
function axisOf({ run, into }: SeriesTask, which: 'x' | 'y', symbol: string): Axis {
  const { channels } = benchState(run).result.final;
  const wanted = into && benchState(into.run).result.final.channels.get(into[which]);
  const own = channels.get(symbol);
  return { symbol, name: own?.name ?? symbol, unit: wanted?.unit ?? own?.unit ?? '' };
}

const withCommonModel = (all: readonly Attempt<FittedSeries>[]): FittedSeries[] =>
  all.flatMap((one) => (one.value && !one.value.task.isOwnModel ? [one.value] : []));

/** F-test of one value for all series against one for each (Draper and Smith, Applied Regression Analysis, 3rd ed., section 6.1). */
function sharingOf(task: FitTask, together: readonly FittedSeries[]): FitReply['sharing'] {
  const { shared = [] } = task.choices;
  if (shared.length === 0 || together.length < 2) return null;
  const alone = withCommonModel(fitAll({ ...task, choices: { ...task.choices, shared: [] } }));
  if (alone.length < together.length) return null;
  const sum = (all: readonly FittedSeries[]): number =>
    all.reduce((s, { fit: f, points }) => s + squaresOf(f.residuals, points.sigma), 0);
  const freedom = alone.reduce((s, { fit: f }) => s + f.degreesOfFreedom, 0);
  const extra = together[0]!.fit.degreesOfFreedom - freedom;
  const [one, each] = [sum(together), sum(alone)];
  const f = (one - each) / extra / (each / freedom);
  const p = fTail(Math.max(0, f), extra, freedom);
  const names = shared.join(', ');
  const chance = p < 1e-4 ? 'less than 1 in 10 000' : `${Number((p * 100).toPrecision(2))} %`;
  const text =
    p < 0.01
      ? `One ${names} for all series holds them worse than one for each: so much by chance in ${chance} of cases (F = ${Number(f.toPrecision(3))}). They do not fall on each other.`
      : `One ${names} for all series holds them as well as one for each: the gain of more would come by chance in ${chance} of cases (F = ${Number(f.toPrecision(3))}).`;
  return { f: reading(f), p, text };
}

const squaresOf = (residuals: Float64Array, sigma: Float64Array | undefined): number =>
  residuals.reduce((sum, r, i) => sum + (r / (sigma?.[i] ?? 1)) ** 2, 0);

/** Indices of every k-th point, so that at most MOST_DRAWN are drawn. */
export const thinned = (points: number): { every: number; indices: number[] } => {
  const every = Math.max(1, Math.ceil(points / MOST_DRAWN));
  return { every, indices: Array.from({ length: Math.ceil(points / every) }, (_, k) => k * every) };
};

/** What is outside the range, and what steps set aside unless it lies so far off that the others would be squeezed together. */
function leftOutReply({ data: { x, y, setAside }, leftOut }: FittedSeries): SeriesReply['leftOut'] {
  const isNear = (column: Float64Array): ((v: number) => boolean) => {
    const [low, high] = endsOf(column);
    return (v) => v >= low - (high - low) / 2 && v <= high + (high - low) / 2;
  };
  const [nearX, nearY] = [isNear(x), isNear(y)];
  const near = [...setAside.x.keys()].filter((i) => nearX(setAside.x[i]!) && nearY(setAside.y[i]!));
  const outside = thinned(leftOut.x.length).indices;
  const aside = thinned(near.length).indices.map((k) => near[k]!);
  const column = (axis: 'x' | 'y') => [
    ...outside.map((i) => reading(leftOut[axis][i]!)),
    ...aside.map((i) => reading(setAside[axis][i]!)),
  ];
  return { x: column('x'), y: column('y'), beyond: setAside.x.length - near.length };
}

/** Evenly spaced x over a range, both ends included. */
export const curveGrid = ([low, high]: readonly [number, number]): Float64Array =>
  Float64Array.from({ length: CURVE_POINTS }, (_, i) => low + ((high - low) * i) / (CURVE_POINTS - 1));

const REACHING_POINTS = 60;

/** Over the points, and on either side as far as the curve is to be drawn. */
export function reachingGrid(
  range: readonly [number, number],
  reach: readonly [number, number] | undefined,
): Float64Array {
  const inside = curveGrid(range);
  if (!reach) return inside;
  const [from, to] = [Math.min(...reach), Math.max(...reach)];
  const spaced = (low: number, high: number): number[] =>
    high > low ? Array.from({ length: REACHING_POINTS }, (_, i) => low + ((high - low) * i) / REACHING_POINTS) : [];
  const after = spaced(-to, -range[1]).map((v) => -v);
  return Float64Array.from([...spaced(from, range[0]), ...inside, ...after.reverse()]);
}

/** What a series is and what it is fitted with, also where that fails. */
function headOf(task: SeriesTask) {
  const { part, from, name, run, model, settings, isOwnModel } = task;
  const kind = modelOf(model);
  const title = titleOf({ kind: model, settings });
  const formula = kind.formula(settings as never);
  return {
    conditionId: part.conditionId,
    groupId: part.groupId,
    conditionIds: part.conditions.map((c) => c.id),
    from,
    name,
    run: run.name,
    x: axisOf(task, 'x', task.x),
    y: axisOf(task, 'y', task.y),
    model: title,
    formula,
    isOwnModel,
  };
}

function seriesReply(series: FittedSeries): SeriesReply {
  const { task, data, points, fit: fitted, range } = series;
  const { every, indices } = thinned(points.x.length);
  const grid = reachingGrid(range, task.choices.reach);
  const goodness = goodnessOf(fitted, points.x.length);
  const curve = Array.from(grid, (at) => predict(fitted, at));
  const scatterAt = scatterAbout(fitted, points);
  const further = curve.map((p, i) => furtherSpread(fitted, p.spread, scatterAt(grid[i]!)).halfWidth);
  const take = (values: Float64Array) => indices.map((i) => reading(values[i]!));
  return {
    ...headOf(task),
    points: points.x.length,
    missing: data.missing,
    expression: modelOf(task.model).expression(task.settings as never, meansOfOthers(series)),
    parameters: parameterRows(series),
    residualStandardDeviation: reading(fitted.residualStandardDeviation),
    sumOfSquares: reading(squaresOf(fitted.residuals, undefined)),
    degreesOfFreedom: fitted.degreesOfFreedom,
    rSquared: reading(fitted.rSquared),
    adjustedRSquared: reading(goodness.adjustedRSquared),
    aic: reading(goodness.aic),
    bic: reading(goodness.bic),
    reducedChiSquare: reading(fitted.reducedChiSquare),
    correlation: goodness.correlation.map(readings),
    worth: reading(fitted.worth),
    sources: fitted.effects.map((e) => e.source),
    doubts: [...fitted.doubts, ...doubtsOfPoints(data)],
    drawn: {
      every,
      x: take(points.x),
      // With further x in it, a point is drawn where it would lie with those at their means.
      y: points.others
        ? indices.map((i) => reading(fitted.curve(points.x[i]!).value + fitted.residuals[i]!))
        : take(points.y),
      residual: take(fitted.residuals),
      ...barsOf(series, indices),
    },
    leftOut: leftOutReply(series),
    curve: {
      inside: range.map(reading),
      x: readings(grid),
      y: curve.map((p) => reading(p.value)),
      low: curve.map((p) => reading(p.value - p.spread.halfWidth)),
      high: curve.map((p) => reading(p.value + p.spread.halfWidth)),
      lowest: curve.map((p, i) => reading(p.value - further[i]!)),
      highest: curve.map((p, i) => reading(p.value + further[i]!)),
    },
    means: meansOf(benchState(series.run).result.final, data).map(({ mean, ...channel }) => ({
      ...channel,
      mean: reading(mean),
    })),
    problem: null,
  };
}

function parameterRows(series: FittedSeries): SeriesReply['parameters'] {
  const { fit: fitted, task } = series;
  const { fixed = {}, tied = {}, shared = [] } = task.choices;
  return parametersOf(series).map(({ symbol, meaning, unit }, k) => ({
    symbol,
    meaning,
    unit: printUnit(unit.text),
    value: reading(fitted.parameters[k]!),
    standardError: reading(fitted.standardErrors[k]!),
    ...spreadOfParameter(fitted, k),
    start: reading(fitted.start[k]!),
    state: symbol in fixed ? 'fixed' : symbol in tied ? 'tied' : shared.includes(symbol) ? 'shared' : 'found',
  }));
}

function spreadOfParameter(fitted: FittedSeries['fit'], k: number) {
  const { halfWidth, factor, systematic } = fitted.parameterSpread(k);
  const budget = budgetReply(budgetOf(fitted, fitted.parameterGradients[k]!));
  return { halfWidth: reading(halfWidth), factor: reading(factor), systematic: reading(systematic), budget };
}

/** Bars on more points than these hide what they are on. */
const MOST_BARS = 40;

/**
 * Standard uncertainties of the drawn points, where they have any: of all operating points, of every so many samples.
 * @param indices  numbers of the drawn points
 */
export function barsOf({ data, known }: PreparedSeries, indices: readonly number[]) {
  const every = data.isReduced ? 1 : Math.ceil(indices.length / MOST_BARS);
  const taken = (column: Float64Array | undefined) =>
    indices.map((i, k) => (k % every === 0 && column && column.length > 0 ? reading(column[i]!) : null));
  const [x, y] = [taken(known.sigmaX), taken(known.sigma)];
  const isAny = [...x, ...y].some((u) => u !== null && u > 0);
  return isAny ? { xUncertainty: x, yUncertainty: y } : { xUncertainty: [], yUncertainty: [] };
}

function emptySeries(task: SeriesTask): Omit<SeriesReply, 'problem'> {
  return {
    ...headOf(task),
    points: 0,
    missing: 0,
    expression: '',
    parameters: [],
    residualStandardDeviation: null,
    sumOfSquares: null,
    degreesOfFreedom: 0,
    rSquared: null,
    adjustedRSquared: null,
    aic: null,
    bic: null,
    reducedChiSquare: null,
    correlation: [],
    worth: null,
    sources: [],
    doubts: [],
    drawn: { every: 1, x: [], y: [], residual: [], xUncertainty: [], yUncertainty: [] },
    leftOut: { x: [], y: [], beyond: 0 },
    curve: { inside: [], x: [], y: [], low: [], high: [], lowest: [], highest: [] },
    means: [],
  };
}
