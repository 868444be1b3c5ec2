import { AppError } from '../error/AppError';
import type { Fit, FitData, Series } from '../model';
import { Random } from '../number/Random';
import type { ProcedureResult, RunState, Step } from '../procedure';
import { Draw } from '../sample';
import { drawnPoints, drawnScatter, scattered, type PointScatter } from './drawnPoints';
import { drawnRun } from './drawnRun';
import { stepsBehind, throughSteps, type DrawnTable } from './throughSteps';

/** One series of a fit, with how its points came about. */
export interface DrawnSeries {
  series: Series;
  /** Which of its points take part, rising. */
  taken: Int32Array;
  /** As they were measured. */
  data: FitData;
  fit: Fit;
  /** Standard uncertainty of each point that takes part, by what differs from one to the next. */
  known: PointScatter;
}

/** A number that is read from the fits of a draw, in the order of the series; NaN where there is none. */
export interface Quantity {
  name: string;
  read(fits: readonly Fit[]): number;
}

/** The whole way from a log to the numbers that are read off a fit. */
export interface Way {
  logged: RunState;
  procedure: ProcedureResult;
  steps: readonly Step[];
  tables: readonly DrawnTable[];
  series: readonly DrawnSeries[];
  /** @throws {AppError} what the model cannot do with the points */
  fitAgain(all: readonly FitData[]): readonly Fit[];
  quantities: readonly Quantity[];
}

/** What is asked between two draws. */
export interface Watching {
  seed?: number;
  /** After each draw, with the columns so far; false ends it. */
  goesOn?(done: number, values: readonly Float64Array[]): boolean;
}

/**
 * Draws every declared source of error of a run many times and goes the whole way anew with each: steps, points, fit and
 * reading. What differs from point to point is drawn at the points, as their ± or their residuals tell it.
 * @returns one column for each quantity, a number of each draw, NaN where a draw gave none
 * Source: JCGM 101:2008 (propagation of distributions by a Monte Carlo method), clause 7.
 */
export function propagate(way: Way, draws: number, { seed = 1, goesOn }: Watching = {}): Float64Array[] {
  const random = new Random(seed);
  const values = way.quantities.map(() => new Float64Array(draws));
  const behind = stepsBehind(way.procedure, way.steps, symbolsOf(way));
  for (let k = 0; k < draws; k++) {
    const fits = fitsOf(way, behind, new Draw(random));
    way.quantities.forEach(({ read }, q) => (values[q]![k] = fits ? read(fits) : NaN));
    if (goesOn && !goesOn(k + 1, values)) return values.map((column) => column.subarray(0, k + 1));
  }
  return values;
}

const symbolsOf = ({ series }: Way): string[] =>
  series.flatMap(({ series: { xChannel, yChannel, otherChannels } }) =>
    [xChannel, yChannel, ...otherChannels].map((c) => c.symbol),
  );

/** The fits of one draw; undefined where a step or the model can do nothing with its values. */
function fitsOf(way: Way, behind: ReadonlySet<number>, draw: Draw): readonly Fit[] | undefined {
  try {
    const isBySample = way.series.every(isKnownBySample);
    const moved = drawnRun(way.logged, draw, isBySample);
    const state = throughSteps(way.procedure, way.steps, behind, moved, way.tables, draw);
    const all = way.series.map((one) => drawnData(one, state, draw));
    return all.every(isWhole) ? way.fitAgain(all) : undefined;
  } catch (error) {
    if (error instanceof AppError) return undefined;
    throw error;
  }
}

/** Points that are samples whose ± is known: then it is drawn sample by sample, and goes through the steps as it does. */
const isKnownBySample = ({ series, fit }: DrawnSeries): boolean =>
  !series.isReduced && fit.randomDegreesOfFreedom === Infinity;

const isWhole = ({ x, y }: FitData): boolean => x.every(Number.isFinite) && y.every(Number.isFinite);

function drawnData(one: DrawnSeries, state: RunState, draw: Draw): FitData {
  const { x, y, others } = drawnPoints(state, one.series);
  const take = (column: Float64Array): Float64Array => Float64Array.from(one.taken, (i) => column[i]!);
  const known = isKnownBySample(one) ? {} : one.known;
  const moved = scattered({ x: take(x), y: take(y) }, drawnScatter(one, known, draw));
  // What first order would say of the drawn points is not asked.
  return { ...one.data, ...moved, ...(others ? { others: others.map(take) } : {}), errors: [], isInOrder: false };
}
