import { defineNonlinear, unitOf } from '../defineNonlinear';
import { placeHandle } from '../handles';
import { evenly, rangeOf, startsByShape } from '../startsByShape';

export const twoLines = defineNonlinear({
  kind: 'twoLines',
  title: 'Two lines with a break',
  formula: 'y0 + (k1 - k2)*min(x - xb, 0) + k2*(x - xb)',
  parameters: [
    { symbol: 'y0', meaning: 'value at the break', unit: unitOf.y },
    { symbol: 'k1', meaning: 'slope before', unit: unitOf.slope },
    { symbol: 'k2', meaning: 'slope behind', unit: unitOf.slope },
    { symbol: 'xb', meaning: 'place of the break', unit: unitOf.x },
  ],
  handles: [placeHandle('break', 'xb', 'y0')],
  starts: (points) => {
    const { low, high } = rangeOf(points.x);
    const candidates = evenly(low, high, 30).map((b) => [b]);
    return startsByShape(
      points,
      candidates,
      (x, [b]) => [1, Math.min(x - b!, 0), Math.max(x - b!, 0)],
      ([y0, k1, k2], [b]) => [y0!, k1!, k2!, b!],
    );
  },
});
