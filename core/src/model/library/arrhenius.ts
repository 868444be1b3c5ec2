import { BY_LOGARITHM, defineNonlinear, unitOf } from '../defineNonlinear';
import { rangeOf, ratios, startsByShape } from '../startsByShape';

export const arrhenius = defineNonlinear({
  kind: 'arrhenius',
  title: 'Arrhenius',
  formula: 'A*exp(-B/x)',
  parameters: [
    { symbol: 'A', meaning: 'value at very large x', unit: unitOf.y },
    { symbol: 'B', meaning: 'temperature of activation: energy over the gas constant', unit: unitOf.x },
  ],
  straight: { u: (x) => 1 / x, v: Math.log, back: (c, m) => [Math.exp(c), -m], explanation: BY_LOGARITHM },
  starts: (points) =>
    startsByShape(
      points,
      ratios(0.05, 100, 40).map((share) => [share * rangeOf(points.x).high]),
      (x, [b]) => [Math.exp(-b! / x)],
      ([a], [b]) => [a!, b!],
    ),
});
