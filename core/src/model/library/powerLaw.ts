import { BY_LOGARITHM, defineNonlinear, unitOf } from '../defineNonlinear';
import { evenly, startsByShape } from '../startsByShape';

export const powerLaw = defineNonlinear({
  kind: 'powerLaw',
  title: 'Power law',
  formula: 'a*x^b',
  parameters: [
    { symbol: 'a', meaning: 'value at x = 1', unit: unitOf.y },
    { symbol: 'b', meaning: 'exponent', unit: unitOf.none },
  ],
  straight: { u: Math.log, v: Math.log, back: (c, m) => [Math.exp(c), m], explanation: BY_LOGARITHM },
  starts: (points) =>
    startsByShape(
      points,
      evenly(-6, 6, 49).map((b) => [b]),
      (x, [b]) => [x ** b!],
      ([a], [b]) => [a!, b!],
    ),
});
