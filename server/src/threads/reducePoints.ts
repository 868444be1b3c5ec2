import type { MapReply, PointsReply, SetPointsBody, SetPointsReply } from '@undameter/contract';
import {
  channelOf,
  conditionsOfLevels,
  driftOfPoint,
  dwellMap,
  guessSteady,
  levelsOf,
  operatingPoints,
  shatteringOf,
  type Channel,
  type Drift,
  type OperatingPoint,
  type RunState,
} from '@undameter/core';
import type { BenchRun, NamedCondition } from './BenchInput';
import { benchState } from './benchState';
import { attempt, reading } from './toReply';

export interface PointsTask {
  run: BenchRun;
  conditions: NamedCondition[];
  /** Empty: all channels that are numbers. */
  symbols: string[];
}

export interface SetPointsTask extends SetPointsBody {
  run: BenchRun;
}

/** The operating points of each condition, in the order of the run. */
export function reducePoints({ run, conditions, symbols }: PointsTask): PointsReply {
  const state = benchState(run);
  const { final } = state.result;
  const channels = symbols.length > 0 ? symbols.map((s) => channelOf(final, s)) : numbersOf(final);
  const wanted = channels.map((c) => c.symbol);
  const reply: PointsReply = {
    channels: channels.map(({ symbol, name, unit }) => ({ symbol, name, unit })),
    points: [],
    shattered: [],
    problems: [],
  };
  for (const condition of conditions) {
    const found = attempt(() => {
      const picked = state.pickedBy(condition);
      if (picked.problem) return { points: [], shattering: undefined, problem: picked.problem };
      const key = JSON.stringify([condition.limits, wanted]);
      return {
        points: state.once(`points ${key}`, () =>
          operatingPoints(final, picked.value!, wanted).map((point) => ({
            ...point,
            drifts: wanted.map((symbol) => driftOfPoint(final, point, symbol)),
          })),
        ),
        shattering: state.once(`shattering ${JSON.stringify(condition.limits)}`, () =>
          shatteringOf(final, condition, picked.value!),
        ),
        problem: null,
      };
    });
    const problem = found.problem ?? found.value?.problem;
    if (problem) reply.problems.push({ conditionId: condition.id, problem });
    if (found.value?.shattering) reply.shattered.push({ conditionId: condition.id, ...found.value.shattering });
    found.value?.points.forEach((p, k) => reply.points.push(pointReply(condition.id, k + 1, p)));
  }
  return reply;
}

/** What can be reduced: numbers that are present among what is kept. */
const numbersOf = ({ channels, along }: RunState): Channel[] =>
  [...channels.values()].filter((c) => !c.labels && c.symbol !== along);

const pointReply = (conditionId: number, number: number, p: OperatingPoint & { drifts: readonly Drift[] }) => ({
  conditionId,
  number,
  from: reading(p.from),
  to: reading(p.to),
  samples: p.samples,
  values: p.values.map((v, k) => ({
    symbol: v.symbol,
    mean: reading(v.mean),
    standardDeviation: reading(v.standardDeviation),
    standardError: reading(v.standardError),
    systematic: reading(v.systematic),
    uncertainty: reading(v.uncertainty),
    count: v.count,
    worth: reading(v.worth),
    isShort: v.isShort,
    drift: reading(p.drifts[k]!.change),
    driftUncertainty: reading(p.drifts[k]!.uncertainty),
    isDrifting: p.drifts[k]!.isSure,
  })),
});

export interface MapTask {
  run: BenchRun;
  x: string;
  y: string;
  columns: number;
  rows: number;
}

/** How long the run dwelt at each place of the map of two channels. */
export function dwellOf({ run, x, y, columns, rows }: MapTask): MapReply {
  const state = benchState(run);
  const { xRange, yRange, dwell } = state.once(`map ${JSON.stringify([x, y, columns, rows])}`, () =>
    dwellMap(state.result.final, x, y, columns, rows),
  );
  return { xRange, yRange, columns, rows, dwell: Array.from(dwell, (v) => Number(v.toPrecision(6))) };
}

/** What is steady in a run, the levels at which its channels stood then, and the conditions that follow. */
export function findSetPoints({ run, steady: given, symbols, cuts = [], approachOf }: SetPointsTask): SetPointsReply {
  const { final } = benchState(run).result;
  const logged = numbersOf(final).filter((c) => c.origin === 'logged');
  const present = logged.filter((c) => c.values.some((v) => v === v)).map((c) => c.symbol);
  const steady = final.along === undefined ? null : (given ?? guessSteady(final, present));
  const found = levelsOf(final, steady, present, new Map(cuts.map((c) => [c.symbol, c.at])));
  const chosen = found.filter((c) => (symbols ? symbols.includes(c.symbol) : c.proposed));
  const { conditions: proposed, missed } =
    chosen.length > 0
      ? conditionsOfLevels(final, steady, chosen, approachOf ?? undefined)
      : { conditions: [], missed: 0 };
  return {
    steady,
    channels: found.map(({ symbol, levels, separation, means }) => ({
      ...{ symbol, levels, chosen: chosen.some((c) => c.symbol === symbol) },
      separation: separation ? { ...separation, between: reading(separation.between) } : null,
      means: thinned(means),
    })),
    ...{ proposed, missed },
  };
}

/** More means than this stand closer together than a picture shows. */
const MOST_MEANS = 1000;

const thinned = (means: readonly number[]): number[] =>
  means.length <= MOST_MEANS
    ? [...means]
    : Array.from({ length: MOST_MEANS }, (_, k) => means[Math.round((k * (means.length - 1)) / (MOST_MEANS - 1))]!);
