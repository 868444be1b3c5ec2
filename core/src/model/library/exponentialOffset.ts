import { defineNonlinear, unitOf } from '../defineNonlinear';
import { endLevel } from '../handles';
import { ratios, rangeOf, startsByShape } from '../startsByShape';

/** Decays and growths from a hundredth of the range to five times it. */
const times = (x: Float64Array): number[][] =>
  ratios(0.01, 5, 25).flatMap((share) => [[share * rangeOf(x).span], [-share * rangeOf(x).span]]);

export const exponentialOffset = defineNonlinear({
  kind: 'exponentialOffset',
  title: 'Exponential with offset',
  formula: 'y0 + A*exp(-x/tau)',
  parameters: [
    { symbol: 'y0', meaning: 'value in the end', unit: unitOf.y },
    { symbol: 'A', meaning: 'distance from it at x = 0', unit: unitOf.difference },
    { symbol: 'tau', meaning: 'x in which the distance falls to 1/e; negative for a growth', unit: unitOf.x },
  ],
  simpler: () => [{ kind: 'exponential', settings: {} }],
  handles: [endLevel],
  starts: (points) =>
    startsByShape(
      points,
      times(points.x),
      (x, [t]) => [1, Math.exp(-x / t!)],
      ([y0, a], [t]) => [y0!, a!, t!],
    ),
});
