import { centralDifference, fitModel, modelOf, Random, savitzkyGolay, spreadOfSamples } from '@undameter/core';
import type { Row } from './Row';
import { Tally } from './simulate';

const N = 400;
const STEP = 0.1;

/** Coverage of a line through a channel that was smoothed or differentiated, whose neighbours share noise. */
export function coverageOfDerived(sets: number): Row[] {
  const x = Float64Array.from({ length: N }, (_, i) => i * STEP);
  const ways: {
    name: string;
    truth: [number, number];
    raw(x: number): number;
    made(y: Float64Array, x: Float64Array): Float64Array;
  }[] = [
    {
      name: 'line through a Savitzky–Golay smoothing of 21 samples',
      truth: [2, 0.3],
      raw: (v) => 2 + 0.3 * v,
      made: (y) => savitzkyGolay(y, { window: 21, order: 2 }),
    },
    {
      name: 'line through a Savitzky–Golay derivative of 21 samples',
      truth: [2, 0.3],
      raw: (v) => 2 * v + 0.15 * v * v,
      made: (y) => savitzkyGolay(y, { window: 21, order: 2, derivative: 1, spacing: STEP }),
    },
    {
      name: 'line through a central difference',
      truth: [2, 0.3],
      raw: (v) => 2 * v + 0.15 * v * v,
      made: centralDifference,
    },
  ];
  return ways.map(({ name, truth, raw, made }): Row => {
    const random = new Random(name.length);
    const tally = new Tally();
    for (let set = 0; set < sets; set++) {
      const noise = { samples: N, spread: spreadOfSamples(made, x)!, pointOf: Int32Array.from(x, (_, i) => i) };
      const y = made(
        x.map((v) => raw(v) + random.normal(0.1)),
        x,
      );
      const fit = fitModel(modelOf('polynomial'), { degree: 1 }, { x, y, xName: 'x', isInOrder: true, noise });
      fit.parameters.forEach((p, k) => tally.add(Math.abs(p - truth[k]!) <= fit.parameterSpread(k).halfWidth));
    }
    return { name, covers: { parameters: tally.percent }, told: NaN };
  });
}
