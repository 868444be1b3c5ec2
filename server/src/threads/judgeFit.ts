import type { CurveReading, JudgementReply, RankedReply, RankingReply, ReadingsReply } from '@undameter/contract';
import {
  AppError,
  breakPoint,
  compareModels,
  crossings,
  diagnose,
  durbinWatson,
  isCourse,
  linearPart,
  modelOf,
  normalityTest,
  optima,
  parseUnit,
  printUnit,
  readAt,
  readBack,
  runsTest,
  scatterAbout,
  straightFit,
  zeroMeanTest,
  type Candidate,
  type FitData,
  type Reading,
} from '@undameter/core';
import type { FitTask } from './BenchInput';
import { curveGrid } from './fitSeries';
import { endsOf, fitAll, fittedOf, parametersOf, prepareSeries, seriesOf, type FittedSeries } from './prepareSeries';
import { attempt, budgetReply, reading, readings } from './toReply';

export interface JudgeTask extends FitTask {
  /** Which of the series. */
  series: number;
}

/** @throws {AppError} as the fit of that series failed */
function seriesInHand(task: JudgeTask, which = task.series): FittedSeries {
  return fittedOf(fitAll(task), which);
}

/** The ladder of trust of one series, tests of its residuals, and the line through logarithms beside it. */
export function judge(task: JudgeTask): JudgementReply {
  const series = seriesInHand(task);
  const { data, points, fit, known, task: own } = series;
  const model = modelOf(own.model);
  const parameters = parametersOf(series);
  const candidate = { kind: own.model, settings: own.settings };
  const names = { x: data.xChannel.name, y: data.yChannel.name };
  const symbols = parameters.map((p) => p.symbol);
  const rungs = diagnose({
    model,
    candidate,
    data: points,
    fit,
    choices: own.choices,
    weights: own.weights,
    known,
    names,
    symbols,
  });
  const straight = straightFit(model, points, {
    settings: own.settings,
    choices: own.choices,
    parameters: fit.parameters,
  });
  return {
    rungs,
    tests: testsOf(points, fit.residuals),
    straight: straight && {
      parameters: parameters.map(({ symbol, unit }, k) => ({
        symbol,
        unit: printUnit(unit.text),
        value: reading(straight.parameters[k]!),
        halfWidth: reading(straight.halfWidths[k] ?? NaN),
      })),
      curve: {
        x: readings(curveGrid(series.range)),
        y: Array.from(curveGrid(series.range), (x) => reading(straight.curve(x))),
      },
      explanation: straight.explanation,
    },
  };
}

/** Rarer than one in a hundred is doubtful, in ten thousand a failure. */
const stateOf = (p: number): 'passed' | 'doubtful' | 'failed' =>
  p < 1e-4 ? 'failed' : p < 0.01 ? 'doubtful' : 'passed';
const rarely = (p: number): string =>
  p < 1e-4 ? 'less than 1 in 10 000' : p > 0.1 ? `${Math.round(p * 100)} %` : `${Number((p * 100).toPrecision(2))} %`;

function testsOf({ x }: FitData, residuals: Float64Array): JudgementReply['tests'] {
  const order = [...x.keys()].sort((a, b) => x[a]! - x[b]!);
  const sorted = Float64Array.from(order, (i) => residuals[i]!);
  const mean = zeroMeanTest(residuals);
  const runs = runsTest(sorted);
  const [alongX, inTime] = [durbinWatson(sorted), durbinWatson(residuals)];
  const normal = normalityTest(residuals);
  const dependent = Math.min(alongX, inTime) < 1;
  return [
    {
      name: 'Mean is zero',
      state: stateOf(mean.p),
      text: `by chance in ${rarely(mean.p)} of cases (Student’s t)`,
    },
    runs
      ? {
          name: 'Signs along x',
          state: stateOf(runs.p),
          text: `${runs.runs} runs of one sign, ${runs.expected.toFixed(1)} expected; so few by chance in ${rarely(runs.p)} of cases`,
        }
      : {
          name: 'Signs along x',
          state: 'notTested',
          text: `not tested: ${x.length} points are too few for a runs test`,
        },
    {
      name: 'Neighbours',
      state: dependent ? 'doubtful' : 'passed',
      text: `Durbin–Watson ${alongX.toFixed(2)} along x, ${inTime.toFixed(2)} in time order; near 2 where neighbours know nothing of each other${dependent ? '. They do here; of samples in time order the ± allows for it' : ''}`,
    },
    normal
      ? {
          name: 'Normal',
          state: stateOf(normal.p),
          text: `so far from a normal distribution by chance in ${rarely(normal.p)} of cases (Anderson–Darling ${normal.statistic.toFixed(2)})`,
        }
      : { name: 'Normal', state: 'notTested', text: `not tested: ${x.length} points are too few` },
  ];
}

export interface ReadingsTask extends JudgeTask {
  atX: number | null;
  atY: number | null;
  /** Another series, for crossings. */
  other: number | null;
}

/** What the curve of one series says at a typed x, for a typed y, at zero, at its optimum, and where it meets another. */
export function readCurve(task: ReadingsTask): ReadingsReply {
  const series = seriesInHand(task);
  const curve = readable(series);
  const reply = (all: readonly Reading[], what = ''): CurveReading[] =>
    all.slice(0, MOST_READINGS).map((r) => halves(r, what));
  return {
    at: task.atX === null ? [] : reply([readAt(curve, task.atX)]),
    back: task.atY === null ? [] : reply(readBack(curve, task.atY)),
    zeros: reply(readBack(curve, 0)),
    optima: optima(curve)
      .slice(0, MOST_READINGS)
      .map((r) => halves(r, r.kind)),
    crossings:
      task.other === null || task.other === task.series
        ? []
        : reply(crossings(curve, readable(seriesInHand(task, task.other)))),
    ...courseReply(series),
  };
}

/** What all points of the series say by themselves, whatever the model and the range that was set. */
function courseReply({ data }: FittedSeries): Pick<ReadingsReply, 'isCourseTested' | 'linearPart' | 'breakPoint'> {
  const part = linearPart(data);
  return {
    isCourseTested: isCourse(data),
    linearPart: part && { ...part, before: reading(part.before), after: reading(part.after) },
    breakPoint: breakPoint(data),
  };
}

const MOST_READINGS = 8;

export const readable = ({ fit, range, points }: FittedSeries) => ({
  fit,
  range,
  scatterAt: scatterAbout(fit, points),
});

const halves = (r: Reading, what: string): CurveReading => ({
  x: r.x,
  y: r.y,
  xHalf: reading(r.xSpread.halfWidth),
  yHalf: reading(r.ySpread.halfWidth),
  xPrediction: reading(r.xFurther.halfWidth),
  yPrediction: reading(r.yFurther.halfWidth),
  factor: reading(r.ySpread.factor || r.xSpread.factor),
  outside: r.outside,
  what,
  isBent: r.isBent,
  budget: budgetReply(r.budget),
});

export interface RankTask extends JudgeTask {
  candidates: Candidate[];
}

/** With more points, every so many of them are ranked on: leaving out takes ten fits of each model. */
const MOST_RANKED = 1000;

/** Models on the points of one series, side by side. */
export function rank(task: RankTask): RankingReply {
  const wanted = seriesOf(task)[task.series];
  if (!wanted) throw new AppError('NOT_FOUND', { what: 'series', id: String(task.series) });
  const prepared = prepareSeries(wanted);
  const every = Math.ceil(prepared.points.x.length / MOST_RANKED);
  const some = (column: Float64Array): Float64Array => column.filter((_, i) => i % every === 0);
  const { x, y, sigma } = prepared.points;
  const data: FitData = { ...prepared.points, x: some(x), y: some(y), ...(sigma ? { sigma: some(sigma) } : {}) };
  delete data.sigmaX;
  delete data.others;
  const { rated, suffices, sentence } = compareModels(data, task.candidates);
  const grid = curveGrid(endsOf(data.x));
  const rows = rated.map((r): RankedReply => {
    const model = modelOf(r.candidate.kind);
    const { xChannel, yChannel } = prepared.data;
    const units = [parseUnit(xChannel.unit), parseUnit(yChannel.unit)] as const;
    const named = attempt(() => (r.fit ? model.parameters(r.candidate.settings as never, ...units) : []));
    return {
      title: r.title,
      kind: r.candidate.kind,
      settings: r.candidate.settings,
      parameters: r.parameters,
      residualStandardDeviation: reading(r.residualStandardDeviation),
      adjustedRSquared: reading(r.adjustedRSquared),
      aic: reading(r.aic),
      bic: reading(r.bic),
      runs: reading(r.runs),
      leftOut: reading(r.leftOut),
      nested: r.nested ? { simpler: r.nested.simpler, f: reading(r.nested.f), p: reading(r.nested.p) } : null,
      values: (named.value ?? []).map(({ symbol }, k) => ({
        symbol,
        value: reading(r.fit!.parameters[k]!),
        standardError: reading(r.fit!.standardErrors[k]!),
      })),
      curve: r.fit
        ? { x: readings(grid), y: Array.from(grid, (at) => reading(r.fit!.curve(at).value)) }
        : { x: [], y: [] },
      problem: r.problem?.report() ?? named.problem,
    };
  });
  return { rows, suffices, sentence, points: data.x.length, every };
}
