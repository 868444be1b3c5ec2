import { applyQTransposed, householderQr, solveUpper } from '../../linear/householderQr';

export interface Problem {
  /** Weighted residuals, measured − model, length n; not finite where the model gives nothing. */
  residuals(parameters: Float64Array): Float64Array;
  /** Derivatives of the weighted model by each parameter: p columns of length n. */
  jacobian(parameters: Float64Array): Float64Array[];
  lower?: Float64Array | undefined;
  upper?: Float64Array | undefined;
}

export type Ending = 'converged' | 'stalled' | 'rounds';

export interface Solution {
  parameters: Float64Array;
  residuals: Float64Array;
  sumOfSquares: number;
  /** Converged: no step makes the sum smaller. Stalled: no downhill step was found. Rounds: their number ran out. */
  ending: Ending;
  rounds: number;
}

export const MOST_ROUNDS = 500;
/** A change of the sum of squares and of every parameter below this share is rounding. */
const LEAST_CHANGE = 1e-14;
const LARGEST_DAMPING = 1e14;
const FIRST_DAMPING = 1e-2;
/** So many rounds in a row that win nothing but rounding. */
const MOST_LEVEL = 4;

/**
 * Nonlinear least squares within bounds, from a start.
 * @param mostRounds  after so many it ends with what it has
 * @returns  undefined where the start gives no finite sum of squares
 * Source: D. W. Marquardt, J. SIAM 11 (1963) 431-441; scaled by the largest column lengths met (J. J. Moré, Lecture
 * Notes in Mathematics 630 (1978) 105-116); damping after H. B. Nielsen, IMM-REP-1999-05, Technical University of Denmark.
 */
export function levenbergMarquardt(problem: Problem, start: Float64Array, mostRounds = MOST_ROUNDS): Solution | undefined {
  let at = within(problem, start);
  let residuals = problem.residuals(at);
  let sum = sumOfSquares(residuals);
  if (!Number.isFinite(sum)) return undefined;
  const scale = new Float64Array(at.length);
  let [damping, growth, level] = [FIRST_DAMPING, 2, 0];
  for (let round = 1; round <= mostRounds; round++) {
    const jacobian = problem.jacobian(at);
    jacobian.forEach((column, k) => (scale[k] = Math.max(scale[k]!, Math.sqrt(sumOfSquares(column)) || 0)));
    const free = freeParameters(problem, at, jacobian, residuals);
    const step = stepper(free.map((k) => jacobian[k]!), residuals, free.map((k) => scale[k]! || 1));
    for (;;) {
      const next = moved(problem, at, free, step.at(damping));
      const nextResiduals = problem.residuals(next);
      const nextSum = sumOfSquares(nextResiduals);
      const isSmall = next.every((v, k) => Math.abs(v - at[k]!) <= LEAST_CHANGE * (Math.abs(v) + Number.MIN_VALUE));
      if (nextSum <= sum) {
        const isLevel = sum - nextSum <= LEAST_CHANGE * sum;
        [at, residuals, sum] = [next, nextResiduals, nextSum];
        level = isLevel ? level + 1 : 0;
        if (isSmall || sum === 0 || level > MOST_LEVEL) return { parameters: at, residuals, sumOfSquares: sum, ending: 'converged', rounds: round };
        [damping, growth] = [Math.max(damping / 3, 1e-16), 2];
        break;
      }
      if (isSmall) return { parameters: at, residuals, sumOfSquares: sum, ending: 'converged', rounds: round };
      damping *= growth;
      growth *= 2;
      if (damping > LARGEST_DAMPING) return { parameters: at, residuals, sumOfSquares: sum, ending: 'stalled', rounds: round };
    }
  }
  return { parameters: at, residuals, sumOfSquares: sum, ending: 'rounds', rounds: mostRounds };
} // prettier-ignore

/** Those that are not held at a bound against which the sum of squares falls. */
function freeParameters(
  { lower, upper }: Problem,
  at: Float64Array,
  jacobian: readonly Float64Array[],
  residuals: Float64Array,
): number[] {
  return [...at.keys()].filter((k) => {
    const [isLow, isHigh] = [lower !== undefined && at[k]! <= lower[k]!, upper !== undefined && at[k]! >= upper[k]!];
    if (!isLow && !isHigh) return true;
    const downhill = jacobian[k]!.reduce((dot, v, i) => dot + v * residuals[i]!, 0);
    return !((isLow && downhill < 0) || (isHigh && downhill > 0));
  });
}

/** Steps for any damping from one factorisation: QR of the Jacobian, then of its small triangle with the damping below. */
function stepper(columns: readonly Float64Array[], residuals: Float64Array, scale: readonly number[]) {
  const p = columns.length;
  if (p === 0) return { at: () => new Float64Array() };
  const scaled = columns.map((column, k) => column.map((v) => v / scale[k]!));
  const qr = householderQr(scaled);
  const target = applyQTransposed(qr, residuals).subarray(0, p);
  return {
    at: (damping: number): Float64Array => {
      const stacked = Array.from({ length: p }, (_, k) => {
        const column = new Float64Array(2 * p);
        for (let i = 0; i <= k; i++) column[i] = qr.r[i]![k]!;
        column[p + k] = Math.sqrt(damping);
        return column;
      });
      const right = new Float64Array(2 * p);
      right.set(target);
      const small = householderQr(stacked);
      return solveUpper(small.r, applyQTransposed(small, right)).map((v, k) => v / scale[k]!);
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

function sumOfSquares(values: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < values.length; i++) sum += values[i]! * values[i]!;
  return sum;
}
