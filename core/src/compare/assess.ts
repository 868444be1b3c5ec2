import { dependenceOf } from '../signal';
import { chiSquareTail } from '../number';
import { normalQuantile } from '../model/statistics/distributions';
import { budgetFrom, SCATTER, type BudgetLine } from '../model/uncertainty/budget';
import { runsTest } from '../model/statistics/residualTests';
import { studentTDistribution } from '../model/statistics/studentT';
import { uncertaintyOfSum, wholeCurve } from './covariance';
import type { Difference, KnownErrors } from './difference';

/** The differences against what is known of them: on average, along x, at the worst point, and as a whole. */
export interface Assessment {
  /** Points of which an uncertainty is known. */
  points: number;
  /** E on average, its validation uncertainty, and what that is due to. */
  level: { e: number; uVal: number; budget: BudgetLine[] };
  /** Change of the difference over the range of x by its straight line, and its standard uncertainty; undefined with fewer than 3 points. */
  trend: { change: number; u: number } | undefined;
  /** The difference that is largest by its own uncertainty, and beyond how many of them one of so many points is no chance. */
  worst: { x: number; difference: number; u: number; limit: number };
  /** dᵀV⁻¹d, and the probability of so much by chance. */
  whole: { chiSquare: number; p: number };
}

/** One test in so many may fail by chance. */
const RARE = 0.01;

/** @returns  undefined where nothing is known of the uncertainty of any point */
export function assess(d: Difference): Assessment | undefined {
  const { known } = d;
  if (!known || known.points.length === 0) return undefined;
  const n = known.points.length;
  const x = Float64Array.from(known.points, (i) => d.x[i]!);
  const values = Float64Array.from(known.points, (i) => d.difference[i]!);
  const equal = new Float64Array(n).fill(1 / n);
  const chiSquare = wholeCurve(known, values);
  return {
    points: n,
    level: { e: sumOf(values) / n, uVal: uncertaintyOfSum(known, equal), budget: budgetOfMean(known) },
    trend: trendOf(x, values, known),
    worst: worstOf(x, values, known),
    whole: { chiSquare, p: chiSquareTail(chiSquare, n) },
  };
}

/** Of the mean of the differences: the own errors of the points average, what they share does not. */
function budgetOfMean({ independent, shared }: KnownErrors): BudgetLine[] {
  const n = independent.length;
  const own = Math.sqrt(independent.reduce((sum, u) => sum + u * u, 0)) / n;
  const scatters = new Map([[SCATTER, own]]);
  const systematic = new Map<string, number>();
  for (const { source, scatterOf, column } of shared) {
    const effect = sumOf(column) / n;
    const name = `${SCATTER} of ${scatterOf}`;
    if (scatterOf === undefined) systematic.set(source, effect);
    else scatters.set(name, Math.hypot(scatters.get(name) ?? 0, effect));
  }
  const random = [...scatters].map(([source, contribution]) => ({ source, contribution, degreesOfFreedom: Infinity }));
  return budgetFrom(random, systematic);
}

const sumOf = (values: Float64Array): number => values.reduce((s, v) => s + v, 0);

/** Weights of the slope of the straight line of least squares, times the range of x. */
function trendWeights(x: Float64Array): Float64Array | undefined {
  const mean = sumOf(x) / x.length;
  const squares = x.reduce((s, v) => s + (v - mean) ** 2, 0);
  if (x.length < 3 || !(squares > 0)) return undefined;
  const range = x.reduce((h, v) => Math.max(h, v), -Infinity) - x.reduce((l, v) => Math.min(l, v), Infinity);
  return x.map((v) => ((v - mean) / squares) * range);
}

function trendOf(x: Float64Array, d: Float64Array, known: KnownErrors): Assessment['trend'] {
  const weights = trendWeights(x);
  return weights && { change: weights.reduce((s, w, i) => s + w * d[i]!, 0), u: uncertaintyOfSum(known, weights) };
}

function worstOf(x: Float64Array, d: Float64Array, { standard }: KnownErrors): Assessment['worst'] {
  const ratio = (i: number): number => Math.abs(d[i]!) / standard[i]!;
  const at = d.reduce((worst, _, i) => (ratio(i) > ratio(worst) ? i : worst), 0);
  return { x: x[at]!, difference: d[at]!, u: standard[at]!, limit: limitOfWorst(d.length) };
}

/** Of many points one lies far out by chance: beyond so many of its uncertainties it is none (C. E. Bonferroni's inequality). */
export const limitOfWorst = (points: number): number => normalQuantile(1 - RARE / (2 * points));

/** What the differences look like where no uncertainty is known: by their own scatter only. */
export type Pattern = 'trend' | 'runs' | 'level' | 'none';

export function patternOf({ x, difference: d }: Difference): Pattern {
  const order = [...x.keys()].sort((a, b) => x[a]! - x[b]!);
  const sorted = Float64Array.from(order, (i) => d[i]!);
  const n = sorted.length;
  const mean = sumOf(sorted) / n;
  const weights = trendWeights(Float64Array.from(order, (i) => x[i]!));
  if (weights && n > 3) {
    const change = weights.reduce((s, w, i) => s + w * sorted[i]!, 0);
    const size = weights.reduce((s, w) => s + w * w, 0);
    const left = sorted.reduce((s, v, i) => s + (v - mean - (change * weights[i]!) / size) ** 2, 0) / (n - 2);
    if (2 * (1 - studentTDistribution(Math.abs(change) / Math.sqrt(left * size), n - 2)) < RARE) return 'trend';
  }
  const runs = runsTest(sorted.map((v) => v - mean));
  if (runs && runs.p < RARE) return 'runs';
  const { tau } = dependenceOf(
    sorted.map((v) => v - mean),
    1,
  );
  const error = Math.sqrt((sorted.reduce((s, v) => s + (v - mean) ** 2, 0) / Math.max(1, n - 1)) * (tau / n));
  return n > 1 && Math.abs(mean) > 2 * error ? 'level' : 'none';
}
