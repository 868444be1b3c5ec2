import type { ComparedCandidate, ComparedSeries, ComparisonReply } from '@undameter/contract';
import {
  AppError,
  candidateThrough,
  convertColumn,
  dependenceOf,
  difference,
  errorsOfCurve,
  noiseOfColumn,
  numberChannelOf,
  parseUnit,
  predict,
  removeLine,
  seriesData,
  sortedCurve,
  studentTQuantile,
  needsTime,
  symbolsOfLimit,
  verdictOf,
  type Channel,
  type Condition,
  type Curve,
  type CurveCandidate,
  type Difference,
  type PointErrors,
  type Reference,
  type SharedError,
  type Unit,
} from '@undameter/core';
import type { CandidateTask, CompareTask, FitTask, SeriesTask } from './BenchInput';
import { benchState } from './benchState';
import { barsOf, curveGrid, thinned } from './fitSeries';
import { fitAll, prepareSeries, seriesOf, type FittedSeries, type PreparedSeries } from './prepareSeries';
import { attempt, budgetReply, reading, readings, type Attempt } from './toReply';

/** A candidate on its way to be compared: what is the same for all series is computed once. */
interface ReadyCandidate {
  task: CandidateTask;
  fitted: Attempt<FittedSeries>[];
}

/** Holds candidates against the points of a run, condition by condition. */
export function compare({ reference, candidates }: CompareTask): ComparisonReply {
  const { final } = benchState(reference.run).result;
  const axisOf = ({ symbol, name, unit }: Channel) => ({ symbol, name, unit });
  const ready = candidates.map((task): ReadyCandidate => ({ task, fitted: task.fit ? fitAll(task.fit) : [] }));
  return {
    reference: reference.run.name,
    candidates: candidates.map(({ name, kind }) => ({ name, kind })),
    x: axisOf(numberChannelOf(final, reference.x)),
    y: axisOf(numberChannelOf(final, reference.y)),
    samples: final.samples,
    series: seriesOf(reference).map((series) => {
      const prepared = attempt(() => prepareSeries(series));
      return prepared.value ? comparedSeries(prepared.value, ready, reference) : emptySeries(series, prepared.problem);
    }),
  };
}

function comparedSeries(prepared: PreparedSeries, ready: readonly ReadyCandidate[], task: FitTask): ComparedSeries {
  const { points, condition } = prepared;
  const { every, indices } = thinned(points.x.length);
  return {
    name: prepared.name,
    conditionId: condition?.id ?? null,
    points: points.x.length,
    drawn: {
      every,
      x: indices.map((i) => reading(points.x[i]!)),
      y: indices.map((i) => reading(points.y[i]!)),
      ...barsOf(prepared, indices),
    },
    candidates: ready.map((candidate) => {
      const compared = attempt(() => compareOne(prepared, candidate, task));
      return compared.value ?? { ...emptyCandidate(), problem: compared.problem };
    }),
    problem: null,
  };
}

function compareOne(prepared: PreparedSeries, ready: ReadyCandidate, task: FitTask): ComparedCandidate {
  const { data, name } = prepared;
  const { curve, candidate } = ready.task.run ? ofRun(prepared, ready.task) : ofFit(prepared, ready);
  const found = difference(referenceOf(prepared, candidate), candidate, `${ready.task.name}, ${name}`);
  const { indices } = thinned(found.x.length);
  const n = found.x.length;
  const scatter = Math.sqrt(Math.max(0, (n / Math.max(1, n - 1)) * (found.rms ** 2 - found.mean ** 2)));
  const halfWidth = n > 1 ? (studentTQuantile(0.975, n - 1) * scatter) / Math.sqrt(n) : NaN;
  const drawn = (column: Float64Array) => indices.map((i) => reading(column[i]!));
  const isOwn = isOwnData(ready.task.fit, task, prepared);
  const { state, text, differsIn, assessment } = isOwn
    ? ownData
    : verdictOf(found, data.yChannel.unit, data.xChannel.unit);
  return {
    curve,
    points: n,
    outside: found.outside,
    mean: reading(found.mean),
    meanHalfWidth: reading(halfWidth),
    rms: reading(found.rms),
    largest: reading(found.largest),
    largestAt: reading(found.largestAt),
    scaled: reading(found.scaled),
    correlation: reading(found.correlation),
    within: reading(isOwn ? NaN : withinOf(found)),
    e: reading(assessment?.level.e ?? NaN),
    uVal: reading(assessment?.level.uVal ?? NaN),
    budget: budgetReply(assessment?.level.budget ?? []),
    verdict: { state, text, differsIn },
    drawn: {
      x: drawn(found.x),
      difference: drawn(found.difference),
      reference: drawn(found.reference),
      candidate: drawn(found.candidate),
      uncertainty: drawn(uncertaintyOf(found)),
    },
    problem: null,
  };
}

/** Standard uncertainty of each difference; missing where none is known. */
function uncertaintyOf({ x, known }: Difference): Float64Array {
  const out = new Float64Array(x.length).fill(NaN);
  known?.points.forEach((i, k) => (out[i] = known.standard[k]!));
  return out;
}

/** Share of the points with a known uncertainty that lie within twice of it. */
function withinOf({ difference: d, known }: Difference): number {
  if (!known || known.points.length === 0) return NaN;
  return known.points.filter((i, k) => Math.abs(d[i]!) <= 2 * known.standard[k]!).length / known.points.length;
}

const ownData = {
  state: 'notTested' as const,
  text: 'These are the points that this curve was fitted to, so they cannot judge it: its residuals are judged in Models. Hold it against another run, or against points that the fit did not know.',
  differsIn: [],
  assessment: undefined,
};

/** A fit of the same channels of the same samples. */
const isOwnData = (fit: FitTask | undefined, reference: FitTask, { condition }: PreparedSeries): boolean =>
  fit !== undefined &&
  seriesOf(fit).some(
    (s) =>
      s.run.key === reference.run.key &&
      s.x === reference.x &&
      s.y === reference.y &&
      (s.condition === undefined || condition === undefined || s.condition.id === condition.id),
  );

/**
 * The points with what is known of them. Of samples only shared errors are declared, if any; how they differ from each
 * other is taken from the steps between neighbours, widened by how much neighbours know of each other.
 */
function referenceOf({ points, data, random }: PreparedSeries, candidate: CurveCandidate): Reference {
  const shared = points.errors ?? [];
  const own = random.sigma?.some((u) => u > 0) ? random.sigma : undefined;
  const isNothingKnown = shared.length === 0 && !candidate.shared;
  if (data.isReduced || own || isNothingKnown)
    return { ...points, shared, independent: own, independentX: random.sigmaX };
  const off = difference(points, candidate, '').difference;
  const { tau } = dependenceOf(removeLine(off), 2);
  const noise = noiseOfColumn(points.y) * Math.sqrt(tau);
  return { ...points, shared, independent: points.y.map(() => noise) };
}

interface Brought {
  curve: ComparedCandidate['curve'];
  candidate: CurveCandidate;
}

/** What its maker states, which moves the whole curve, and what is known of its own errors. */
function together(
  { uncertainty, name }: CandidateTask,
  own?: (x: Float64Array) => SharedError[],
): CurveCandidate['shared'] {
  if (uncertainty === null && !own) return undefined;
  return (x) => [
    ...(own?.(x) ?? []),
    ...(uncertainty === null ? [] : [{ source: `the stated ± of ${name}`, column: x.map(() => uncertainty) }]),
  ];
}

/** A run's points in the units of the reference, scaled and offset as was said. */
function ofRun({ data, condition }: PreparedSeries, task: CandidateTask): Brought {
  const state = benchState(task.run!).result.final;
  const series = seriesData(
    state,
    usable(condition, task, state.channels, data.xChannel.symbol),
    { x: task.x, y: task.y },
    task.name,
  );
  const points: Curve = {
    x: convertColumn(series.x, unit(series.xChannel), unit(data.xChannel)),
    y: convertColumn(series.y, unit(series.yChannel), unit(data.yChannel)).map((v) => v * task.scale + task.offset),
  };
  const factor = (unit(series.yChannel).scale / unit(data.yChannel).scale) * task.scale;
  const own =
    series.errors.length === 0 ? undefined : (at: Float64Array) => errorsAlong(points, series.errors, factor, at);
  const candidate: CurveCandidate = {
    ...candidateThrough(points, task.method, task.name),
    shared: together(task, own),
  };
  return { curve: { ...drawnThrough(points, task.method, candidate), low: [], high: [] }, candidate };
}

/** The errors of a run's points at other x, on the line between them; its sensors are those of the reference where their symbols are. */
function errorsAlong({ x }: Curve, errors: readonly PointErrors[], factor: number, at: Float64Array): SharedError[] {
  return errors.flatMap(({ source, y }) => {
    if (!y) return [];
    const along = candidateThrough({ x, y: y.map((v) => v * factor) }, 'linear', source);
    return [{ source, column: along.at(at).map((v) => (Number.isFinite(v) ? v : 0)) }];
  });
}

/** Its own points where straight lines join them, else as it is interpolated; of very many points a grid. */
function drawnThrough(
  points: Curve,
  method: string,
  candidate: CurveCandidate,
): { x: (number | null)[]; y: (number | null)[] } {
  const own = sortedCurve(points);
  if (method === 'linear' && own.x.length <= MOST_OWN) return { x: readings(own.x), y: readings(own.y) };
  const x =
    own.x.length > MOST_OWN
      ? curveGrid(candidate.range)
      : Float64Array.from([...own.x, ...curveGrid(candidate.range)]).sort();
  return { x: readings(x), y: readings(candidate.at(x)) };
}

const MOST_OWN = 300;

const unit = (channel: Channel): Unit => parseUnit(channel.unit);

/**
 * A limit on a channel that the candidate does not have cannot pick there and is left out; so is one on the x axis,
 * since it would cut the curve short where points are compared with it.
 */
function usable(
  condition: Condition | undefined,
  task: CandidateTask,
  channels: ReadonlyMap<string, Channel>,
  x: string,
): Condition | undefined {
  return (
    condition && {
      name: condition.name,
      limits: condition.limits.filter(
        // A curve without time has nothing that could be steady.
        (limit) => !needsTime(limit) && symbolsOfLimit(limit).every((s) => channels.has(s) && s !== task.x && s !== x),
      ),
    }
  );
}

/** A fit of the same condition, or its only one, over the range of its points. */
function ofFit({ data, condition, name }: PreparedSeries, { task, fitted }: ReadyCandidate): Brought {
  const matching = fitted.length === 1 ? fitted[0] : fitted.find((f) => f.value?.condition?.id === condition?.id);
  if (!matching) throw new AppError('FIT_WITHOUT_CONDITION', { fit: task.name, condition: name });
  if (!matching.value) throw new AppError(matching.problem.code as never, matching.problem.facts as never);
  const { fit, range, data: own } = matching.value;
  const toOwn = (x: Float64Array): Float64Array => convertColumn(x, unit(data.xChannel), unit(own.xChannel));
  const [yOwn, yHere] = [unit(own.yChannel), unit(data.yChannel)];
  const factor = (yOwn.scale / yHere.scale) * task.scale;
  const ends = convertColumn(Float64Array.from(range), unit(own.xChannel), unit(data.xChannel)).sort();
  const at = (x: Float64Array): Float64Array =>
    convertColumn(
      toOwn(x).map((v) => predict(fit, v).value),
      yOwn,
      yHere,
    ).map((v) => v * task.scale + task.offset);
  const errors = (x: Float64Array): SharedError[] =>
    errorsOfCurve(fit, toOwn(x), task.name).map(({ source, column }) => ({
      source,
      column: column.map((v) => v * factor),
    }));
  const candidate: CurveCandidate = {
    name: task.name,
    range: [ends[0]!, ends[1]!],
    at,
    shared: together(task, errors),
  };
  const x = curveGrid([ends[0]!, ends[1]!]);
  const [values, half] = [at(x), toOwn(x).map((v) => Math.abs(factor) * predict(fit, v).spread.halfWidth)];
  const curve = {
    x: readings(x),
    y: readings(values),
    low: readings(values.map((v, i) => v - half[i]!)),
    high: readings(values.map((v, i) => v + half[i]!)),
  };
  return { curve, candidate };
}

const emptyCandidate = (): Omit<ComparedCandidate, 'problem'> => ({
  curve: { x: [], y: [], low: [], high: [] },
  points: 0,
  outside: 0,
  mean: null,
  meanHalfWidth: null,
  rms: null,
  largest: null,
  largestAt: null,
  scaled: null,
  correlation: null,
  within: null,
  e: null,
  uVal: null,
  budget: [],
  verdict: { state: 'notTested', text: '', differsIn: [] },
  drawn: { x: [], difference: [], reference: [], candidate: [], uncertainty: [] },
});

const emptySeries = ({ name, condition }: SeriesTask, problem: ComparedSeries['problem']): ComparedSeries => ({
  name,
  conditionId: condition?.id ?? null,
  points: 0,
  drawn: { every: 1, x: [], y: [], xUncertainty: [], yUncertainty: [] },
  candidates: [],
  problem,
});
