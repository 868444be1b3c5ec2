import { defineNonlinear, unitOf } from '../defineNonlinear';
import { stepHandles } from '../handles';
import { evenly, pairs, rangeOf, ratios, startsByShape } from '../startsByShape';

export const stepResponse = defineNonlinear({
  kind: 'stepResponse',
  title: 'Step response with dead time',
  formula: 'y0 + D*(1 - exp(-max(x - L, 0)/tau))',
  parameters: [
    { symbol: 'y0', meaning: 'value before', unit: unitOf.y },
    { symbol: 'D', meaning: 'size of the step', unit: unitOf.difference },
    { symbol: 'L', meaning: 'x at which it begins', unit: unitOf.x },
    { symbol: 'tau', meaning: 'time constant', unit: unitOf.x, lower: 1e-300 },
  ],
  handles: stepHandles,
  starts: (points) => {
    const { low, high, span } = rangeOf(points.x);
    const candidates = pairs(
      [low, ...evenly(low, high, 15)],
      ratios(0.01, 3, 12).map((share) => share * span),
    );
    return startsByShape(
      points,
      candidates,
      (x, [l, t]) => [1, 1 - Math.exp(-Math.max(x - l!, 0) / t!)],
      ([y0, d], [l, t]) => [y0!, d!, l!, t!],
    );
  },
});
