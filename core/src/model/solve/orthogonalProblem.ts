import { Triangle } from '../../linear/Triangle';
import { ModelFunction } from '../kernel/ModelFunction';
import type { Problem } from './Problem';

export interface OrthogonalPoints {
  /** In x and the parameters. */
  model: ModelFunction;
  y: Float64Array;
  /** Standard deviation of each x and y, above zero. */
  sigmaX: Float64Array;
  sigmaY: Float64Array;
}

const MOST_ROUNDS = 60;
/** In standard deviations of x. */
const ENOUGH = 1e-11;

/**
 * Errors in both variables: the sum over the points of (δ/σx)² + (ε/σy)², where the curve passes x + δ at y − ε and each
 * δ is the best there is. Each δ is found by itself, which leaves the parameters alone in the problem.
 * Source: P. T. Boggs, R. H. Byrd and R. B. Schnabel, SIAM J. Sci. Stat. Comput. 8 (1987) 1052-1078.
 */
export function orthogonalProblem({ model, y, sigmaX, sigmaY }: OrthogonalPoints): Problem {
  const x = model.variables.get('x')!;
  const moved = Float64Array.from(x);
  const there = new ModelFunction(model.tree, model.parameters, new Map([['x', moved]]), ['x']);
  const p = model.parameters.length;
  const distance = (i: number, value: number): number =>
    ((y[i]! - value) / sigmaY[i]!) ** 2 + ((moved[i]! - x[i]!) / sigmaX[i]!) ** 2;
  /** Moves each x to where the point lies nearest, and hands over what the curve is there. */
  const nearest = (at: Float64Array) => {
    moved.set(x);
    const [value, slope] = [new Float64Array(x.length), new Float64Array(x.length)];
    const best = { x: Float64Array.from(x), distance: new Float64Array(x.length).fill(Infinity) };
    for (let round = 0; ; round++) {
      there.eachBlock(at, true, (part, from, count) => {
        value.set(part.value.subarray(0, count), from);
        slope.fill(0, from, from + count);
        if (part.slopes[p]) slope.set(part.slopes[p].subarray(0, count), from);
      });
      let largest = 0;
      if (round < MOST_ROUNDS)
        moved.forEach((now, i) => {
          const reached = distance(i, value[i]!);
          const [vx, vy, s] = [sigmaX[i]! ** 2, sigmaY[i]! ** 2, slope[i]!];
          // A step that led farther away is halved until it does not.
          const isNearer = reached <= best.distance[i]! * (1 + 1e-14);
          const next = isNearer
            ? x[i]! + (vx * s * (y[i]! - value[i]! + s * (now - x[i]!))) / (vy + vx * s * s)
            : (now + best.x[i]!) / 2;
          if (isNearer) [best.x[i], best.distance[i]] = [now, reached];
          largest = Math.max(largest, Math.abs(next - now) / sigmaX[i]!);
          moved[i] = next;
        });
      if (!(largest > ENOUGH)) return { value, slope };
    }
  };
  const sumOf = (value: Float64Array): number => value.reduce((sum, v, i) => sum + distance(i, v), 0);
  return {
    linearise(at) {
      const { value, slope } = nearest(at);
      const across = slope.map((s, i) => Math.hypot(sigmaY[i]!, s * sigmaX[i]!));
      const residual = value.map((v, i) => (y[i]! - v + slope[i]! * (moved[i]! - x[i]!)) / across[i]!);
      const columns = there.jacobian(at).map((column) => column.map((v, i) => v / across[i]!));
      const triangle = new Triangle(p + 1);
      triangle.add([...columns, residual], x.length);
      return { ...triangle.split(), sumOfSquares: sumOf(value) };
    },
  };
}
