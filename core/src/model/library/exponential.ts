import { BY_LOGARITHM, defineNonlinear, unitOf } from '../defineNonlinear';
import { startLevel } from '../handles';
import { ratios, rangeOf, startsByShape } from '../startsByShape';

/** Decays and growths from a hundredth of the range to five times it. */
const times = (x: Float64Array): number[][] =>
  ratios(0.01, 5, 25).flatMap((share) => [[share * rangeOf(x).span], [-share * rangeOf(x).span]]);

export const exponential = defineNonlinear({
  kind: 'exponential',
  title: 'Exponential',
  formula: 'A*exp(-x/tau)',
  parameters: [
    { symbol: 'A', meaning: 'value at x = 0', unit: unitOf.y },
    { symbol: 'tau', meaning: 'x in which it falls to 1/e; negative for a growth', unit: unitOf.x },
  ],
  straight: { u: (x) => x, v: Math.log, back: (c, m) => [Math.exp(c), -1 / m], explanation: BY_LOGARITHM },
  handles: [startLevel('A')],
  starts: (points) =>
    startsByShape(
      points,
      times(points.x),
      (x, [t]) => [Math.exp(-x / t!)],
      ([a], [t]) => [a!, t!],
    ),
});
