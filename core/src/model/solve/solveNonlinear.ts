import { householderQr, inverseOfNormal, solveUpper } from '../../linear/householderQr';
import { Random } from '../../number/Random';
import { levenbergMarquardt, MOST_ROUNDS, type Solution } from './levenbergMarquardt';
import type { Problem } from './Problem';

export interface NonlinearTask {
  problem: Problem;
  /** The same over a part of the points, for trials of starts far and wide. */
  trial?: Problem;
  /** Points less parameters, to weigh a sum of squares. */
  degreesOfFreedom: number;
  /** Start values to try, the likeliest first. */
  starts: readonly Float64Array[];
  /** Gives up where the first starts do badly, as befits one trial of many. */
  isQuick?: boolean;
}

/** A place at which no step makes the sum of squares smaller. */
export type Valley = Pick<Solution, 'parameters' | 'sumOfSquares'>;

export interface NonlinearSolution extends Solution {
  /** (JᵀJ)⁻¹ of the weighted problem, p by p; rows of parameters at a bound are zero. */
  inverse: Float64Array[];
  /** Lower bound of the condition number of J, its columns brought to one length. */
  conditionNumber: number;
  /** Parameters that ended at a bound. */
  atBound: boolean[];
  /** Where the search began that led here. */
  start: Float64Array;
  /** Sums of squares in which the searches ended, in the order of the starts, this one's among them; NaN where a start had no value. */
  ends: number[];
  /** Where searches came to rest. */
  valleys: Valley[];
  /** The parameters that move together in the direction in which the sum of squares changes least. */
  together: number[];
}

/** So many of the starts are followed to their end. */
const MOST_STARTS = 4;
const QUICK_ROUNDS = 40;
/** Damping of a search that goes on from where another one was. */
const NEAR = 1e-6;
const ENOUGH_ALIKE = 3;
/** With at most so many points a second start is followed even where the first did well, to see whether it agrees. */
const FEW_POINTS = 3000;

/**
 * From the first start; from the others, and from starts of other sizes, while what was found looks poor.
 * @returns  undefined where no start gives a number everywhere
 */
export function solveNonlinear({
  problem,
  trial = problem,
  starts,
  degreesOfFreedom,
  isQuick = false,
}: NonlinearTask): NonlinearSolution | undefined {
  const isPoor = poorly(degreesOfFreedom);
  let best: NonlinearSolution | undefined;
  const ends: number[] = [];
  const valleys: Valley[] = [];
  const keep = (start: Float64Array): Solution | undefined => {
    const first = levenbergMarquardt(problem, start, {
      mostRounds: isQuick ? QUICK_ROUNDS : MOST_ROUNDS,
      endsCreeping: true,
    });
    // The likeliest start is followed to its end, however slowly it goes; of the others only the best one.
    const found = first?.ending === 'creeping' && ends.length === 0 && !isQuick ? toTheEnd(problem, first) : first;
    ends.push(found?.sumOfSquares ?? NaN);
    if (found?.ending === 'converged') valleys.push(found);
    return found;
  };
  for (const [k, start] of starts.slice(0, isQuick ? 1 : MOST_STARTS).entries()) {
    const found = keep(start);
    const solution = found && withCovariance(problem, found, start);
    if (solution && (!best || solution.sumOfSquares < best.sumOfSquares)) best = solution;
    if (best && !isPoor(best) && (k > 0 || degreesOfFreedom > FEW_POINTS)) break;
  }
  // Where several ended alike, the points leave the model such a valley, and no other start would.
  const alike = ends.filter((end) => best && end <= 1.001 * best.sumOfSquares).length;
  if (!isQuick && (!best || (isPoor(best) && alike < ENOUGH_ALIKE))) {
    const more = scatteredStarts(starts[0]!).flatMap((start) => {
      const found = levenbergMarquardt(trial, start, { mostRounds: TRIAL_ROUNDS });
      return found ? [{ start, found }] : [];
    });
    more.sort((a, b) => a.found.sumOfSquares - b.found.sumOfSquares);
    const further = more.slice(0, MOST_STARTS).flatMap(({ start, found }) => {
      const end = keep(found.parameters);
      return end ? [withCovariance(problem, end, start)] : [];
    });
    const other = further.length > 0 ? bestOf(further) : undefined;
    if (other && (!best || other.sumOfSquares < best.sumOfSquares)) best = other;
  }
  if (best?.ending === 'creeping' && !isQuick) {
    const end = toTheEnd(problem, best);
    if (end.ending === 'converged') valleys.push(end);
    best = withCovariance(problem, end, best.start);
  }
  return best && { ...best, ends, valleys };
}

/** On from where a search crept, for as many rounds as a search may take. */
const toTheEnd = (problem: Problem, { parameters, rounds }: Solution): Solution =>
  levenbergMarquardt(problem, parameters, { mostRounds: MOST_ROUNDS - rounds, damping: NEAR })!;

/** It ended where a parameter has lost its say, or did not end at all: another start may lead elsewhere. */
const poorly =
  (degreesOfFreedom: number) =>
  ({ conditionNumber: condition, ending, inverse, parameters, sumOfSquares, atBound }: NonlinearSolution): boolean => {
    const variance = sumOfSquares / Math.max(1, degreesOfFreedom);
    const isLost = parameters.some(
      (v, k) => !atBound[k] && !(Math.sqrt(inverse[k]![k]! * variance) < 100 * Math.abs(v)),
    );
    return ending !== 'converged' || !(condition < 1e8) || isLost;
  };

const bestOf = (found: readonly NonlinearSolution[]): NonlinearSolution =>
  found.reduce((a, b) => (b.sumOfSquares < a.sumOfSquares ? b : a));

const SCATTERED = 80;
const TRIAL_ROUNDS = 12;

/** Starts of other sizes, from a thousandth to thirty times, with the signs of the first; the same each time. */
function scatteredStarts(start: Float64Array): Float64Array[] {
  const random = new Random(1);
  return Array.from({ length: SCATTERED }, () =>
    start.map((v) => (v === 0 ? 2 * random.uniform() - 1 : v * 10 ** (4.5 * random.uniform() - 3))),
  );
}

/** @param start  where the search began */
export function withCovariance(problem: Problem, found: Solution, start: Float64Array): NonlinearSolution {
  const { lower, upper } = problem;
  const at = found.parameters;
  const atBound = Array.from(
    at,
    (v, k) => (lower !== undefined && v <= lower[k]!) || (upper !== undefined && v >= upper[k]!),
  );
  const free = [...at.keys()].filter((k) => !atBound[k]);
  const { r } = found.linear;
  const whole = Array.from(at, () => new Float64Array(at.length));
  const rest = { ...found, inverse: whole, atBound, start, ends: [found.sumOfSquares], valleys: [found] };
  if (free.length === 0) return { ...rest, conditionNumber: 1, together: [] };
  const columns = free.map((k) => Float64Array.from(r, (row) => row[k]!));
  const lengths = columns.map((column) => Math.hypot(...column) || 1);
  const scaled = householderQr(columns.map((column, i) => column.map((v) => v / lengths[i]!)));
  const inverse = inverseOfNormal(scaled.r).map((row, i) => row.map((v, j) => v / (lengths[i]! * lengths[j]!)));
  free.forEach((k, i) => free.forEach((l, j) => (whole[k]![l] = inverse[i]![j]!)));
  return { ...rest, conditionNumber: scaled.conditionNumber, together: leastDirection(scaled.r).map((i) => free[i]!) };
}

/** Columns with a say in the combination that R nearly makes nothing of. */
function leastDirection(r: readonly Float64Array[]): number[] {
  const sizes = r.map((row, k) => Math.abs(row[k]!));
  const last = sizes.indexOf(Math.min(...sizes));
  const above = solveUpper(
    r.slice(0, last),
    Float64Array.from(r.slice(0, last), (row) => -row[last]!),
  );
  const direction = [...above, 1];
  const largest = Math.max(...direction.map(Math.abs));
  return [...direction.keys()].filter((k) => Math.abs(direction[k]!) > 0.1 * largest);
}
