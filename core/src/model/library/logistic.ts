import { defineNonlinear, unitOf } from '../defineNonlinear';
import { evenly, pairs, rangeOf, ratios, startsByShape } from '../startsByShape';

export const logistic = defineNonlinear({
  kind: 'logistic',
  title: 'Logistic',
  formula: 'y0 + D/(1 + exp(-(x - x0)/s))',
  parameters: [
    { symbol: 'y0', meaning: 'value before', unit: unitOf.y },
    { symbol: 'D', meaning: 'size of the rise', unit: unitOf.difference },
    { symbol: 'x0', meaning: 'middle of the rise', unit: unitOf.x },
    { symbol: 's', meaning: 'width of the rise', unit: unitOf.x, lower: 1e-300 },
  ],
  starts: (points) => {
    const { low, high, span } = rangeOf(points.x);
    const candidates = pairs(
      evenly(low, high, 20),
      ratios(0.01, 1, 10).map((share) => share * span),
    );
    return startsByShape(
      points,
      candidates,
      (x, [x0, s]) => [1, 1 / (1 + Math.exp(-(x - x0!) / s!))],
      ([y0, d], [x0, s]) => [y0!, d!, x0!, s!],
    );
  },
});
