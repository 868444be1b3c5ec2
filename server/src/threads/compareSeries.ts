import type { ComparedCandidate, ComparedSeries, ComparisonReply } from '@undameter/contract';
import {
  AppError,
  candidateThrough,
  convertColumn,
  difference,
  numberChannelOf,
  parseUnit,
  predict,
  seriesData,
  sortedCurve,
  studentTQuantile,
  symbolsOfLimit,
  verdictOf,
  type Channel,
  type Condition,
  type Curve,
  type CurveCandidate,
  type Unit,
} from '@undameter/core';
import type { CandidateTask, CompareTask, NamedCondition } from './BenchInput';
import { benchState } from './benchState';
import { curveGrid, thinned } from './fitSeries';
import { eachCondition, fitAll, nameOf, prepareSeries, type FittedSeries, type PreparedSeries } from './prepareSeries'; // prettier-ignore
import { attempt, reading, readings, type Attempt } from './toReply';

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
    series: eachCondition(reference).map((condition) => {
      const prepared = attempt(() => prepareSeries(reference, condition));
      return prepared.value ? comparedSeries(prepared.value, ready) : emptySeries(condition, prepared.problem);
    }),
  };
}

function comparedSeries(prepared: PreparedSeries, ready: readonly ReadyCandidate[]): ComparedSeries {
  const { points, known, data, condition } = prepared;
  const { every, indices } = thinned(points.x.length);
  const take = (column: Float64Array | undefined) => (column && data.isReduced ? indices.map((i) => reading(column[i]!)) : []); // prettier-ignore
  return {
    name: prepared.name,
    conditionId: condition?.id ?? null,
    points: points.x.length,
    drawn: {
      every,
      x: indices.map((i) => reading(points.x[i]!)),
      y: indices.map((i) => reading(points.y[i]!)),
      xUncertainty: take(known.sigmaX),
      yUncertainty: take(known.sigma),
    },
    candidates: ready.map((candidate) => {
      const compared = attempt(() => compareOne(prepared, candidate));
      return compared.value ?? { ...emptyCandidate(), problem: compared.problem };
    }),
    problem: null,
  };
}

function compareOne(prepared: PreparedSeries, ready: ReadyCandidate): ComparedCandidate {
  const { points, known, data, name } = prepared;
  const { curve, candidate } = ready.task.run ? ofRun(prepared, ready.task) : ofFit(prepared, ready);
  const found = difference({ ...points, uncertainty: known.sigma }, candidate, `${ready.task.name}, ${name}`);
  const { indices } = thinned(found.x.length);
  const n = found.x.length;
  const scatter = Math.sqrt(Math.max(0, (n / Math.max(1, n - 1)) * (found.rms ** 2 - found.mean ** 2)));
  const halfWidth = n > 1 ? (studentTQuantile(0.975, n - 1) * scatter) / Math.sqrt(n) : NaN;
  const drawn = (column: Float64Array) => indices.map((i) => reading(column[i]!));
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
    within: reading(found.within),
    e: reading(found.e),
    uVal: reading(found.uVal),
    verdict: verdictOf(found, halfWidth, data.yChannel.unit),
    drawn: {
      x: drawn(found.x),
      difference: drawn(found.difference),
      reference: drawn(found.reference),
      candidate: drawn(found.candidate),
    },
    problem: null,
  };
}

interface Brought {
  curve: ComparedCandidate['curve'];
  candidate: CurveCandidate;
}

/** What its maker states, or what a fit knows of itself, or both. */
const together = (stated: number | null, own?: (x: Float64Array) => Float64Array): CurveCandidate['uncertainty'] =>
  stated === null && !own
    ? undefined
    : (x) => (own ? own(x).map((u) => Math.hypot(u, stated ?? 0)) : x.map(() => stated ?? 0));

/** A run's points in the units of the reference, scaled and offset as was said. */
function ofRun({ data, condition }: PreparedSeries, task: CandidateTask): Brought {
  const state = benchState(task.run!).result.final;
  const series = seriesData(state, usable(condition, task, state.channels, data.xChannel.symbol), { x: task.x, y: task.y }, task.name); // prettier-ignore
  const points: Curve = {
    x: convertColumn(series.x, unit(series.xChannel), unit(data.xChannel)),
    y: convertColumn(series.y, unit(series.yChannel), unit(data.yChannel)).map((v) => v * task.scale + task.offset),
  };
  const candidate = { ...candidateThrough(points, task.method, task.name), uncertainty: together(task.uncertainty) };
  return { curve: { ...drawnThrough(points, task.method, candidate), low: [], high: [] }, candidate };
}

/** Its own points where straight lines join them, else as it is interpolated; of very many points a grid. */
function drawnThrough(points: Curve, method: string, candidate: CurveCandidate): { x: (number | null)[]; y: (number | null)[] } {
  const own = sortedCurve(points);
  if (method === 'linear' && own.x.length <= MOST_OWN) return { x: readings(own.x), y: readings(own.y) };
  const x = own.x.length > MOST_OWN ? curveGrid(candidate.range) : Float64Array.from([...own.x, ...curveGrid(candidate.range)]).sort();
  return { x: readings(x), y: readings(candidate.at(x)) };
} // prettier-ignore

const MOST_OWN = 300;

const unit = (channel: Channel): Unit => parseUnit(channel.unit);

/**
 * A limit on a channel that the candidate does not have cannot pick there and is left out; so is one on the x axis,
 * since it would cut the curve short where points are compared with it.
 */
function usable(condition: Condition | undefined, task: CandidateTask, channels: ReadonlyMap<string, Channel>, x: string): Condition | undefined {
  return condition && {
    name: condition.name,
    limits: condition.limits.filter(
      // A curve without time has nothing that could be steady.
      (limit) => !('steady' in limit) && symbolsOfLimit(limit).every((s) => channels.has(s) && s !== task.x && s !== x),
    ),
  };
} // prettier-ignore

/** A fit of the same condition, or its only one, over the range of its points. */
function ofFit({ data, condition }: PreparedSeries, { task, fitted }: ReadyCandidate): Brought {
  const matching = fitted.length === 1 ? fitted[0] : fitted.find((f) => f.value?.condition?.id === condition?.id);
  if (!matching) throw new AppError('FIT_WITHOUT_CONDITION', { fit: task.name, condition: nameOf(condition) });
  if (!matching.value) throw new AppError(matching.problem.code as never, matching.problem.facts as never);
  const { fit, range, data: own } = matching.value;
  const toOwn = (x: Float64Array): Float64Array => convertColumn(x, unit(data.xChannel), unit(own.xChannel));
  const [yOwn, yHere] = [unit(own.yChannel), unit(data.yChannel)];
  const factor = Math.abs((yOwn.scale / yHere.scale) * task.scale);
  const ends = convertColumn(Float64Array.from(range), unit(own.xChannel), unit(data.xChannel)).sort();
  const at = (x: Float64Array): Float64Array =>
    convertColumn(toOwn(x).map((v) => predict(fit, v).value), yOwn, yHere).map((v) => v * task.scale + task.offset);
  const errors = (x: Float64Array): Float64Array => toOwn(x).map((v) => factor * predict(fit, v).standardError);
  const candidate: CurveCandidate = { name: task.name, range: [ends[0]!, ends[1]!], at, uncertainty: together(task.uncertainty, errors) };
  const x = curveGrid([ends[0]!, ends[1]!]);
  const [values, half] = [at(x), toOwn(x).map((v) => factor * predict(fit, v).spread.halfWidth)];
  const curve = { x: readings(x), y: readings(values), low: readings(values.map((v, i) => v - half[i]!)), high: readings(values.map((v, i) => v + half[i]!)) };
  return { curve, candidate };
} // prettier-ignore

const emptyCandidate = (): Omit<ComparedCandidate, 'problem'> => ({
  curve: { x: [], y: [], low: [], high: [] },
  points: 0, outside: 0, mean: null, meanHalfWidth: null, rms: null, largest: null, largestAt: null, scaled: null,
  correlation: null, within: null, e: null, uVal: null,
  verdict: { state: 'failed', text: '' },
  drawn: { x: [], difference: [], reference: [], candidate: [] },
}); // prettier-ignore

const emptySeries = (condition: NamedCondition | undefined, problem: ComparedSeries['problem']): ComparedSeries => ({
  name: nameOf(condition),
  conditionId: condition?.id ?? null,
  points: 0,
  drawn: { every: 1, x: [], y: [], xUncertainty: [], yUncertainty: [] },
  candidates: [],
  problem,
});
