import { AppError } from '../../error/AppError';
import { householderQr, inverseOfNormal } from '../../linear/householderQr';
import { Random } from '../../number/Random';
import type { ModelFunction } from '../modelFunction';
import { levenbergMarquardt, type Problem, type Solution } from './levenbergMarquardt';

export interface NonlinearTask {
  model: ModelFunction;
  y: Float64Array;
  /** Standard deviation of each y; absent: equal weights. */
  sigma?: Float64Array | undefined;
  /** Start values to try, the likeliest first. */
  starts: readonly Float64Array[];
  lower?: Float64Array | undefined;
  upper?: Float64Array | undefined;
}

export interface NonlinearSolution extends Solution {
  /** (JᵀJ)⁻¹ of the weighted problem, p by p; rows of parameters at a bound are zero. */
  inverse: Float64Array[];
  /** Lower bound of the condition number of J, its columns brought to one length. */
  condition: number;
  /** Parameters that ended at a bound. */
  atBound: boolean[];
}

/** So many of the starts are followed to their end. */
const MOST_STARTS = 4;

/**
 * From the first start; from the others, and from starts of other sizes, while what was found looks poor.
 * @throws {AppError} MODEL_NOT_FINITE where no start gives a number everywhere
 */
export function solveNonlinear({ model, y, sigma, starts, lower, upper }: NonlinearTask): NonlinearSolution {
  const weighted = (column: Float64Array): Float64Array => (sigma ? column.map((v, i) => v / sigma[i]!) : column);
  const problem: Problem = {
    residuals: (at) => weighted(subtract(y, model.values(at))),
    jacobian: (at) => model.jacobian(at).map(weighted),
    lower,
    upper,
  };
  let best: NonlinearSolution | undefined;
  for (const start of starts.slice(0, MOST_STARTS)) {
    const found = levenbergMarquardt(problem, start);
    const solution = found && withCovariance(problem, found);
    if (solution && (!best || solution.sumOfSquares < best.sumOfSquares)) best = solution;
    if (best && !isPoor(best)) break;
  }
  if (!best || isPoor(best)) {
    const more = scatteredStarts(starts[0]!).flatMap((start) => levenbergMarquardt(problem, start, TRIAL_ROUNDS) ?? []);
    more.sort((a, b) => a.sumOfSquares - b.sumOfSquares);
    const further = more.slice(0, MOST_STARTS).flatMap((m) => levenbergMarquardt(problem, m.parameters) ?? []);
    const other = further.length > 0 ? withCovariance(problem, bestOf(further)) : undefined;
    if (other && (!best || other.sumOfSquares < best.sumOfSquares)) best = other;
  }
  if (!best) throw new AppError('MODEL_NOT_FINITE', {});
  return best;
}

/** It ended where a parameter has lost its say, or did not end at all: another start may lead elsewhere. */
function isPoor({
  condition,
  ending,
  inverse,
  parameters,
  residuals,
  sumOfSquares,
  atBound,
}: NonlinearSolution): boolean {
  const variance = sumOfSquares / Math.max(1, residuals.length - parameters.length);
  const isLost = parameters.some((v, k) => !atBound[k] && !(Math.sqrt(inverse[k]![k]! * variance) < 100 * Math.abs(v)));
  return ending !== 'converged' || !(condition < 1e8) || isLost;
}

const bestOf = (found: readonly Solution[]): Solution =>
  found.reduce((a, b) => (b.sumOfSquares < a.sumOfSquares ? b : a));

const SCATTERED = 80;
const TRIAL_ROUNDS = 12;

/** Starts of other sizes, from a thousandth to thirty times, with the signs of the first; the same each time. */
function scatteredStarts(start: Float64Array): Float64Array[] {
  const random = new Random(1);
  return Array.from({ length: SCATTERED }, () => start.map((v) => (v === 0 ? 2 * random.uniform() - 1 : v * 10 ** (4.5 * random.uniform() - 3))));
} // prettier-ignore

function withCovariance(problem: Problem, found: Solution): NonlinearSolution {
  const { lower, upper } = problem;
  const at = found.parameters;
  const atBound = Array.from(at, (v, k) => (lower !== undefined && v <= lower[k]!) || (upper !== undefined && v >= upper[k]!));
  const free = [...at.keys()].filter((k) => !atBound[k]);
  const jacobian = problem.jacobian(at);
  const whole = Array.from(at, () => new Float64Array(at.length));
  if (free.length === 0) return { ...found, inverse: whole, condition: 1, atBound };
  const lengths = free.map((k) => Math.sqrt(jacobian[k]!.reduce((sum, v) => sum + v * v, 0)) || 1);
  const { r, condition } = householderQr(free.map((k, i) => jacobian[k]!.map((v) => v / lengths[i]!)));
  const inverse = inverseOfNormal(r).map((row, i) => row.map((v, j) => v / (lengths[i]! * lengths[j]!)));
  free.forEach((k, i) => free.forEach((l, j) => (whole[k]![l] = inverse[i]![j]!)));
  return { ...found, inverse: whole, condition, atBound };
} // prettier-ignore

function subtract(a: Float64Array, b: Float64Array): Float64Array {
  const out = new Float64Array(a.length);
  for (let i = 0; i < out.length; i++) out[i] = a[i]! - b[i]!;
  return out;
}
