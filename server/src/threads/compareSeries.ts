import type { ComparedCandidate, ComparedSeries, ComparisonReply } from '@undameter/contract';
import {
  dependenceOf,
  difference,
  noiseOfColumn,
  numberChannelOf,
  removeLine,
  studentTQuantile,
  verdictOf,
  type Channel,
  type CurveCandidate,
  type Difference,
  type Reference,
} from '@undameter/core';
import type { CompareTask, SeriesTask } from './BenchInput';
import { benchState } from './benchState';
import { ofFit, ofRun, type ReadyCandidate } from './bringCandidate';
import { comparedGroups, type CandidateCompared } from './compareGroups';
import { barsOf, thinned } from './fitSeries';
import { fitAll, prepareSeries, seriesOf, type PreparedSeries } from './prepareSeries';
import { attempt, budgetReply, reading } from './toReply';

/** Holds candidates against the points of a run, condition by condition. */
export function compare({ reference, candidates, groupBy }: CompareTask): ComparisonReply {
  const { final } = benchState(reference.run).result;
  const axisOf = ({ symbol, name, unit }: Channel) => ({ symbol, name, unit });
  const ready = candidates.map((task): ReadyCandidate => ({ task, fitted: task.fit ? fitAll(task.fit) : [] }));
  const all = seriesOf(reference).map((series) => {
    const prepared = attempt(() => prepareSeries(series));
    return prepared.value
      ? comparedSeries(prepared.value, ready)
      : { reply: emptySeries(series, prepared.problem), compared: [] };
  });
  const [x, y] = [numberChannelOf(final, reference.x), numberChannelOf(final, reference.y)];
  return {
    reference: reference.run.name,
    candidates: candidates.map(({ name, kind }) => ({ name, kind })),
    x: axisOf(x),
    y: axisOf(y),
    samples: final.samples,
    series: all.map((s) => s.reply),
    groups:
      groupBy === undefined
        ? []
        : comparedGroups(
            reference.conditions,
            groupBy,
            all.map((s) => s.compared),
            { x: x.unit, y: y.unit, candidates: candidates.length },
          ),
  };
}

/** A series with what was found for each candidate: for what several series say together. */
interface SeriesCompared {
  reply: ComparedSeries;
  compared: CandidateCompared[];
}

function comparedSeries(prepared: PreparedSeries, ready: readonly ReadyCandidate[]): SeriesCompared {
  const {
    points,
    task: { part },
  } = prepared;
  const { every, indices } = thinned(points.x.length);
  const all = ready.map((candidate) => {
    const compared = attempt(() => compareOne(prepared, candidate));
    return (
      compared.value ?? {
        reply: { ...emptyCandidate(), problem: compared.problem },
        compared: { why: compared.problem.message },
      }
    );
  });
  const reply: ComparedSeries = {
    name: prepared.name,
    conditionId: part.conditionId,
    points: points.x.length,
    drawn: {
      every,
      x: indices.map((i) => reading(points.x[i]!)),
      y: indices.map((i) => reading(points.y[i]!)),
      ...barsOf(prepared, indices),
    },
    candidates: all.map((c) => c.reply),
    problem: null,
  };
  return { reply, compared: all.map((c) => c.compared) };
}

function compareOne(
  prepared: PreparedSeries,
  ready: ReadyCandidate,
): { reply: ComparedCandidate; compared: CandidateCompared } {
  const { data, name } = prepared;
  const { curve, candidate, branches } = ready.task.run ? ofRun(prepared, ready.task) : ofFit(prepared, ready);
  const found = difference(referenceOf(prepared, candidate), candidate, `${ready.task.name}, ${name}`);
  const { indices } = thinned(found.x.length);
  const n = found.x.length;
  const scatter = Math.sqrt(Math.max(0, (n / Math.max(1, n - 1)) * (found.rms ** 2 - found.mean ** 2)));
  const halfWidth = n > 1 ? (studentTQuantile(0.975, n - 1) * scatter) / Math.sqrt(n) : NaN;
  const drawn = (column: Float64Array) => indices.map((i) => reading(column[i]!));
  const isOwn = isOwnData(ready, prepared);
  const { state, text, differsIn, assessment } = isOwn
    ? ownData
    : verdictOf(found, data.yChannel.unit, data.xChannel.unit);
  const reply: ComparedCandidate = {
    curve,
    branches,
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
  return { reply, compared: isOwn ? { why: ownData.text } : { difference: found } };
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

/** Whether two rising columns of sample numbers have one in common. */
function sharesOne(a: Int32Array, b: Int32Array): boolean {
  for (let i = 0, k = 0; i < a.length && k < b.length;) {
    if (a[i] === b[k]) return true;
    if (a[i]! < b[k]!) i++;
    else k++;
  }
  return false;
}

/** A fit of the same channels of the same samples, or of some of them, by whatever conditions they were picked. */
const isOwnData = ({ fitted }: ReadyCandidate, { task, data }: PreparedSeries): boolean =>
  fitted.some(
    ({ value: s }) =>
      s !== undefined &&
      s.task.run.key === task.run.key &&
      s.task.x === task.x &&
      s.task.y === task.y &&
      sharesOne(s.data.picked, data.picked),
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

const emptyCandidate = (): Omit<ComparedCandidate, 'problem'> => ({
  curve: { x: [], y: [], low: [], high: [] },
  branches: null,
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

const emptySeries = ({ name, part }: SeriesTask, problem: ComparedSeries['problem']): ComparedSeries => ({
  name,
  conditionId: part.conditionId,
  points: 0,
  drawn: { every: 1, x: [], y: [], xUncertainty: [], yUncertainty: [] },
  candidates: [],
  problem,
});
