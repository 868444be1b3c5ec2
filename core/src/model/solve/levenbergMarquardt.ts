import { applyQTransposed, householderQr, solveUpper } from '../../linear/householderQr';
import type { Linearised, Problem } from './Problem';

export type Ending = 'converged' | 'stalled' | 'rounds' | 'creeping';

export interface Solution {
  parameters: Float64Array;
  sumOfSquares: number;
  linear: Linearised;
  /** Converged: no step makes the sum smaller. Stalled: no downhill step was found. Rounds: their number ran out. Creeping: it won next to nothing in many rounds, and may yet. */
  ending: Ending;
  rounds: number;
}

export const MOST_ROUNDS = 500;
/** A change of the sum of squares and of every parameter below this share is rounding. */
const LEAST_CHANGE = 1e-14;
/** A step that can take away no more than this share of the sum moves no parameter by a billionth of its standard error. */
const LEAST_LEFT = 1e-20;
/** What a step would take away here is lost in the rounding of a sum of many squares. */
const BELOW_ROUNDING = 1e-15;
/** A last step shorter than this share of each parameter is taken without a look at where it leads. */
const SHORT = 1e-7;
const LARGEST_DAMPING = 1e14;
const FIRST_DAMPING = 1e-2;
/** So many rounds in a row that win nothing but rounding. */
const MOST_LEVEL = 4;
/** A search that wins no more than this share of the sum in so many rounds creeps along a valley, which may lead somewhere. */
const CREEPING = 1e-3;
const MILESTONE = 50;

/**
 * Nonlinear least squares within bounds, from a start.
 * @param options  after how many rounds it ends with what it has; the first damping, small where the start is near;
 *   whether it ends where it creeps, so that other starts can be tried first
 * @returns  undefined where the start gives no finite sum of squares
 * Source: D. W. Marquardt, J. SIAM 11 (1963) 431-441; scaled by the largest column lengths met (J. J. Moré, Lecture
 * Notes in Mathematics 630 (1978) 105-116); damping after H. B. Nielsen, IMM-REP-1999-05, Technical University of Denmark.
 */
export function levenbergMarquardt(
  problem: Problem,
  start: Float64Array,
  { mostRounds = MOST_ROUNDS, damping = FIRST_DAMPING, endsCreeping = false } = {},
): Solution | undefined {
  let at = within(problem, start);
  let linear = problem.linearise(at);
  if (!Number.isFinite(linear.sumOfSquares)) return undefined;
  const scale = new Float64Array(at.length);
  let [growth, level, before, milestone] = [2, 0, NaN, linear.sumOfSquares];
  const ended = (ending: Ending, rounds: number): Solution => ({
    parameters: at,
    sumOfSquares: linear.sumOfSquares,
    linear,
    ending,
    rounds,
  });
  for (let round = 1; round <= mostRounds; round++) {
    if (!linear.r.every((row) => row.every(Number.isFinite))) return ended('stalled', round);
    scale.forEach((s, k) => (scale[k] = Math.max(s, columnLength(linear, k))));
    if (round % MILESTONE === 0) {
      if (endsCreeping && milestone - linear.sumOfSquares <= CREEPING * milestone) return ended('creeping', round);
      milestone = linear.sumOfSquares;
    }
    const free = freeParameters(problem, at, linear);
    const step = stepper(
      linear,
      free,
      free.map((k) => scale[k]! || 1),
    );
    const sum = linear.sumOfSquares;
    if (step.left <= LEAST_LEFT * sum) return ended('converged', round);
    // At the rate at which it shrank, so much would be left after one more step.
    const isLast = step.left ** 2 <= LEAST_LEFT * sum * before;
    before = step.left;
    if ((isLast || step.left <= BELOW_ROUNDING * sum) && sum > 0) {
      const last = moved(problem, at, free, step.at(0));
      const isShort = isLast && last.every((v, k) => Math.abs(v - at[k]!) <= SHORT * Math.abs(v));
      // The sum can hardly tell any more which is lower; the last step is taken for what the linear problem says of it.
      const there = isShort ? linear : problem.linearise(last);
      if (there.sumOfSquares <= sum * (1 + 1e-12)) [at, linear] = [last, there];
      return ended('converged', round);
    }
    for (;;) {
      const next = moved(problem, at, free, step.at(damping));
      const there = problem.linearise(next);
      const isSmall = next.every((v, k) => Math.abs(v - at[k]!) <= LEAST_CHANGE * (Math.abs(v) + Number.MIN_VALUE));
      if (there.sumOfSquares <= sum) {
        const won = sum - there.sumOfSquares;
        level = won <= LEAST_CHANGE * sum ? level + 1 : 0;
        [at, linear] = [next, there];
        if (isSmall || there.sumOfSquares === 0 || level > MOST_LEVEL) return ended('converged', round);
        // Where the linear problem foretold the gain well, its own step is nearly the best.
        [damping, growth] = [Math.max(damping / (won > 0.75 * step.left ? 30 : 3), 1e-16), 2];
        break;
      }
      if (isSmall) return ended('converged', round);
      damping *= growth;
      growth *= 2;
      if (damping > LARGEST_DAMPING) return ended('stalled', round);
    }
  }
  return ended('rounds', mostRounds);
}

const columnLength = ({ r }: Linearised, k: number): number => Math.hypot(...r.map((row) => row[k]!));

/** Those that are not held at a bound against which the sum of squares falls. */
function freeParameters({ lower, upper }: Problem, at: Float64Array, { r, rotated }: Linearised): number[] {
  return [...at.keys()].filter((k) => {
    const [isLow, isHigh] = [lower !== undefined && at[k]! <= lower[k]!, upper !== undefined && at[k]! >= upper[k]!];
    if (!isLow && !isHigh) return true;
    const downhill = r.reduce((dot, row, i) => dot + row[k]! * rotated[i]!, 0);
    return !((isLow && downhill < 0) || (isHigh && downhill > 0));
  });
}

/** Steps for any damping from one linearisation: QR of its small triangle with the damping below. */
function stepper({ r, rotated }: Linearised, free: readonly number[], scale: readonly number[]) {
  const [rows, p] = [r.length, free.length];
  if (p === 0) return { left: 0, at: () => new Float64Array() };
  const columns = free.map((k, j) =>
    Float64Array.from({ length: rows + p }, (_, i) => (i < rows ? r[i]![k]! / scale[j]! : 0)),
  );
  const plain = householderQr(columns.map((column) => column.slice(0, rows)));
  const along = applyQTransposed(plain, rotated);
  return {
    /** What of the sum of squares a step of no damping would take away. */
    left: along.subarray(0, p).reduce((sum, v) => sum + v * v, 0),
    at: (damping: number): Float64Array => {
      columns.forEach((column, j) => (column[rows + j] = Math.sqrt(damping)));
      const small = householderQr(columns);
      const right = new Float64Array(rows + p);
      right.set(rotated);
      return solveUpper(small.r, applyQTransposed(small, right)).map((v, j) => v / scale[j]!);
    },
  };
}

function moved(problem: Problem, at: Float64Array, free: readonly number[], step: Float64Array): Float64Array {
  const next = Float64Array.from(at);
  free.forEach((k, j) => (next[k] = at[k]! + step[j]!));
  return within(problem, next);
}

const within = ({ lower, upper }: Problem, parameters: Float64Array): Float64Array =>
  parameters.map((v, k) => Math.min(Math.max(v, lower?.[k] ?? -Infinity), upper?.[k] ?? Infinity));
