import { defineNonlinear, unitOf } from '../defineNonlinear';
import { rangeOf, ratios, startsByShape } from '../startsByShape';

export const saturation = defineNonlinear({
  kind: 'saturation',
  title: 'Saturation',
  formula: 'A*x/(K + x)',
  parameters: [
    { symbol: 'A', meaning: 'value at large x', unit: unitOf.y },
    { symbol: 'K', meaning: 'x at which half of it is reached', unit: unitOf.x },
  ],
  starts: (points) =>
    startsByShape(
      points,
      ratios(0.01, 20, 30).map((share) => [share * rangeOf(points.x).span]),
      (x, [k]) => [x / (k! + x)],
      ([a], [k]) => [a!, k!],
    ),
});
