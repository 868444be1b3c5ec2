import { defineNonlinear, unitOf } from '../defineNonlinear';
import { rangeOf, ratios, startsByShape } from '../startsByShape';

export const antoine = defineNonlinear({
  kind: 'antoine',
  title: 'Antoine',
  formula: 'A - B/(C + x)',
  parameters: [
    { symbol: 'A', meaning: 'value at large x', unit: unitOf.y },
    { symbol: 'B', meaning: 'factor', unit: unitOf.product },
    { symbol: 'C', meaning: 'shift of x', unit: unitOf.x },
  ],
  starts: (points) => {
    const { span, low } = rangeOf(points.x);
    const candidates = ratios(0.1, 30, 30).map((share) => [share * span - low]);
    return startsByShape(
      points,
      candidates,
      (x, [c]) => [1, -1 / (c! + x)],
      ([a, b], [c]) => [a!, b!, c!],
    );
  },
});
