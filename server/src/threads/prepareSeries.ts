import { seriesKey } from '@undameter/contract';
import {
  AppError,
  fitModel,
  fitTogether,
  fromReport,
  modelOf,
  numberChannelOf,
  parseUnit,
  sameUnit,
  seriesData,
  seriesNames,
  seriesParts,
  type Choices,
  type Fit,
  type FitData,
  type Parameter,
  type RunState,
  type Series,
  type Step,
} from '@undameter/core';
import type { BenchRun, FitTask, SeriesTask } from './BenchInput';
import { benchState } from './benchState';
import { attempt, type Attempt } from './toReply';

/** The points of one condition, as the model takes them. */
export interface PreparedSeries {
  task: SeriesTask;
  /** Its run, with its channels in the units of the fit. */
  run: BenchRun;
  name: string;
  data: Series;
  /** Numbers of those of its points that lie within the range that was set, rising. */
  taken: Int32Array;
  /** Within the range that was set, in the order of measuring, with the weights. */
  points: FitData;
  /** Uncertainties of those points, also where they are no weights. */
  known: { sigma: Float64Array | undefined; sigmaX: Float64Array | undefined };
  /** The part of them that differs from point to point, where it is known. */
  random: { sigma: Float64Array | undefined; sigmaX: Float64Array | undefined };
  /** Those outside the range. */
  leftOut: { x: Float64Array; y: Float64Array };
}

/** One condition's points and their fit, as the comparison needs them too. */
export interface FittedSeries extends PreparedSeries {
  fit: Fit;
  range: [number, number];
}

/** The series of a fit, source by source and condition by condition, each with its model. */
export function seriesOf(task: FitTask): SeriesTask[] {
  const { further = [], models = {}, data, weights, model, settings, choices } = task;
  const common = { data, weights, model, settings, choices };
  const sources = [{ ...task, id: 0 }, ...further].map(({ id, run, x, y, conditions, oneSeriesOf = 'condition' }) => ({
    ...{ id, run, x, y },
    parts: seriesParts(conditions, oneSeriesOf),
  }));
  const names = seriesNames(sources.map(({ run, x, y, parts }) => ({ run: run.name, x, y, parts })));
  const found = sources.flatMap(({ id, run, x, y, parts }) => parts.map((part) => ({ from: id, run, x, y, part })));
  return found.map((one, k): SeriesTask => {
    const name = names[k]!;
    const own = models[seriesKey({ ...one.part, from: one.from })];
    return {
      ...common,
      ...one,
      name,
      isOwnModel: own !== undefined,
      ...(own ? { ...own, choices: withoutParameters(task.choices) } : {}),
      ...(one.from === 0 ? {} : { into: task }),
    };
  });
}

/** Of the choices those that belong to no model. */
const withoutParameters = ({ ranges, loss, reach }: Choices): Choices => ({
  ...(ranges ? { ranges } : {}),
  ...(loss ? { loss } : {}),
  ...(reach ? { reach } : {}),
});

/** Every series by itself, or, where parameters are shared, those of the fit's own model that can be prepared as one problem. */
export function fitAll(task: FitTask): Attempt<FittedSeries>[] {
  const model = modelOf(task.model);
  const prepared = seriesOf(task).map((series) => attempt(() => prepareSeries(series)));
  const { shared = [] } = task.choices;
  const together = prepared.flatMap((p) => (p.value && !p.value.task.isOwnModel ? [p.value] : []));
  const alone = (p: PreparedSeries): Attempt<FittedSeries> => {
    const { model: kind, settings, choices } = p.task;
    return attempt(() => fitted(p, fitModel(modelOf(kind), settings, p.points, choices)));
  };
  if (shared.length === 0 || together.length < 2) return prepared.map((p) => (p.value ? alone(p.value) : p));
  const joint = attempt(() =>
    fitTogether(
      model,
      task.settings,
      together.map((p) => p.points),
      task.choices,
    ),
  );
  return prepared.map((p) => {
    if (!p.value) return p;
    if (p.value.task.isOwnModel) return alone(p.value);
    return joint.value ? { value: fitted(p.value, joint.value[together.indexOf(p.value)]!), problem: null } : joint;
  });
}

/** One of the series by its number. @throws {AppError} NOT_FOUND, and as its fit failed */
export function fittedOf(all: readonly Attempt<FittedSeries>[], which: number): FittedSeries {
  const one = all[which];
  if (!one) throw new AppError('NOT_FOUND', { what: 'series', id: String(which) });
  if (!one.value) throw new AppError(one.problem.code as never, one.problem.facts as never);
  return one.value;
}

function fitted(prepared: PreparedSeries, fit: Fit): FittedSeries {
  return { ...prepared, fit, range: endsOf(prepared.points.x) };
}

/** The run with its channels in the units that the points are brought to. @throws {AppError} CHANNEL_UNKNOWN, and why they cannot be */
function broughtInto({ run, x, y, into }: SeriesTask): BenchRun {
  if (!into) return run;
  const own = benchState(run).result.final;
  const wanted = benchState(into.run).result.final;
  const pairs = [
    [x, into.x],
    [y, into.y],
  ] as const;
  const steps = pairs.flatMap(([symbol, like], k): Step[] => {
    const { unit } = numberChannelOf(wanted, like);
    if (sameUnit(numberChannelOf(own, symbol).unit, unit)) return [];
    return [
      { id: `brought into ${k}`, kind: 'convertUnit', version: 1, on: true, settings: { channel: symbol, unit } },
    ];
  });
  if (steps.length === 0) return run;
  const brought = { ...run, steps: [...run.steps, ...steps] };
  for (const { error } of benchState(brought).result.reports.slice(-steps.length))
    if (error) throw fromReport(error) ?? new Error(error.message);
  return brought;
}

/** @throws {AppError} CHANNEL_UNKNOWN, CONDITION_EMPTY, FIT_WEIGHTS, UNIT_MISFIT */
export function prepareSeries(task: SeriesTask): PreparedSeries {
  const { part, name } = task;
  const run = broughtInto(task);
  const { final } = benchState(run).result;
  const others = task.model === 'multilinear' ? (task.settings['others'] as string[]) : [];
  const data = seriesData(final, part.conditions, { x: task.x, y: task.y, others }, run.name, task.data);
  const range = task.choices.ranges?.[name];
  const isIn = (v: number): boolean => !range || (v >= range[0] && v <= range[1]);
  const taken = Int32Array.from(data.x, (_, i) => i).filter((i) => isIn(data.x[i]!));
  const inside = (column: Float64Array): Float64Array | undefined =>
    column.length === 0 ? undefined : range ? Float64Array.from(taken, (i) => column[i]!) : column;
  const outside = (column: Float64Array): Float64Array =>
    range ? column.filter((_, i) => !isIn(data.x[i]!)) : new Float64Array();
  const x = inside(data.x) ?? data.x;
  if (x.length === 0) throw new AppError('FIT_RANGE_EMPTY', { series: name, from: range![0], to: range![1] });
  const known = { sigma: inside(data.sigma), sigmaX: inside(data.sigmaX) };
  const random = { sigma: inside(data.random), sigmaX: inside(data.randomX) };
  return {
    task,
    run,
    name,
    data,
    taken,
    points: {
      x,
      y: inside(data.y)!,
      xName: data.xChannel.name,
      ...(others.length > 0 ? { others: data.others.map((c) => inside(c)!) } : {}),
      ...weightsOf(task, data, known, random),
      errors: data.errors.map(({ source, x: ofX, y: ofY, others: ofOthers }) => ({
        source,
        x: ofX && inside(ofX),
        y: ofY && inside(ofY),
        others: ofOthers?.map((column) => column && inside(column)),
      })),
      isInOrder: !data.isReduced,
      ...noiseOf(data, taken, final.samples),
    },
    known,
    random,
    leftOut: { x: outside(data.x), y: outside(data.y) },
  };
}

/** How the noise of the logged samples came into the points that take part. */
function noiseOf({ spread, members }: Series, taken: Int32Array, samples: number): Pick<FitData, 'noise'> {
  if (!spread || !(members instanceof Int32Array)) return {};
  const pointOf = new Int32Array(samples).fill(-1);
  taken.forEach((i, point) => (pointOf[members[i]!] = point));
  return { noise: { samples, spread, pointOf } };
}

/**
 * Points are weighted by what differs from one to the next, where that is known: what they share goes through the fit as a
 * column of its own. Where only shared errors are declared, their ratios weight, and the scatter says how sure a point is.
 */
function weightsOf({ weights }: SeriesTask, data: Series, { sigma, sigmaX }: Sigmas, random: Sigmas): Partial<FitData> {
  if (weights === 'none') return {};
  const isKnown = (column: Float64Array | undefined): column is Float64Array =>
    column !== undefined && column.every((s) => s > 0 && s < Infinity);
  const ofY = isKnown(random.sigma) ? random.sigma : usable(sigma, data.x.length, data.yChannel.name);
  const sigmaIsAbsolute = weights !== 'relative' && isKnown(random.sigma);
  if (weights !== 'both') return { sigma: ofY, sigmaIsAbsolute };
  const ofX = isKnown(random.sigmaX) ? random.sigmaX : usable(sigmaX, data.x.length, data.xChannel.name);
  return { sigma: ofY, sigmaIsAbsolute, sigmaX: ofX };
}

type Sigmas = PreparedSeries['known'];

/** @throws {AppError} FIT_WEIGHTS where a point has no uncertainty above zero */
function usable(sigma: Float64Array | undefined, points: number, channel: string): Float64Array {
  const good = sigma?.filter((s) => s > 0 && s < Infinity).length ?? 0;
  const all = sigma?.length ?? points;
  if (good < all || !sigma) throw new AppError('FIT_WEIGHTS', { channel, without: all - good, points: all });
  return sigma;
}

/** Means of the further x over the points that take part. */
export const meansOfOthers = ({ points }: PreparedSeries): number[] =>
  (points.others ?? []).map((column) => column.reduce((sum, v) => sum + v, 0) / column.length);

/** Parameters of the model with the units that follow from its channels. */
export const parametersOf = ({ task, data }: PreparedSeries): Parameter[] => {
  const [x, y, ...others] = [data.xChannel, data.yChannel, ...data.otherChannels].map((c) => parseUnit(c.unit));
  return modelOf(task.model).parameters(task.settings as never, x!, y!, others);
};

export function endsOf(x: Float64Array): [number, number] {
  let [low, high] = [Infinity, -Infinity];
  for (const v of x) {
    if (v < low) low = v;
    if (v > high) high = v;
  }
  return [low, high];
}

/** Means are taken over so many of the samples at most. */
const MOST_SAMPLES = 2000;

/** Means of the run's channels of numbers over the samples of a series. */
export function meansOf(state: RunState, { picked }: Series): { symbol: string; unit: string; mean: number }[] {
  const stride = Math.max(1, Math.ceil(picked.length / MOST_SAMPLES));
  return [...state.channels.values()].flatMap((channel) => {
    if (channel.labels) return [];
    let [sum, count] = [0, 0];
    for (let k = 0; k < picked.length; k += stride) {
      const v = channel.values[picked[k]!]!;
      if (!Number.isFinite(v)) continue;
      sum += v;
      count++;
    }
    return [{ symbol: channel.symbol, unit: channel.unit, mean: count > 0 ? sum / count : NaN }];
  });
}
