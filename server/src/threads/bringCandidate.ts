/** Brings what is held against a reference to its channels and units: a run through its points, or a fitted curve. */
import type { ComparedCandidate } from '@undameter/contract';
import {
  AppError,
  branchesOf,
  candidateThrough,
  convertColumn,
  errorsOfCurve,
  needsTime,
  parseUnit,
  predict,
  seriesData,
  sortedCurve,
  symbolsOfLimit,
  type Channel,
  type Condition,
  type Curve,
  type CurveCandidate,
  type PointErrors,
  type SharedError,
  type Unit,
} from '@undameter/core';
import type { CandidateTask } from './BenchInput';
import { benchState } from './benchState';
import { curveGrid } from './fitSeries';
import type { FittedSeries, PreparedSeries } from './prepareSeries';
import { readings, type Attempt } from './toReply';

/** A candidate on its way to be compared: what is the same for all series is computed once. */
export interface ReadyCandidate {
  task: CandidateTask;
  fitted: Attempt<FittedSeries>[];
}

/** A candidate as the reference sees it. */
interface Brought {
  curve: ComparedCandidate['curve'];
  candidate: CurveCandidate;
  branches: ComparedCandidate['branches'];
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
export function ofRun({ data, task: { part } }: PreparedSeries, task: CandidateTask): Brought {
  const state = benchState(task.run!).result.final;
  const series = seriesData(
    state,
    part.conditions.map((c) => usable(c, task, state.channels, data.xChannel.symbol)),
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
  const curve = { ...drawnThrough(points, task.method, candidate), low: [], high: [] };
  return { curve, candidate, branches: branchesOf(points) ?? null };
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
  condition: Condition,
  task: CandidateTask,
  channels: ReadonlyMap<string, Channel>,
  x: string,
): Condition {
  return {
    name: condition.name,
    limits: condition.limits.filter(
      // A curve without time has nothing that could be steady.
      (limit) => !needsTime(limit) && symbolsOfLimit(limit).every((s) => channels.has(s) && s !== task.x && s !== x),
    ),
  };
}

/** Whether the conditions of one series are all among those of another; both of all kept samples are alike. */
const holdsAll = (whole: Part, part: Part): boolean =>
  part.conditions.length === 0
    ? whole.conditions.length === 0
    : part.conditions.every((c) => whole.conditions.some((w) => w.id === c.id));
type Part = PreparedSeries['task']['part'];

/** A fit of the same condition, of a group that has it, or its only one, over the range of its points. */
export function ofFit({ data, task: { part }, name }: PreparedSeries, { task, fitted }: ReadyCandidate): Brought {
  const matching = fitted.length === 1 ? fitted[0] : fitted.find((f) => f.value && holdsAll(f.value.task.part, part));
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
  return { curve, candidate, branches: null };
}
