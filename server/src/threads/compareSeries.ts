import type { ComparedSeries, ComparisonReply } from '@undameter/contract';
import {
  convertColumn,
  difference,
  parseUnit,
  predict,
  seriesData,
  sortedCurve,
  studentTQuantile,
  symbolsOfLimit,
  type Channel,
  type Condition,
  type Curve,
  type RunState,
} from '@undameter/core';
import type { CompareTask, NamedCondition } from './BenchInput';
import { benchState } from './benchState';
import { curveGrid, fit, thinned } from './fitSeries';
import { eachCondition, fitAll, nameOf, type FittedSeries } from './prepareSeries';
import { attempt, reading, readings } from './toReply';

/** Holds a simulated run against the measured points and their fitted curve, condition by condition. */
export function compare(task: CompareTask): ComparisonReply {
  const candidate = benchState(task.candidate).result.final;
  return {
    reference: task.fit.run.name,
    candidate: task.candidate.name,
    fit: fit(task.fit),
    series: fitAll(task.fit).map((fitted, s) => {
      const compared = fitted.value ? attempt(() => compareOne(task, candidate, fitted.value)) : fitted;
      return compared.value ?? { ...emptySeries(eachCondition(task.fit)[s]), problem: compared.problem };
    }),
  };
}

function compareOne(task: CompareTask, candidate: RunState, fitted: FittedSeries): ComparedSeries {
  const { condition } = fitted;
  const curve = candidateCurve(task, candidate, condition, fitted);
  const names = {
    reference: `${task.fit.run.name}${condition ? `, ${condition.name}` : ''}`,
    candidate: task.candidate.name,
  };
  const found = difference(fitted.points, curve, names);
  const { indices } = thinned(found.x.length);
  const n = found.x.length;
  const scatter = Math.sqrt(Math.max(0, (n / Math.max(1, n - 1)) * (found.rms ** 2 - found.mean ** 2)));
  return {
    conditionId: condition?.id ?? null,
    name: nameOf(condition),
    candidate: { x: readings(curve.x), y: readings(curve.y) },
    compared: n,
    outside: found.outside,
    mean: reading(found.mean),
    meanHalfWidth: reading(n > 1 ? (studentTQuantile(0.975, n - 1) * scatter) / Math.sqrt(n) : NaN),
    rms: reading(found.rms),
    largest: reading(found.largest),
    largestAt: reading(found.largestAt),
    drawn: {
      x: indices.map((i) => reading(found.x[i]!)),
      difference: indices.map((i) => reading(found.difference[i]!)),
    },
    curve: curveDifference(fitted, curve),
    problem: null,
  };
}

/**
 * The candidate's points in the units of the measured axes. A limit on a channel that the
 * candidate does not have cannot pick there and is left out; so is one on the x axis, since
 * it would cut the curve short where points are compared with it.
 */
function candidateCurve(
  task: CompareTask,
  candidate: RunState,
  condition: NamedCondition | undefined,
  { data }: FittedSeries,
): Curve {
  const usable: Condition | undefined = condition && {
    name: condition.name,
    limits: condition.limits.filter(
      // A curve without time has nothing that could be steady.
      (limit) =>
        !('steady' in limit) &&
        symbolsOfLimit(limit).every((s) => candidate.channels.has(s) && s !== task.candidateX && s !== task.fit.x),
    ),
  };
  const series = seriesData(candidate, usable, { x: task.candidateX, y: task.candidateY }, task.candidate.name);
  const inUnitOf = (values: Float64Array, from: Channel, to: Channel) =>
    convertColumn(values, parseUnit(from.unit), parseUnit(to.unit));
  return sortedCurve({
    x: inUnitOf(series.x, series.xChannel, data.xChannel),
    y: inUnitOf(series.y, series.yChannel, data.yChannel),
  });
}

/** Fitted model minus candidate over the range that both have, with the model's 95 % band. */
function curveDifference({ fit: fitted, range, t }: FittedSeries, curve: Curve): ComparedSeries['curve'] {
  const low = Math.max(range[0], curve.x[0]!);
  const high = Math.min(range[1], curve.x.at(-1)!);
  if (!(high > low)) return { x: [], difference: [], low: [], high: [] };
  const grid = curveGrid([low, high]);
  const model = Array.from(grid, (at) => predict(fitted, at));
  const values = Float64Array.from(model, (p) => p.value);
  const { difference: d, x } = difference({ x: grid, y: values }, curve, { reference: '', candidate: '' });
  const half = model.map((p) => t * p.standardError);
  return {
    x: readings(x),
    difference: readings(d),
    low: Array.from(d, (v, i) => reading(v - half[i]!)),
    high: Array.from(d, (v, i) => reading(v + half[i]!)),
  };
}

function emptySeries(condition: NamedCondition | undefined): Omit<ComparedSeries, 'problem'> {
  return {
    conditionId: condition?.id ?? null,
    name: nameOf(condition),
    candidate: { x: [], y: [] },
    compared: 0,
    outside: 0,
    mean: null,
    meanHalfWidth: null,
    rms: null,
    largest: null,
    largestAt: null,
    drawn: { x: [], difference: [] },
    curve: { x: [], difference: [], low: [], high: [] },
  };
}
