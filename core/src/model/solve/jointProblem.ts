import { Triangle } from '../../linear/Triangle';
import type { Problem } from './Problem';

/** One problem and, for each of its parameters, the place in the parameters of the whole. */
export interface Share {
  problem: Problem;
  places: readonly number[];
}

/** Problems that have parameters in common, solved as one. */
export function jointProblem(shares: readonly Share[], parameters: number): Problem {
  const own = (at: Float64Array, { places }: Share): Float64Array => Float64Array.from(places, (k) => at[k]!);
  return {
    linearise(at) {
      const triangle = new Triangle(parameters + 1);
      let sumOfSquares = 0;
      for (const share of shares) {
        const part = share.problem.linearise(own(at, share));
        const columns = Array.from({ length: parameters + 1 }, () => new Float64Array(part.r.length));
        share.places.forEach((place, j) => part.r.forEach((row, i) => (columns[place]![i] = row[j]!)));
        columns[parameters]!.set(part.rotated);
        triangle.add(columns, part.r.length);
        sumOfSquares += part.sumOfSquares;
      }
      return { ...triangle.split(), sumOfSquares };
    },
  };
}
