import { median } from '../../sample/median';
import { levenbergMarquardt } from './levenbergMarquardt';
import { losses, type LossName } from './losses';
import type { Problem } from './Problem';
import { solveNonlinear, withCovariance, type NonlinearSolution } from './solveNonlinear';

export interface RobustTask {
  /** Without a loss: least squares. */
  build(loss?: { name: LossName; scale: number }): Problem;
  starts: readonly Float64Array[];
  degreesOfFreedom: number;
  name: LossName;
  /** Weighted residuals, measured − model. */
  residuals(parameters: Float64Array): Float64Array;
}

export interface RobustSolution extends NonlinearSolution {
  /** By what the inverse of the plain problem is multiplied for the covariance. */
  variance: number;
}

const MOST_ROUNDS = 100;
const SETTLED = 1e-10;
/** Median of |normal|. */
const MEDIAN_OF_NORMAL = 0.6744897501960817;

/**
 * A fit in which far points pull less, the scale of "far" taken from the residuals themselves until both settle.
 * Covariance: P. J. Huber, Robust Statistics (1981), section 7.6, equation 6.5, with its correction for few points.
 */
export function robustly({ build, starts, degreesOfFreedom, name, residuals }: RobustTask): RobustSolution | undefined {
  const { scale: width, rho } = losses[name];
  const plain = build();
  let solution = solveNonlinear({ problem: plain, starts, degreesOfFreedom });
  if (!solution) return undefined;
  let scale = 0;
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const next = median(residuals(solution.parameters).map(Math.abs)) / MEDIAN_OF_NORMAL;
    if (!(next > 0) || Math.abs(next - scale) <= SETTLED * next) break;
    scale = next;
    const problem = build({ name, scale: width * scale });
    const found = levenbergMarquardt(problem, solution.parameters);
    if (found)
      solution = { ...withCovariance(problem, found, solution.start), ends: solution.ends, valleys: solution.valleys };
  }
  const points = degreesOfFreedom + solution.parameters.length;
  const slopes: number[] = [];
  let pulls = 0;
  for (const r of residuals(solution.parameters)) {
    const z = (r / (width * scale || 1)) ** 2;
    const [, slope, curvature] = rho(z);
    slopes.push(slope + 2 * z * curvature);
    pulls += (r * slope) ** 2;
  }
  const mean = slopes.reduce((s, v) => s + v, 0) / points;
  const spread = slopes.reduce((s, v) => s + (v - mean) ** 2, 0) / points;
  const correction = 1 + (solution.parameters.length / points) * (spread / mean ** 2);
  const { inverse } = withCovariance(
    plain,
    { ...solution, linear: plain.linearise(solution.parameters) },
    solution.start,
  );
  return { ...solution, inverse, variance: (correction ** 2 * (pulls / degreesOfFreedom)) / mean ** 2 };
}
