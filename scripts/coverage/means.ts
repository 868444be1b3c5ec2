import { coverageFactor, Random, standardErrorOfMean } from '@undameter/core';
import type { Row } from './Row';
import { process, Tally } from './simulate';

/** Coverage of the mean of one stretch: the operating point. */
export function coverageOfMeans(sets: number): Row[] {
  return [50, 200, 2000].flatMap((n) =>
    [0, 0.5, 0.9, 0.99].map((rho): Row => {
      const random = new Random(n + 1000 * rho);
      const [mean, told] = [new Tally(), new Tally()];
      for (let set = 0; set < sets; set++) {
        const found = standardErrorOfMean(process(n, rho, random));
        const half = coverageFactor(found.degreesOfFreedom) * found.standardError;
        if (!found.isShort) mean.add(Math.abs(found.mean) <= half);
        told.add(found.isShort);
      }
      return {
        name: `operating point of ${n} samples, correlation ${rho}`,
        covers: { mean: mean.percent },
        told: told.percent,
      };
    }),
  );
}
